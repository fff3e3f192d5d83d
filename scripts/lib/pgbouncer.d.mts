export function startPgbouncer(url: string): Promise<{
  readonly url: string;
  /** Connections to the database, at most. */
  readonly pool: number;
  /** Transactions that went through it so far. */
  readonly transactions: () => Promise<number>;
  readonly close: () => Promise<void>;
}>;

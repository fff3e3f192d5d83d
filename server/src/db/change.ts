/** A row written by a command, before and after. Null before: it was made; null after: it was removed. */
export interface Change {
  readonly table: string;
  readonly id: string;
  readonly before: Record<string, unknown> | null;
  readonly after: Record<string, unknown> | null;
}

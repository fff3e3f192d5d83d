import { phrase } from "@yule/core";
import { getTableName, and, asc, eq, getTableColumns, inArray, sql, type InferInsertModel, type InferSelectModel } from "drizzle-orm";
import type { PgTableWithColumns } from "drizzle-orm/pg-core";
import type { Change } from "./change.ts";
import type { Outside } from "../outside/outside.ts";
import type { Transaction } from "./pool.ts";
import { Refusal } from "./refusal.ts";
import {
  batch,
  benchFact,
  colourway,
  design,
  household,
  layer,
  lesson,
  lotTable,
  need,
  needLine,
  offcut,
  offerTable,
  outlayTable,
  ownOccasion,
  paintTable,
  pinnedSession,
  posting,
  recipient,
  season,
  sentiment,
  series,
  sessionChange,
  sessionFact,
  sessionPattern,
  shop,
  splitPlan,
  splitResult,
  stage,
  storeTable,
  storeMove,
  supplierTable,
  toBuyTable,
  unit,
  rescue,
  making,
  cardBox,
  leftStock,
  householdHad,
  householdSent,
  undertaking,
  boundNeed,
  fairTable,
  orderTable,
  orderNews,
  orderPayment,
  personTable,
  householdAddress,
  fairGood,
  saleTable,
  saleLine,
  entryNote,
  leftOut,
} from "./tables.ts";

/** The tables that commands write, by the name that stands in the log. */
const written = {
  shop,
  store: storeTable,
  storeMove,
  lot: lotTable,
  supplier: supplierTable,
  offer: offerTable,
  toBuy: toBuyTable,
  outlay: outlayTable,
  series,
  design,
  layer,
  stage,
  colourway,
  sentiment,
  season,
  need,
  needLine,
  sessionPattern,
  sessionChange,
  pinnedSession,
  ownOccasion,
  lesson,
  paint: paintTable,
  offcut,
  splitResult,
  splitPlan,
  batch,
  unit,
  benchFact,
  sessionFact,
  household,
  recipient,
  posting,
  rescue,
  making,
  cardBox,
  leftStock,
  householdHad,
  householdSent,
  undertaking,
  boundNeed,
  fair: fairTable,
  order: orderTable,
  orderNews,
  orderPayment,
  person: personTable,
  householdAddress,
  fairGood,
  sale: saleTable,
  saleLine,
  entryNote,
  leftOut,
} as const;
export type WrittenTable = keyof typeof written;
/** What a table of the log is called in the database. */
export const nameInDatabase = (table: WrittenTable): string => getTableName(written[table]);
type Row<Name extends WrittenTable> = InferSelectModel<(typeof written)[Name]>;
type NewRow<Name extends WrittenTable> = Omit<InferInsertModel<(typeof written)[Name]>, "shopId" | "version">;
type AnyRow = { shopId: string; id: string; version: number } & Record<string, unknown>;
// One shape for every written table, so that undo can treat them alike; the typed methods below are the only way in.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyTable = PgTableWithColumns<any>;

/** Rows of these only append: taking one back marks it. A material whose ledger is kept is put away. */
const MARKED: Partial<Readonly<Record<WrittenTable, Readonly<Record<string, boolean>>>>> = {
  storeMove: { retracted: true },
  lot: { retracted: true },
  benchFact: { retracted: true },
  sessionFact: { retracted: true },
  making: { retracted: true },
  store: { archived: true },
};
/** Sums that follow the ledger's moves: a command that is taken back takes its own moves back, and others have been since. */
const FOLLOWING: Partial<Readonly<Record<WrittenTable, readonly string[]>>> = {
  store: ["onHand", "unbooked", "counts", "logSum", "logSquares"],
  lot: ["left", "valueLeft"],
};
/** So far ahead of the server a moment may stand. */
const LEAST_AHEAD_MS = 120_000;

/** One command's writing: every row before and after, for the log and for undo. */
export class Writing {
  readonly changes: Change[] = [];

  constructor(
    readonly tx: Transaction,
    readonly shopId: string,
    readonly at: Date,
    readonly outside: Outside,
    /** The server's present, and what is to be added to the moments of a device whose clock is wrong, ms. */
    private readonly clock: { readonly now: Date; readonly correction: number },
  ) {}

  /** A moment that a device told, put right. */
  moment(told: string): Date {
    return new Date(new Date(told).getTime() + this.clock.correction);
  }

  /** When something happened: nothing did later than now. */
  happened(told: string): Date {
    return new Date(Math.min(this.moment(told).getTime(), this.clock.now.getTime() + LEAST_AHEAD_MS));
  }

  insert<Name extends WrittenTable>(name: Name, row: NewRow<Name>): Promise<void> {
    return this.insertAll(name, [row]);
  }

  /** Rows of one table, in one statement. */
  async insertAll<Name extends WrittenTable>(name: Name, rows: readonly NewRow<Name>[]): Promise<void> {
    if (rows.length === 0) return;
    const full = rows.map((row) => ({ ...row, shopId: this.shopId, version: 1 }) as unknown as AnyRow);
    const made = (await this.tx
      .insert(written[name] as AnyTable)
      .values(full)
      .returning()) as AnyRow[];
    for (const row of made) this.changes.push({ table: name, id: row.id, before: null, after: row });
  }

  async find<Name extends WrittenTable>(name: Name, id: string): Promise<Row<Name> | null> {
    return (await this.read(name, id)) as Row<Name> | null;
  }

  /** Changes a row. With a version, only when it is still that one: else 409 with the row as it is now. */
  async update<Name extends WrittenTable>(name: Name, id: string, patch: { [Key in keyof NewRow<Name>]?: NewRow<Name>[Key] | undefined }, version?: number): Promise<void> {
    const before = await this.locked(name, id, version);
    const after = await this.write(name, id, { ...patch, version: before.version + 1 });
    this.changes.push({ table: name, id, before, after });
  }

  /** The same change for many rows, in two statements. @returns the rows as they were */
  async updateAll<Name extends WrittenTable>(name: Name, ids: readonly string[], patch: { [Key in keyof NewRow<Name>]?: NewRow<Name>[Key] | undefined }): Promise<Row<Name>[]> {
    if (ids.length === 0) return [];
    const table = written[name] as AnyTable;
    const which = and(eq(table.shopId as never, this.shopId), inArray(table.id as never, [...ids]));
    const before = (await this.tx
      .select()
      .from(table)
      .where(which)
      .orderBy(asc(table.id as never))
      .for("no key update")) as AnyRow[];
    const after = (await this.tx
      .update(table)
      .set({ ...patch, version: sql`${table.version} + 1` })
      .where(which)
      .returning()) as AnyRow[];
    const byId = new Map(after.map((row) => [row.id, row]));
    for (const row of before) this.changes.push({ table: name, id: row.id, before: row, after: byId.get(row.id) ?? null });
    return before as unknown as Row<Name>[];
  }

  async remove(name: WrittenTable, id: string, version?: number): Promise<void> {
    const before = await this.locked(name, id, version);
    const table = written[name] as AnyTable;
    await this.tx.delete(table).where(this.is(table, id));
    this.changes.push({ table: name, id, before, after: null });
  }

  /** Takes a command back by its changes, last first. @throws 409 when a row was written again since, or when what came by it has gone since */
  async takeBack(changes: readonly Change[]): Promise<void> {
    try {
      await this.restore(changes);
    } catch (error) {
      if (constraintOf(error) === "store_on_hand" || constraintOf(error) === "lot_left")
        throw new Refusal(409, phrase`Some of it has been taken since, so it cannot be undone. Count what lies there instead.`);
      throw error;
    }
  }

  private async restore(changes: readonly Change[]): Promise<void> {
    // A row that one command wrote twice is at the version that its later change was taken back to.
    const taken = new Map<string, number>();
    for (const change of [...changes].reverse()) {
      const name = change.table as WrittenTable;
      const table = written[name] as AnyTable;
      if (change.after === null && change.before) {
        const row = { ...this.revived(table, change.before), version: Number(change.before.version) + 1 };
        await this.tx.insert(table).values(row);
        this.changes.push({ table: name, id: change.id, before: null, after: row });
        continue;
      }
      const now = await this.read(name, change.id);
      const place = `${name} ${change.id}`;
      if (!now || now.version !== (taken.get(place) ?? change.after?.version)) throw new Refusal(409, phrase`Something later has changed this, so it cannot be undone.`, [], now);
      taken.set(place, now.version + 1);
      if (change.before) {
        const row = Object.entries(this.revived(table, change.before)).filter(([key]) => !FOLLOWING[name]?.includes(key));
        const after = await this.write(name, change.id, { ...Object.fromEntries(row), version: now.version + 1 });
        this.changes.push({ table: name, id: change.id, before: now, after });
      } else if (MARKED[name]) {
        const after = await this.write(name, change.id, { ...MARKED[name], version: now.version + 1 });
        this.changes.push({ table: name, id: change.id, before: now, after });
      } else {
        await this.tx.delete(table).where(this.is(table, change.id));
        this.changes.push({ table: name, id: change.id, before: now, after: null });
      }
    }
  }

  private is(table: AnyTable, id: string) {
    return and(eq(table.shopId as never, this.shopId), eq(table.id as never, id));
  }

  private async read(name: WrittenTable, id: string): Promise<AnyRow | null> {
    const table = written[name] as AnyTable;
    const [row] = (await this.tx.select().from(table).where(this.is(table, id)).for("no key update")) as AnyRow[];
    return row ?? null;
  }

  private async locked(name: WrittenTable, id: string, version?: number): Promise<AnyRow> {
    const row = await this.read(name, id);
    if (!row) throw new Refusal(404, phrase`There is no such ${name}.`);
    if (version !== undefined && row.version !== version) throw new Refusal(409, phrase`It was changed elsewhere in the meantime.`, [], row);
    return row;
  }

  private async write(name: WrittenTable, id: string, patch: Record<string, unknown>): Promise<AnyRow> {
    const table = written[name] as AnyTable;
    const [row] = (await this.tx.update(table).set(patch).where(this.is(table, id)).returning()) as AnyRow[];
    if (!row) throw new Error(`${name} ${id} vanished inside its own transaction`);
    return row;
  }

  /** Moments come out of the log as text. */
  private revived(table: AnyTable, row: Record<string, unknown>): Record<string, unknown> {
    const columns = getTableColumns(table) as Record<string, { dataType: string }>;
    return Object.fromEntries(Object.entries(row).map(([key, value]) => [key, columns[key]?.dataType === "date" && typeof value === "string" ? new Date(value) : value]));
  }
}

/** The constraint of a table that a statement broke; null where it failed by something else. */
function constraintOf(error: unknown): string | null {
  const cause = error instanceof Error && error.cause !== undefined ? error.cause : error;
  return cause !== null && typeof cause === "object" && "constraint" in cause ? String(cause.constraint) : null;
}

import type { FairRead, FairsRead, SaleRead } from "@yule/contract";
import { asc, desc, inArray, isNotNull, isNull, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readColourwayNames } from "../designs/reads.ts";
import { groupBy } from "@yule/core";
import { fairsLeftOut } from "../learned/reads.ts";
import { fairGood, fairTable, saleLine, saleTable } from "./fairTables.ts";
import { boundNeed, undertaking } from "./tables.ts";

/** So many of the fairs that are over say what is wanted at the next. */
const PAST_FAIRS = 12;

type FairRow = typeof fairTable.$inferSelect;

/** Fairs that are not over, by their day. */
const openRows = (tx: Transaction): Promise<FairRow[]> => tx.select().from(fairTable).where(isNull(fairTable.tinMinor)).orderBy(asc(fairTable.on), asc(fairTable.id));

/** Fairs that are not over, with what was packed and rung up. */
export const readOpenFairs = async (tx: Transaction): Promise<FairRead[]> => asTold(tx, await openRows(tx));

/** Fairs that are not over, the one that was over last, and what the last ones sold. */
export async function readFairs(tx: Transaction): Promise<FairsRead> {
  const out = await fairsLeftOut(tx);
  const over = await tx.select().from(fairTable).where(isNotNull(fairTable.tinMinor)).orderBy(desc(fairTable.on), desc(fairTable.id)).limit(PAST_FAIRS);
  const titles = await needsOf(
    tx,
    over.map(({ id }) => id),
  );
  const goods = await goodsOf(
    tx,
    over.map(({ id }) => id),
  );
  return {
    fairs: await asTold(tx, [...(await openRows(tx)), ...over.slice(0, 1)]),
    past: over.map(({ id, size, weather, on }) => ({
      ...{ id, size, weather, on, title: titles.get(id)?.title ?? "", isLeftOut: out.has(id) },
      goods: (goods.get(id) ?? []).map(({ designId: design, colourwayId, brought, sold }) => ({ design, colourwayId, brought, sold: sold ?? 0 })),
    })),
  };
}

/** Fairs with their names, needs, goods and sales. */
async function asTold(tx: Transaction, fairs: readonly FairRow[]): Promise<FairRead[]> {
  const ids = fairs.map(({ id }) => id);
  const [goods, needs, sales] = [await goodsOf(tx, ids), await needsOf(tx, ids), await salesOf(tx, ids)];
  return fairs.map((fair) => ({
    ...toldOf(fair),
    title: needs.get(fair.id)?.title ?? "",
    needIds: needs.get(fair.id)?.needIds ?? [],
    goods: goods.get(fair.id) ?? [],
    sales: sales.get(fair.id) ?? [],
  }));
}

const toldOf = ({ shopId: _shop, version: _version, ...fair }: FairRow): Omit<FairRead, "title" | "needIds" | "goods" | "sales"> => fair;

/** The needs of each and what it is called. */
async function needsOf(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, { readonly title: string; readonly needIds: readonly string[] }>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: undertaking.id, title: undertaking.title, needIds: sql<(string | null)[]>`json_agg(${boundNeed.needId} order by ${boundNeed.needId})` })
    .from(undertaking)
    .leftJoin(boundNeed, sql`${boundNeed.shopId} = ${undertaking.shopId} and ${boundNeed.undertakingId} = ${undertaking.id}`)
    .where(inArray(undertaking.id, [...ids]))
    .groupBy(undertaking.id, undertaking.title);
  return new Map(rows.map(({ id, title, needIds }) => [id, { title, needIds: needIds.filter((each) => each !== null) }]));
}

/** What goes to each fair. */
async function goodsOf(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, FairRead["goods"]>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select()
    .from(fairGood)
    .where(inArray(fairGood.fairId, [...ids]))
    .orderBy(asc(fairGood.id));
  const names = await readColourwayNames(
    tx,
    rows.map(({ colourwayId }) => colourwayId),
  );
  const told = rows.map(({ fairId, colourwayId, brought, priceMinor, sold }) => ({
    fairId,
    good: { colourwayId, designId: names.get(colourwayId)?.designId ?? "", brought, priceMinor, sold },
  }));
  return new Map([...groupBy(told, ({ fairId }) => fairId)].map(([id, of]) => [id, of.map(({ good }) => good)]));
}

/** What was rung up at each fair, in its order. */
export async function salesOf(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, readonly SaleRead[]>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select()
    .from(saleTable)
    .where(inArray(saleTable.fairId, [...ids]))
    .orderBy(asc(saleTable.at), asc(saleTable.id));
  const lines =
    rows.length === 0
      ? []
      : await tx
          .select()
          .from(saleLine)
          .where(
            inArray(
              saleLine.saleId,
              rows.map(({ id }) => id),
            ),
          )
          .orderBy(asc(saleLine.id));
  const linesBy = groupBy(lines, ({ saleId }) => saleId);
  const told = rows.map(({ fairId, id, at, isBack, paid, tenderMinor, tipMinor }) => ({
    fairId,
    sale: {
      ...{ id, at: at.toISOString(), isBack, paid, tenderMinor, tipMinor },
      lines: (linesBy.get(id) ?? []).map(({ colourwayId, quantity, priceMinor }) => ({ colourwayId, quantity, priceMinor })),
    },
  }));
  return new Map([...groupBy(told, ({ fairId }) => fairId)].map(([id, of]) => [id, of.map(({ sale }) => sale)]));
}

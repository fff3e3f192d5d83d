import { sql } from "drizzle-orm";
import { planStates, splitMethods, type SplitPlan } from "@yule/contract";
import { check, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { storeTable } from "../stores/tables.ts";

/** The stash of offcuts: pieces of sheets, those of one size together. Lengths in 1/320 mm. */
export const offcut = pgTable(
  "offcut",
  { ...owned, storeId: uuid("store_id").notNull(), width: integer("width").notNull(), height: integer("height").notNull(), count: integer("count").notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.storeId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    check("offcut_size", sql`${table.width} > 0 and ${table.height} > 0`),
    check("offcut_count", sql`${table.count} >= 0`),
  ],
);

/** What was seen of each splitting: panels spoilt, and what a tear or creeping paint took. */
export const splitResult = pgTable(
  "split_result",
  {
    ...owned,
    storeId: uuid("store_id"),
    method: text("method", { enum: splitMethods }).notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    wanted: integer("wanted").notNull(),
    spoilt: integer("spoilt").notNull(),
    tearLoss: integer("tear_loss"),
    creep: integer("creep"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.storeId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    index("split_result_by_at").on(table.shopId, table.at),
    check("split_result_counts", sql`${table.wanted} > 0 and ${table.spoilt} between 0 and ${table.wanted}`),
  ],
);

/** How sheets are to be split, as it was drawn. A new version leaves the one before as it was. */
export const splitPlan = pgTable(
  "split_plan",
  {
    ...owned,
    materialId: uuid("material_id").notNull(),
    replaces: uuid("replaces"),
    needIds: uuid("need_ids").array().notNull(),
    state: text("state", { enum: planStates }).notNull(),
    keptAt: timestamp("kept_at", { withTimezone: true }).notNull(),
    plan: jsonb("plan").$type<SplitPlan>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.materialId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    foreignKey({ columns: [table.shopId, table.replaces], foreignColumns: [table.shopId, table.id] }),
    index("split_plan_by_kept_at").on(table.shopId, table.keptAt),
  ],
);

import { FAIR_SIZES, FAIR_WEATHERS } from "@yule/core";
import { sql } from "drizzle-orm";
import { boolean, check, date, foreignKey, index, integer, pgTable, primaryKey, text, timestamp, unique, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { colourway } from "../designs/tables.ts";
import { undertaking } from "./tables.ts";

/** A fair: the undertaking of the same id binds its needs and has its name. */
export const fairTable = pgTable(
  "fair",
  {
    ...owned,
    on: date("fair_on", { mode: "string" }).notNull(),
    size: text("size", { enum: FAIR_SIZES }).notNull(),
    weather: text("weather", { enum: FAIR_WEATHERS }).notNull(),
    tableLength: integer("table_length").notNull(),
    tableDepth: integer("table_depth").notNull(),
    tiers: integer("tiers").notNull(),
    standMinutes: integer("stand_minutes").notNull(),
    feeMinor: integer("fee_minor").notNull(),
    floatMinor: integer("float_minor").notNull(),
    /** What lay in the tin at the end: the fair is over. */
    tinMinor: integer("tin_minor"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.id], foreignColumns: [undertaking.shopId, undertaking.id] }),
    index("fair_by_day").on(table.shopId, table.on, table.id),
    index("fair_open")
      .on(table.shopId)
      .where(sql`${table.tinMinor} is null`),
    check("fair_kind", sql`${table.size} in ('small', 'usual', 'large') and ${table.weather} in ('fine', 'unsettled', 'rain')`),
    check("fair_table", sql`${table.tableLength} > 0 and ${table.tableDepth} > 0 and ${table.tiers} > 0 and ${table.standMinutes} > 0`),
  ],
);

/** What goes to a fair, with its price there; `sold` once it is over. */
export const fairGood = pgTable(
  "fair_good",
  {
    ...owned,
    fairId: uuid("fair_id").notNull(),
    colourwayId: uuid("colourway_id").notNull(),
    brought: integer("brought").notNull(),
    priceMinor: integer("price_minor").notNull(),
    sold: integer("sold"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.fairId], foreignColumns: [fairTable.shopId, fairTable.id] }),
    foreignKey({ columns: [table.shopId, table.colourwayId], foreignColumns: [colourway.shopId, colourway.id] }),
    unique("fair_good_once").on(table.shopId, table.fairId, table.colourwayId),
    check("fair_good_cards", sql`${table.brought} >= 0 and ${table.priceMinor} >= 0 and coalesce(${table.sold}, 0) between 0 and ${table.brought}`),
  ],
);

/** What one buyer bought, or brought back. */
export const saleTable = pgTable(
  "sale",
  {
    ...owned,
    fairId: uuid("fair_id").notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    isBack: boolean("is_back").notNull(),
    paid: text("paid", { enum: ["cash", "card"] }).notNull(),
    tenderMinor: integer("tender_minor"),
    tipMinor: integer("tip_minor").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.fairId], foreignColumns: [fairTable.shopId, fairTable.id] }),
    index("sale_by_fair").on(table.shopId, table.fairId),
    check("sale_money", sql`${table.paid} in ('cash', 'card') and ${table.tipMinor} >= 0 and coalesce(${table.tenderMinor}, 0) >= 0`),
  ],
);

export const saleLine = pgTable(
  "sale_line",
  {
    ...owned,
    saleId: uuid("sale_id").notNull(),
    colourwayId: uuid("colourway_id").notNull(),
    quantity: integer("quantity").notNull(),
    priceMinor: integer("price_minor").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.saleId], foreignColumns: [saleTable.shopId, saleTable.id] }),
    foreignKey({ columns: [table.shopId, table.colourwayId], foreignColumns: [colourway.shopId, colourway.id] }),
    index("sale_line_by_sale").on(table.shopId, table.saleId),
    check("sale_line_cards", sql`${table.quantity} > 0 and ${table.priceMinor} >= 0`),
  ],
);

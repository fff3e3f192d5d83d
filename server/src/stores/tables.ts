import { sql } from "drizzle-orm";
import { boolean, check, foreignKey, index, integer, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { shop } from "../shop/tables.ts";

export const storeTable = pgTable(
  "store",
  {
    ...owned,
    kind: text("kind", { enum: ["sheet", "card stock", "envelope", "other"] }).notNull(),
    name: text("name").notNull(),
    /** In 1/320 mm. */
    width: integer("width"),
    height: integer("height"),
    onHand: integer("on_hand").notNull(),
    pack: integer("pack").notNull(),
    packCostMinor: integer("pack_cost_minor").notNull(),
    leadDays: integer("lead_days").notNull(),
    /** A paper known to hold masking fluid. */
    holdsMasking: boolean("holds_masking").notNull().default(false),
    /** Colour of card stock, #rrggbb. */
    hex: text("hex"),
    metallic: boolean("metallic").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("store_on_hand", sql`${table.onHand} >= 0`),
    check("store_pack", sql`${table.pack} > 0 and ${table.packCostMinor} >= 0 and ${table.leadDays} >= 0`),
    check("store_hex", sql`${table.hex} is null or ${table.hex} ~ '^#[0-9a-fA-F]{6}$'`),
    check("store_size", sql`(${table.width} is null or ${table.width} > 0) and (${table.height} is null or ${table.height} > 0)`),
  ],
);

/** The ledger. A move that was undone stays, retracted. */
export const storeMove = pgTable(
  "store_move",
  {
    ...owned,
    storeId: uuid("store_id").notNull(),
    quantity: integer("quantity").notNull(),
    why: text("why").notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    retracted: boolean("retracted").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.storeId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    index("store_move_by_at").on(table.shopId, table.at),
  ],
);

import { PANEL_CAUSES, RESCUE_WAYS } from "@yule/core";
import { sql } from "drizzle-orm";
import { boolean, check, foreignKey, index, integer, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { unit } from "../bench/tables.ts";
import { owned } from "../db/columns.ts";
import { colourway } from "../designs/tables.ts";
import { need } from "../season/tables.ts";

/** A panel that is to be saved, or was tried to. */
export const rescue = pgTable(
  "rescue",
  {
    ...owned,
    unitId: uuid("unit_id").notNull(),
    cause: text("cause", { enum: PANEL_CAUSES }).notNull(),
    way: text("way", { enum: RESCUE_WAYS }).notNull(),
    doneAt: timestamp("done_at", { withTimezone: true }),
    /** Said by judging the panel again; null until then. */
    worked: boolean("worked"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.unitId], foreignColumns: [unit.shopId, unit.id] }),
    index("rescue_by_unit").on(table.shopId, table.unitId),
    index("rescue_open")
      .on(table.shopId)
      .where(sql`${table.worked} is null`),
  ],
);

/** Cards of a need that went through a step of making them. Facts append; one taken back stays, retracted. */
export const making = pgTable(
  "making",
  {
    ...owned,
    needId: uuid("need_id").notNull(),
    step: text("step").notNull(),
    cards: integer("cards").notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    retracted: boolean("retracted").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
    index("making_by_need").on(table.shopId, table.needId),
    check("making_cards", sql`${table.cards} > 0`),
  ],
);

/** A box of finished cards. */
export const cardBox = pgTable("card_box", { ...owned, name: text("name").notNull(), place: text("place").notNull().default("") }, (table) => [
  primaryKey({ columns: [table.shopId, table.id] }),
  index("card_box_by_name").on(table.shopId, table.name),
]);

/** Left-over cards of a colourway, by its id: the box they stand in, and by how many a count was off from what the needs say. */
export const leftStock = pgTable("left_stock", { ...owned, boxId: uuid("box_id"), counted: integer("counted").notNull().default(0) }, (table) => [
  primaryKey({ columns: [table.shopId, table.id] }),
  foreignKey({ columns: [table.shopId, table.id], foreignColumns: [colourway.shopId, colourway.id] }).onDelete("cascade"),
  foreignKey({ columns: [table.shopId, table.boxId], foreignColumns: [cardBox.shopId, cardBox.id] }),
]);

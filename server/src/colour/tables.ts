import { COVERINGS, FORMS } from "@yule/core";
import { sql } from "drizzle-orm";
import { boolean, check, doublePrecision, foreignKey, integer, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { shop } from "../shop/tables.ts";

/** Paints on the shelf. What is null follows from the pigments. */
export const paintTable = pgTable(
  "paint",
  {
    ...owned,
    name: text("name").notNull(),
    /** Colour index names. */
    pigments: text("pigments").array().notNull(),
    form: text("form", { enum: FORMS }).notNull(),
    strength: doublePrecision("strength"),
    covering: text("covering", { enum: COVERINGS }),
    stains: boolean("stains"),
    granulates: boolean("granulates"),
    lightfast: integer("lightfast"),
    metallic: boolean("metallic"),
    /** Its everyday wash on the maker's own chart, #rrggbb. */
    chart: text("chart"),
    /** Millilitres in one. */
    ml: doublePrecision("ml"),
    costMinor: integer("cost_minor"),
    gone: boolean("gone").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("paint_strength", sql`${table.strength} is null or ${table.strength} > 0`),
    check("paint_lightfast", sql`${table.lightfast} is null or ${table.lightfast} between 1 and 8`),
    check("paint_price", sql`(${table.ml} is null or ${table.ml} > 0) and (${table.costMinor} is null or ${table.costMinor} >= 0)`),
    check("paint_look", sql`${table.chart} ~ '^#[0-9a-fA-F]{6}$' or (${table.chart} is null and cardinality(${table.pigments}) > 0)`),
  ],
);

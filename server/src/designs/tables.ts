import { sql } from "drizzle-orm";
import { boolean, check, foreignKey, index, integer, jsonb, pgTable, primaryKey, real, text, uuid } from "drizzle-orm/pg-core";
import {
  cardOutlines,
  edges,
  folds,
  grains,
  layerKinds,
  lettering,
  outlines,
  palettes,
  tiesSchema,
  tones,
  traitsSchema,
  wordsSchema,
  type ColourwayRead,
  type GuidesRead,
  type TiesRead,
  type TakingRead,
  type TouchRead,
  type TraitsRead,
  type WordsRead,
} from "@yule/contract";
import type { TechniqueId } from "@yule/core";
import { owned } from "../db/columns.ts";
import { shop } from "../shop/tables.ts";
import { storeTable } from "../stores/tables.ts";

export const series = pgTable(
  "series",
  { ...owned, name: text("name").notNull(), palette: text("palette", { enum: palettes }).notNull(), ties: jsonb("ties").$type<TiesRead>().notNull().default(tiesSchema.parse({})) },
  (table) => [primaryKey({ columns: [table.shopId, table.id] }), foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] })],
);

export const design = pgTable(
  "design",
  {
    ...owned,
    seriesId: uuid("series_id").notNull(),
    name: text("name").notNull(),
    fold: text("fold", { enum: folds }).notNull(),
    outline: text("outline", { enum: cardOutlines }).notNull().default("rectangle"),
    /** All lengths in 1/320 mm. */
    width: integer("width").notNull(),
    height: integer("height").notNull(),
    thickness: integer("thickness").notNull(),
    envelopeWidth: integer("envelope_width"),
    envelopeHeight: integer("envelope_height"),
    score: integer("score"),
    grain: text("grain", { enum: grains }),
    holeWidth: integer("hole_width"),
    holeFromTop: integer("hole_from_top"),
    footTrim: integer("foot_trim").notNull().default(0),
    method: text("method", { enum: ["cut", "fold", "tape"] }).notNull(),
    paperId: uuid("paper_id"),
    cardStockId: uuid("card_stock_id"),
    guides: jsonb("guides").$type<GuidesRead>(),
    traits: jsonb("traits").$type<TraitsRead>().notNull().default(traitsSchema.parse({})),
    words: jsonb("words").$type<WordsRead>().notNull().default(wordsSchema.parse({})),
    archived: boolean("archived").notNull().default(false),
    /** Grams of a card in its envelope, as the scale said. */
    weighed: real("weighed"),
    /** Which of its paints touch, as marked; null leaves it to the picture and the route. */
    touches: jsonb("touches").$type<readonly TouchRead[]>(),
    /** What its stages take, where the maker told it. */
    takings: jsonb("takings").$type<readonly TakingRead[]>().notNull().default([]),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.seriesId], foreignColumns: [series.shopId, series.id] }),
    foreignKey({ columns: [table.shopId, table.paperId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    foreignKey({ columns: [table.shopId, table.cardStockId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    check("design_weighed", sql`${table.weighed} is null or ${table.weighed} > 0`),
    check("design_size", sql`${table.width} > 0 and ${table.height} > 0 and ${table.thickness} >= 0`),
  ],
);

const ofDesign = { ...owned, designId: uuid("design_id").notNull(), position: integer("position").notNull() };

export const layer = pgTable(
  "layer",
  {
    ...ofDesign,
    kind: text("kind", { enum: layerKinds }).notNull(),
    name: text("name").notNull(),
    outline: text("outline", { enum: outlines }).notNull().default("rectangle"),
    edge: text("edge", { enum: edges }).notNull().default("cut"),
    lift: integer("lift").notNull().default(0),
    width: integer("width").notNull(),
    height: integer("height").notNull(),
    x: integer("x"),
    y: integer("y"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    index("layer_by_design").on(table.shopId, table.designId),
    check("layer_size", sql`${table.width} > 0 and ${table.height} > 0`),
  ],
);

export const stage = pgTable(
  "stage",
  {
    ...ofDesign,
    name: text("name").notNull(),
    kind: text("kind", { enum: ["prepare", "draw", "mask", "paint", "finish", "assemble"] }).notNull(),
    /** Minutes. */
    hands: integer("hands").notNull(),
    setup: integer("setup").notNull(),
    dry: integer("dry").notNull(),
    within: integer("within"),
    portable: boolean("portable").notNull(),
    technique: text("technique").$type<TechniqueId>(),
    note: text("note").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    index("stage_by_design").on(table.shopId, table.designId),
    check("stage_times", sql`${table.hands} >= 0 and ${table.setup} >= 0 and ${table.dry} >= 0 and (${table.within} is null or ${table.within} >= 0)`),
  ],
);

export const colourway = pgTable(
  "colourway",
  { ...ofDesign, name: text("name").notNull(), paints: jsonb("paints").$type<ColourwayRead["paints"]>().notNull(), pictureId: uuid("picture_id") },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    index("colourway_by_design").on(table.shopId, table.designId),
  ],
);

export const sentiment = pgTable(
  "sentiment",
  {
    ...owned,
    text: text("text").notNull(),
    occasion: text("occasion"),
    recipient: text("recipient").notNull(),
    tone: text("tone", { enum: tones }).notNull(),
    language: text("language").notNull(),
    neutral: boolean("neutral").notNull(),
    means: text("means", { enum: lettering }).notNull(),
    width: integer("width"),
    height: integer("height"),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] }), foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] })],
);

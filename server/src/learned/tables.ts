import { leftOutKinds } from "@yule/contract";
import type { BatchLessons } from "@yule/derive";
import { bigint, date, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { colourway, design, stage } from "../designs/tables.ts";
import { owned } from "../db/columns.ts";
import { batch } from "../bench/tables.ts";
import { shop } from "../shop/tables.ts";

/** What one batch taught, as it was counted into the sums below: what it teaches anew takes its place. */
export const batchLesson = pgTable(
  "batch_lesson",
  { shopId: uuid("shop_id").notNull(), batchId: uuid("batch_id").notNull(), of: jsonb("of").$type<BatchLessons>().notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.batchId] }),
    foreignKey({ columns: [table.shopId, table.batchId], foreignColumns: [batch.shopId, batch.id] }).onDelete("cascade"),
  ],
);

/** Days on which a batch was worked at, as minutes of the day. */
export const batchDay = pgTable(
  "batch_day",
  {
    shopId: uuid("shop_id").notNull(),
    batchId: uuid("batch_id").notNull(),
    day: date("day", { mode: "string" }).notNull(),
    from: integer("from_minute").notNull(),
    to: integer("to_minute").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.batchId, table.day] }),
    foreignKey({ columns: [table.shopId, table.batchId], foreignColumns: [batch.shopId, batch.id] }).onDelete("cascade"),
    index("batch_day_by_day").on(table.shopId, table.day),
  ],
);

/** Times of a stage, counted by what was seen: `TimesSeen` of core, over all batches. */
export const timeSeen = pgTable(
  "time_seen",
  {
    shopId: uuid("shop_id").notNull(),
    stageId: uuid("stage_id").notNull(),
    what: text("what", { enum: ["drying", "hands"] }).notNull(),
    low: integer("low").notNull(),
    high: integer("high").notNull(),
    beside: integer("beside").notNull(),
    count: integer("count").notNull(),
    sum: bigint("sum", { mode: "number" }).notNull(),
    squares: bigint("squares", { mode: "number" }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.stageId, table.what, table.low, table.high, table.beside] }),
    foreignKey({ columns: [table.shopId, table.stageId], foreignColumns: [stage.shopId, stage.id] }).onDelete("cascade"),
  ],
);

/** Panels of a design that were judged: good, and not. */
export const designYield = pgTable(
  "design_yield",
  {
    shopId: uuid("shop_id").notNull(),
    designId: uuid("design_id").notNull(),
    good: integer("good").notNull(),
    bad: integer("bad").notNull(),
    stashed: integer("stashed").notNull().default(0),
    served: integer("served").notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.designId] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }).onDelete("cascade"),
  ],
);

/** Panels that came through a stage, and those lost there. */
export const stageYield = pgTable(
  "stage_yield",
  { shopId: uuid("shop_id").notNull(), stageId: uuid("stage_id").notNull(), through: integer("through").notNull(), lost: integer("lost").notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.stageId] }),
    foreignKey({ columns: [table.shopId, table.stageId], foreignColumns: [stage.shopId, stage.id] }).onDelete("cascade"),
  ],
);

/** Panels of a design by what came of them, and in what air and at what hour: `FateOf` of core, where "" stands for null and "good" for no cause. */
export const panelFate = pgTable(
  "panel_fate",
  {
    shopId: uuid("shop_id").notNull(),
    designId: uuid("design_id").notNull(),
    air: text("air").notNull(),
    hour: text("hour").notNull(),
    stage: text("stage").notNull(),
    cause: text("cause").notNull(),
    panels: integer("panels").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.designId, table.air, table.hour, table.stage, table.cause] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }).onDelete("cascade"),
  ],
);

/** Of what photos clearly showed of panels of a design, how often the panel was good all the same, and how often not. */
export const faultMatter = pgTable(
  "fault_matter",
  { shopId: uuid("shop_id").notNull(), designId: uuid("design_id").notNull(), kind: text("kind").notNull(), good: integer("good").notNull(), bad: integer("bad").notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.designId, table.kind] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }).onDelete("cascade"),
  ],
);

/** How rescues came out, by fault and way. */
export const rescueSeen = pgTable(
  "rescue_seen",
  { shopId: uuid("shop_id").notNull(), cause: text("cause").notNull(), way: text("way").notNull(), worked: integer("worked").notNull(), failed: integer("failed").notNull() },
  (table) => [primaryKey({ columns: [table.shopId, table.cause, table.way] })],
);

/** Panels spoilt at a stage, by what was told of why. */
export const panelLoss = pgTable(
  "panel_loss",
  { shopId: uuid("shop_id").notNull(), stageId: uuid("stage_id").notNull(), why: text("why").notNull(), count: integer("count").notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.stageId, table.why] }),
    foreignKey({ columns: [table.shopId, table.stageId], foreignColumns: [stage.shopId, stage.id] }).onDelete("cascade"),
  ],
);

/** Cards of a colourway that were sold and given, and those left over that no other need took. */
export const cardOutcome = pgTable(
  "card_outcome",
  {
    shopId: uuid("shop_id").notNull(),
    colourwayId: uuid("colourway_id").notNull(),
    sold: integer("sold").notNull(),
    given: integer("given").notNull(),
    left: integer("left").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.colourwayId] }),
    foreignKey({ columns: [table.shopId, table.colourwayId], foreignColumns: [colourway.shopId, colourway.id] }).onDelete("cascade"),
  ],
);

/** What nothing is learned of, and from when what is believed was learned anew. */
export const leftOut = pgTable(
  "left_out",
  {
    ...owned,
    of: text("of", { enum: leftOutKinds }).notNull(),
    /** The batch, fair, design or material. */
    ofId: uuid("of_id"),
    /** Of a batch only what was told on this day. */
    day: date("day", { mode: "string" }),
    why: text("why").notNull(),
    /** What is learned anew is learned from then on. */
    at: timestamp("at", { withTimezone: true }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    index("left_out_by_thing").on(table.shopId, table.of, table.ofId),
  ],
);

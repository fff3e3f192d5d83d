import { sql } from "drizzle-orm";
import { boolean, check, foreignKey, index, integer, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { colourway, design, stage } from "../designs/tables.ts";
import { need } from "../season/tables.ts";

export const batch = pgTable(
  "batch",
  {
    ...owned,
    needId: uuid("need_id").notNull(),
    designId: uuid("design_id").notNull(),
    startedAt: timestamp("started_at", { withTimezone: true }).notNull(),
    perSheet: integer("per_sheet").notNull().default(1),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    index("batch_by_need").on(table.shopId, table.needId),
    index("batch_by_design").on(table.shopId, table.designId),
    index("batch_by_start").on(table.shopId, table.startedAt),
  ],
);

export const unit = pgTable(
  "unit",
  {
    ...owned,
    batchId: uuid("batch_id").notNull(),
    colourwayId: uuid("colourway_id").notNull(),
    number: integer("number").notNull(),
    grade: text("grade", { enum: ["good", "rescue", "stash", "scrap"] }),
    servesNeedId: uuid("serves_need_id"),
    causes: text("causes").array().notNull().default([]),
    /** How unlike its sisters a photo found it, in hundredths. */
    doubt: integer("doubt_hundredths"),
    /** What a photo clearly showed of it; null where none was taken. */
    seen: text("seen").array(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.batchId], foreignColumns: [batch.shopId, batch.id] }),
    foreignKey({ columns: [table.shopId, table.colourwayId], foreignColumns: [colourway.shopId, colourway.id] }),
    foreignKey({ columns: [table.shopId, table.servesNeedId], foreignColumns: [need.shopId, need.id] }),
    index("unit_in_stash")
      .on(table.shopId)
      .where(sql`${table.grade} = 'stash' and ${table.servesNeedId} is null`),
    index("unit_by_batch").on(table.shopId, table.batchId),
    index("unit_by_need_served").on(table.shopId, table.servesNeedId),
    check("unit_doubt", sql`${table.doubt} between 0 and 100`),
  ],
);

/** Facts append; one taken back stays, retracted. */
export const benchFact = pgTable(
  "bench_fact",
  {
    ...owned,
    batchId: uuid("batch_id").notNull(),
    unitId: uuid("unit_id").notNull(),
    stageId: uuid("stage_id").notNull(),
    what: text("what", { enum: ["done", "dry", "heated", "still-wet", "spoilt", "skipped"] }).notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    retracted: boolean("retracted").notNull().default(false),
    why: text("why").notNull().default(""),
    /** The room as it was: tenths of a degree Celsius, and humidity in hundredths. */
    warmTenths: integer("warm_tenths"),
    humidHundredths: integer("humid_hundredths"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.batchId], foreignColumns: [batch.shopId, batch.id] }),
    foreignKey({ columns: [table.shopId, table.unitId], foreignColumns: [unit.shopId, unit.id] }),
    foreignKey({ columns: [table.shopId, table.stageId], foreignColumns: [stage.shopId, stage.id] }),
    index("bench_fact_by_batch").on(table.shopId, table.batchId),
    index("bench_fact_by_stage").on(table.shopId, table.stageId),
    index("bench_fact_by_at").on(table.shopId, table.at),
    check("bench_fact_humid", sql`${table.humidHundredths} between 0 and 100`),
  ],
);

/** A session at the bench, begun, paused, gone on with, closed. Facts append; one taken back stays, retracted. */
export const sessionFact = pgTable(
  "session_fact",
  {
    ...owned,
    what: text("what", { enum: ["begun", "paused", "gone on", "closed"] }).notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    meantPanels: integer("meant_panels"),
    meantUntil: timestamp("meant_until", { withTimezone: true }),
    note: text("note").notNull().default(""),
    retracted: boolean("retracted").notNull().default(false),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] }), index("session_fact_by_at").on(table.shopId, table.at)],
);

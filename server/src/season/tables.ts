import { lessonKinds, seasonStates, type PlanStarts, type SeasonOutcome, type StoredPlan } from "@yule/contract";
import { MATTERS } from "@yule/core";
import { sql } from "drizzle-orm";
import { boolean, check, date, doublePrecision, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, timestamp, unique, uniqueIndex, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { colourway, design } from "../designs/tables.ts";
import { shop } from "../shop/tables.ts";

export const season = pgTable(
  "season",
  {
    ...owned,
    name: text("name").notNull(),
    from: date("from_day", { mode: "string" }).notNull(),
    until: date("until_day", { mode: "string" }).notNull(),
    state: text("state", { enum: seasonStates }).notNull(),
    /** What it came to, kept when it is closed. */
    cameTo: jsonb("came_to").$type<SeasonOutcome>(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    uniqueIndex("season_one_open")
      .on(table.shopId)
      .where(sql`${table.state} = 'open'`),
    index("season_by_day").on(table.shopId, table.until, table.id),
    check("season_days", sql`${table.until} >= ${table.from} and ${table.state} in ('prepared', 'open', 'closed')`),
  ],
);

/** The season it belongs to. What was logged before there were seasons, and is brought back, comes into the open one. */
const ofSeason = () =>
  uuid("season_id")
    .notNull()
    .default(sql`open_season()`);

export const need = pgTable(
  "need",
  {
    ...owned,
    seasonId: ofSeason(),
    kind: text("kind", { enum: ["commission", "order", "mailing list", "fair", "shop listing", "own use", "stash"] }).notNull(),
    title: text("title").notNull(),
    designId: uuid("design_id").notNull(),
    due: date("due", { mode: "string" }).notNull(),
    zone: text("zone", { enum: ["inland", "neighbour", "overseas"] }),
    priceMinor: integer("price_minor"),
    depositMinor: integer("deposit_minor"),
    proofWanted: boolean("proof_wanted").notNull().default(false),
    neutralCards: integer("neutral_cards").notNull().default(0),
    occasion: text("occasion"),
    setUpFrom: integer("set_up_from"),
    tableLength: integer("table_length"),
    photoOn: date("photo_on", { mode: "string" }),
    liveBy: date("live_by", { mode: "string" }),
    service: text("service"),
    print: boolean("print").notNull().default(false),
    heat: boolean("heat").notNull().default(false),
    matters: text("matters", { enum: MATTERS }).notNull().default("ordinary"),
    skipped: uuid("skipped").array().notNull().default([]),
    orderRef: text("order_ref"),
    copiedFrom: uuid("copied_from"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    foreignKey({ columns: [table.shopId, table.seasonId], foreignColumns: [season.shopId, season.id] }),
    index("need_by_season").on(table.shopId, table.seasonId, table.due, table.id),
    index("need_by_design").on(table.shopId, table.designId),
    index("need_of_stash")
      .on(table.shopId)
      .where(sql`${table.kind} = 'stash'`),
    unique("need_order_taken_once").on(table.shopId, table.orderRef),
    check("need_matters", sql`${table.matters} in ('ordinary', 'dear', 'must not fail')`),
    check("need_money", sql`coalesce(${table.priceMinor}, 0) >= 0 and coalesce(${table.depositMinor}, 0) >= 0 and ${table.neutralCards} >= 0`),
  ],
);

export const needLine = pgTable(
  "need_line",
  {
    ...owned,
    needId: uuid("need_id").notNull(),
    colourwayId: uuid("colourway_id").notNull(),
    quantity: integer("quantity").notNull(),
    assembled: integer("assembled").notNull().default(0),
    boxId: uuid("box_id"),
    fromLeft: integer("from_left").notNull().default(0),
    sold: integer("sold"),
    given: integer("given"),
    leftOver: integer("left_over"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
    foreignKey({ columns: [table.shopId, table.colourwayId], foreignColumns: [colourway.shopId, colourway.id] }),
    index("need_line_by_need").on(table.shopId, table.needId),
    check(
      "need_line_quantity",
      sql`${table.quantity} > 0 and ${table.assembled} >= 0 and ${table.assembled} <= ${table.quantity} and ${table.fromLeft} between 0 and ${table.assembled}`,
    ),
    check(
      "need_line_outcome",
      sql`(${table.sold} is null) = (${table.leftOver} is null) and (${table.given} is null) = (${table.leftOver} is null) and (${table.leftOver} is null or (${table.sold} >= 0 and ${table.given} >= 0 and ${table.leftOver} >= 0 and ${table.sold} + ${table.given} + ${table.leftOver} = ${table.assembled}))`,
    ),
  ],
);

export const sessionPattern = pgTable(
  "session_pattern",
  {
    ...owned,
    weekday: integer("weekday").notNull(),
    from: integer("from_minute").notNull(),
    to: integer("to_minute").notNull(),
    who: text("who", { enum: ["maker", "helper"] })
      .notNull()
      .default("maker"),
    light: boolean("light").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("session_times", sql`${table.weekday} between 0 and 6 and ${table.from} >= 0 and ${table.to} > ${table.from} and ${table.to} <= 1440`),
  ],
);

export const sessionChange = pgTable(
  "session_change",
  {
    ...owned,
    what: text("what", { enum: ["extra", "away", "busy"] }).notNull(),
    title: text("title").notNull().default(""),
    first: date("first_day", { mode: "string" }).notNull(),
    last: date("last_day", { mode: "string" }).notNull(),
    from: integer("from_minute"),
    to: integer("to_minute"),
    who: text("who", { enum: ["maker", "helper"] })
      .notNull()
      .default("maker"),
    light: boolean("light").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    index("session_change_by_day").on(table.shopId, table.first),
    check(
      "session_change_times",
      sql`${table.last} >= ${table.first} and (${table.from} is null) = (${table.to} is null) and (${table.from} is null or (${table.from} >= 0 and ${table.to} > ${table.from} and ${table.to} <= 1440))`,
    ),
    check("session_change_what", sql`${table.what} in ('extra', 'away', 'busy') and (${table.what} <> 'extra' or ${table.from} is not null)`),
  ],
);

/** A session whose work stays where the plan has it. */
export const pinnedSession = pgTable(
  "pinned_session",
  { ...owned, day: date("day", { mode: "string" }).notNull(), to: integer("to_minute").notNull(), who: text("who", { enum: ["maker", "helper"] }).notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    unique("pinned_session_once").on(table.shopId, table.day, table.to, table.who),
    check("pinned_session_to", sql`${table.to} between 0 and 1440`),
  ],
);

export const ownOccasion = pgTable(
  "own_occasion",
  {
    ...owned,
    title: text("title").notNull(),
    kind: text("kind", { enum: ["birthday", "anniversary", "wedding", "school", "other"] }).notNull(),
    year: integer("year"),
    since: integer("since"),
    month: integer("month").notNull(),
    date: integer("date_of_month").notNull(),
    householdId: uuid("household_id"),
    weeksAhead: integer("weeks_ahead").notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("own_occasion_day", sql`${table.month} between 1 and 12 and ${table.date} between 1 and 31 and ${table.weeksAhead} between 0 and 52`),
  ],
);

export const lesson = pgTable(
  "lesson",
  {
    ...owned,
    seasonId: ofSeason(),
    text: text("text").notNull(),
    moment: text("moment", { enum: ["planning", "splitting", "painting", "finishing", "sending"] }).notNull(),
    designId: uuid("design_id"),
    occasion: text("occasion"),
    stageId: uuid("stage_id"),
    kind: text("kind", { enum: lessonKinds }).notNull().default("keep"),
    notedOn: date("noted_on", { mode: "string" }).notNull(),
    helped: integer("helped").notNull().default(0),
    missed: integer("missed").notNull().default(0),
    answeredOn: date("answered_on", { mode: "string" }),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    foreignKey({ columns: [table.shopId, table.seasonId], foreignColumns: [season.shopId, season.id] }),
    index("lesson_by_day").on(table.shopId, table.notedOn),
    check("lesson_moment", sql`${table.moment} in ('planning', 'splitting', 'painting', 'finishing', 'sending') and length(${table.text}) between 1 and 400`),
  ],
);

/** What the first plan of a week said of each promise, and what came of it. */
export const forecastTable = pgTable(
  "forecast",
  {
    shopId: uuid("shop_id").notNull(),
    needId: uuid("need_id").notNull(),
    /** The Monday of the week. */
    week: date("week", { mode: "string" }).notNull(),
    chance: doublePrecision("chance").notNull(),
    /** The last day to be ready, as it was then. */
    readyBy: date("ready_by", { mode: "string" }).notNull(),
    /** Whether it went out by that day; null while neither has come. */
    kept: boolean("kept"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.needId, table.week] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }).onDelete("cascade"),
    index("forecast_by_week").on(table.shopId, table.week),
    check("forecast_chance", sql`${table.chance} between 0 and 1`),
  ],
);

/** The one plan of a shop's open season, and how many changes of the facts it waits for. */
export const seasonPlanTable = pgTable(
  "season_plan",
  {
    shopId: uuid("shop_id").notNull(),
    /** How often the facts have changed. */
    wanted: integer("wanted").notNull().default(0),
    /** Of which of these changes the plan is. */
    revision: integer("revision").notNull().default(-1),
    /** The change at which planning failed three times. */
    setAside: integer("set_aside"),
    /** The moment of its facts, and from when on they are no longer the present. */
    factsAt: timestamp("facts_at", { withTimezone: true }),
    staleAt: timestamp("stale_at", { withTimezone: true }),
    plan: jsonb("plan").$type<StoredPlan>(),
    /** Until when its work may wait; worked out after the plan. */
    starts: jsonb("starts").$type<PlanStarts>(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("season_plan_revision", sql`${table.revision} <= ${table.wanted} and (${table.plan} is null) = (${table.revision} < 0)`),
  ],
);

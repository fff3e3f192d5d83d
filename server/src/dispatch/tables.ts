import { householdStates, letterFates, undertakingKinds, type AddressParts } from "@yule/contract";
import { sql } from "drizzle-orm";
import { boolean, check, date, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { design } from "../designs/tables.ts";
import { need, needLine } from "../season/tables.ts";
import { shop } from "../shop/tables.ts";

export const household = pgTable(
  "household",
  {
    ...owned,
    name: text("name").notNull(),
    address: text("address").notNull(),
    country: text("country").notNull(),
    neutral: boolean("neutral").notNull(),
    without: text("without").array().notNull().default([]),
    likes: text("likes").array().notNull().default([]),
    language: text("language").notNull().default("en"),
    /** The address in its parts; null where it was told as one line. */
    parts: jsonb("parts").$type<AddressParts>(),
    state: text("state", { enum: householdStates }).notNull().default("here"),
    stateOn: date("state_on", { mode: "string" }),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    index("household_by_name").on(table.shopId, table.name, table.id),
    check("household_state", sql`${table.state} in ('here', 'moved', 'bereaved', 'no more') and (${table.state} = 'here' or ${table.stateOn} is not null)`),
  ],
);

/** Somebody who lives there; a birthday is a day of the season's own. */
export const personTable = pgTable(
  "person",
  { ...owned, householdId: uuid("household_id").notNull(), name: text("name").notNull(), occasionId: uuid("occasion_id"), diedOn: date("died_on", { mode: "string" }) },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.householdId], foreignColumns: [household.shopId, household.id] }),
    index("person_by_household").on(table.shopId, table.householdId),
  ],
);

/** Where a household is for a while. */
export const householdAddress = pgTable(
  "household_address",
  {
    ...owned,
    householdId: uuid("household_id").notNull(),
    address: text("address").notNull(),
    parts: jsonb("parts").$type<AddressParts>().notNull(),
    country: text("country").notNull(),
    from: date("first_day", { mode: "string" }).notNull(),
    until: date("last_day", { mode: "string" }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.householdId], foreignColumns: [household.shopId, household.id] }),
    index("household_address_by_household").on(table.shopId, table.householdId),
    check("household_address_days", sql`${table.until} >= ${table.from}`),
  ],
);

/** A card to one household: which it is, and how far it has come. */
export const recipient = pgTable(
  "recipient",
  {
    ...owned,
    needId: uuid("need_id").notNull(),
    householdId: uuid("household_id").notNull(),
    /** The line of its need that it takes its card from; null while that is open. */
    lineId: uuid("line_id"),
    written: boolean("written").notNull().default(false),
    postedOn: date("posted_on", { mode: "string" }),
    service: text("service"),
    fate: text("fate", { enum: letterFates }),
    fateOn: date("fate_on", { mode: "string" }),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
    foreignKey({ columns: [table.shopId, table.householdId], foreignColumns: [household.shopId, household.id] }),
    // A line may go while its cards are only planned: whose they were is open again. The migration empties this column alone.
    foreignKey({ columns: [table.shopId, table.lineId], foreignColumns: [needLine.shopId, needLine.id] }).onDelete("set null"),
    index("recipient_by_need").on(table.shopId, table.needId),
    index("recipient_by_household").on(table.shopId, table.householdId),
    index("recipient_by_line").on(table.shopId, table.lineId),
    index("recipient_arrived")
      .on(table.shopId, table.fateOn, table.id)
      .where(sql`${table.fate} in ('arrived', 'lost')`),
    check("recipient_posted", sql`(${table.postedOn} is null) = (${table.service} is null) and (${table.fate} is null or ${table.postedOn} is not null)`),
    check("recipient_fate", sql`(${table.fate} is null) = (${table.fateOn} is null) and (${table.fate} is null or ${table.fate} in ('arrived', 'came back', 'lost'))`),
  ],
);

/** Designs that a household has had, whatever season it was: no card comes twice. Without a need it was told by hand. */
export const householdHad = pgTable(
  "household_had",
  { ...owned, householdId: uuid("household_id").notNull(), designId: uuid("design_id").notNull(), needId: uuid("need_id"), on: date("had_on", { mode: "string" }) },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.householdId], foreignColumns: [household.shopId, household.id] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    index("household_had_by_household").on(table.shopId, table.householdId, table.designId),
  ],
);

/** Cards that came from a household. */
export const householdSent = pgTable("household_sent", { ...owned, householdId: uuid("household_id").notNull(), on: date("sent_on", { mode: "string" }).notNull() }, (table) => [
  primaryKey({ columns: [table.shopId, table.id] }),
  foreignKey({ columns: [table.shopId, table.householdId], foreignColumns: [household.shopId, household.id] }),
  index("household_sent_by_household").on(table.shopId, table.householdId, table.on),
]);

/** What is one thing to whoever waits: an order of several designs, a list, a fair. */
export const undertaking = pgTable("undertaking", { ...owned, kind: text("kind", { enum: undertakingKinds }).notNull(), title: text("title").notNull() }, (table) => [
  primaryKey({ columns: [table.shopId, table.id] }),
  check("undertaking_kind", sql`${table.kind} in ('order', 'mailing list', 'fair')`),
]);

/** The needs that hang under it; a need hangs under one. */
export const boundNeed = pgTable("bound_need", { ...owned, undertakingId: uuid("undertaking_id").notNull(), needId: uuid("need_id").notNull() }, (table) => [
  primaryKey({ columns: [table.shopId, table.id] }),
  foreignKey({ columns: [table.shopId, table.undertakingId], foreignColumns: [undertaking.shopId, undertaking.id] }),
  foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }).onDelete("cascade"),
  unique("bound_need_once").on(table.shopId, table.needId),
  index("bound_need_by_undertaking").on(table.shopId, table.undertakingId),
]);

export const posting = pgTable(
  "posting",
  {
    ...owned,
    needId: uuid("need_id").notNull(),
    on: date("posted_on", { mode: "string" }).notNull(),
    service: text("service").notNull(),
    costMinor: integer("cost_minor").notNull(),
    /** Its last letter went with it: the need is posted. */
    isWhole: boolean("is_whole").notNull().default(true),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
    index("posting_by_need").on(table.shopId, table.needId),
    index("posting_by_day").on(table.shopId, table.on),
    check("posting_cost", sql`${table.costMinor} >= 0`),
  ],
);

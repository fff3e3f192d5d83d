import { sql } from "drizzle-orm";
import { boolean, check, date, foreignKey, index, integer, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { need } from "../season/tables.ts";
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
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    index("household_by_name").on(table.shopId, table.name, table.id),
  ],
);

/** Which households a need goes to. */
export const recipient = pgTable("recipient", { ...owned, needId: uuid("need_id").notNull(), householdId: uuid("household_id").notNull() }, (table) => [
  primaryKey({ columns: [table.shopId, table.id] }),
  foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
  foreignKey({ columns: [table.shopId, table.householdId], foreignColumns: [household.shopId, household.id] }),
  index("recipient_by_need").on(table.shopId, table.needId),
  index("recipient_by_household").on(table.shopId, table.householdId),
]);

export const posting = pgTable(
  "posting",
  {
    ...owned,
    needId: uuid("need_id").notNull(),
    on: date("posted_on", { mode: "string" }).notNull(),
    service: text("service").notNull(),
    costMinor: integer("cost_minor").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
    index("posting_by_need").on(table.shopId, table.needId),
    index("posting_by_day").on(table.shopId, table.on),
    check("posting_cost", sql`${table.costMinor} >= 0`),
  ],
);

import { sql } from "drizzle-orm";
import { boolean, check, date, foreignKey, index, integer, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { household, undertaking } from "./tables.ts";

/** An order as one thing: the undertaking of the same id binds its needs and has its name. */
export const orderTable = pgTable(
  "customer_order",
  { ...owned, householdId: uuid("household_id"), priceMinor: integer("price_minor"), depositMinor: integer("deposit_minor") },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.id], foreignColumns: [undertaking.shopId, undertaking.id] }),
    // A household that is erased leaves its orders without one. The migration empties this column alone.
    foreignKey({ columns: [table.shopId, table.householdId], foreignColumns: [household.shopId, household.id] }).onDelete("set null"),
    index("customer_order_by_household").on(table.shopId, table.householdId),
    check("customer_order_money", sql`coalesce(${table.priceMinor}, 0) >= 0 and coalesce(${table.depositMinor}, 0) >= 0`),
  ],
);

/** What was paid for an order, or given back. */
export const orderPayment = pgTable(
  "order_payment",
  { ...owned, orderId: uuid("order_id").notNull(), minor: integer("minor").notNull(), on: date("paid_on", { mode: "string" }).notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.orderId], foreignColumns: [orderTable.shopId, orderTable.id] }),
    index("order_payment_by_order").on(table.shopId, table.orderId),
  ],
);

/** What the feed told of an order and was done here, or left as it is: each once. */
export const orderNews = pgTable(
  "order_news",
  {
    ...owned,
    ref: text("ref").notNull(),
    orderRef: text("order_ref").notNull(),
    /** Where its payments are noted; null where none were. */
    orderId: uuid("order_id"),
    isLeft: boolean("is_left").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    unique("order_news_taken_once").on(table.shopId, table.ref),
    foreignKey({ columns: [table.shopId, table.orderId], foreignColumns: [orderTable.shopId, orderTable.id] }),
    index("order_news_by_order").on(table.shopId, table.orderRef),
  ],
);

import { roles } from "@yule/contract";
import { sql } from "drizzle-orm";
import { index, integer, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";

/**
 * Devices that were let in. Of what they carry only the SHA-256 is kept. They speak of no other row, and no backup holds them: a shop that is put back lets nobody in
 * again who was sent out since.
 */
export const device = pgTable(
  "device",
  {
    shopId: uuid("shop_id").notNull(),
    id: uuid("id").notNull(),
    accountId: uuid("account_id").notNull(),
    name: text("name").notNull(),
    secretHash: text("secret_hash").notNull(),
    /** The one before, for answers that were on their way when it changed. */
    beforeHash: text("before_hash"),
    changedAt: timestamp("changed_at", { withTimezone: true }).notNull(),
    letInAt: timestamp("let_in_at", { withTimezone: true }).notNull(),
    seenAt: timestamp("seen_at", { withTimezone: true }).notNull(),
    endedAt: timestamp("ended_at", { withTimezone: true }),
    role: text("role", { enum: roles }).notNull().default("maker"),
    /** Argon2id of the figures that unlock it; null while it is not locked. */
    pinHash: text("pin_hash"),
    pinMisses: integer("pin_misses").notNull().default(0),
    pinMissedAt: timestamp("pin_missed_at", { withTimezone: true }),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    index("device_there")
      .on(table.shopId)
      .where(sql`${table.endedAt} is null`),
  ],
);

/** A code that lets one device in, once, for a while. */
export const letIn = pgTable(
  "let_in",
  {
    shopId: uuid("shop_id").notNull(),
    id: uuid("id").notNull(),
    accountId: uuid("account_id").notNull(),
    codeHash: text("code_hash").notNull(),
    until: timestamp("until", { withTimezone: true }).notNull(),
    /** Codes that were given wrongly while it stood. */
    misses: integer("misses").notNull().default(0),
    role: text("role", { enum: roles }).notNull().default("maker"),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] })],
);

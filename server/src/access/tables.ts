import { roles } from "@yule/contract";
import { sql } from "drizzle-orm";
import { bigint, index, integer, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { bytes } from "../db/columns.ts";

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
    /** When whoever holds it last said the passphrase, or showed a passkey. */
    provenAt: timestamp("proven_at", { withTimezone: true }),
    /** Of what its browser keeps when it leaves by itself: a browser that was in before is not slowed down by what others try. */
    knownHash: text("known_hash"),
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

/** The passphrase of an account. Kept by no backup: what opens the shop is a thing of this machine. */
export const signInKept = pgTable(
  "sign_in",
  {
    shopId: uuid("shop_id").notNull(),
    accountId: uuid("account_id").notNull(),
    /** Argon2id. */
    passphraseHash: text("passphrase_hash").notNull(),
    /** SHA-256 of the code that sets it anew. */
    resetHash: text("reset_hash").notNull(),
    changedAt: timestamp("changed_at", { withTimezone: true }).notNull(),
    /** Tries in vain by browsers that were never in, of late. */
    misses: integer("misses").notNull().default(0),
    missedAt: timestamp("missed_at", { withTimezone: true }),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.accountId] })],
);

/** Public keys of passkeys (Web Authentication Level 3). */
export const passkey = pgTable(
  "passkey",
  {
    shopId: uuid("shop_id").notNull(),
    /** As the browser names it, base64url. */
    id: text("id").notNull(),
    accountId: uuid("account_id").notNull(),
    name: text("name").notNull(),
    /** COSE, as it was given. */
    publicKey: bytes("public_key").notNull(),
    /** Signatures so far, where the passkey counts them; a count that goes back is a copy. */
    counter: bigint("counter", { mode: "number" }).notNull(),
    transports: text("transports").array().notNull(),
    madeAt: timestamp("made_at", { withTimezone: true }).notNull(),
    usedAt: timestamp("used_at", { withTimezone: true }),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] })],
);

/** What a passkey is asked to sign, once and for a while. */
export const challenge = pgTable(
  "challenge",
  {
    shopId: uuid("shop_id").notNull(),
    id: uuid("id").notNull(),
    /** Whose new passkey it is for; null where somebody signs in. */
    accountId: uuid("account_id"),
    challenge: text("challenge").notNull(),
    until: timestamp("until", { withTimezone: true }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] })],
);

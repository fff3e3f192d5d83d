import { ALL_READS } from "@yule/contract";
import { bigserial, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import type { Change } from "../db/change.ts";
import { account, shop } from "../shop/tables.ts";

/** One row per command: the logbook, undo, the live feed and learning all read it. */
export const event = pgTable(
  "event",
  {
    shopId: uuid("shop_id").notNull(),
    id: uuid("id").notNull(),
    seq: bigserial("seq", { mode: "number" }).notNull(),
    accountId: uuid("account_id").notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    kind: text("kind").notNull(),
    subjectKind: text("subject_kind").notNull(),
    subjectId: uuid("subject_id").notNull(),
    /** What happened, as values. Null in rows of before values were kept. */
    facts: jsonb("facts"),
    /** In plain words: what the search looks in, and all that older rows have. */
    summary: text("summary").notNull(),
    payload: jsonb("payload").notNull(),
    changes: jsonb("changes").$type<readonly Change[]>().notNull(),
    undoneBy: uuid("undone_by"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.accountId], foreignColumns: [account.shopId, account.id] }),
    index("event_by_seq").on(table.shopId, table.seq),
    index("event_by_at").on(table.shopId, table.at.desc(), table.seq.desc()),
  ],
);

/** How often each read of a shop was made stale: who has that revision of it has all of it. */
export const readRevision = pgTable(
  "read_revision",
  { shopId: uuid("shop_id").notNull(), name: text("name", { enum: ALL_READS }).notNull(), revision: integer("revision").notNull() },
  (table) => [primaryKey({ columns: [table.shopId, table.name] }), foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] })],
);

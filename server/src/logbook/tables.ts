import { ALL_READS, roles, type SeasonSum } from "@yule/contract";
import { sql } from "drizzle-orm";
import { bigserial, check, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import type { Change } from "../db/change.ts";
import { bytes, owned } from "../db/columns.ts";
import { account, picture, shop } from "../shop/tables.ts";

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
    /** By which device it was told, "" where the shop runs; null in rows of before this was kept. The name as it was: devices go. */
    toldBy: text("told_by"),
    toldAs: text("told_as", { enum: roles }),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.accountId], foreignColumns: [account.shopId, account.id] }),
    index("event_by_seq").on(table.shopId, table.seq),
    index("event_by_at").on(table.shopId, table.at.desc(), table.seq.desc()),
    // When needs were told of, which a season is looked back on by.
    index("event_of_needs")
      .on(table.shopId, table.at)
      .where(sql`${table.kind} in ('add-need', 'add-needs')`),
    index("event_by_teller")
      .on(table.shopId, table.toldBy, table.at.desc(), table.seq.desc())
      .where(sql`${table.toldBy} <> ''`),
  ],
);

/** How often each read of a shop was made stale: who has that revision of it has all of it. */
export const readRevision = pgTable(
  "read_revision",
  { shopId: uuid("shop_id").notNull(), name: text("name", { enum: ALL_READS }).notNull(), revision: integer("revision").notNull() },
  (table) => [primaryKey({ columns: [table.shopId, table.name] }), foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] })],
);

/** Voice notes, as the platform recorded them. */
export const recording = pgTable(
  "recording",
  {
    shopId: uuid("shop_id").notNull(),
    id: uuid("id").notNull(),
    mediaType: text("media_type").notNull(),
    bytes: bytes("bytes").notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] }), foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] })],
);

/** Words, photos and voice notes that are pinned to entries. */
export const entryNote = pgTable(
  "entry_note",
  {
    ...owned,
    eventId: uuid("event_id").notNull(),
    at: timestamp("at", { withTimezone: true }).notNull(),
    text: text("text").notNull(),
    pictureId: uuid("picture_id"),
    recordingId: uuid("recording_id"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.eventId], foreignColumns: [event.shopId, event.id] }),
    foreignKey({ columns: [table.shopId, table.pictureId], foreignColumns: [picture.shopId, picture.id] }),
    foreignKey({ columns: [table.shopId, table.recordingId], foreignColumns: [recording.shopId, recording.id] }),
    index("entry_note_by_event").on(table.shopId, table.eventId),
    check("entry_note_says", sql`${table.text} <> '' or ${table.pictureId} is not null or ${table.recordingId} is not null`),
  ],
);

/** What came of a season that is closed: worked out once, as nothing in it changes any more. It goes when the season is opened again. */
export const seasonSum = pgTable(
  "season_sum",
  { shopId: uuid("shop_id").notNull(), seasonId: uuid("season_id").notNull(), of: jsonb("of").$type<SeasonSum>().notNull() },
  (table) => [primaryKey({ columns: [table.shopId, table.seasonId] }), foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] })],
);

import { sql } from "drizzle-orm";
import { boolean, check, foreignKey, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { bytes } from "../db/columns.ts";
import type { ShopRead } from "@yule/contract";

export const shop = pgTable(
  "shop",
  {
    shopId: uuid("shop_id").notNull(),
    id: uuid("id").notNull(),
    version: integer("version").notNull().default(1),
    name: text("name").notNull(),
    address: text("address").notNull().default(""),
    lengthSystem: text("length_system", { enum: ["in", "cm"] }).notNull(),
    country: text("country").notNull(),
    region: text("region"),
    timeZone: text("time_zone").notNull(),
    currency: text("currency").notNull(),
    lateAfter: integer("late_after").notNull().default(1290),
    dryingPlaces: integer("drying_places"),
    changeover: integer("changeover").notNull().default(5),
    sureIn100: integer("sure_in_100").notNull().default(80),
    hourMinor: integer("hour_minor"),
    feeHundredths: integer("fee_hundredths").notNull().default(0),
    feeMinor: integer("fee_minor").notNull().default(0),
    helperMay: text("helper_may").array().notNull().default(["prepare", "assemble", "pack"]),
    occasionCountries: text("occasion_countries").array().notNull().default([]),
    calendarSecret: text("calendar_secret"),
    /** What it writes otherwise than its country. */
    manner: jsonb("manner").$type<ShopRead["manner"]>().notNull().default({}),
    /** Whether what lies in it is the demo, which is set back by a press. */
    isDemo: boolean("is_demo").notNull().default(false),
    rulesOff: jsonb("rules_off").$type<ShopRead["rulesOff"]>().notNull().default([]),
  },
  (table) => [
    primaryKey({ columns: [table.shopId] }),
    check("shop_is_its_own", sql`${table.shopId} = ${table.id}`),
    check(
      "shop_late_after",
      sql`${table.lateAfter} between 0 and 1440 and coalesce(${table.dryingPlaces}, 1) > 0 and ${table.changeover} >= 0 and ${table.sureIn100} between 50 and 95`,
    ),
    check("shop_rates", sql`coalesce(${table.hourMinor}, 0) >= 0 and ${table.feeHundredths} between 0 and 5000 and ${table.feeMinor} >= 0`),
    check("shop_length_system", sql`${table.lengthSystem} in ('in', 'cm')`),
  ],
);

export const account = pgTable(
  "account",
  { shopId: uuid("shop_id").notNull(), id: uuid("id").notNull(), name: text("name").notNull(), role: text("role", { enum: ["maker", "helper"] }).notNull() },
  (table) => [primaryKey({ columns: [table.shopId, table.id] }), foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] })],
);

export const picture = pgTable(
  "picture",
  {
    shopId: uuid("shop_id").notNull(),
    id: uuid("id").notNull(),
    mediaType: text("media_type").notNull(),
    width: integer("width").notNull(),
    height: integer("height").notNull(),
    bytes: bytes("bytes").notNull(),
    /** The picture this one was straightened and cropped from. */
    originalId: uuid("original_id"),
    /** The same at the size of the wall. */
    small: bytes("small"),
    at: timestamp("at", { withTimezone: true }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("picture_size", sql`octet_length(${table.bytes}) <= 12000000`),
  ],
);

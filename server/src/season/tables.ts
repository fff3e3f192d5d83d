import { sql } from "drizzle-orm";
import { check, date, foreignKey, index, integer, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { colourway, design } from "../designs/tables.ts";
import { shop } from "../shop/tables.ts";

export const need = pgTable(
  "need",
  {
    ...owned,
    kind: text("kind", { enum: ["commission", "order", "mailing list", "fair", "shop listing", "own use"] }).notNull(),
    title: text("title").notNull(),
    designId: uuid("design_id").notNull(),
    due: date("due", { mode: "string" }).notNull(),
    zone: text("zone", { enum: ["inland", "neighbour", "overseas"] }),
    priceMinor: integer("price_minor"),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.designId], foreignColumns: [design.shopId, design.id] }),
    index("need_by_due").on(table.shopId, table.due),
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
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.needId], foreignColumns: [need.shopId, need.id] }),
    foreignKey({ columns: [table.shopId, table.colourwayId], foreignColumns: [colourway.shopId, colourway.id] }),
    index("need_line_by_need").on(table.shopId, table.needId),
    check("need_line_quantity", sql`${table.quantity} > 0 and ${table.assembled} >= 0 and ${table.assembled} <= ${table.quantity}`),
  ],
);

export const sessionPattern = pgTable(
  "session_pattern",
  { ...owned, weekday: integer("weekday").notNull(), from: integer("from_minute").notNull(), to: integer("to_minute").notNull() },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("session_times", sql`${table.weekday} between 0 and 6 and ${table.from} >= 0 and ${table.to} > ${table.from} and ${table.to} <= 1440`),
  ],
);

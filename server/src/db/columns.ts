import { customType, integer, uuid } from "drizzle-orm/pg-core";

/** What every row of a shop has: whose it is, its id made by the sender, and how often it was written. */
export const owned = {
  shopId: uuid("shop_id").notNull(),
  id: uuid("id").notNull(),
  version: integer("version").notNull().default(1),
};

/** Bytes as they are. */
export const bytes = customType<{ data: Buffer }>({ dataType: () => "bytea" });

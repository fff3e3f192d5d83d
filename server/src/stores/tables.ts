import { STORE_KINDS } from "@yule/core";
import { grainSides, moveReasons, outlayKinds, surfaces, toBuyStates } from "@yule/contract";
import { sql } from "drizzle-orm";
import { bigint, boolean, check, date, foreignKey, index, integer, pgTable, primaryKey, text, timestamp, uniqueIndex, uuid } from "drizzle-orm/pg-core";
import { owned } from "../db/columns.ts";
import { shop } from "../shop/tables.ts";

/** What lies on the shelf. Amounts are whole units of the kind's measure; what came and went changes them, never a command by itself. */
export const storeTable = pgTable(
  "store",
  {
    ...owned,
    kind: text("kind", { enum: STORE_KINDS }).notNull(),
    name: text("name").notNull(),
    /** In 1/320 mm. */
    width: integer("width"),
    height: integer("height"),
    /** The sum of its moves. */
    onHand: integer("on_hand").notNull(),
    pack: integer("pack").notNull(),
    packCostMinor: integer("pack_cost_minor").notNull(),
    leadDays: integer("lead_days").notNull(),
    /** A paper known to hold masking fluid. */
    holdsMasking: boolean("holds_masking").notNull().default(false),
    /** Colour of card stock, #rrggbb. */
    hex: text("hex"),
    metallic: boolean("metallic").notNull().default(false),
    place: text("place").notNull().default(""),
    position: integer("position").notNull().default(0),
    code: text("code"),
    gsm: integer("gsm"),
    surface: text("surface", { enum: surfaces }),
    deckle: boolean("deckle").notNull().default(false),
    grain: text("grain", { enum: grainSides }),
    thickness: integer("thickness"),
    valueMinor: integer("value_minor"),
    keepsDays: integer("keeps_days"),
    pictureId: uuid("picture_id"),
    archived: boolean("archived").notNull().default(false),
    /** What taps took beyond what was there, until it is counted. */
    unbooked: integer("unbooked").notNull().default(0),
    /** What counts have taught: their number, and sums of logs in ten-thousandths. */
    counts: integer("counts").notNull().default(0),
    logSum: integer("log_sum").notNull().default(0),
    logSquares: integer("log_squares").notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("store_on_hand", sql`${table.onHand} >= 0`),
    check("store_pack", sql`${table.pack} > 0 and ${table.packCostMinor} >= 0 and ${table.leadDays} >= 0`),
    check("store_hex", sql`${table.hex} is null or ${table.hex} ~ '^#[0-9a-fA-F]{6}$'`),
    check("store_size", sql`(${table.width} is null or ${table.width} > 0) and (${table.height} is null or ${table.height} > 0)`),
    check("store_unbooked", sql`${table.unbooked} >= 0`),
  ],
);

export const supplierTable = pgTable(
  "supplier",
  {
    ...owned,
    name: text("name").notNull(),
    postMinor: integer("post_minor").notNull(),
    freeFromMinor: integer("free_from_minor"),
    leastMinor: integer("least_minor").notNull(),
    leadDays: integer("lead_days").notNull(),
    archived: boolean("archived").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    check("supplier_terms", sql`${table.postMinor} >= 0 and ${table.leastMinor} >= 0 and ${table.leadDays} >= 0 and coalesce(${table.freeFromMinor}, 0) >= 0`),
  ],
);

export const offerTable = pgTable(
  "offer",
  {
    ...owned,
    storeId: uuid("store_id").notNull(),
    supplierId: uuid("supplier_id").notNull(),
    pack: integer("pack").notNull(),
    packName: text("pack_name").notNull(),
    priceMinor: integer("price_minor").notNull(),
    atLeast: integer("at_least").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.storeId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    foreignKey({ columns: [table.shopId, table.supplierId], foreignColumns: [supplierTable.shopId, supplierTable.id] }),
    index("offer_by_store").on(table.shopId, table.storeId),
    index("offer_by_supplier").on(table.shopId, table.supplierId),
    check("offer_terms", sql`${table.pack} > 0 and ${table.priceMinor} > 0 and ${table.atLeast} > 0`),
  ],
);

/** What came together at one price. What is left is the sum of its moves. */
export const lotTable = pgTable(
  "lot",
  {
    ...owned,
    storeId: uuid("store_id").notNull(),
    code: text("code"),
    supplierId: uuid("supplier_id"),
    quantity: integer("quantity").notNull(),
    costMinor: integer("cost_minor").notNull(),
    left: integer("left_of_it").notNull(),
    valueLeft: integer("value_left").notNull(),
    receivedOn: date("received_on", { mode: "string" }).notNull(),
    openedOn: date("opened_on", { mode: "string" }),
    goodUntil: date("good_until", { mode: "string" }),
    /** In another currency than the shop's: what was paid, and the rate in millionths. */
    paidCurrency: text("paid_currency"),
    paidMinor: integer("paid_minor"),
    rateMillionths: bigint("rate_millionths", { mode: "number" }),
    retracted: boolean("retracted").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.storeId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    foreignKey({ columns: [table.shopId, table.supplierId], foreignColumns: [supplierTable.shopId, supplierTable.id] }),
    index("lot_with_something_left")
      .on(table.shopId, table.storeId)
      .where(sql`${table.left} > 0`),
    uniqueIndex("lot_code_once")
      .on(table.shopId, table.code)
      .where(sql`not ${table.retracted}`),
    check("lot_left", sql`${table.left} >= 0 and ${table.valueLeft} >= 0 and (${table.left} > 0 or ${table.valueLeft} = 0)`),
    check("lot_cost", sql`${table.quantity} > 0 and ${table.costMinor} >= 0`),
  ],
);

/** The ledger. A move that was undone stays, retracted; the shelf and the lots follow it by a trigger. */
export const storeMove = pgTable(
  "store_move",
  {
    ...owned,
    storeId: uuid("store_id").notNull(),
    lotId: uuid("lot_id"),
    quantity: integer("quantity").notNull(),
    /** In minor units, with the sign of the quantity. */
    valueMinor: integer("value_minor").notNull().default(0),
    /** What a tap would have taken beyond what was there; of a count, less what it settles of that. */
    unbooked: integer("unbooked").notNull().default(0),
    reason: text("reason", { enum: moveReasons }).notNull(),
    /** Of moves of before they had reasons. */
    why: text("why").notNull().default(""),
    needId: uuid("need_id"),
    batchId: uuid("batch_id"),
    unitId: uuid("unit_id"),
    stageId: uuid("stage_id"),
    /** What the tables said would go, whatever was learned since. */
    assumed: integer("assumed").notNull().default(0),
    /** What a count taught, see the store. */
    taughtCounts: integer("taught_counts").notNull().default(0),
    taughtLogSum: integer("taught_log_sum").notNull().default(0),
    taughtLogSquares: integer("taught_log_squares").notNull().default(0),
    at: timestamp("at", { withTimezone: true }).notNull(),
    retracted: boolean("retracted").notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.storeId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    foreignKey({ columns: [table.shopId, table.lotId], foreignColumns: [lotTable.shopId, lotTable.id] }),
    index("store_move_by_at").on(table.shopId, table.at),
    index("store_move_by_store").on(table.shopId, table.storeId, table.at),
    index("store_move_by_need").on(table.shopId, table.needId),
    index("store_move_of_unit").on(table.shopId, table.unitId, table.stageId),
  ],
);

/** What is to be bought, until it is there. */
export const toBuyTable = pgTable(
  "to_buy",
  {
    ...owned,
    storeId: uuid("store_id").notNull(),
    supplierId: uuid("supplier_id"),
    packs: integer("packs").notNull(),
    quantity: integer("quantity").notNull(),
    costMinor: integer("cost_minor").notNull(),
    orderBy: date("order_by", { mode: "string" }),
    state: text("state", { enum: toBuyStates }).notNull(),
    orderedOn: date("ordered_on", { mode: "string" }),
    receivedOn: date("received_on", { mode: "string" }),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId, table.storeId], foreignColumns: [storeTable.shopId, storeTable.id] }),
    foreignKey({ columns: [table.shopId, table.supplierId], foreignColumns: [supplierTable.shopId, supplierTable.id] }),
    index("to_buy_open")
      .on(table.shopId)
      .where(sql`${table.state} in ('listed', 'in the basket', 'ordered')`),
    index("to_buy_received")
      .on(table.shopId, table.supplierId, table.receivedOn)
      .where(sql`${table.state} = 'received'`),
    check("to_buy_packs", sql`${table.packs} > 0 and ${table.quantity} > 0 and ${table.costMinor} >= 0`),
  ],
);

/** Money that no single card took, shared by the cards of its season. */
export const outlayTable = pgTable(
  "outlay",
  {
    ...owned,
    kind: text("kind", { enum: outlayKinds }).notNull(),
    title: text("title").notNull(),
    costMinor: integer("cost_minor").notNull(),
    on: date("on_day", { mode: "string" }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    foreignKey({ columns: [table.shopId], foreignColumns: [shop.shopId] }),
    index("outlay_by_day").on(table.shopId, table.on),
    check("outlay_cost", sql`${table.costMinor} > 0`),
  ],
);

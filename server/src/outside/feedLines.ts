import { dayField, faultLine, faultsOf, newsKinds, zones, type FeedNews, type FeedOrder } from "@yule/contract";
import { z } from "zod";

const MOST_CARDS = 10_000;
const ref = z.string().trim().min(1).max(80);
const words = z.string().trim().min(1).max(120);
const minor = z.int().min(0).max(100_000_000);
const quantity = z.int().min(1).max(MOST_CARDS);

const placed = z.strictObject({
  kind: z.literal("placed"),
  ref,
  placedOn: dayField,
  buyer: words,
  listing: words,
  variant: words,
  quantity,
  promisedBy: dayField,
  zone: z.enum(zones),
  paidMinor: minor,
});
const news = z
  .strictObject({ kind: z.enum(newsKinds), ref, orderRef: ref, on: dayField, quantity: quantity.nullable().default(null), minor: minor.nullable().default(null) })
  .superRefine(({ kind, quantity, minor }, context) => {
    if (kind === "changed" && quantity === null) context.addIssue({ code: "custom", path: ["quantity"], message: "how many cards are wanted now" });
    if (kind !== "changed" && kind !== "cancelled" && minor === null) context.addIssue({ code: "custom", path: ["minor"], message: "how much was paid or goes back" });
  });
const line = z.discriminatedUnion("kind", [placed, news]);

/** What a feed of orders tells. */
export interface FeedTold {
  readonly orders: readonly FeedOrder[];
  readonly news: readonly FeedNews[];
  /** Lines that could not be read, each with what is wrong with it. The others count all the same. */
  readonly unread: readonly string[];
}

/** Reads JSON lines (RFC 8259 values, one a line): orders as they were placed, and what came of them. A number told twice counts once. */
export function readFeed(text: string): FeedTold {
  const orders = new Map<string, FeedOrder>();
  const told = new Map<string, FeedNews>();
  const unread: string[] = [];
  text.split(/\r?\n/).forEach((raw, index) => {
    if (raw.trim() === "") return;
    const place = `line ${String(index + 1)}`;
    const value = parsed(raw);
    if (value === undefined) return void unread.push(`${place}: given "${raw.slice(0, 40)}", allowed one JSON object`);
    const read = line.safeParse(value);
    if (!read.success) return void unread.push(...faultsOf(read.error, value).map((fault) => `${place}, ${faultLine(fault)}`));
    if (read.data.kind === "placed") {
      const { kind: _kind, ...order } = read.data;
      if (!orders.has(order.ref)) orders.set(order.ref, order);
    } else if (!told.has(read.data.ref)) told.set(read.data.ref, read.data);
  });
  return { orders: [...orders.values()], news: [...told.values()], unread };
}

function parsed(raw: string): unknown {
  try {
    return JSON.parse(raw);
  } catch {
    return undefined;
  }
}

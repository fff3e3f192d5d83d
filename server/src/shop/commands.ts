import type { CommandPayload } from "@yule/contract";
import { randomBytes } from "node:crypto";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";

export async function setShop(work: Work, said: CommandPayload<"set-shop">): Promise<Done> {
  await work.update("shop", work.shopId, said);
  return {
    subject: ["shop", work.shopId],
    summary: `The shop was set: ${Object.entries(said)
      .map(([key, value]) => `${key} ${String(value)}`)
      .join(", ")}`,
  };
}

/** A new address each time it is opened, so that one that was given away stops working for good. */
export async function setCalendarAddress(work: Work, said: CommandPayload<"set-calendar-address">): Promise<Done> {
  await work.update("shop", work.shopId, { calendarSecret: said.open ? randomBytes(24).toString("base64url") : null });
  return { subject: ["shop", work.shopId], summary: said.open ? "The calendar has a new address" : "The address of the calendar was withdrawn" };
}

import type { CommandPayload, shopCommands } from "@yule/contract";
import { randomBytes } from "node:crypto";
import type { Writing } from "../db/writing.ts";
import { checkPlace } from "../season/holidays.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";

async function setShop(writing: Writing, payload: CommandPayload<"set-shop">): Promise<HandlerResult<"set-shop">> {
  await checkPlaces(writing, payload);
  // A region is one of its country: another country leaves it behind.
  await writing.update("shop", writing.shopId, payload.country !== undefined && payload.region === undefined ? { ...payload, region: null } : payload);
  const { rulesOff, ...set } = payload;
  return { subject: ["shop", writing.shopId], facts: { ...set, ...(rulesOff ? { rulesOff: rulesOff.length } : {}) } };
}

async function checkPlaces(writing: Writing, payload: CommandPayload<"set-shop">): Promise<void> {
  if (typeof payload.region === "string") {
    const country = payload.country ?? (await writing.find("shop", writing.shopId))?.country ?? "";
    await checkPlace(`${country}-${payload.region}`, ["region"]);
  }
  for (const [index, place] of (payload.occasionCountries ?? []).entries()) await checkPlace(place, ["occasionCountries", index]);
}

/** A new address each time it is opened, so that one that was given away stops working for good. */
async function setCalendarAddress(writing: Writing, payload: CommandPayload<"set-calendar-address">): Promise<HandlerResult<"set-calendar-address">> {
  await writing.update("shop", writing.shopId, { calendarSecret: payload.open ? randomBytes(24).toString("base64url") : null });
  return { subject: ["shop", writing.shopId], facts: { open: payload.open } };
}

export const shopHandlers: Handlers<typeof shopCommands> = {
  "set-shop": setShop,
  "set-calendar-address": setCalendarAddress,
};

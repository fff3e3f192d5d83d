import type { CommandPayload } from "@yule/contract";
import { randomBytes } from "node:crypto";
import type { Work } from "../db/work.ts";
import { checkPlace } from "../season/holidays.ts";
import type { Done } from "../logbook/done.ts";

export async function setShop(work: Work, said: CommandPayload<"set-shop">): Promise<Done> {
  await checkPlaces(work, said);
  // A region is one of its country: another country leaves it behind.
  await work.update("shop", work.shopId, said.country !== undefined && said.region === undefined ? { ...said, region: null } : said);
  return {
    subject: ["shop", work.shopId],
    summary: `The shop was set: ${Object.entries(said)
      .map(([key, value]) =>
        Array.isArray(value) && key === "rulesOff" ? `${String(value.length)} rules of the route done otherwise` : `${key} ${JSON.stringify(value).replaceAll('"', "")}`,
      )
      .join(", ")}`,
  };
}

async function checkPlaces(work: Work, said: CommandPayload<"set-shop">): Promise<void> {
  if (typeof said.region === "string") {
    const country = said.country ?? (await work.find("shop", work.shopId))?.country ?? "";
    await checkPlace(`${country}-${said.region}`, ["region"]);
  }
  for (const [index, place] of (said.occasionCountries ?? []).entries()) await checkPlace(place, ["occasionCountries", index]);
}

/** A new address each time it is opened, so that one that was given away stops working for good. */
export async function setCalendarAddress(work: Work, said: CommandPayload<"set-calendar-address">): Promise<Done> {
  await work.update("shop", work.shopId, { calendarSecret: said.open ? randomBytes(24).toString("base64url") : null });
  return { subject: ["shop", work.shopId], summary: said.open ? "The calendar has a new address" : "The address of the calendar was withdrawn" };
}

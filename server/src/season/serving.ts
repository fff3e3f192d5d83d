import { phrase } from "@yule/core";
import type { CommandPayload, seasonCommands } from "@yule/contract";
import { and, eq, sql } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { isPosted } from "../dispatch/reads.ts";
import { leftOverCards } from "./reads.ts";
import { needLine } from "./tables.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";

/** Gives a need what is there already: panels of the stash to be assembled for it, and finished cards that were left over. */
async function serveNeed(writing: Writing, payload: CommandPayload<"serve-need">): Promise<HandlerResult<"serve-need">> {
  const found = await writing.find("need", payload.needId);
  if (!found) return missing("need", ["needId"], payload.needId);
  if (payload.unitIds.length + payload.lines.length === 0)
    refuse({ code: "nothing", path: ["unitIds"], given: phrase`nothing`, allowed: phrase`panels of the stash, or cards left over` });
  const lines = await linesOf(writing, payload.needId);
  for (const [index, unitId] of payload.unitIds.entries()) await givePanel(writing, payload.needId, unitId, lines, ["unitIds", index]);
  let cards = 0;
  for (const [index, line] of payload.lines.entries()) {
    const own = lines.find((each) => each.id === line.lineId);
    if (!own) return missing("line of this need", ["lines", index, "lineId"], line.lineId);
    await giveCards(writing, own, line.quantity, ["lines", index, "quantity"]);
    cards += line.quantity;
  }
  return { subject: ["need", payload.needId], facts: { title: found.title, panels: payload.unitIds.length, cards } };
}

type Line = typeof needLine.$inferSelect;

const linesOf = (writing: Writing, needId: string): Promise<Line[]> =>
  writing.tx
    .select()
    .from(needLine)
    .where(and(eq(needLine.shopId, writing.shopId), eq(needLine.needId, needId)))
    .for("no key update");

async function givePanel(writing: Writing, needId: string, unitId: string, lines: readonly Line[], path: (string | number)[]): Promise<void> {
  const panel = await writing.find("unit", unitId);
  if (!panel) return missing("panel", path, unitId);
  const home = await writing.find("batch", panel.batchId);
  const owner = home && (await writing.find("need", home.needId));
  // Panels painted to refill the stash belong to it when they are good.
  const isStash = panel.grade === "stash" || (panel.grade === "good" && owner?.kind === "stash");
  if (!isStash || panel.servesNeedId !== null)
    refuse({
      code: "not-in-stash",
      path,
      given: phrase`panel ${panel.number}, ${panel.servesNeedId === null ? (panel.grade ?? "not judged") : "given away already"}`,
      allowed: phrase`a panel of the stash`,
    });
  if (!home || !lines.some((line) => line.colourwayId === panel.colourwayId))
    refuse({ code: "other-colourway", path, given: phrase`panel ${panel.number}`, allowed: phrase`a panel of a design and colourway that the need asks for` });
  await writing.update("unit", unitId, { servesNeedId: needId });
}

async function giveCards(writing: Writing, line: Line, quantity: number, path: (string | number)[]): Promise<void> {
  // Two needs that reach for the same cards meet here.
  await writing.tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`left over ${line.colourwayId}`}, 0))`);
  const free = await leftOverCards(writing.tx, line.colourwayId);
  const lacking = line.quantity - line.assembled;
  const most = Math.max(0, Math.min(free, lacking));
  if (quantity > most)
    refuse({
      code: free < lacking ? "not-left-over" : "more-than-needed",
      path,
      given: [{ count: quantity }],
      allowed: phrase`at most ${most}, ${free < lacking ? "left over" : "what the need still lacks"}`,
    });
  await writing.update("needLine", line.id, { assembled: line.assembled + quantity, fromLeft: line.fromLeft + quantity });
}

/** What came of a need that is done. What was neither sold nor given is left over and can serve another. */
async function tellOutcome(writing: Writing, payload: CommandPayload<"tell-outcome">): Promise<HandlerResult<"tell-outcome">> {
  const found = await writing.find("need", payload.needId);
  if (!found) return missing("need", ["needId"], payload.needId);
  if (!(await isPosted(writing.tx, payload.needId)))
    refuse({ code: "not-done", path: ["needId"], given: [{ name: found.title, of: "need" }], allowed: phrase`a need that was posted or handed over` });
  const lines = await linesOf(writing, payload.needId);
  let [sold, left] = [0, 0];
  for (const [index, outcome] of payload.lines.entries()) {
    const line = lines.find((each) => each.id === outcome.lineId);
    if (!line) return missing("line of this need", ["lines", index, "lineId"], outcome.lineId);
    const rest = line.assembled - outcome.sold - outcome.given;
    if (rest < 0)
      refuse({
        code: "more-than-made",
        path: ["lines", index, "sold"],
        given: phrase`${outcome.sold} sold and ${outcome.given} given`,
        allowed: phrase`together at most ${line.assembled}, the cards made`,
      });
    await checkStillLeft(writing, line, rest, ["lines", index, "sold"]);
    await writing.update("needLine", line.id, { sold: outcome.sold, given: outcome.given, leftOver: rest });
    sold += outcome.sold;
    left += rest;
  }
  return { subject: ["need", payload.needId], facts: { title: found.title, sold, leftOver: left } };
}

/** Cards said to be left over may serve another need by now: the count cannot go below what was given on. */
async function checkStillLeft(writing: Writing, line: Line, left: number, path: (string | number)[]): Promise<void> {
  const free = await leftOverCards(writing.tx, line.colourwayId);
  const givenOn = (line.leftOver ?? 0) - free;
  if (left < givenOn) refuse({ code: "given-on", path, given: phrase`${left} left over`, allowed: phrase`at least ${givenOn}, which serve another need already` });
}

export const servingHandlers: Pick<Handlers<typeof seasonCommands>, "serve-need" | "tell-outcome"> = {
  "serve-need": serveNeed,
  "tell-outcome": tellOutcome,
};

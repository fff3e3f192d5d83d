import { seasonFor, seasonThingHandlers } from "./seasons.ts";
import { lessonHandlers } from "./lessons.ts";
import { servingHandlers } from "./serving.ts";
import { termFaults, type ChangedTime, type CommandPayload, type NeedChanged, type seasonCommands } from "@yule/contract";
import { dayAt, minuteOfDayAt, phrase, day, type Day } from "@yule/core";
import { and, eq } from "drizzle-orm";
import { v7 } from "uuid";
import { missing, refuse, Refusal } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { isBegun } from "../bench/reads.ts";
import { colourwaysOfDesign, stagesOfDesign } from "../designs/reads.ts";
import { allHouseholds } from "../dispatch/reads.ts";
import { dropNeed } from "./dropNeed.ts";
import { needLinesOf } from "./reads.ts";
import { need, pinnedSession, sessionPattern } from "./tables.ts";

async function addNeed(writing: Writing, payload: CommandPayload<"add-need">): Promise<HandlerResult<"add-need">> {
  const found = await writing.find("design", payload.designId);
  if (!found) return missing("design", ["designId"], payload.designId);
  if (found.archived)
    refuse({
      code: "put-away",
      path: ["designId"],
      given: phrase`${{ name: found.name, of: "design" }}, which is put away`,
      allowed: phrase`a design that is in use; bring it back first`,
    });
  await checkDue(writing, payload.due);
  await checkColourways(writing, payload.designId, payload.lines);
  await checkSkipped(writing, payload.designId, payload.skipped);
  if (payload.service !== null) checkService(writing, payload.zone, payload.service);
  if (payload.orderRef !== null) await checkOrder(writing, payload.orderRef);
  const { lines, householdIds, allHouseholds: toAll, seasonId, ...row } = payload;
  await writing.insert("need", { ...row, seasonId: await seasonFor(writing, seasonId) });
  await writing.insertAll(
    "needLine",
    lines.map((line) => ({ ...line, needId: payload.id, assembled: 0 })),
  );
  const households = toAll ? await allHouseholds(writing.tx) : householdIds;
  await writing.insertAll(
    "recipient",
    households.map((householdId) => ({ id: v7(), needId: payload.id, householdId })),
  );
  const cards = lines.reduce((sum, line) => sum + line.quantity, 0);
  return { subject: ["need", payload.id], facts: { title: payload.title, cards, design: found.name, due: payload.due } };
}

/** An order of the feed becomes one need, however often it is sent. */
async function checkOrder(writing: Writing, orderRef: string): Promise<void> {
  const [taken] = await writing.tx
    .select({ title: need.title })
    .from(need)
    .where(and(eq(need.shopId, writing.shopId), eq(need.orderRef, orderRef)));
  if (taken)
    refuse({ code: "order-taken", path: ["orderRef"], given: [{ text: orderRef }], allowed: phrase`an order not taken yet: this one is ${{ name: taken.title, of: "need" }}` });
}

/** All or nothing: the first fault names its row, and nothing of the file is kept. */
async function addNeeds(writing: Writing, payload: CommandPayload<"add-needs">): Promise<HandlerResult<"add-needs">> {
  for (const [index, each] of payload.needs.entries()) {
    try {
      await addNeed(writing, each);
    } catch (thrown) {
      if (!(thrown instanceof Refusal)) throw thrown;
      throw new Refusal(
        thrown.status,
        thrown.title,
        thrown.faults.map((fault) => ({ ...fault, path: ["needs", index, ...fault.path] })),
      );
    }
  }
  return { subject: ["need", payload.needs[0]?.id ?? writing.shopId], facts: { needs: payload.needs.length } };
}

async function changeNeed(writing: Writing, payload: CommandPayload<"change-need">): Promise<HandlerResult<"change-need">> {
  const found = await writing.find("need", payload.id);
  if (!found) return missing("need", ["id"], payload.id);
  if (payload.due && payload.due !== found.due) await checkDue(writing, payload.due);
  if (payload.skipped) await checkSkipped(writing, found.designId, payload.skipped);
  const zone = payload.zone === undefined ? found.zone : payload.zone;
  if (payload.service) checkService(writing, zone, payload.service);
  const { id: _id, version, lines: _lines, ...changed } = payload;
  const changes = Object.fromEntries(Object.entries(changed).filter(([, value]) => value !== undefined));
  const lines = payload.lines ?? (await needLinesOf(writing.tx, payload.id));
  for (const fault of termFaults({ ...found, ...changes, lines })) refuse({ ...fault, code: "contradicts" });
  await writing.update("need", payload.id, changed, version);
  if (payload.lines) {
    await checkColourways(writing, found.designId, payload.lines);
    const old = await needLinesOf(writing.tx, payload.id);
    const known = new Map(old.map((line) => [line.id, line]));
    for (const [index, line] of payload.lines.entries()) {
      const before = known.get(line.id);
      known.delete(line.id);
      if (before && line.quantity < before.assembled)
        refuse({
          code: "fewer-than-made",
          path: ["lines", index, "quantity"],
          given: [{ count: line.quantity }],
          allowed: phrase`at least ${before.assembled}, already assembled`,
        });
      if (before) await writing.update("needLine", line.id, { quantity: line.quantity, colourwayId: line.colourwayId });
      else await writing.insert("needLine", { ...line, needId: payload.id, assembled: 0 });
    }
    for (const id of known.keys()) await writing.remove("needLine", id);
  }
  return { subject: ["need", payload.id], facts: { title: found.title, changed: whatChanged(payload) } };
}

const whatChanged = ({ due, lines, print, heat, matters, service, skipped }: CommandPayload<"change-need">): NeedChanged => ({
  due,
  cards: lines?.reduce((sum, line) => sum + line.quantity, 0),
  print,
  heat,
  matters,
  service,
  skipped: skipped?.length,
});

async function removeNeed(writing: Writing, payload: CommandPayload<"remove-need">): Promise<HandlerResult<"remove-need">> {
  const found = await writing.find("need", payload.id);
  if (!found) return missing("need", ["id"], payload.id);
  if (await isBegun(writing.tx, payload.id))
    refuse({ code: "begun", path: ["id"], given: [{ name: found.title, of: "need" }], allowed: phrase`a need without panels on the bench` });
  await dropNeed(writing, payload.id, payload.version);
  return { subject: ["need", payload.id], facts: { title: found.title } };
}

async function setSessions(writing: Writing, payload: CommandPayload<"set-sessions">): Promise<HandlerResult<"set-sessions">> {
  const old = await writing.tx.select({ id: sessionPattern.id }).from(sessionPattern).where(eq(sessionPattern.shopId, writing.shopId));
  for (const each of old) await writing.remove("sessionPattern", each.id);
  for (const each of payload.pattern) await writing.insert("sessionPattern", each);
  return { subject: ["shop", writing.shopId], facts: { sessions: payload.pattern.length } };
}

/** The shop's day and its minute. */
async function nowIn(writing: Writing): Promise<{ readonly today: Day; readonly minute: number }> {
  const zone = (await writing.find("shop", writing.shopId))?.timeZone ?? "UTC";
  return { today: dayAt(writing.at, zone), minute: minuteOfDayAt(writing.at, zone) };
}

/** A due day in the past cannot be met any more. */
async function checkDue(writing: Writing, due: string): Promise<void> {
  const { today } = await nowIn(writing);
  if (due < today) refuse({ code: "past", path: ["due"], given: [{ day: day(due) }], allowed: phrase`today, ${{ day: today }}, or later` });
}

async function checkColourways(writing: Writing, designId: string, lines: readonly { colourwayId: string }[]): Promise<void> {
  const known = await colourwaysOfDesign(writing.tx, designId);
  lines.forEach((line, index) => {
    if (!known.some((each) => each.id === line.colourwayId)) missing("colourway of this design", ["lines", index, "colourwayId"], line.colourwayId);
  });
}

/** What is over changes nothing any more: nobody sits down at the table yesterday. @param path where each stands in what was told */
async function checkToCome(writing: Writing, changes: readonly CommandPayload<"add-session-change">[], path: (index: number) => (string | number)[]): Promise<void> {
  const { today, minute } = await nowIn(writing);
  changes.forEach(({ what, last, to }, index) => {
    if (last < today) refuse({ code: "past", path: [...path(index), "last"], given: [{ day: day(last) }], allowed: phrase`today, ${{ day: today }}, or later` });
    if (what === "extra" && last === today && to !== null && to <= minute)
      refuse({ code: "past", path: [...path(index), "to"], given: [{ time: to }], allowed: phrase`an end after ${{ time: minute }}, as it is now` });
  });
}

async function addSessionChange(writing: Writing, payload: CommandPayload<"add-session-change">): Promise<HandlerResult<"add-session-change">> {
  await checkToCome(writing, [payload], () => []);
  await writing.insert("sessionChange", payload);
  return { subject: ["shop", writing.shopId], facts: changedTime(payload) };
}

async function addSessionChanges(writing: Writing, payload: CommandPayload<"add-session-changes">): Promise<HandlerResult<"add-session-changes">> {
  await checkToCome(writing, payload.changes, (index) => ["changes", index]);
  for (const each of payload.changes) await writing.insert("sessionChange", each);
  const [first] = payload.changes;
  return {
    subject: ["shop", writing.shopId],
    facts: { changes: payload.changes.length, only: payload.changes.length === 1 && first ? changedTime(first) : null },
  };
}

async function removeSessionChange(writing: Writing, payload: CommandPayload<"remove-session-change">): Promise<HandlerResult<"remove-session-change">> {
  const found = await writing.find("sessionChange", payload.id);
  if (!found) return missing("change of sessions", ["id"], payload.id);
  await writing.remove("sessionChange", payload.id, payload.version);
  return { subject: ["shop", writing.shopId], facts: changedTime(found) };
}

async function pinSession(writing: Writing, payload: CommandPayload<"pin-session">): Promise<HandlerResult<"pin-session">> {
  const { today, minute } = await nowIn(writing);
  const { day: on, to } = payload;
  if (on < today || (on === today && to <= minute))
    refuse({ code: "past", path: ["day"], given: [{ day: day(on) }], allowed: phrase`a session from today, ${{ day: today }}, on` });
  const [known] = await writing.tx
    .select()
    .from(pinnedSession)
    .where(and(eq(pinnedSession.day, on), eq(pinnedSession.to, to), eq(pinnedSession.who, payload.who)));
  if (known) refuse({ code: "twice", path: ["day"], given: [{ day: day(on) }], allowed: phrase`a session that does not stay as it is already` });
  await writing.insert("pinnedSession", payload);
  return { subject: ["shop", writing.shopId], facts: { day: on } };
}

async function unpinSession(writing: Writing, payload: CommandPayload<"unpin-session">): Promise<HandlerResult<"unpin-session">> {
  const found = await writing.find("pinnedSession", payload.id);
  if (!found) return missing("pinned session", ["id"], payload.id);
  await writing.remove("pinnedSession", payload.id, payload.version);
  return { subject: ["shop", writing.shopId], facts: { day: found.day } };
}

const changedTime = ({ what, who, title, first, last, from, to }: ChangedTime): ChangedTime => ({ what, who, title, first, last, from, to });

async function addOwnOccasion(writing: Writing, payload: CommandPayload<"add-own-occasion">): Promise<HandlerResult<"add-own-occasion">> {
  if (payload.householdId !== null && !(await writing.find("household", payload.householdId))) return missing("household", ["householdId"], payload.householdId);
  await writing.insert("ownOccasion", payload);
  return {
    subject: ["shop", writing.shopId],
    facts: { title: payload.title, date: payload.date, month: payload.month, year: payload.year },
  };
}

async function addOwnOccasions(writing: Writing, payload: CommandPayload<"add-own-occasions">): Promise<HandlerResult<"add-own-occasions">> {
  for (const each of payload.occasions) await addOwnOccasion(writing, each);
  return { subject: ["shop", writing.shopId], facts: { occasions: payload.occasions.length } };
}

async function removeOwnOccasion(writing: Writing, payload: CommandPayload<"remove-own-occasion">): Promise<HandlerResult<"remove-own-occasion">> {
  const found = await writing.find("ownOccasion", payload.id);
  if (!found) return missing("occasion", ["id"], payload.id);
  await writing.remove("ownOccasion", payload.id, payload.version);
  return { subject: ["shop", writing.shopId], facts: { title: found.title } };
}

async function checkSkipped(writing: Writing, designId: string, skipped: readonly string[]): Promise<void> {
  if (skipped.length === 0) return;
  const stages = await stagesOfDesign(writing.tx, designId);
  skipped.forEach((id, index) => {
    if (!stages.some((each) => each.id === id)) missing("stage of this design", ["skipped", index], id);
  });
  if (skipped.length >= stages.length) refuse({ code: "no-route", path: ["skipped"], given: phrase`every stage`, allowed: phrase`a route with at least one stage left` });
}

function checkService(writing: Writing, zone: string | null, service: string): void {
  const offered = writing.outside.carrier.table.filter((line) => line.zone === zone).map((line) => line.service);
  if (!offered.includes(service))
    refuse({ code: "no-service", path: ["service"], given: [{ text: service }], allowed: [offered.length > 0 ? offered.join(", ") : "none: it is handed over"] });
}

export const seasonHandlers: Handlers<typeof seasonCommands> = {
  "add-need": addNeed,
  "change-need": changeNeed,
  "remove-need": removeNeed,
  "add-needs": addNeeds,
  "set-sessions": setSessions,
  "add-session-change": addSessionChange,
  "add-session-changes": addSessionChanges,
  "remove-session-change": removeSessionChange,
  "pin-session": pinSession,
  "unpin-session": unpinSession,
  "add-own-occasion": addOwnOccasion,
  "add-own-occasions": addOwnOccasions,
  "remove-own-occasion": removeOwnOccasion,
  ...seasonThingHandlers,
  ...servingHandlers,
  ...lessonHandlers,
};

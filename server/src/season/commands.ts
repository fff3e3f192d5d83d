import { termFaults, type CommandPayload } from "@yule/contract";
import { dayAt, minuteOfDayAt, phrase, day, printTime, type Day } from "@yule/core";
import { and, eq } from "drizzle-orm";
import { v7 } from "uuid";
import { missing, refuse, Refusal } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";
import { batch, colourway, recipient, stage, unit } from "../db/tables.ts";
import { need, needLine, sessionPattern } from "./tables.ts";

export async function addNeed(work: Work, said: CommandPayload<"add-need">): Promise<Done> {
  const found = await work.find("design", said.designId);
  if (!found) return missing("design", ["designId"], said.designId);
  if (found.archived)
    refuse({
      code: "put-away",
      path: ["designId"],
      given: phrase`${{ name: found.name, of: "design" }}, which is put away`,
      allowed: ["a design that is in use; bring it back first"],
    });
  await checkDue(work, said.due);
  await checkColourways(work, said.designId, said.lines);
  await checkSkipped(work, said.designId, said.skipped);
  if (said.service !== null) checkService(work, said.zone, said.service);
  if (said.orderRef !== null) await checkOrder(work, said.orderRef);
  const { lines, householdIds, ...row } = said;
  await work.insert("need", row);
  for (const line of lines) await work.insert("needLine", { ...line, needId: said.id, assembled: 0 });
  for (const householdId of householdIds) await work.insert("recipient", { id: v7(), needId: said.id, householdId });
  const cards = lines.reduce((sum, line) => sum + line.quantity, 0);
  return { subject: ["need", said.id], summary: `${said.title}: ${String(cards)} × ${found.name} by ${said.due}` };
}

/** An order of the feed becomes one need, however often it is sent. */
async function checkOrder(work: Work, orderRef: string): Promise<void> {
  const [taken] = await work.tx
    .select({ title: need.title })
    .from(need)
    .where(and(eq(need.shopId, work.shopId), eq(need.orderRef, orderRef)));
  if (taken)
    refuse({ code: "order-taken", path: ["orderRef"], given: [{ text: orderRef }], allowed: phrase`an order not taken yet: this one is ${{ name: taken.title, of: "need" }}` });
}

/** All or nothing: the first fault names its row, and nothing of the file is kept. */
export async function addNeeds(work: Work, said: CommandPayload<"add-needs">): Promise<Done> {
  for (const [index, each] of said.needs.entries()) {
    try {
      await addNeed(work, each);
    } catch (thrown) {
      if (!(thrown instanceof Refusal)) throw thrown;
      throw new Refusal(
        thrown.status,
        thrown.message,
        thrown.faults.map((fault) => ({ ...fault, path: ["needs", index, ...fault.path] })),
      );
    }
  }
  return { subject: ["need", said.needs[0]?.id ?? work.shopId], summary: `${String(said.needs.length)} needs added together` };
}

export async function changeNeed(work: Work, said: CommandPayload<"change-need">): Promise<Done> {
  const found = await work.find("need", said.id);
  if (!found) return missing("need", ["id"], said.id);
  if (said.due && said.due !== found.due) await checkDue(work, said.due);
  if (said.skipped) await checkSkipped(work, found.designId, said.skipped);
  const zone = said.zone === undefined ? found.zone : said.zone;
  if (said.service) checkService(work, zone, said.service);
  const { id: _id, version, lines: _lines, ...changed } = said;
  const told = Object.fromEntries(Object.entries(changed).filter(([, value]) => value !== undefined));
  const lines = said.lines ?? (await linesOf(work, said.id));
  for (const fault of termFaults({ ...found, ...told, lines })) refuse({ ...fault, code: "contradicts" });
  await work.update("need", said.id, changed, version);
  if (said.lines) {
    await checkColourways(work, found.designId, said.lines);
    const old = await linesOf(work, said.id);
    const known = new Map(old.map((line) => [line.id, line]));
    for (const [index, line] of said.lines.entries()) {
      const before = known.get(line.id);
      known.delete(line.id);
      if (before && line.quantity < before.assembled)
        refuse({
          code: "fewer-than-made",
          path: ["lines", index, "quantity"],
          given: [{ count: line.quantity }],
          allowed: phrase`at least ${before.assembled}, already assembled`,
        });
      if (before) await work.update("needLine", line.id, { quantity: line.quantity, colourwayId: line.colourwayId });
      else await work.insert("needLine", { ...line, needId: said.id, assembled: 0 });
    }
    for (const id of known.keys()) await work.remove("needLine", id);
  }
  return { subject: ["need", said.id], summary: `${found.title} changed${whatChanged(said)}` };
}

const linesOf = (work: Work, needId: string) =>
  work.tx
    .select()
    .from(needLine)
    .where(and(eq(needLine.shopId, work.shopId), eq(needLine.needId, needId)));

/** The change in the maker's words. */
function whatChanged(said: CommandPayload<"change-need">): string {
  const cards = said.lines?.reduce((sum, line) => sum + line.quantity, 0);
  const words = [
    said.due && `now due ${said.due}`,
    cards !== undefined && `now ${String(cards)} cards`,
    said.print !== undefined && (said.print ? "printed from one master" : "painted card by card"),
    said.heat !== undefined && (said.heat ? "dried with the heat tool" : "dried by air"),
    said.service !== undefined && (said.service === null ? "posted the cheapest way in time" : `posted as ${said.service}`),
    said.skipped && (said.skipped.length > 0 ? `${String(said.skipped.length)} stages left out` : "with its whole route"),
  ].filter((word) => typeof word === "string" && word !== "");
  return words.length > 0 ? `: ${words.join(", ")}` : "";
}

export async function removeNeed(work: Work, said: CommandPayload<"remove-need">): Promise<Done> {
  const found = await work.find("need", said.id);
  if (!found) return missing("need", ["id"], said.id);
  const [begun] = await work.tx
    .select({ id: batch.id })
    .from(batch)
    .where(and(eq(batch.shopId, work.shopId), eq(batch.needId, said.id)))
    .limit(1);
  if (begun) refuse({ code: "begun", path: ["id"], given: [{ name: found.title, of: "need" }], allowed: ["a need without panels on the bench"] });
  const lines = await work.tx
    .select({ id: needLine.id })
    .from(needLine)
    .where(and(eq(needLine.shopId, work.shopId), eq(needLine.needId, said.id)));
  for (const line of lines) await work.remove("needLine", line.id);
  const households = await work.tx
    .select({ id: recipient.id })
    .from(recipient)
    .where(and(eq(recipient.shopId, work.shopId), eq(recipient.needId, said.id)));
  for (const each of households) await work.remove("recipient", each.id);
  // Panels of the stash that were given to it go back there.
  const given = await work.tx
    .select({ id: unit.id })
    .from(unit)
    .where(and(eq(unit.shopId, work.shopId), eq(unit.servesNeedId, said.id)));
  for (const each of given) await work.update("unit", each.id, { servesNeedId: null });
  await work.remove("need", said.id, said.version);
  return { subject: ["need", said.id], summary: `${found.title} removed` };
}

export async function setSessions(work: Work, said: CommandPayload<"set-sessions">): Promise<Done> {
  const old = await work.tx.select({ id: sessionPattern.id }).from(sessionPattern).where(eq(sessionPattern.shopId, work.shopId));
  for (const each of old) await work.remove("sessionPattern", each.id);
  for (const each of said.pattern) await work.insert("sessionPattern", each);
  return { subject: ["shop", work.shopId], summary: `${String(said.pattern.length)} sessions a week` };
}

/** The shop's day and its minute. */
async function nowIn(work: Work): Promise<{ readonly today: Day; readonly minute: number }> {
  const zone = (await work.find("shop", work.shopId))?.timeZone ?? "UTC";
  return { today: dayAt(work.at, zone), minute: minuteOfDayAt(work.at, zone) };
}

/** A due day in the past cannot be met any more. */
async function checkDue(work: Work, due: string): Promise<void> {
  const { today } = await nowIn(work);
  if (due < today) refuse({ code: "past", path: ["due"], given: [{ day: day(due) }], allowed: phrase`today, ${{ day: today }}, or later` });
}

async function checkColourways(work: Work, designId: string, lines: readonly { colourwayId: string }[]): Promise<void> {
  const known = await work.tx
    .select({ id: colourway.id })
    .from(colourway)
    .where(and(eq(colourway.shopId, work.shopId), eq(colourway.designId, designId)));
  lines.forEach((line, index) => {
    if (!known.some((each) => each.id === line.colourwayId)) missing("colourway of this design", ["lines", index, "colourwayId"], line.colourwayId);
  });
}

/** What is over changes nothing any more: nobody sits down at the table yesterday. @param path where each stands in what was told */
async function checkToCome(work: Work, changes: readonly CommandPayload<"add-session-change">[], path: (index: number) => (string | number)[]): Promise<void> {
  const { today, minute } = await nowIn(work);
  changes.forEach(({ what, last, to }, index) => {
    if (last < today) refuse({ code: "past", path: [...path(index), "last"], given: [{ day: day(last) }], allowed: phrase`today, ${{ day: today }}, or later` });
    if (what === "extra" && last === today && to !== null && to <= minute)
      refuse({ code: "past", path: [...path(index), "to"], given: [{ time: to }], allowed: phrase`an end after ${{ time: minute }}, as it is now` });
  });
}

export async function addSessionChange(work: Work, said: CommandPayload<"add-session-change">): Promise<Done> {
  await checkToCome(work, [said], () => []);
  await work.insert("sessionChange", said);
  return { subject: ["shop", work.shopId], summary: changeWords(said) };
}

export async function addSessionChanges(work: Work, said: CommandPayload<"add-session-changes">): Promise<Done> {
  await checkToCome(work, said.changes, (index) => ["changes", index]);
  for (const each of said.changes) await work.insert("sessionChange", each);
  const [first] = said.changes;
  return {
    subject: ["shop", work.shopId],
    summary: said.changes.length === 1 && first ? changeWords(first) : `${String(said.changes.length)} times that differ from the ordinary week`,
  };
}

export async function removeSessionChange(work: Work, said: CommandPayload<"remove-session-change">): Promise<Done> {
  const found = await work.find("sessionChange", said.id);
  if (!found) return missing("change of sessions", ["id"], said.id);
  await work.remove("sessionChange", said.id, said.version);
  return { subject: ["shop", work.shopId], summary: `No longer: ${changeWords(found)}` };
}

type ToldChange = Pick<CommandPayload<"add-session-change">, "what" | "title" | "from" | "to" | "who"> & { readonly first: string; readonly last: string };

function changeWords(change: ToldChange): string {
  const times = change.from !== null && change.to !== null ? `, ${printTime(change.from)} to ${printTime(change.to)}` : "";
  const days = change.first === change.last ? change.first : `${change.first} to ${change.last}`;
  const what = { extra: change.who === "helper" ? "Help" : "An extra session", away: "Away", busy: "Busy" }[change.what];
  return `${what} ${days}${times}${change.title ? `: ${change.title}` : ""}`;
}

export async function addOwnOccasion(work: Work, said: CommandPayload<"add-own-occasion">): Promise<Done> {
  if (said.householdId !== null && !(await work.find("household", said.householdId))) return missing("household", ["householdId"], said.householdId);
  await work.insert("ownOccasion", said);
  return { subject: ["shop", work.shopId], summary: `${said.title} is kept on ${String(said.date)}.${String(said.month)}.${said.year === null ? "" : String(said.year)}` };
}

export async function addOwnOccasions(work: Work, said: CommandPayload<"add-own-occasions">): Promise<Done> {
  for (const each of said.occasions) await addOwnOccasion(work, each);
  return { subject: ["shop", work.shopId], summary: `${String(said.occasions.length)} days of her own are kept` };
}

export async function removeOwnOccasion(work: Work, said: CommandPayload<"remove-own-occasion">): Promise<Done> {
  const found = await work.find("ownOccasion", said.id);
  if (!found) return missing("occasion", ["id"], said.id);
  await work.remove("ownOccasion", said.id, said.version);
  return { subject: ["shop", work.shopId], summary: `${found.title} is kept no longer` };
}

async function checkSkipped(work: Work, designId: string, skipped: readonly string[]): Promise<void> {
  if (skipped.length === 0) return;
  const stages = await work.tx
    .select({ id: stage.id })
    .from(stage)
    .where(and(eq(stage.shopId, work.shopId), eq(stage.designId, designId)));
  skipped.forEach((id, index) => {
    if (!stages.some((each) => each.id === id)) missing("stage of this design", ["skipped", index], id);
  });
  if (skipped.length >= stages.length) refuse({ code: "no-route", path: ["skipped"], given: ["every stage"], allowed: ["a route with at least one stage left"] });
}

function checkService(work: Work, zone: string | null, service: string): void {
  const offered = work.outside.carrier.table.filter((line) => line.zone === zone).map((line) => line.service);
  if (!offered.includes(service))
    refuse({ code: "no-service", path: ["service"], given: [{ text: service }], allowed: [offered.length > 0 ? offered.join(", ") : "none: it is handed over"] });
}

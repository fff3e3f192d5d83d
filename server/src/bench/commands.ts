import { phrase } from "@yule/core";
import type { CommandPayload, SessionSum, benchCommands } from "@yule/contract";
import { and, desc, eq, gte, inArray, lte } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { takeForStages } from "../stores/stageTakings.ts";
import { benchFact, sessionFact, unit } from "./tables.ts";

type NewFact = Omit<typeof benchFact.$inferInsert, "shopId" | "version">;

/** Facts never conflict: one that is known already, told again by another device, is left as it is. */
async function tellBench(writing: Writing, payload: CommandPayload<"tell-bench">): Promise<HandlerResult<"tell-bench">> {
  const units = await writing.tx
    .select()
    .from(unit)
    .where(and(eq(unit.shopId, writing.shopId), eq(unit.batchId, payload.batchId)));
  if (units.length === 0) return missing("batch", ["batchId"], payload.batchId);
  const known = await writing.tx
    .select({ id: benchFact.id })
    .from(benchFact)
    .where(
      and(
        eq(benchFact.shopId, writing.shopId),
        inArray(
          benchFact.id,
          payload.facts.map((fact) => fact.id),
        ),
      ),
    );
  const knownIds = new Set(known.map((fact) => fact.id));
  const fresh = new Map<string, NewFact>();
  for (const [index, fact] of payload.facts.entries()) {
    if (knownIds.has(fact.id)) continue;
    if (!units.some((each) => each.id === fact.unitId))
      refuse({ code: "not-found", path: ["facts", index, "unitId"], given: [{ name: fact.unitId, of: "panel" }], allowed: phrase`a panel of this batch` });
    const at = writing.happened(fact.at);
    const air = writing.outside.hygrometer.at(at);
    fresh.set(fact.id, {
      ...fact,
      at,
      batchId: payload.batchId,
      warmTenths: air ? Math.round(air.warm * 10) : null,
      humidHundredths: air ? Math.round(air.humid * 100) : null,
    });
  }
  await writing.insertAll("benchFact", [...fresh.values()]);
  await takeForDone(writing, payload.batchId, units, [...fresh.values()]);
  const first = payload.facts[0];
  if (!first) return missing("fact", ["facts"], "none");
  const named = await writing.find("stage", first.stageId);
  const numbers = payload.facts.map((fact) => units.find((each) => each.id === fact.unitId)?.number ?? 0).sort((a, b) => a - b);
  return {
    subject: ["batch", payload.batchId],
    facts: { stage: named?.name ?? "", what: first.what, panels: numbers, air: writing.outside.hygrometer.at(writing.happened(first.at)) },
  };
}

/** What was done takes its materials off the shelf. */
async function takeForDone(writing: Writing, batchId: string, units: readonly (typeof unit.$inferSelect)[], facts: readonly NewFact[]): Promise<void> {
  const done = facts.filter(({ what }) => what === "done");
  const batch = done.length > 0 ? await writing.find("batch", batchId) : null;
  if (!batch) return;
  const byId = new Map(units.map((each) => [each.id, each]));
  await takeForStages(
    writing,
    batch,
    done.flatMap(({ unitId, stageId }) => {
      const panel = byId.get(unitId);
      return panel ? [{ unitId, stageId, colourwayId: panel.colourwayId, needId: panel.servesNeedId ?? batch.needId }] : [];
    }),
  );
}

/** Sessions are told like panels: what is known already is left as it is. */
async function tellSession(writing: Writing, payload: CommandPayload<"tell-session">): Promise<HandlerResult<"tell-session">> {
  const known = await writing.find("sessionFact", payload.id);
  if (!known) {
    await writing.insert("sessionFact", {
      id: payload.id,
      what: payload.what,
      at: writing.happened(payload.at),
      meantPanels: payload.meant?.panels ?? null,
      meantUntil: payload.meant?.until ? writing.moment(payload.meant.until) : null,
      note: payload.note,
    });
  }
  const sum = payload.what === "closed" ? await summed(writing, writing.happened(payload.at)) : null;
  return { subject: ["shop", writing.shopId], facts: { what: payload.what, note: payload.note, sum } };
}

/** What a session came to, for the logbook: moves done of those planned, panels lost and why. Null where none was begun. */
async function summed(writing: Writing, closedAt: Date): Promise<SessionSum | null> {
  const [begun] = await writing.tx
    .select()
    .from(sessionFact)
    .where(and(eq(sessionFact.shopId, writing.shopId), eq(sessionFact.what, "begun"), eq(sessionFact.retracted, false), lte(sessionFact.at, closedAt)))
    .orderBy(desc(sessionFact.at))
    .limit(1);
  if (!begun) return null;
  const facts = await writing.tx
    .select({ unitId: benchFact.unitId, stageId: benchFact.stageId, what: benchFact.what, why: benchFact.why })
    .from(benchFact)
    .where(and(eq(benchFact.shopId, writing.shopId), eq(benchFact.retracted, false), gte(benchFact.at, begun.at), lte(benchFact.at, closedAt)));
  const done = new Set(facts.filter(({ what }) => what === "done").map(({ unitId, stageId }) => `${unitId}/${stageId}`)).size;
  const lost = new Map(facts.filter(({ what }) => what === "spoilt").map(({ unitId }) => [unitId, ""]));
  for (const { unitId, what, why } of facts) if (what === "spoilt" && why !== "") lost.set(unitId, why);
  const reasons = [...new Set(lost.values())].filter((why) => why !== "");
  return { moved: done, planned: begun.meantPanels, spoilt: lost.size, reasons };
}

export const benchHandlers: Handlers<typeof benchCommands> = {
  "tell-bench": tellBench,
  "tell-session": tellSession,
};

import type { CommandPayload } from "@yule/contract";
import { and, desc, eq, gte, inArray, lte } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import { stage } from "../db/tables.ts";
import type { Done } from "../logbook/done.ts";
import { benchFact, sessionFact, unit } from "./tables.ts";

const SAID = { done: "done", dry: "dry already", heated: "dried with heat", "still-wet": "still wet", spoilt: "spoilt", skipped: "skipped" } as const;

/** Facts never conflict: one that is known already, told again by another device, is left as it is. */
export async function tellBench(work: Work, said: CommandPayload<"tell-bench">): Promise<Done> {
  const units = await work.tx
    .select()
    .from(unit)
    .where(and(eq(unit.shopId, work.shopId), eq(unit.batchId, said.batchId)));
  if (units.length === 0) return missing("batch", ["batchId"], said.batchId);
  const known = await work.tx
    .select({ id: benchFact.id })
    .from(benchFact)
    .where(
      and(
        eq(benchFact.shopId, work.shopId),
        inArray(
          benchFact.id,
          said.facts.map((fact) => fact.id),
        ),
      ),
    );
  const told = new Set(known.map((fact) => fact.id));
  for (const [index, fact] of said.facts.entries()) {
    if (told.has(fact.id)) continue;
    if (!units.some((each) => each.id === fact.unitId))
      refuse({ code: "not-found", path: ["facts", index, "unitId"], given: [{ name: fact.unitId, of: "panel" }], allowed: ["a panel of this batch"] });
    const at = work.happened(fact.at);
    const air = work.outside.hygrometer.at(at);
    await work.insert("benchFact", {
      ...fact,
      at,
      batchId: said.batchId,
      warmTenths: air ? Math.round(air.warm * 10) : null,
      humidHundredths: air ? Math.round(air.humid * 100) : null,
    });
  }
  const first = said.facts[0];
  const [named] = first
    ? await work.tx
        .select({ name: stage.name })
        .from(stage)
        .where(and(eq(stage.shopId, work.shopId), eq(stage.id, first.stageId)))
    : [];
  const numbers = said.facts.map((fact) => units.find((each) => each.id === fact.unitId)?.number ?? 0).sort((a, b) => a - b);
  return { subject: ["batch", said.batchId], summary: `${named?.name ?? ""} ${first ? SAID[first.what] : ""}: ${numbers.length === 1 ? "panel" : "panels"} ${numbers.join(", ")}` };
}

const SESSION_SAID = { begun: "Session begun", paused: "Pause", "gone on": "Gone on after the pause", closed: "Session closed" } as const;

/** Sessions are told like panels: what is known already is left as it is. */
export async function tellSession(work: Work, said: CommandPayload<"tell-session">): Promise<Done> {
  const known = await work.find("sessionFact", said.id);
  if (!known) {
    await work.insert("sessionFact", {
      id: said.id,
      what: said.what,
      at: work.happened(said.at),
      meantPanels: said.meant?.panels ?? null,
      meantUntil: said.meant?.until ? work.moment(said.meant.until) : null,
      note: said.note,
    });
  }
  const sum = said.what === "closed" ? await summed(work, work.happened(said.at)) : "";
  return { subject: ["shop", work.shopId], summary: `${SESSION_SAID[said.what]}${sum}${said.note === "" ? "" : `: ${said.note}`}` };
}

/** What a session came to, for the logbook: moves done of those planned, panels lost and why. Empty where none was begun. */
async function summed(work: Work, closedAt: Date): Promise<string> {
  const [begun] = await work.tx
    .select()
    .from(sessionFact)
    .where(and(eq(sessionFact.shopId, work.shopId), eq(sessionFact.what, "begun"), eq(sessionFact.retracted, false), lte(sessionFact.at, closedAt)))
    .orderBy(desc(sessionFact.at))
    .limit(1);
  if (!begun) return "";
  const facts = await work.tx
    .select({ unitId: benchFact.unitId, stageId: benchFact.stageId, what: benchFact.what, why: benchFact.why })
    .from(benchFact)
    .where(and(eq(benchFact.shopId, work.shopId), eq(benchFact.retracted, false), gte(benchFact.at, begun.at), lte(benchFact.at, closedAt)));
  const done = new Set(facts.filter(({ what }) => what === "done").map(({ unitId, stageId }) => `${unitId}/${stageId}`)).size;
  const lost = new Map(facts.filter(({ what }) => what === "spoilt").map(({ unitId }) => [unitId, ""]));
  for (const { unitId, what, why } of facts) if (what === "spoilt" && why !== "") lost.set(unitId, why);
  const reasons = [...new Set(lost.values())].filter((why) => why !== "");
  const spoilt = lost.size === 0 ? "" : `, ${String(lost.size)} spoilt${reasons.length > 0 ? ` (${reasons.join(", ")})` : ""}`;
  const moves = done === 1 ? "1 panel moved on" : `${String(done)} panels moved on`;
  return `, ${moves}${begun.meantPanels === null ? "" : ` of ${String(begun.meantPanels)} planned`}${spoilt}`;
}

import type { CommandPayload } from "@yule/contract";
import { and, eq, inArray } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import { stage } from "../db/tables.ts";
import type { Done } from "../logbook/done.ts";
import { benchFact, unit } from "./tables.ts";

const SAID = { done: "done", dry: "dry already", "still-wet": "still wet", spoilt: "spoilt", skipped: "skipped" } as const;

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
    if (!units.some((each) => each.id === fact.unitId)) refuse({ code: "not-found", path: ["facts", index, "unitId"], given: fact.unitId, allowed: "a panel of this batch" });
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
  return { subject: ["shop", work.shopId], summary: said.note === "" ? SESSION_SAID[said.what] : `${SESSION_SAID[said.what]}: ${said.note}` };
}

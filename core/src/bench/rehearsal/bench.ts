import { techniqueOf } from "../../designs/route/techniques.ts";
import { careBefore } from "../learning/waits.ts";
import type { LiveStage } from "../live.ts";
import { usesPaint, type TableStage } from "../table/table.ts";
import { chance, factor } from "./chance.ts";

/** A stage as it is rehearsed: as it goes at the table, with what it mostly takes to dry in this room. Minutes. */
export interface RehearsedStage extends TableStage {
  /** The same on the live bench: its `dry` is what the clock waits. */
  readonly live: LiveStage;
  readonly typical: number;
}

export interface RehearsedBatch {
  readonly id: string;
  readonly palette: string;
  readonly route: readonly RehearsedStage[];
  /** Panels by id, in the order of their numbers. */
  readonly units: readonly string[];
}

export interface RehearsalSetting {
  readonly batches: readonly RehearsedBatch[];
  readonly changeover: number;
  /** Whether panels fall and somebody rings. */
  readonly mishaps: boolean;
  readonly seed: number;
}

/** Something told of a panel, as on the live bench; minutes since the rehearsal began. */
export interface RehearsedFact {
  readonly batch: string;
  readonly unit: string;
  readonly stage: string;
  readonly what: "done" | "dry" | "still-wet" | "spoilt";
  readonly at: number;
}

/** What painters say most often, and what happens to a panel where it is not minded. */
export type Rule = "bone dry before the next step" | "while it is still wet" | "let it settle first";

/** A rule that was broken, and what it cost. */
export interface Broken {
  readonly rule: Rule;
  readonly batch: string;
  readonly unit: string;
  readonly stage: string;
  readonly at: number;
  /** Minutes too early, or too late. */
  readonly by: number;
  /** The panel was lost; else it was saved, with so many minutes of work. */
  readonly lost: boolean;
  readonly minutes: number;
  /** What the hands were at when a window closed; null for a rule of another kind, or where they rested. */
  readonly meanwhile: { readonly batch: string; readonly stage: string } | null;
}

/** What nobody can help. */
export interface Mishap {
  readonly kind: "fell" | "rang";
  readonly batch: string;
  readonly unit: string;
  readonly at: number;
  readonly minutes: number;
}

/** What was minded: a panel touched when the clock had run out, a window caught. `lucky` were touched before it had, and happened to be dry. */
export interface Minded {
  readonly waited: number;
  readonly caught: number;
  readonly lucky: number;
}

/** A bench that is only rehearsed, at a moment. Nothing changes it; every move makes the next one. */
export interface RehearsedBench {
  readonly setting: RehearsalSetting;
  /** Minutes since it began. */
  readonly now: number;
  readonly facts: readonly RehearsedFact[];
  readonly broken: readonly Broken[];
  readonly mishaps: readonly Mishap[];
  readonly minded: Minded;
  /** What the hands were last at. */
  readonly hands: { readonly batch: string; readonly stage: string; readonly from: number; readonly to: number } | null;
  /** The palette that lies mixed. */
  readonly mixed: string | null;
  /** Minutes the hands were busy. */
  readonly busy: number;
  /** Times the water was changed. */
  readonly palettes: number;
}

/** How much drying and hands vary from panel to panel: standard deviations of their logarithms. */
const DRYING_SCATTER = 0.22;
const HANDS_SCATTER = 0.2;
/** Practice: about 7 % quicker each time the panels done double (Wright, J. Aeronautical Sciences 3, 1936). */
const PRACTICE = 0.1;
/** A look costs some seconds. */
const LOOKING = 0.25;
/** How surely a panel is lost at each risk, from 0 to 3, where it was touched as wet as can be. */
const LOSSES = [0.1, 0.35, 0.65, 0.9] as const;
const FALLS = 0.004;
const RINGS = 0.012;
const LONGEST_CALL = 12;
/** Clocks tell whole milliseconds; nobody is that much too early. */
const SLACK = 1e-3;

export const rehearsal = (setting: RehearsalSetting): RehearsedBench => ({
  setting,
  now: 0,
  facts: [],
  broken: [],
  mishaps: [],
  minded: { waited: 0, caught: 0, lucky: 0 },
  hands: null,
  mixed: null,
  busy: 0,
  palettes: 0,
});

const batchOf = ({ setting }: RehearsedBench, id: string): RehearsedBatch => {
  const batch = setting.batches.find((each) => each.id === id);
  if (!batch) throw new Error(`no batch ${id} is rehearsed`);
  return batch;
};
const factsOn = ({ facts }: RehearsedBench, unit: string, what: RehearsedFact["what"]): readonly RehearsedFact[] =>
  facts.filter((fact) => fact.unit === unit && fact.what === what);

/** Stages that a panel is through. */
export const through = (at: RehearsedBench, unit: string): number => factsOn(at, unit, "done").length;
export const isLost = (at: RehearsedBench, unit: string): boolean => factsOn(at, unit, "spoilt").length > 0;

/** When a panel that is through a stage is dry in truth, which only paper and weather know. */
export function trulyDry(at: RehearsedBench, batch: RehearsedBatch, unit: string, stage: number): number {
  const done = factsOn(at, unit, "done").find((fact) => fact.stage === batch.route[stage]?.id);
  return (done?.at ?? 0) + (batch.route[stage]?.typical ?? 0) * factor(at.setting.seed, `${unit}/${String(stage)}/dry`, DRYING_SCATTER);
}

/** Time goes by with the hands at rest. @param until minutes since it began; an earlier one changes nothing */
export const wait = (at: RehearsedBench, until: number): RehearsedBench => (until > at.now ? { ...at, now: until } : at);

/** Looks from the side whether panels are dry, without touching them: what is seen is told, and is true. */
export function look(at: RehearsedBench, batchId: string, units: readonly string[]): RehearsedBench {
  const batch = batchOf(at, batchId);
  return units.reduce((before, unit) => {
    const stage = through(before, unit) - 1;
    const of = batch.route[stage];
    if (!of || isLost(before, unit)) return before;
    const now = before.now + LOOKING;
    const what = now >= trulyDry(before, batch, unit, stage) ? "dry" : "still-wet";
    return { ...before, now, busy: before.busy + LOOKING, facts: [...before.facts, { batch: batchId, unit, stage: of.id, what, at: now }] };
  }, at);
}

/** One stage on one panel after the other, as the maker chooses: setting up, hands, and what becomes of it. Panels that are lost or through are passed over. */
export function paintUnit(at: RehearsedBench, batchId: string, units: readonly string[]): RehearsedBench {
  const batch = batchOf(at, batchId);
  return units.reduce((before, unit) => {
    const position = through(before, unit);
    const stage = batch.route[position];
    return stage && !isLost(before, unit) ? paintOne(before, batch, stage, position, unit) : before;
  }, at);
}

function paintOne(before: RehearsedBench, batch: RehearsedBatch, stage: RehearsedStage, position: number, unit: string): RehearsedBench {
  const { setting, hands, mixed } = before;
  const goesOn = hands?.batch === batch.id && hands.stage === stage.id;
  const needed = usesPaint(stage) ? batch.palette : mixed;
  const otherWater = mixed !== null && needed !== mixed;
  const prepare = (goesOn ? 0 : stage.setup) + (otherWater ? setting.changeover : 0);
  const start = before.now + prepare;
  const practised = before.facts.filter((fact) => fact.what === "done" && fact.stage === stage.id && fact.batch === batch.id).length;
  const takes = stage.hands * (1 + practised) ** -PRACTICE * factor(setting.seed, `${unit}/${String(position)}/hands`, HANDS_SCATTER);
  const broken = ruleBroken(before, batch, position, unit, start);
  const end = start + takes + (broken && !broken.lost ? broken.minutes : 0);
  const fact = { batch: batch.id, unit, stage: stage.id, at: end };
  const painted: RehearsedBench = {
    ...before,
    now: end,
    facts: [...before.facts, { ...fact, what: "done" }, ...(broken?.lost ? [{ ...fact, what: "spoilt" } as const] : [])],
    broken: broken ? [...before.broken, broken] : before.broken,
    minded: broken ? before.minded : mindedBy(before, batch, position, unit, start),
    hands: { batch: batch.id, stage: stage.id, from: goesOn ? hands.from : start, to: end },
    mixed: needed,
    busy: before.busy + end - before.now,
    palettes: before.palettes + (otherWater ? 1 : 0),
  };
  return setting.mishaps ? withMishap(painted, batch, stage, position, unit) : painted;
}

/** When a panel that must be caught wet may be taken up, and until when: the paper dries quicker or slower than is told. Null where it must be dry. */
function wetWindow(at: RehearsedBench, batch: RehearsedBatch, position: number, unit: string): { from: number; to: number } | null {
  const [stage, layer] = [batch.route[position], batch.route[position - 1]];
  if (!stage || !layer || stage.within === null) return null;
  const done = factsOn(at, unit, "done").find((fact) => fact.stage === layer.id)?.at ?? 0;
  const from = done + layer.dry;
  // Only a slow panel stays open longer; what is told is what most panels keep to.
  return { from, to: from + stage.within * Math.max(1, factor(at.setting.seed, `${unit}/${String(position)}/window`, DRYING_SCATTER)) };
}

function ruleBroken(before: RehearsedBench, batch: RehearsedBatch, position: number, unit: string, start: number): Broken | null {
  const stage = batch.route[position];
  if (!stage || position === 0) return null;
  const open = wetWindow(before, batch, position, unit);
  const found = { batch: batch.id, unit, stage: stage.id, at: start, meanwhile: null };
  // What goes wrong at a stage that knows no technique goes wrong as with an everyday wash.
  const risk = stage.technique === null ? 1 : techniqueOf(stage.technique).risk;
  if (open && start < open.from - SLACK) return { ...found, rule: "let it settle first", by: open.from - start, ...harm(before, unit, position, risk, 0.4, stage.hands) };
  if (open && start > open.to + SLACK) {
    const meanwhile = before.hands && before.hands.from <= open.to && open.to <= before.hands.to ? { batch: before.hands.batch, stage: before.hands.stage } : null;
    return { ...found, rule: "while it is still wet", by: start - open.to, meanwhile, ...harm(before, unit, position, Math.max(2, risk), 1, stage.hands) };
  }
  if (open) return null;
  const dry = trulyDry(before, batch, unit, position - 1);
  const layer = batch.route[position - 1];
  if (start >= dry - SLACK || !layer) return null;
  // Pulled off damp paper, masking fluid and tape tear it, whatever else they risk.
  const tears = careBefore(stage.technique).chance >= 0.95;
  const wetness = Math.min(1, (2 * (dry - start)) / Math.max(1, layer.typical));
  return { ...found, rule: "bone dry before the next step", by: dry - start, ...harm(before, unit, position, tears ? 3 : risk, wetness, stage.hands) };
}

/** Whether a panel is lost to it, or how long it takes to save. @param share how bad it is, from 0 to 1 */
function harm({ setting }: RehearsedBench, unit: string, position: number, risk: number, share: number, hands: number): { lost: boolean; minutes: number } {
  const lost = chance(setting.seed, `${unit}/${String(position)}/harm`) < (LOSSES[risk] ?? 1) * share;
  return { lost, minutes: lost ? 0 : hands };
}

function mindedBy(before: RehearsedBench, batch: RehearsedBatch, position: number, unit: string, start: number): Minded {
  const { minded } = before;
  const layer = batch.route[position - 1];
  if (!layer) return minded;
  if (batch.route[position]?.within != null) return { ...minded, caught: minded.caught + 1 };
  if (layer.typical === 0) return minded;
  const [done, looked] = [factsOn(before, unit, "done").find((fact) => fact.stage === layer.id)?.at ?? 0, factsOn(before, unit, "dry").some((fact) => fact.stage === layer.id)];
  return looked || start >= done + layer.live.dry - SLACK ? { ...minded, waited: minded.waited + 1 } : { ...minded, lucky: minded.lucky + 1 };
}

function withMishap(at: RehearsedBench, batch: RehearsedBatch, stage: RehearsedStage, position: number, unit: string): RehearsedBench {
  const { seed } = at.setting;
  const found = { batch: batch.id, unit, at: at.now };
  if (!isLost(at, unit) && chance(seed, `${unit}/${String(position)}/falls`) < FALLS) {
    return {
      ...at,
      facts: [...at.facts, { ...found, stage: stage.id, what: "spoilt" }],
      mishaps: [...at.mishaps, { ...found, kind: "fell", minutes: 0 }],
    };
  }
  if (chance(seed, `${unit}/${String(position)}/rings`) >= RINGS) return at;
  const minutes = Math.ceil(chance(seed, `${unit}/${String(position)}/call`) * LONGEST_CALL);
  return { ...at, now: at.now + minutes, mishaps: [...at.mishaps, { ...found, kind: "rang", minutes }] };
}

/** When all panels that are not lost are through their route. */
export const isOver = (at: RehearsedBench): boolean =>
  at.setting.batches.every((batch) => batch.units.every((unit) => isLost(at, unit) || through(at, unit) === batch.route.length));

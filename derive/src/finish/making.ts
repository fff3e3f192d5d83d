import type { DesignRead, StoreRead } from "@yule/contract";
import { isCountedOut, lengthOfUnits, stackGeometry, techniqueNamed, type Length, t } from "@yule/core";
import { stackOf } from "../season/materials.ts";
import { usesOfCards } from "./uses.ts";

/** One step of making cards, done for all of them before the next is begun. */
export interface MakingStep {
  /** The stage's id, or what it is where it is no stage of the route. */
  readonly id: string;
  readonly name: string;
  /** Minutes of hands for one card, of setting up, and of drying. */
  readonly hands: number;
  readonly setup: number;
  readonly dry: number;
  /** A helper, or an evening on the sofa, can do it. */
  readonly light: boolean;
  /** How much it adds to the card's thickness. */
  readonly adds: Length;
}

const techniqueOfStage = ({ technique, name }: DesignRead["stages"][number]) => technique ?? techniqueNamed(name);
/** Everyday minutes of the steps that no route tells: hands for one card, setting up, drying. */
const CUT = { hands: 0.5, setup: 6, dry: 0 } as const;
const SCORE = { hands: 0.5, setup: 3, dry: 0 } as const;
const WORDS = { hands: 1, setup: 3, dry: 10 } as const;
const ENVELOPES = { hands: 0.3, setup: 1, dry: 0 } as const;
/** Gems stand so high, in units of length: 1.5 mm. */
const GEMS = lengthOfUnits(480);

/**
 * The order of making cards: cut, score, words before anything is glued over them, then the route's own stages with glitter last, then the envelopes.
 */
export function makingSteps(design: DesignRead): MakingStep[] {
  const stages = design.stages.filter(({ kind }) => kind === "assemble");
  const has = (...techniques: string[]): boolean => design.stages.some((stage) => techniques.includes(techniqueOfStage(stage) ?? ""));
  const geometry = stackGeometry(stackOf(design));
  const none = lengthOfUnits(0);
  const own = (id: string, name: string, times: typeof CUT | typeof SCORE | typeof WORDS | typeof ENVELOPES): MakingStep => ({ id, name, ...times, light: true, adds: none });
  const lifts = design.stack.layers.map(({ lift }) => lift).filter((lift) => lift > 0);
  const rank = (stage: DesignRead["stages"][number]): number => (techniqueOfStage(stage) === "glitter" ? 1 : 0);
  // Foam goes under what is mounted last but glitter.
  const mounting = stages.findLast((stage) => techniqueOfStage(stage) === "mount") ?? stages.findLast((stage) => techniqueOfStage(stage) === "mat") ?? null;
  return [
    ...(design.cardStockId !== null ? [own("cut", t`Cut bases and mats`, CUT)] : []),
    ...(geometry.score !== null && !has("score", "fold") ? [own("score", t`Score, fold and burnish`, SCORE)] : []),
    ...(design.words.inside.length > 0 && !has("inside-words") ? [own("words", t`Words inside, before anything is glued`, WORDS)] : []),
    ...[...stages]
      .sort((a, b) => rank(a) - rank(b) || a.position - b.position)
      .map((stage): MakingStep => ({
        ...{ id: stage.id, name: stage.name, hands: stage.hands, setup: stage.setup, dry: stage.dry, light: stage.portable },
        adds: techniqueOfStage(stage) === "gems" ? GEMS : stage.id === mounting?.id ? lengthOfUnits(lifts.reduce((sum, lift) => sum + lift, 0)) : none,
      })),
    ...(design.stack.envelope ? [own("envelopes", t`Into envelopes`, ENVELOPES)] : []),
  ];
}

/** A step on the clock, in minutes from the beginning. */
export interface TimedStep extends MakingStep {
  readonly from: number;
  /** The hands are free again. */
  readonly to: number;
  /** The last card is dry. */
  readonly dryAt: number;
  /** Minutes the hands wait before it for what dries. */
  readonly waits: number;
  /** Cards that go through it. */
  readonly cards: number;
}

/** Cards made step by step: each card is ready for the next step once it has dried, so that the drying of the first is over while the last is done. */
export function makingRun(steps: readonly (MakingStep & { readonly cards: number })[]): TimedStep[] {
  let free = 0;
  let ready: number[] = [];
  return steps
    .filter(({ cards }) => cards > 0)
    .map((step): TimedStep => {
      // The cards that came farthest are those with the most still before them; they stand in one order throughout.
      const before = ready.slice(0, step.cards);
      const from = Math.max(free + step.setup, before[0] ?? 0) - step.setup;
      let at = from + step.setup;
      let waits = Math.max(0, from - free);
      const dry = Array.from({ length: step.cards }, (_, card) => {
        const begin = Math.max(at, before[card] ?? 0);
        waits += begin - at;
        at = begin + step.hands;
        return at + step.dry;
      });
      free = at;
      ready = [...dry, ...ready.slice(step.cards)];
      return { ...step, from, to: at, dryAt: dry.at(-1) ?? at, waits };
    });
}

/** One thing of the kit. */
export interface KitPart {
  readonly what: string;
  /** Of each card; null where it is told in words alone. */
  readonly each: string | null;
  readonly store: StoreRead | null;
  /** Of the shelf, for all cards, in its own unit. */
  readonly takes: number;
  /** More than lies there. */
  readonly isShort: boolean;
}

/** What lies ready before the first is glued: what leaves the shelf, panel and layers, words inside, foam, gems in threes or fives. */
export function kitOf(design: DesignRead, cards: number, stores: readonly StoreRead[], sentiments: ReadonlyMap<string, string>): KitPart[] {
  const uses = usesOfCards(design, cards, stores);
  const foam = design.stack.layers.filter(({ lift }) => lift > 0);
  const hasGems = design.stages.some((stage) => techniqueOfStage(stage) === "gems");
  const bare = (what: string, each: string): KitPart => ({ what, each, store: null, takes: 0, isShort: false });
  return [
    bare("panel", t`1, dry and flat`),
    ...design.stack.layers.filter(({ kind }) => kind === "mat").map(({ name }) => bare(name, "1")),
    ...uses.flatMap(({ storeId, quantity }): KitPart[] => {
      const store = stores.find(({ id }) => id === storeId);
      return store ? [{ what: store.name, each: null, store, takes: quantity, isShort: isCountedOut(store.kind) && store.onHand < quantity }] : [];
    }),
    ...design.words.inside.flatMap((id) => {
      const text = sentiments.get(id);
      return text === undefined ? [] : [bare(t`words inside, before gluing`, `“${text}”`)];
    }),
    ...foam.map(({ name }) => bare(t`foam under ${name}`, t`at the corners and the middle`)),
    ...(hasGems ? [bare("gems", t`in threes or fives`)] : []),
  ];
}

/** How thick a card is when it is done, as the layers go on. */
export function thicknessBy(design: DesignRead): { readonly name: string; readonly thickness: Length }[] {
  let thickness: number = design.stack.thickness;
  return [
    { name: t`flat, as measured`, thickness: lengthOfUnits(thickness) },
    ...makingSteps(design).flatMap(({ name, adds }) => {
      if (adds === 0) return [];
      thickness += adds;
      return [{ name, thickness: lengthOfUnits(thickness) }];
    }),
  ];
}

/** Where the fence of the board or the trimmer stands for scoring; null where nothing folds. */
export function fenceOf(design: DesignRead): { readonly base: { readonly width: Length; readonly height: Length }; readonly score: Length; readonly isAcross: boolean } | null {
  const { base, score } = stackGeometry(stackOf(design));
  return score === null ? null : { base, score, isAcross: design.stack.fold === "left" || design.stack.fold === "right" };
}

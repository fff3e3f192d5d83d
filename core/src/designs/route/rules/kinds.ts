import { driedBefore, hasTechnique, wets, type Breach, type Repair, type RouteRule, type RouteStage, type Severity } from "../model.ts";
import type { TechniqueId } from "../techniques.ts";

/** What every rule says of itself. */
export interface RuleWords {
  readonly id: string;
  readonly says: string;
  readonly reason: string;
  readonly severity: Severity;
  readonly school?: string;
}

export const rule = ({ school, ...words }: RuleWords, broken: RouteRule["broken"]): RouteRule => ({ ...words, school: school ?? null, broken });

/** Techniques as a set. */
export const of = (...ids: TechniqueId[]): ReadonlySet<TechniqueId> => new Set(ids);

/** Every wet stage of these is dry for so long before any of those begins. */
export const dryBefore = (words: RuleWords, begins: ReadonlySet<TechniqueId>, minutes: number): RouteRule =>
  rule(words, (route) =>
    route.flatMap((stage, place): Breach[] => {
      if (!hasTechnique(stage, begins)) return [];
      const dried = driedBefore(route, place);
      // What is meant to be caught wet is caught wet.
      if (!dried || stage.within !== null || dried.minutes >= minutes) return [];
      return [{ stages: [dried.last.id, stage.id], repairs: [{ kind: "dry", stage: dried.last.id, dry: dried.last.dry + minutes - dried.minutes }] }];
    }),
  );

/** All of the first come before any of the second. */
export const allBefore = (words: RuleWords, first: ReadonlySet<TechniqueId>, second: ReadonlySet<TechniqueId>): RouteRule =>
  rule(words, (route) => {
    const earliest = route.findIndex((stage) => hasTechnique(stage, second));
    if (earliest < 0) return [];
    const late = route.filter((stage, place) => place > earliest && hasTechnique(stage, first));
    if (late.length === 0) return [];
    const early = route.filter((stage, place) => hasTechnique(stage, second) && route.some((other, at) => at > place && hasTechnique(other, first)));
    return late.map((stage) => ({ stages: [...early.map((each) => each.id), stage.id], repairs: swaps(route, stage, early, first) }));
  });

/** The first moved up, or the second moved down behind the last of the first: the shorter way is tried first. */
function swaps(route: readonly RouteStage[], late: RouteStage, early: readonly RouteStage[], first: ReadonlySet<TechniqueId>): Repair[] {
  const [target] = early;
  const up: Repair = { kind: "move", stage: late.id, before: target?.id ?? null };
  const last = route.reduce((place, stage, index) => (hasTechnique(stage, first) ? index : place), -1);
  const down = early.map((stage): Repair => ({ kind: "move", stage: stage.id, before: route[last + 1]?.id ?? null }));
  const far = (repair: Repair): number => {
    if (repair.kind !== "move") return 0;
    const from = route.findIndex((stage) => stage.id === repair.stage);
    const to = repair.before === null ? route.length : route.findIndex((stage) => stage.id === repair.before);
    return Math.abs(to - from);
  };
  const ways: Repair[] = down.length === 1 ? [up, ...down] : [up];
  return ways.sort((a, b) => far(a) - far(b));
}

/**
 * The last of one kind comes after the last of another: a border, a flattening, the tape.
 * @param place where it is best put, when that is later still
 */
export const lastAfter = (
  words: RuleWords,
  late: ReadonlySet<TechniqueId>,
  isEarly: (stage: RouteStage) => boolean,
  place: (route: readonly RouteStage[]) => number = () => 0,
): RouteRule =>
  rule(words, (route) => {
    const lastEarly = route.reduce((found, stage, index) => (isEarly(stage) ? index : found), -1);
    const before = route[Math.max(lastEarly + 1, place(route))]?.id ?? null;
    return route.flatMap((stage, at): Breach[] =>
      hasTechnique(stage, late) && at < lastEarly ? [{ stages: [stage.id, route[lastEarly]?.id ?? ""], repairs: [{ kind: "move", stage: stage.id, before }] }] : [],
    );
  });

/** Where there is one, there must be the other after it. */
export const followedBy = (
  words: RuleWords,
  first: ReadonlySet<TechniqueId>,
  then: ReadonlySet<TechniqueId>,
  insert: TechniqueId,
  place: (route: readonly RouteStage[]) => number,
): RouteRule =>
  rule(words, (route) => {
    const last = route.reduce((at, stage, index) => (hasTechnique(stage, first) ? index : at), -1);
    if (last < 0 || route.some((stage, index) => index > last && hasTechnique(stage, then))) return [];
    const early = route.find((stage) => hasTechnique(stage, then));
    const before = route[Math.max(last + 1, place(route))]?.id ?? null;
    return [
      {
        stages: [route[last]?.id ?? ""],
        repairs: [early ? { kind: "move", stage: early.id, before } : { kind: "insert", technique: insert, before }],
      },
    ];
  });

/** The place behind the last stage that wets the panel. */
export const behindPaint = (route: readonly RouteStage[]): number => route.reduce((place, stage, index) => (wets(stage) ? index + 1 : place), 0);
/** The place before the first of some techniques, else the end. */
export const aheadOf = (route: readonly RouteStage[], ids: ReadonlySet<TechniqueId>): number => {
  const found = route.findIndex((stage) => hasTechnique(stage, ids));
  return found < 0 ? route.length : found;
};

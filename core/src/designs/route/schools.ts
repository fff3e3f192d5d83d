import { OVERNIGHT } from "../../measure/minutes.ts";
import { checkRoute, mendRoute } from "./check.ts";
import { wets, type RouteGround, type RouteStage } from "./model.ts";
import { techniqueOf, type TechniqueId } from "./techniques.ts";

/** Three ways to keep the lights of a painting: masked, left out by painting round them, or put on top in opaque white. */
export const SCHOOLS = ["masking", "painting round", "opaque white"] as const;
export type School = (typeof SCHOOLS)[number];

/** A stage with the times it takes, minutes. */
export interface TimedStage extends RouteStage {
  readonly hands: number;
  readonly setup: number;
}

export interface SchoolRoute {
  readonly school: School;
  readonly stages: readonly TimedStage[];
  /** Minutes of hands for one card, and of setup for a batch. */
  readonly hands: number;
  readonly setup: number;
  /** Minutes of drying that a single card waits; overnight flattening is the same in all and left out. */
  readonly drying: number;
  /** Of a hundred panels, how many are thought to spoil: from the risk of each stage, until yields are learned. */
  readonly spoiltInHundred: number;
  /** Rules of the craft that it breaks even when mended. */
  readonly breaks: number;
  /** Materials it uses that the others do not. */
  readonly uses: readonly TechniqueId[];
}

/** Cutting round every light with a loaded brush is slower than one sweep over them. */
const ROUND_SLOWER = 1.6;
/** What is thought to go wrong at a stage of each risk, before any panel was counted. */
const SPOILT_AT = [0.002, 0.01, 0.025, 0.07] as const;
const MASKS: ReadonlySet<TechniqueId> = new Set(["mask", "film-mask", "unmask"]);
/** A night under books is no waiting at the table. */

/** Which school a route is of. */
export const schoolOf = (route: readonly RouteStage[]): School =>
  route.some((stage) => stage.technique === "mask" || stage.technique === "film-mask")
    ? "masking"
    : route.some((stage) => stage.technique === "white")
      ? "opaque white"
      : "painting round";

const isWash = (stage: RouteStage): boolean => stage.technique === "wash" || stage.technique === "glaze" || stage.technique === "shapes";

/** The same painting in another school, in the order of the craft. New stages get ids from `makeId`. */
export function inSchool(route: readonly TimedStage[], school: School, ground: RouteGround, makeId: () => string): TimedStage[] {
  const from = schoolOf(route);
  if (from === school) return [...route];
  const slower = school === "painting round" ? ROUND_SLOWER : from === "painting round" ? 1 / ROUND_SLOWER : 1;
  const plain = route
    .filter((stage) => stage.technique === null || (!MASKS.has(stage.technique) && stage.technique !== "white"))
    .map((stage) => (isWash(stage) ? { ...stage, hands: Math.max(1, Math.round(stage.hands * slower)) } : stage));
  const put = (stages: readonly TimedStage[], technique: TechniqueId, at: number): TimedStage[] => {
    const { name, hands, setup, dry, within } = techniqueOf(technique);
    return [...stages.slice(0, at), { id: makeId(), name, technique, hands, setup, dry, within }, ...stages.slice(at)];
  };
  const firstWet = Math.max(0, plain.findIndex(wets));
  // What must be caught in the last wash comes before its masks do.
  const afterLastWash =
    1 +
    Math.max(
      firstWet,
      plain.findLastIndex((stage, index) => isWash(stage) || (stage.within !== null && plain.slice(0, index).some(isWash))),
    );
  const changed =
    school === "masking" ? put(put(plain, "unmask", afterLastWash), "mask", firstWet) : school === "opaque white" ? put(plain, "white", plain.findLastIndex(wets) + 1) : plain;
  const known = new Map(changed.map((stage) => [stage.id, stage]));
  return mendRoute(changed, ground, makeId).map((stage): TimedStage => {
    const { hands, setup } = known.get(stage.id) ?? (stage.technique ? techniqueOf(stage.technique) : { hands: 1, setup: 1 });
    return { ...stage, hands, setup };
  });
}

/** The three schools of one design side by side, its own first. */
export function compareSchools(route: readonly TimedStage[], ground: RouteGround, makeId: () => string): readonly SchoolRoute[] {
  const own = schoolOf(route);
  return [own, ...SCHOOLS.filter((school) => school !== own)].map((school): SchoolRoute => {
    const stages = inSchool(route, school, ground, makeId);
    const sum = (of: (stage: TimedStage) => number): number => stages.reduce((total, stage) => total + of(stage), 0);
    const good = stages.reduce((chance, stage) => chance * (1 - (stage.technique ? SPOILT_AT[riskIn(stage.technique, school, ground)] : 0)), 1);
    return {
      school,
      stages,
      hands: sum((stage) => stage.hands),
      setup: sum((stage) => stage.setup),
      drying: sum((stage) => (stage.dry >= OVERNIGHT ? 0 : stage.dry)),
      spoiltInHundred: Math.round((1 - good) * 1000) / 10,
      breaks: checkRoute(stages, ground).length,
      uses: [...new Set(stages.flatMap((stage) => (stage.technique === "mask" || stage.technique === "film-mask" || stage.technique === "white" ? [stage.technique] : [])))],
    };
  });
}

/** Painting round is a risk of its own at each wash; masking on a paper that holds it tears the surface. */
function riskIn(technique: TechniqueId, school: School, ground: RouteGround): 0 | 1 | 2 | 3 {
  const { risk } = techniqueOf(technique);
  const more = (school === "painting round" && (technique === "wash" || technique === "shapes")) || (ground.holdsMasking && (technique === "mask" || technique === "unmask"));
  return more ? (Math.min(3, risk + 1) as 1 | 2 | 3) : risk;
}

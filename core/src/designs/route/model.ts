import { techniqueOf, type TechniqueId } from "./techniques.ts";

/** A stage as the route check sees it. What no technique is told for is left alone. */
export interface RouteStage {
  readonly id: string;
  readonly name: string;
  readonly technique: TechniqueId | null;
  /** Minutes of drying after it. */
  readonly dry: number;
  /** Minutes within which it must follow the stage before; null for any time. */
  readonly within: number | null;
}

/** What is known of the paper and the card beside the route. */
export interface RouteGround {
  /** Some papers hold masking fluid, and it tears their surface. */
  readonly holdsMasking: boolean;
}

/** `spoils`: the panel is lost; `risks`: it often goes wrong; `taste`: it could be better. */
export type Severity = "spoils" | "risks" | "taste";

/** One thing done to a route: a stage moved, let dry longer, caught sooner, put in or left out. */
export type Repair =
  | { readonly kind: "move"; readonly stage: string; readonly before: string | null }
  | { readonly kind: "dry"; readonly stage: string; readonly dry: number }
  | { readonly kind: "within"; readonly stage: string; readonly within: number }
  | { readonly kind: "insert"; readonly technique: TechniqueId; readonly before: string | null }
  | { readonly kind: "remove"; readonly stage: string }
  | { readonly kind: "replace"; readonly stage: string; readonly technique: TechniqueId };

/** Where a rule is broken, and what would mend it, the least first. */
export interface Breach {
  readonly stages: readonly string[];
  readonly repairs: readonly Repair[];
}

/** An order rule of the craft. */
export interface RouteRule {
  readonly id: string;
  readonly says: string;
  readonly reason: string;
  readonly severity: Severity;
  /** Who does it otherwise on purpose; null where nobody does. */
  readonly school: string | null;
  readonly broken: (route: readonly RouteStage[], ground: RouteGround) => readonly Breach[];
}

export const wets = (stage: RouteStage): boolean => stage.technique !== null && techniqueOf(stage.technique).wets;
export const hasTechnique = (stage: RouteStage | undefined, ids: ReadonlySet<TechniqueId>): boolean => stage?.technique != null && ids.has(stage.technique);

/** What has dried since the last wet stage before a place, and which stage that was; null when nothing is wet yet. A heat tool dries at once. */
export function driedBefore(route: readonly RouteStage[], place: number): { readonly last: RouteStage; readonly minutes: number } | null {
  let minutes = 0;
  for (let index = place - 1; index >= 0; index -= 1) {
    const stage = route[index];
    if (!stage) continue;
    if (stage.technique === "heat") return null;
    minutes += stage.dry;
    if (wets(stage)) return { last: stage, minutes };
  }
  return null;
}

/** A route with a repair made. New stages get ids from `makeId`. */
export function repaired(route: readonly RouteStage[], repair: Repair, makeId: () => string): RouteStage[] {
  const put = (stages: readonly RouteStage[], stage: RouteStage, before: string | null): RouteStage[] => {
    const at = before === null ? stages.length : stages.findIndex((each) => each.id === before);
    return at < 0 ? [...stages, stage] : [...stages.slice(0, at), stage, ...stages.slice(at)];
  };
  switch (repair.kind) {
    case "move": {
      const moved = route.find((stage) => stage.id === repair.stage);
      return moved
        ? put(
            route.filter((stage) => stage !== moved),
            moved,
            repair.before,
          )
        : [...route];
    }
    case "dry":
      return route.map((stage) => (stage.id === repair.stage ? { ...stage, dry: repair.dry } : stage));
    case "within":
      return route.map((stage) => (stage.id === repair.stage ? { ...stage, within: repair.within } : stage));
    case "insert": {
      const { name, dry, within } = techniqueOf(repair.technique);
      return put(route, { id: makeId(), name, technique: repair.technique, dry, within }, repair.before);
    }
    case "remove":
      return route.filter((stage) => stage.id !== repair.stage);
    case "replace": {
      const { name, dry, within } = techniqueOf(repair.technique);
      return route.map((stage) => (stage.id === repair.stage ? { ...stage, name, technique: repair.technique, dry, within } : stage));
    }
  }
}

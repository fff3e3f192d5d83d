import { repaired, type Repair, type RouteGround, type RouteRule, type RouteStage, type Severity } from "./model.ts";
import { BOARD } from "./rules/board.ts";
import { MASKING } from "./rules/masking.ts";
import { ORDER } from "./rules/order.ts";
import { WATER } from "./rules/water.ts";
import { WORDS } from "./rules/words.ts";

/** Every order rule of the craft that is checked. */
export const ROUTE_RULES: readonly RouteRule[] = [...MASKING, ...WATER, ...ORDER, ...BOARD, ...WORDS];

/** A rule that a route breaks, with the smallest repair that breaks no other. */
export interface Finding {
  readonly rule: Pick<RouteRule, "id" | "says" | "reason" | "severity" | "school">;
  readonly stages: readonly string[];
  /** Null where no single step mends it without spoiling something else. */
  readonly repair: Repair | null;
  /** Where no repair helps: rules that the repair it asks for would break, so that the two go in a circle. */
  readonly circle: readonly Pick<RouteRule, "id" | "says">[];
}

const WEIGHT: Readonly<Record<Severity, number>> = { spoils: 10_000, risks: 100, taste: 1 };

/** What is wrong with a route, as one figure: a rule that spoils outweighs any number that risk. */
const harm = (route: readonly RouteStage[], ground: RouteGround, rules: readonly RouteRule[]): number =>
  rules.reduce((sum, rule) => sum + rule.broken(route, ground).length * WEIGHT[rule.severity], 0);

/**
 * Checks a route against the order rules of the craft, worst first. Each repair was tried: it mends more than it harms.
 * @param off ids of rules that the shop has switched off
 */
export function checkRoute(route: readonly RouteStage[], ground: RouteGround, off: ReadonlySet<string> = new Set()): Finding[] {
  const rules = ROUTE_RULES.filter((rule) => !off.has(rule.id));
  const now = harm(route, ground, rules);
  const findings = rules.flatMap(({ broken, ...rule }) =>
    broken(route, ground).map(({ stages, repairs }): Finding => {
      const helps = repairs.find(
        (repair) =>
          harm(
            repaired(route, repair, () => "new"),
            ground,
            rules,
          ) < now,
      );
      const [asked] = repairs;
      return { rule, stages, repair: helps ?? null, circle: helps || !asked ? [] : newlyBroken(route, asked, ground, rules) };
    }),
  );
  return findings.sort((a, b) => WEIGHT[b.rule.severity] - WEIGHT[a.rule.severity]);
}

/** Rules that hold now and would not after a repair. */
function newlyBroken(route: readonly RouteStage[], repair: Repair, ground: RouteGround, rules: readonly RouteRule[]): Pick<RouteRule, "id" | "says">[] {
  const after = repaired(route, repair, () => "new");
  return rules.filter((rule) => rule.broken(after, ground).length > rule.broken(route, ground).length).map(({ id, says }) => ({ id, says }));
}

/** Repairs one after another until nothing can be mended by a single step. Ends, since each step lessens the harm. */
export function mendRoute(route: readonly RouteStage[], ground: RouteGround, makeId: () => string, off: ReadonlySet<string> = new Set()): RouteStage[] {
  let mended = [...route];
  for (;;) {
    const next = checkRoute(mended, ground, off).find((finding) => finding.repair !== null)?.repair;
    if (!next) return mended;
    mended = repaired(mended, next, makeId);
  }
}

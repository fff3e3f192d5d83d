import { written } from "../../../words/words.ts";
import { driedBefore, hasTechnique, wets, type Breach, type RouteRule } from "../model.ts";
import { dryBefore, of, rule } from "./kinds.ts";

/** Stages that are laid down wide and wet, into which colour can be dropped. */
const GROUNDS = of("wet", "wash", "glaze", "sponge", "shapes", "drop-in");
const CAUGHT = of("drop-in", "bloom");

export const WATER: readonly RouteRule[] = [
  rule(
    {
      id: "drop-in-follows-wash",
      says: written`What is dropped in follows its wash at once`,
      reason: written`Colour runs only into paint that is still wet; any stage between lets it dry.`,
      severity: "spoils",
    },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (!hasTechnique(stage, CAUGHT) || hasTechnique(route[place - 1], GROUNDS)) return [];
        const ground = route.reduce((at, each, index) => (hasTechnique(each, GROUNDS) && each !== stage && (index < place || at < 0) ? index : at), -1);
        if (ground < 0) return [{ stages: [stage.id], repairs: [{ kind: "insert", technique: "wet", before: stage.id }] }];
        return [{ stages: [stage.id], repairs: [{ kind: "move", stage: stage.id, before: route[ground + 1]?.id ?? null }] }];
      }),
  ),
  rule(
    {
      id: "drop-in-window",
      says: written`What must be caught wet has its window`,
      reason: written`Without one the bench cannot warn before the wash is too dry.`,
      severity: "risks",
    },
    (route) =>
      route.flatMap((stage, place): Breach[] =>
        hasTechnique(stage, CAUGHT) && stage.within === null && place > 0
          ? [{ stages: [stage.id], repairs: [{ kind: "within", stage: stage.id, within: stage.technique === "bloom" ? 5 : 8 }] }]
          : [],
      ),
  ),
  rule(
    {
      id: "wash-settles-briefly",
      says: written`A wash that is dropped into settles minutes, not half an hour`,
      reason: written`When it has dried for so long before the window opens, nothing runs any more.`,
      severity: "spoils",
    },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        const before = route[place - 1];
        if (!hasTechnique(stage, CAUGHT) || !before || !hasTechnique(before, GROUNDS) || before.dry <= 12) return [];
        return [{ stages: [before.id, stage.id], repairs: [{ kind: "dry", stage: before.id, dry: 6 }] }];
      }),
  ),
  dryBefore(
    { id: "glaze-on-dry", says: written`Bone dry before a glaze`, reason: written`A glaze over damp paint lifts it and goes to mud.`, severity: "spoils" },
    of("glaze"),
    20,
  ),
  dryBefore(
    {
      id: "neighbours-dry",
      says: written`A neighbour that touches is painted when the first is dry`,
      reason: written`Touching shapes run into each other while either is wet.`,
      severity: "risks",
      school: written`Some let neighbours run on purpose: then it is a drop-in with a window.`,
    },
    of("shapes", "shadow", "border"),
    15,
  ),
  dryBefore(
    { id: "details-on-dry", says: written`Small strokes go on dry paint`, reason: written`Dots and fine lines spread into damp paint.`, severity: "risks" },
    of("dots", "details", "white", "metallic"),
    10,
  ),
  dryBefore(
    { id: "ink-on-dry", says: written`Ink goes on dry paper`, reason: written`Even waterproof ink feathers on damp paper, and the nib tears it.`, severity: "spoils" },
    of("ink", "running-ink", "letter", "inside-words"),
    10,
  ),
  dryBefore(
    { id: "stamp-on-dry", says: written`Stamps go on dry, flat paper`, reason: written`Damp paper takes a blurred print and sticks to the rubber.`, severity: "spoils" },
    of("stamp", "re-stamp", "stamp-words"),
    15,
  ),
  dryBefore(
    {
      id: "sponge-on-dry",
      says: written`A sponge goes on dry or on freshly wet paper`,
      reason: written`On half-dry paint it lifts more than it gives.`,
      severity: "taste",
      school: written`Pressed into a wet wash it makes clouds.`,
    },
    of("sponge"),
    10,
  ),
  rule(
    { id: "lift-before-glaze", says: written`Lifting comes before the next layer`, reason: written`Under a glaze the colour no longer comes up, or both do.`, severity: "risks" },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (stage.technique !== "lift") return [];
        const before = route.slice(0, place);
        const over = before.findIndex((each) => each.technique === "glaze");
        const under = before.slice(0, Math.max(0, over)).some(wets);
        return over >= 0 && under ? [{ stages: [before[over]?.id ?? "", stage.id], repairs: [{ kind: "move", stage: stage.id, before: before[over]?.id ?? null }] }] : [];
      }),
  ),
  rule(
    { id: "heat-on-puddle", says: written`No heat tool on a standing puddle`, reason: written`It blows the paint about and dries the rim first: a hard edge.`, severity: "risks" },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        const before = route[place - 1];
        if (stage.technique !== "heat" || !before || !hasTechnique(before, of("wet", "drop-in", "bloom")) || before.dry >= 5) return [];
        return [{ stages: [before.id, stage.id], repairs: [{ kind: "dry", stage: before.id, dry: 5 }] }];
      }),
  ),
  rule(
    { id: "wet-then-paint", says: written`Wetted paper is painted at once`, reason: written`Clean water is gone in minutes; what comes later meets dry paper.`, severity: "risks" },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (stage.technique !== "wet") return [];
        const next = route[place + 1];
        if (next && wets(next) && driedBefore(route, place + 1)?.minutes === 0) return [];
        const paint = route.find((each, at) => at > place && wets(each));
        return [
          {
            stages: [stage.id],
            repairs:
              paint && paint !== next
                ? [{ kind: "move", stage: stage.id, before: paint.id }]
                : stage.dry > 0
                  ? [{ kind: "dry", stage: stage.id, dry: 0 }]
                  : [{ kind: "remove", stage: stage.id }],
          },
        ];
      }),
  ),
];

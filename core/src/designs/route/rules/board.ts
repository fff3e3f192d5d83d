import { written } from "../../../words/words.ts";
import { hasTechnique, wets, type RouteRule } from "../model.ts";
import { allBefore, behindPaint, aheadOf, dryBefore, followedBy, lastAfter, of, rule } from "./kinds.ts";

const PAINT = of("wet", "wash", "drop-in", "bloom", "glaze", "sponge", "splatter", "shapes", "shadow");

export const BOARD: readonly RouteRule[] = [
  allBefore(
    { id: "tape-first", says: written`Tape before the first water`, reason: written`Tape does not hold on damp paper, and paint creeps under it.`, severity: "spoils" },
    of("tape"),
    PAINT,
  ),
  followedBy(
    { id: "untape-follows", says: written`What is taped is untaped`, reason: written`Tape left on lifts the paper when it comes off later.`, severity: "risks" },
    of("tape"),
    of("untape"),
    "untape",
    (route) => Math.min(behindPaint(route), aheadOf(route, of("cut-apart", "trim", "flatten", "mat", "mount"))),
  ),
  dryBefore(
    {
      id: "untape-dry",
      says: written`Bone dry before the tape comes off`,
      reason: written`Damp paper tears with the tape, and wet paint runs over the clean edge.`,
      severity: "spoils",
    },
    of("untape"),
    20,
  ),
  lastAfter(
    {
      id: "untape-after-washes",
      says: written`The tape stays until the washes are done`,
      reason: written`The white border is lost, and the paper buckles for the next wash.`,
      severity: "risks",
    },
    of("untape"),
    (stage) => hasTechnique(stage, of("wet", "wash", "drop-in", "bloom", "sponge")),
  ),
  allBefore(
    { id: "cut-after-untape", says: written`Cut apart after the tape is off`, reason: written`The knife drags the tape, and the tape the paper.`, severity: "risks" },
    of("untape"),
    of("cut-apart"),
  ),
  dryBefore(
    { id: "flatten-dry", says: written`Under the books only when it is dry`, reason: written`A damp panel sticks, prints on the next and grows mould.`, severity: "spoils" },
    of("flatten"),
    15,
  ),
  lastAfter(
    { id: "flatten-after-water", says: written`Flattening comes after the last wash`, reason: written`The next wash buckles it again.`, severity: "risks" },
    of("flatten"),
    (stage) => hasTechnique(stage, of("wet", "wash", "drop-in", "bloom", "glaze", "sponge", "shapes")),
  ),
  rule(
    {
      id: "flatten-after-wet-wash",
      says: written`A panel that was really wet is flattened`,
      reason: written`A buckled panel lifts from its mat at the corners.`,
      severity: "risks",
      school: written`Heavy paper, taped, may stay flat by itself.`,
    },
    (route) => {
      const wash = route.find((stage) => hasTechnique(stage, of("wet", "wash")));
      const mounted = route.findIndex((stage) => hasTechnique(stage, of("mount", "mat")));
      if (!wash || mounted < 0 || route.some((stage) => hasTechnique(stage, of("flatten", "tape")))) return [];
      const place = Math.max(behindPaint(route), route.findIndex((stage) => stage.technique === "unmask") + 1);
      return [{ stages: [wash.id], repairs: [{ kind: "insert", technique: "flatten", before: route[Math.min(place, mounted)]?.id ?? null }] }];
    },
  ),
  allBefore(
    { id: "trim-before-mount", says: written`Trim before mounting`, reason: written`The knife would go through the mat and the base.`, severity: "spoils" },
    of("trim", "cut-apart", "untape"),
    of("mount", "mat"),
  ),
  allBefore(
    { id: "collage-after-paint", says: written`Glued paper after the washes`, reason: written`Water loosens the glue and cockles the piece.`, severity: "risks" },
    PAINT,
    of("collage"),
  ),
  rule({ id: "heat-near-solvent", says: written`No heat tool after a fixative`, reason: written`Its solvent burns: fire.`, severity: "spoils" }, (route) => {
    const sprayed = route.findIndex((stage) => stage.technique === "fixative");
    const heat = route.filter((stage, place) => sprayed >= 0 && place > sprayed && stage.technique === "heat");
    return heat.map((stage) => ({ stages: [route[sprayed]?.id ?? "", stage.id], repairs: [{ kind: "remove", stage: stage.id }] }));
  }),
  rule({ id: "scan-flat", says: written`Scan a panel that is dry`, reason: written`Wet paint marks the glass.`, severity: "spoils" }, (route) =>
    route.flatMap((stage, place) => {
      const wet = route.slice(0, place).filter(wets);
      const last = wet[wet.length - 1];
      const dried = last ? route.slice(route.indexOf(last), place).reduce((sum, each) => sum + each.dry, 0) : Infinity;
      return stage.technique === "scan" && last && dried < 30
        ? [{ stages: [last.id, stage.id], repairs: [{ kind: "dry" as const, stage: last.id, dry: last.dry + 30 - dried }] }]
        : [];
    }),
  ),
];

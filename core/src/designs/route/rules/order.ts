import { written } from "../../../words/words.ts";
import { hasTechnique, wets, type Breach, type RouteRule } from "../model.ts";
import { allBefore, lastAfter, of, rule } from "./kinds.ts";

const WASHES = of("wet", "wash", "drop-in", "bloom", "sponge");
const SMALL = of("dots", "details", "white", "metallic");

export const ORDER: readonly RouteRule[] = [
  allBefore(
    {
      id: "running-ink-last",
      says: written`Ink that runs comes after the paint`,
      reason: written`Every wash over it carries it along.`,
      severity: "spoils",
      school: written`Some want the ink to run into the wash.`,
    },
    of("wet", "wash", "drop-in", "bloom", "glaze", "sponge", "shapes", "shadow", "lift", "splatter"),
    of("running-ink"),
  ),
  allBefore(
    {
      id: "pencil-first",
      says: written`Pencil before paint`,
      reason: written`Under a wash graphite is sealed; over it the point scores the paper.`,
      severity: "risks",
      school: written`Pencil over dry paint is a look of its own.`,
    },
    of("guides", "sketch", "trace"),
    of("wash", "drop-in", "bloom", "glaze", "sponge", "shapes"),
  ),
  allBefore(
    { id: "light-before-dark", says: written`Light washes before dark shadows`, reason: written`Watercolour cannot be made lighter again.`, severity: "risks" },
    WASHES,
    of("shadow"),
  ),
  allBefore(
    {
      id: "large-before-small",
      says: written`Large shapes before small strokes`,
      reason: written`What is large is fitted round nothing; what is small can be fitted round it.`,
      severity: "taste",
    },
    of("wash", "shapes", "sponge"),
    of("dots", "details"),
  ),
  allBefore(
    { id: "white-last", says: written`Opaque white after the washes`, reason: written`A wash over it turns it to chalky mud.`, severity: "risks" },
    of("wet", "wash", "drop-in", "bloom", "glaze", "sponge", "shapes", "shadow"),
    of("white"),
  ),
  allBefore(
    { id: "metallic-last", says: written`Metallic paint after the washes`, reason: written`Water over it dulls the shine and spreads it.`, severity: "risks" },
    of("wet", "wash", "drop-in", "bloom", "glaze", "sponge", "shapes", "shadow"),
    of("metallic"),
  ),
  lastAfter(
    {
      id: "border-last",
      says: written`The border comes last`,
      reason: written`The hand rests in it while the middle is painted.`,
      severity: "risks",
      school: written`Some paint it first to see the picture framed.`,
    },
    of("border"),
    (stage) => hasTechnique(stage, of("wash", "drop-in", "bloom", "glaze", "sponge", "shapes", "shadow", "details", "dots")),
  ),
  allBefore(
    {
      id: "splatter-before-small",
      says: written`Splatter before the fine work`,
      reason: written`A drop in the wrong place is painted over, not painted round.`,
      severity: "taste",
    },
    of("splatter"),
    of("white", "metallic"),
  ),
  allBefore(
    {
      id: "re-stamp-after-wash",
      says: written`The outline is stamped again after the wash`,
      reason: written`Before the wash the second print only doubles the first.`,
      severity: "taste",
    },
    of("wash", "drop-in", "shapes", "glaze"),
    of("re-stamp"),
  ),
  rule(
    {
      id: "stamped-outline-fades",
      says: written`A stamped outline is stamped again over a wash`,
      reason: written`The wash veils the print.`,
      severity: "taste",
      school: written`A pale outline is wanted by some.`,
    },
    (route) => {
      const stamp = route.findIndex((stage) => stage.technique === "stamp");
      const wash = route.reduce((place, stage, index) => (index > stamp && hasTechnique(stage, of("wash", "sponge")) ? index : place), -1);
      if (stamp < 0 || wash < 0 || route.some((stage) => stage.technique === "re-stamp")) return [];
      const last = route.reduce((place, stage, index) => (wets(stage) ? index : place), wash);
      return [{ stages: [route[stamp]?.id ?? "", route[wash]?.id ?? ""], repairs: [{ kind: "insert", technique: "re-stamp", before: route[last + 1]?.id ?? null }] }];
    },
  ),
  allBefore(
    { id: "fixative-after-paint", says: written`Fixative after all paint`, reason: written`It seals the paper: later washes bead on it.`, severity: "spoils" },
    of("wet", "wash", "drop-in", "bloom", "glaze", "lift", "sponge", "splatter", "shapes", "shadow", "border", "details", "dots", "white", "metallic"),
    of("fixative"),
  ),
  rule(
    {
      id: "rub-out-dry",
      says: written`Pencil is rubbed out when all is dry, and before opaque paint`,
      reason: written`Rubbing drags damp paint, and takes white and metal off.`,
      severity: "risks",
    },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (stage.technique !== "erase") return [];
        const small = route.findIndex((each, at) => at < place && hasTechnique(each, SMALL));
        return small < 0 ? [] : [{ stages: [route[small]?.id ?? "", stage.id], repairs: [{ kind: "move", stage: stage.id, before: route[small]?.id ?? null }] }];
      }),
  ),
];

import { written } from "../../../words/words.ts";
import { hasTechnique, wets, type Breach, type Repair, type RouteRule } from "../model.ts";
import { aheadOf, allBefore, behindPaint, dryBefore, followedBy, of, rule } from "./kinds.ts";

const FLUID = of("mask");
const PAINT = of("wet", "wash", "drop-in", "bloom", "glaze", "sponge", "splatter", "shapes", "shadow", "border", "details", "dots", "metallic");

export const MASKING: readonly RouteRule[] = [
  dryBefore(
    {
      id: "mask-on-dry",
      says: written`Masking fluid goes on dry paper`,
      reason: written`On damp paper the fluid soaks in, and tears the surface when it comes off.`,
      severity: "spoils",
    },
    FLUID,
    20,
  ),
  rule(
    { id: "mask-sets", says: written`Masking fluid is dry before paint touches it`, reason: written`Paint mixes into fluid that is still wet, and lifts it.`, severity: "spoils" },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (!hasTechnique(stage, FLUID)) return [];
        const next = route.findIndex((other, at) => at > place && hasTechnique(other, PAINT));
        if (next < 0) return [];
        const minutes = route.slice(place, next).reduce((sum, each) => sum + each.dry, 0);
        return minutes >= 20 ? [] : [{ stages: [stage.id, route[next]?.id ?? ""], repairs: [{ kind: "dry", stage: stage.id, dry: stage.dry + 30 - minutes }] }];
      }),
  ),
  rule(
    {
      id: "no-heat-on-mask",
      says: written`No heat tool while masking fluid lies on the paper`,
      reason: written`Warm fluid bonds with the paper, smells, and will not come off whole.`,
      severity: "spoils",
    },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (stage.technique !== "heat") return [];
        const masked = route.slice(0, place).reduce<string | null>((on, each) => (hasTechnique(each, FLUID) ? each.id : each.technique === "unmask" ? null : on), null);
        if (masked === null) return [];
        const off = route.find((each, at) => at > place && each.technique === "unmask");
        const after = off ? (route[route.indexOf(off) + 1]?.id ?? null) : null;
        return [{ stages: [masked, stage.id], repairs: [...(off ? [{ kind: "move" as const, stage: stage.id, before: after }] : []), { kind: "remove", stage: stage.id }] }];
      }),
  ),
  followedBy(
    {
      id: "unmask-follows",
      says: written`What is masked is unmasked after the paint`,
      reason: written`Fluid left on yellows, sticks and cannot be mounted over.`,
      severity: "spoils",
    },
    of("mask", "film-mask"),
    of("unmask"),
    "unmask",
    (route) => Math.min(behindPaint(route), aheadOf(route, of("flatten", "letter", "stamp-words", "mount", "mat", "trim"))),
  ),
  dryBefore(
    { id: "unmask-dry", says: written`Bone dry before unmasking`, reason: written`A wet panel smears under the finger, and its surface tears.`, severity: "spoils" },
    of("unmask"),
    20,
  ),
  rule(
    {
      id: "mask-overnight",
      says: written`Masking fluid does not stay on overnight`,
      reason: written`After a day it grips the paper and leaves a stain.`,
      severity: "risks",
      school: written`Some leave it for days on hard-sized cotton paper.`,
    },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (!hasTechnique(stage, FLUID)) return [];
        const off = route.findIndex((each, at) => at > place && each.technique === "unmask");
        const night = route.find((each, at) => at > place && (off < 0 || at < off) && each.dry >= 360);
        return night && off >= 0 ? [{ stages: [stage.id, night.id], repairs: [{ kind: "move", stage: route[off]?.id ?? "", before: night.id }] }] : [];
      }),
  ),
  rule(
    {
      id: "paper-holds-mask",
      says: written`No masking fluid on a paper that holds it`,
      reason: written`This paper is known to keep the fluid: its surface comes off with it.`,
      severity: "spoils",
      school: written`Film or tape holds back a wash on such paper.`,
    },
    (route, ground) =>
      ground.holdsMasking
        ? route.filter((stage) => hasTechnique(stage, FLUID)).map((stage) => ({ stages: [stage.id], repairs: [{ kind: "replace", stage: stage.id, technique: "film-mask" }] }))
        : [],
  ),
  allBefore(
    {
      id: "details-after-unmask",
      says: written`Details wait until the mask is off`,
      reason: written`Rubbing off the fluid rubs off what was just painted beside it.`,
      severity: "risks",
    },
    of("unmask"),
    of("dots", "white", "metallic", "letter", "stamp-words"),
  ),
  rule(
    {
      id: "mask-wanted",
      says: written`A mask holds something back`,
      reason: written`Nothing is painted between masking and unmasking, so it holds nothing back.`,
      severity: "risks",
    },
    (route) =>
      route.flatMap((stage, place): Breach[] => {
        if (!hasTechnique(stage, of("mask", "film-mask"))) return [];
        const off = route.findIndex((each, at) => at > place && each.technique === "unmask");
        if (off < 0 || route.slice(place, off).some(wets)) return [];
        const later = behindPaint(route);
        const after: Repair[] = later > off ? [{ kind: "move", stage: route[off]?.id ?? "", before: route[later]?.id ?? null }] : [];
        return [{ stages: [stage.id], repairs: [...after, { kind: "remove", stage: stage.id }] }];
      }),
  ),
  rule({ id: "unmask-something", says: written`Only what was masked is unmasked`, reason: written`There is nothing on the paper to take off.`, severity: "taste" }, (route) =>
    route.flatMap((stage, place): Breach[] =>
      stage.technique === "unmask" &&
      !route.slice(0, place).some((each) => hasTechnique(each, of("mask", "film-mask"))) &&
      !route.slice(place).some((each) => hasTechnique(each, of("mask", "film-mask")))
        ? [{ stages: [stage.id], repairs: [{ kind: "remove", stage: stage.id }] }]
        : [],
    ),
  ),
];

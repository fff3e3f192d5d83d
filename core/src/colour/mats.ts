import { t, wordsFor } from "../words/words.ts";
import { labOfHex, labOfXyz, lchOfLab, type Lab, type Lch } from "./light.ts";
import { seenIn, LIGHTS, type Light } from "./lamp.ts";
import { reflectanceOf } from "./reflectance.ts";

export interface MatTold {
  readonly id: string;
  readonly name: string;
  readonly hex: string;
  readonly metallic: boolean;
}

/** A finished panel as a mat meets it. */
export interface PanelColours {
  /** Its colours with their shares of the panel, bare paper with them. */
  readonly colours: readonly { readonly hex: string; readonly share: number }[];
  /** The mean colour of the outermost band, where the mat begins. */
  readonly edge: string;
}

export type Lift = "lifts" | "keeps" | "drains";
export type HueRelation = "neutral" | "picks up" | "answers" | "near" | "strays";

/** One mat beside the panel in one light. */
export interface MatSeen {
  readonly light: Light;
  /** Lightness of the mat less that of the panel's edge. */
  readonly contrast: number;
  readonly hue: HueRelation;
  readonly lift: Lift;
  readonly points: Points;
}
/** 0 to 1 each. */
export interface Points {
  readonly edge: number;
  readonly hue: number;
  readonly lift: number;
}
export interface MatRanked {
  readonly mat: MatTold;
  readonly seen: readonly MatSeen[];
  /** 0 to 1, the worse light counting double: a card is looked at in both. */
  readonly score: number;
  readonly says: string;
}

const WEIGHT: Points = { edge: 0.45, hue: 0.25, lift: 0.3 };
const NEUTRAL = 14;
const turn = (a: number, b: number): number => Math.abs(((b - a + 540) % 360) - 180);

/** Ranks card stock against a finished panel in daylight (D65) and lamplight (A): contrast at the edge, relation of hues, what it does to the panel's own colour. */
export function rankMats(panel: PanelColours, mats: readonly MatTold[]): readonly MatRanked[] {
  const panels = LIGHTS.map((light) => panelIn(light, panel));
  return mats
    .map((mat): MatRanked => {
      const spectrum = reflectanceOf(mat.hex);
      const seen = LIGHTS.map((light, index) => besideIn(light, lchOfLab(labOfXyz(seenIn(light, spectrum))), panels[index] ?? panelIn("daylight", panel), mat.metallic));
      const scores = seen.map(({ points }) => WEIGHT.edge * points.edge + WEIGHT.hue * points.hue + WEIGHT.lift * points.lift);
      return { mat, seen, score: (2 * Math.min(...scores) + Math.max(...scores)) / 3, says: saysOf(seen) };
    })
    .sort((a, b) => b.score - a.score || (a.mat.name < b.mat.name ? -1 : 1));
}

interface PanelSeen {
  readonly edge: Lch;
  /** Colours that have a hue, with their shares. */
  readonly hues: readonly (Lch & { readonly share: number })[];
  /** Mean chroma of what is painted. */
  readonly chroma: number;
}

function panelIn(light: Light, { colours, edge }: PanelColours): PanelSeen {
  const look = (hex: string): Lch => lchOfLab(light === "daylight" ? labOfHex(hex) : labOfXyz(seenIn(light, reflectanceOf(hex))));
  const seen = colours.map(({ hex, share }) => ({ ...look(hex), share }));
  const painted = seen.filter(({ L, C }) => L < 90 || C > 9);
  const all = painted.reduce((sum, { share }) => sum + share, 0) || 1;
  return { edge: look(edge), hues: painted.filter(({ C }) => C >= NEUTRAL), chroma: painted.reduce((sum, { C, share }) => sum + C * share, 0) / all };
}

/** Closer in lightness than this the panel melts into the mat; farther than that the mat shouts. */
const [TOO_CLOSE, GOOD, TOO_FAR] = [8, 22, 62];

function besideIn(light: Light, mat: Lch, panel: PanelSeen, metallic: boolean): MatSeen {
  const contrast = mat.L - panel.edge.L;
  const step = Math.hypot(contrast, 0.35 * hueGap(mat, panel.edge));
  const edge =
    step < TOO_CLOSE
      ? 0.15 * (step / TOO_CLOSE)
      : step < GOOD
        ? 0.15 + (0.85 * (step - TOO_CLOSE)) / (GOOD - TOO_CLOSE)
        : step <= TOO_FAR
          ? 1
          : Math.max(0.35, 1 - (step - TOO_FAR) / 40);
  const hue = metallic ? "neutral" : relationOf(mat, panel);
  const lift: Lift = mat.C > panel.chroma + 12 && !metallic ? "drains" : mat.C < 0.75 * panel.chroma || hue === "answers" ? "lifts" : "keeps";
  return { light, contrast, hue, lift, points: { edge, hue: HUE_POINTS[hue], lift: lift === "lifts" ? 1 : lift === "keeps" ? 0.65 : 0.15 } };
}

const hueGap = (a: Lch, b: Lch): number =>
  Math.hypot(a.C * Math.cos((a.h * Math.PI) / 180) - b.C * Math.cos((b.h * Math.PI) / 180), a.C * Math.sin((a.h * Math.PI) / 180) - b.C * Math.sin((b.h * Math.PI) / 180));
const HUE_POINTS: Readonly<Record<HueRelation, number>> = { "picks up": 1, answers: 0.85, neutral: 0.75, near: 0.6, strays: 0.2 };

function relationOf(mat: Lch, { hues }: PanelSeen): HueRelation {
  if (mat.C < NEUTRAL || hues.length === 0) return "neutral";
  const nearest = Math.min(...hues.map(({ h }) => turn(h, mat.h)));
  const largest = hues.reduce((most, each) => (each.share * each.C > most.share * most.C ? each : most));
  // A small part of the panel taken up by the mat binds; the largest one repeated makes the panel sink in.
  if (nearest < 22) return turn(largest.h, mat.h) < 22 && hues.length > 1 ? "near" : "picks up";
  if (turn(largest.h, mat.h) > 140) return "answers";
  return nearest < 50 ? "near" : "strays";
}

const EDGE_SAYS = (seen: MatSeen): string =>
  seen.points.edge < 0.4
    ? t`too close to the panel's edge`
    : Math.abs(seen.contrast) > TOO_FAR
      ? t`much ${seen.contrast > 0 ? t`lighter` : t`darker`} than the edge`
      : t`${seen.contrast > 0 ? t`lighter` : t`darker`} than the edge by ${String(Math.round(Math.abs(seen.contrast)))}`;
const HUE_SAYS: Readonly<Record<HueRelation, string>> = wordsFor({
  neutral: () => t`a neutral that keeps out of the way`,
  "picks up": () => t`picks up a small colour of the panel`,
  answers: () => t`opposite to the panel's main colour, which makes it glow`,
  near: () => t`near to the panel's main colour`,
  strays: () => t`a hue that is not in the panel`,
});
const LIFT_SAYS: Readonly<Record<Lift, string>> = wordsFor({
  lifts: () => t`lets the panel's colours stand out`,
  keeps: () => t`leaves the panel as it is`,
  drains: () => t`is stronger than the panel and drains it`,
});

function saysOf(seen: readonly MatSeen[]): string {
  const [day, lamp] = seen;
  if (!day || !lamp) return "";
  const turned = day.hue !== lamp.hue || day.lift !== lamp.lift || Math.abs(day.points.edge - lamp.points.edge) > 0.3;
  const lampSays = [
    ...(Math.abs(day.points.edge - lamp.points.edge) > 0.3 ? [EDGE_SAYS(lamp)] : []),
    ...(day.hue !== lamp.hue ? [HUE_SAYS[lamp.hue]] : []),
    ...(day.lift !== lamp.lift ? [LIFT_SAYS[lamp.lift]] : []),
  ];
  return `${EDGE_SAYS(day)}; ${HUE_SAYS[day.hue]}; ${LIFT_SAYS[day.lift]}${turned ? t`. By lamplight: ${lampSays.join("; ")}` : ""}`;
}

/** Why one mat stands before another: the point on which they differ most. @returns null where they do the panel equally well */
export function whyBefore(first: MatRanked, second: MatRanked): string | null {
  const mean = (mat: MatRanked, of: keyof Points): number => mat.seen.reduce((sum, { points }) => sum + points[of], 0) / mat.seen.length;
  const [point] = (["edge", "hue", "lift"] as const).map((of) => ({ of, gain: WEIGHT[of] * (mean(first, of) - mean(second, of)) })).sort((a, b) => b.gain - a.gain);
  const [mine, other] = [first.seen[0], second.seen[0]];
  if (!point || !mine || !other || point.gain < 0.005) return null;
  const says = { edge: EDGE_SAYS, hue: (seen: MatSeen) => HUE_SAYS[seen.hue], lift: (seen: MatSeen) => LIFT_SAYS[seen.lift] }[point.of];
  const [a, b] = [says(mine), says(other)];
  return a === b
    ? t`by lamplight it holds better: ${says(first.seen[1] ?? mine)}, the other ${says(second.seen[1] ?? other)}`
    : `it is ${a}; ${second.mat.name} is ${b}`.replace(/it is (picks|lets|leaves)/, "it $1").replace(/ is (picks|lets|leaves|is) /, " $1 ");
}

/** A motif with less colour than this on a ground with more than that sinks in. */
const [DULL, STRONG] = [22, 28];

/** What a dull motif on a strong ground needs: an outline, or an accent in the hue opposite the ground. */
export interface Accent {
  readonly kind: "outline" | "accent";
  /** Place in the list of paints given. */
  readonly paint: number;
}

/** @param ground the mat, or the strong wash the motif stands on; @param paints washes of the shelf @returns nothing where the motif holds its own */
export function accentsFor(motif: readonly Lab[], ground: string, paints: readonly Lab[]): readonly Accent[] {
  const around = lchOfLab(labOfHex(ground));
  const chroma = motif.reduce((sum, lab) => sum + lchOfLab(lab).C, 0) / Math.max(1, motif.length);
  if (motif.length === 0 || paints.length === 0 || chroma >= DULL || around.C < STRONG) return [];
  const best = (of: (lch: Lch) => number): number => paints.reduce((at, lab, index) => (of(lchOfLab(lab)) > of(lchOfLab(paints[at] ?? lab)) ? index : at), 0);
  const outline = best(({ L, C }) => Math.abs(L - around.L) - 0.3 * C);
  const accent = best(({ C, h }) => C * (0.4 + turn(h, around.h) / 180));
  return [
    { kind: "outline", paint: outline },
    { kind: "accent", paint: accent },
  ];
}

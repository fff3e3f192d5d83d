import { listOf } from "../../words/lists.ts";
import { t } from "../../words/words.ts";
import type { FamilyFinding, Member, Tie, Ties } from "./model.ts";
import { FAMILY_RULES } from "./rules.ts";
import { paletteDistance } from "./palette.ts";

export interface FamilyCheck {
  readonly ties: readonly Tie[];
  /** The worst first. */
  readonly findings: readonly FamilyFinding[];
}

/** What holds a series together, and which card breaks it. The order of the cards is that of the wall. */
export function checkFamily(family: readonly Member[], ties: Ties): FamilyCheck {
  const judged = FAMILY_RULES.filter((rule) => !ties.off.includes(rule.id)).map((rule) => ({ rule: rule.id, ...rule.judge(family, ties) }));
  const findings = judged.flatMap(({ rule, findings }) => findings.map((finding) => ({ ...finding, rule })));
  return {
    ties: judged.flatMap(({ rule, tie }) => (tie === null ? [] : [{ rule, says: tie }])),
    findings: [...findings.filter((each) => each.severity === "breaks"), ...findings.filter((each) => each.severity === "strays")],
  };
}

/** CIEDE2000 between the palettes of each two designs. */
export function paletteDistances(family: readonly Member[]): readonly { readonly a: string; readonly b: string; readonly distance: number }[] {
  const palettes = family.map((member) => ({ id: member.id, colours: member.colourways.flatMap((each) => each.colours) }));
  return palettes.flatMap((a, index) => palettes.slice(index + 1).map((b) => ({ a: a.id, b: b.id, distance: paletteDistance(a.colours, b.colours) })));
}

/** Somebody or something that cards are wanted for. */
export interface Wanted {
  readonly says: string;
  /** The occasion, or null for any. */
  readonly occasion: string | null;
  /** What must not be seen on it. */
  readonly without: readonly string[];
  readonly neutral: boolean;
  /** Years; null for a grown-up. */
  readonly age: number | null;
}

/** What nothing in the family serves, and the card that comes nearest. */
export interface Gap {
  readonly wanted: Wanted;
  /** What the nearest design lacks. */
  readonly lacks: string;
  readonly nearest: string | null;
}

/** A design for which no ages are told is for grown-ups. */
export const GROWN_UP = 16;

/** What a design lacks for somebody, a phrase each; empty where it serves. */
export function lacksFor(member: Member, wanted: Wanted): readonly string[] {
  const shown = member.shows.filter((each) => wanted.without.includes(each));
  const ages = member.ages ?? { from: GROWN_UP, to: 200 };
  const age = wanted.age ?? Math.max(GROWN_UP, ages.from);
  return [
    ...(wanted.occasion !== null && member.suits.length > 0 && !member.suits.includes(wanted.occasion) ? [`not for ${wanted.occasion}`] : []),
    ...(shown.length > 0 ? [`shows ${listOf(shown)}`] : []),
    ...(wanted.neutral && !member.neutral ? ["its words are not neutral"] : []),
    ...(age < ages.from || age > ages.to ? [member.ages === null ? `for grown-ups` : `for ages ${String(ages.from)} to ${String(ages.to)}`] : []),
  ];
}

/** Gaps in what there is: each that is wanted and that no design serves, with the nearest one and what it lacks. */
export function gapsIn(members: readonly Member[], wanted: readonly Wanted[]): readonly Gap[] {
  return wanted.flatMap((each) => {
    const [best] = members.map((member) => ({ member, lacks: lacksFor(member, each) })).sort((a, b) => a.lacks.length - b.lacks.length);
    if (best && best.lacks.length === 0) return [];
    return [{ wanted: each, lacks: best ? best.lacks.join(", ") : t`there is no design yet`, nearest: best?.member.id ?? null }];
  });
}

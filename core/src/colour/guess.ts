import { seededRandom } from "../search/search.ts";
import { differenceOf } from "./difference.ts";
import { mixed, over, WHITE_PAPER, type Film } from "./layers.ts";
import { hexOf, labOf, type Lab } from "./light.ts";

/** What is known of one pair of paints: how often in a row it was guessed right, and when it comes again, in questions asked. */
export interface PairKnown {
  readonly streak: number;
  readonly due: number;
}
/** By the pair's key. */
export type Known = Readonly<Record<string, PairKnown>>;

/** Questions until a pair comes again, by how often in a row it was right (Leitner 1972, with boxes counted in questions). */
const COMES_AGAIN = [3, 7, 16, 40, 100] as const;
const CHOICES = 4;
/** Choices nearer to each other than this could not be told. */
const APART = 9;

export const pairKey = (a: string, b: string): string => [a, b].sort().join(" + ");

/** How the answer changes what is known. A wrong pair comes again after three questions. */
export function learnt(known: Known, key: string, right: boolean, asked: number): Known {
  const streak = right ? Math.min(COMES_AGAIN.length - 1, (known[key]?.streak ?? 0) + 1) : 0;
  return { ...known, [key]: { streak, due: asked + (COMES_AGAIN[streak] ?? 3) } };
}

export interface GuessQuestion {
  readonly a: number;
  readonly b: number;
  readonly key: string;
  /** Colours to choose from, #rrggbb, in a mixed order. */
  readonly choices: readonly string[];
  readonly right: number;
}

/**
 * The next pair to guess: one that is due and was wrong before comes first, then one never asked, then the one that is due soonest.
 * @param paints with a name each that stays the same @param asked questions so far @param last key of the question before, which does not come again at once
 * @returns null with fewer than two paints
 */
export function nextQuestion(
  paints: readonly { readonly id: string; readonly film: Film }[],
  known: Known,
  asked: number,
  seed: number,
  last: string | null = null,
): GuessQuestion | null {
  const random = seededRandom(seed + asked * 7919);
  const pairs = paints.flatMap((first, a) => paints.slice(a + 1).map((second, index) => ({ a, b: a + 1 + index, key: pairKey(first.id, second.id), toss: random() })));
  const open = pairs.length > 1 ? pairs.filter(({ key }) => key !== last) : pairs;
  const rank = ({ key }: { key: string }): number => {
    const found = known[key];
    if (!found) return 1;
    return found.due <= asked ? (found.streak === 0 ? 0 : 2) : 3;
  };
  const [next] = open.sort((x, y) => rank(x) - rank(y) || (rank(x) === 3 ? (known[x.key]?.due ?? 0) - (known[y.key]?.due ?? 0) : 0) || x.toss - y.toss);
  const [first, second] = [paints[next?.a ?? 0], paints[next?.b ?? 1]];
  if (!next || !first || !second) return null;
  const truth = wetMix(first.film, second.film, 1, 1);
  const chosen = [truth, ...others(first.film, second.film, paints, truth, random)];
  const order = chosen.map((colour, index) => ({ colour, index, toss: random() })).sort((x, y) => x.toss - y.toss);
  return { a: next.a, b: next.b, key: next.key, choices: order.map(({ colour }) => colour.hex), right: order.findIndex(({ index }) => index === 0) };
}

interface Seen {
  readonly hex: string;
  readonly lab: Lab;
}
function wetMix(a: Film, b: Film, share: number, other: number): Seen {
  const seen = over(
    mixed([
      { film: a, share },
      { film: b, share: other },
    ]),
    WHITE_PAPER,
  );
  return { hex: hexOf(seen), lab: labOf(seen) };
}

/** Wrong answers that are worth thinking about: what the screen's middle of the two would be, what one of them gives with a third, a mix with too much of one. */
function others(a: Film, b: Film, paints: readonly { readonly film: Film }[], truth: Seen, random: () => number): Seen[] {
  const middle = ((): Seen => {
    const spectrum = over(a, WHITE_PAPER).map((value, index) => (value + (over(b, WHITE_PAPER)[index] ?? 0)) / 2);
    return { hex: hexOf(spectrum), lab: labOf(spectrum) };
  })();
  const withThird = paints
    .map(({ film }) => ({ film, toss: random() }))
    .sort((x, y) => x.toss - y.toss)
    .flatMap(({ film }) => (film === a || film === b ? [] : [wetMix(a, film, 1, 1), wetMix(film, b, 1, 1)]));
  const kept: Seen[] = [];
  for (const each of [middle, ...withThird, wetMix(a, b, 5, 1), wetMix(a, b, 1, 5), { hex: hexOf(over(a, WHITE_PAPER)), lab: labOf(over(a, WHITE_PAPER)) }]) {
    if (kept.length < CHOICES - 1 && [truth, ...kept].every((other) => differenceOf(other.lab, each.lab) > APART)) kept.push(each);
  }
  return kept;
}

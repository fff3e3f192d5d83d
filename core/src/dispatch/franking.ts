import type { LinearModel, LinearRow, LinearSolver } from "../search/linear.ts";

/** Stamps that are there and letters to be franked. Values and postage in minor units; null is no limit. */
export interface FrankingJob {
  readonly stamps: readonly { readonly value: number; readonly count: number | null }[];
  readonly letters: readonly Letter[];
}
export interface Letter {
  readonly id: string;
  readonly postage: number;
  /** Stamps that it has room for. */
  readonly most: number | null;
}

/** `stamps` of each letter, the dearest first; null where it is not franked. `proven` covers all three aims. */
export interface Franking {
  readonly letters: readonly (readonly number[] | null)[];
  readonly over: number;
  readonly used: number;
  readonly proven: boolean;
}

/** Ways of franking one kind of letter: how many of each value, in the order of the values. */
interface Way {
  readonly kind: number;
  readonly counts: readonly number[];
  readonly over: number;
  readonly used: number;
}

/** Letters of one postage with room for as many stamps. */
interface LetterKind {
  readonly postage: number;
  readonly most: number;
  readonly letters: number[];
}

/** More ways than this are no matter for whole numbers; what is left out is then not proven to be of no use. */
const MOST_WAYS = 6_000;

/**
 * Stamps for letters: as many letters as possible, then the least overpaid, then the fewest stamps. All ways of franking a
 * letter of which no stamp could be left off are gone through, letters of one postage together; whole numbers of them are chosen
 * by one integer program after the other, each keeping what the one before has reached (lexicographic goal programming; the
 * columns are those of the cutting stock problem, Gilmore and Gomory 1961).
 * @param left seconds that are left
 */
export function frank(job: FrankingJob, solve: LinearSolver, left: () => number): Franking {
  const values = [...new Set(job.stamps.filter(({ count }) => count !== 0).map(({ value }) => value))].sort((a, b) => b - a);
  const stock = values.map((value) => job.stamps.reduce((sum, stamp) => sum + (stamp.value === value ? (stamp.count ?? Infinity) : 0), 0));
  const kinds = kindsOfLetters(job.letters);
  const share = Math.max(50, Math.floor(MOST_WAYS / Math.max(1, kinds.length)));
  const found = kinds.map((kind, index) => waysOf(kind, index, values, stock, share));
  const ways = found.flatMap((each) => each.ways);
  const rows: LinearRow[] = [
    ...kinds.map((kind, index) => ({ terms: termsOf(ways, (way) => Number(way.kind === index)), most: kind.letters.length })),
    ...values.flatMap((_, value) => (stock[value] === Infinity ? [] : [{ terms: termsOf(ways, (way) => way.counts[value] ?? 0), most: stock[value] ?? 0 }])),
  ].filter((row) => row.terms.length > 0);
  let chosen = byRule(kinds, ways, stock);
  let isOptimal = found.every((each) => each.isAll);
  const kept: LinearRow[] = [];
  for (const weight of AIMS) {
    const model: LinearModel = { costs: ways.map(weight), upper: ways.map((way) => kinds[way.kind]?.letters.length ?? 0), rows: [...rows, ...kept], whole: true };
    const answer = ways.length > 0 ? solve(model, left() / 2) : { values: [], duals: [], optimal: true };
    isOptimal &&= answer?.optimal === true;
    const whole = answer?.values.map(Math.round) ?? [];
    // Until the engine finds something better, the rule of thumb stands; what an aim has reached, the next ones keep. What time broke off is looked at.
    if (answer && isWithin(whole, model) && sumOf(ways, whole, weight) <= sumOf(ways, chosen, weight)) chosen = whole;
    kept.push({ terms: termsOf(ways, weight), most: sumOf(ways, chosen, weight) });
  }
  return { ...toLetters(job, kinds, ways, chosen, values), proven: isOptimal };
}

/** Whether an answer keeps to every row of what was asked. */
const isWithin = (values: readonly number[], { rows, upper }: LinearModel): boolean =>
  values.length === upper.length &&
  values.every((value, column) => value >= 0 && value <= (upper[column] ?? 0)) &&
  rows.every(({ terms, most = Infinity }) => terms.reduce((sum, [column, each]) => sum + each * (values[column] ?? 0), 0) <= most);

/** What is made as small as can be, one after the other: letters not franked, money overpaid, stamps. */
const AIMS: readonly ((way: Way) => number)[] = [() => -1, (way) => way.over, (way) => way.used];

const termsOf = (ways: readonly Way[], of: (way: Way) => number): [number, number][] =>
  ways.flatMap((way, column): [number, number][] => (of(way) === 0 ? [] : [[column, of(way)]]));

const sumOf = (ways: readonly Way[], chosen: readonly number[], of: (way: Way) => number): number => ways.reduce((sum, way, column) => sum + of(way) * (chosen[column] ?? 0), 0);

function kindsOfLetters(letters: readonly Letter[]): LetterKind[] {
  const kinds = new Map<string, LetterKind>();
  letters.forEach(({ postage, most }, index) => {
    const key = `${String(postage)}/${String(most)}`;
    const kind = kinds.get(key) ?? { postage, most: most ?? Infinity, letters: [] };
    kind.letters.push(index);
    kinds.set(key, kind);
  });
  return [...kinds.values()];
}

/** All ways of franking a letter of which no stamp could be left off, those of dear stamps first. */
function waysOf(
  { postage, most }: LetterKind,
  kind: number,
  values: readonly number[],
  stock: readonly number[],
  share: number,
): { readonly ways: readonly Way[]; readonly isAll: boolean } {
  const ways: Way[] = [];
  const counts = values.map(() => 0);
  let isAll = true;
  if (postage === 0) return { ways: [{ kind, counts: [...counts], over: 0, used: 0 }], isAll };
  const visit = (index: number, sum: number, used: number): void => {
    const value = values[index];
    // The stamps that follow are worth less: with all of them there is not enough room.
    if (value === undefined || sum + (most - used) * value < postage) return;
    if (ways.length >= share) {
      isAll = false;
      return;
    }
    const needed = Math.ceil((postage - sum) / value);
    const there = Math.min(stock[index] ?? 0, most - used);
    if (needed <= there) {
      counts[index] = needed;
      ways.push({ kind, counts: [...counts], over: sum + needed * value - postage, used: used + needed });
    }
    for (let taken = Math.min(there, needed - 1); taken >= 0; taken -= 1) {
      counts[index] = taken;
      visit(index + 1, sum + taken * value, used + taken);
    }
    counts[index] = 0;
  };
  visit(0, 0, 0);
  return { ways, isAll };
}

/** Letters one by one, each with the way that overpays least of those that the stamps left allow. */
function byRule(kinds: readonly LetterKind[], ways: readonly Way[], stock: readonly number[]): number[] {
  const chosen = ways.map(() => 0);
  const left = [...stock];
  kinds.forEach((kind, index) => {
    const own = ways.map((way, column) => ({ way, column })).filter(({ way }) => way.kind === index);
    own.sort((a, b) => a.way.over - b.way.over || a.way.used - b.way.used);
    kind.letters.forEach(() => {
      const next = own.find(({ way }) => way.counts.every((count, value) => count <= (left[value] ?? 0)));
      if (!next) return;
      chosen[next.column] = (chosen[next.column] ?? 0) + 1;
      next.way.counts.forEach((count, value) => (left[value] = (left[value] ?? 0) - count));
    });
  });
  return chosen;
}

function toLetters(job: FrankingJob, kinds: readonly LetterKind[], ways: readonly Way[], chosen: readonly number[], values: readonly number[]): Omit<Franking, "proven"> {
  const letters: (readonly number[] | null)[] = job.letters.map(() => null);
  const queues = kinds.map((kind) => [...kind.letters]);
  let [over, used] = [0, 0];
  ways.forEach((way, column) => {
    for (let time = 0; time < (chosen[column] ?? 0); time += 1) {
      const letter = queues[way.kind]?.shift();
      if (letter === undefined) return;
      letters[letter] = way.counts.flatMap((count, value) => new Array<number>(count).fill(values[value] ?? 0));
      over += way.over;
      used += way.used;
    }
  });
  return { letters, over, used };
}

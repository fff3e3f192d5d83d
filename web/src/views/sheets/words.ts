import { isTorn, wayOf, capital, type CutStep, type Length, type SplitJob, type SplitWay, t, wordsFor } from "@yule/core";

type Say = (length: Length) => string;

export const WAY_WORDS: Readonly<Record<SplitWay, { readonly name: string; readonly edge: string; readonly risk: string; readonly title: string }>> = {
  cut: wordsFor({ name: () => t`Knife`, edge: () => t`crisp edge`, risk: () => t`a slip of the blade`, title: () => t`Cut in this order` }),
  ruler: wordsFor({ name: () => t`Tear along a ruler`, edge: () => t`soft edge`, risk: () => t`a tear that leaves the ruler`, title: () => t`Tear in this order` }),
  fold: wordsFor({ name: () => t`Fold and tear`, edge: () => t`soft edge`, risk: () => t`a tear that runs off`, title: () => t`Fold and tear in this order` }),
  tape: wordsFor({ name: () => t`Tape grid`, edge: () => t`white rim`, risk: () => t`paint under the tape`, title: () => t`Cut through the gutters when bone dry` }),
};

export const countWord = (count: number): string =>
  [t`no`, t`one`, t`two`, t`three`, t`four`, t`five`, t`six`, t`seven`, t`eight`, t`nine`, t`ten`, t`eleven`, t`twelve`][count] ?? String(count);
const timesWord = (count: number): string => (count === 1 ? t`once` : count === 2 ? t`twice` : t`${countWord(count)} times`);

/** What the hands do in a step, as it is read from a metre. */
export function stepTitle(job: SplitJob, step: CutStep, say: Say): string {
  if (step.trim) return job.method === "tape" ? t`Cut the border off, ${say(step.fence)} all round` : t`Trim ${say(step.fence)} off all round`;
  if (job.method === "fold") {
    const parts = step.times + 1;
    return parts === 2 ? t`Fold in half at ${say(step.fence)} and tear` : t`Fold in ${parts === 3 ? t`thirds` : countWord(parts)}, ${say(step.fence)} each, and tear`;
  }
  if (wayOf(job) === "ruler") return t`Ruler at ${say(step.fence)}, tear ${timesWord(step.times)}`;
  return t`Fence at ${say(step.fence)}, cut ${timesWord(step.times)}`;
}

/** How the piece lies, and how many go at once. */
export function stepDetail(job: SplitJob, step: CutStep): string {
  const parts: string[] = [];
  if (step.turned) parts.push(t`turn the piece a quarter`);
  if (step.hands > 1 && wayOf(job) === "ruler") parts.push(t`${countWord(step.hands)} ${step.whole ? t`sheets` : t`pieces`}, one after another`);
  else if (step.hands > 1) {
    const what = step.whole ? "sheets" : "pieces";
    parts.push(
      step.atOnce === 1
        ? t`${countWord(step.hands)} ${what}, one after another`
        : step.atOnce === step.hands
          ? t`all ${countWord(step.hands)} ${what} in one pile`
          : t`${countWord(step.hands)} ${what}, ${countWord(step.atOnce)} in a pile`,
    );
  }
  if (step.beyondReach && wayOf(job) !== "ruler") parts.push(t`longer than your trimmer reaches: knife and ruler`);
  parts.push(isTorn(job) && step.off === "strips" ? t`gives strips to tear on` : OFF[step.off]);
  return `${capital(parts.join(", "))}.`;
}

/** What holds for every tear along a ruler. */
export const rulerRule = (): string => t`Lay the ruler so that what the tear eats is on the waste side.`;

const OFF: Readonly<Record<CutStep["off"], string>> = wordsFor({
  pieces: () => t`gives finished pieces`,
  strips: () => t`gives strips to cut on`,
  offcuts: () => t`takes off what is left over`,
});

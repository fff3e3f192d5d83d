import { isTorn, wayOf, capital, type CutStep, type Length, type SplitJob, type SplitWay } from "@yule/core";

type Say = (length: Length) => string;

export const WAY_WORDS: Readonly<Record<SplitWay, { readonly name: string; readonly edge: string; readonly risk: string; readonly title: string }>> = {
  cut: { name: "Knife", edge: "crisp edge", risk: "a slip of the blade", title: "Cut in this order" },
  ruler: { name: "Tear along a ruler", edge: "soft edge", risk: "a tear that leaves the ruler", title: "Tear in this order" },
  fold: { name: "Fold and tear", edge: "soft edge", risk: "a tear that runs off", title: "Fold and tear in this order" },
  tape: { name: "Tape grid", edge: "white rim", risk: "paint under the tape", title: "Cut through the gutters when bone dry" },
};

const COUNTS = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];
export const countWord = (count: number): string => COUNTS[count] ?? String(count);
const timesWord = (count: number): string => (count === 1 ? "once" : count === 2 ? "twice" : `${countWord(count)} times`);

/** What the hands do in a step, as it is read from a metre. */
export function stepTitle(job: SplitJob, step: CutStep, say: Say): string {
  if (step.trim) return job.method === "tape" ? `Cut the border off, ${say(step.fence)} all round` : `Trim ${say(step.fence)} off all round`;
  if (job.method === "fold") {
    const parts = step.times + 1;
    return parts === 2 ? `Fold in half at ${say(step.fence)} and tear` : `Fold in ${parts === 3 ? "thirds" : countWord(parts)}, ${say(step.fence)} each, and tear`;
  }
  if (wayOf(job) === "ruler") return `Ruler at ${say(step.fence)}, tear ${timesWord(step.times)}`;
  return `Fence at ${say(step.fence)}, cut ${timesWord(step.times)}`;
}

/** How the piece lies, and how many go at once. */
export function stepDetail(job: SplitJob, step: CutStep): string {
  const parts: string[] = [];
  if (step.turned) parts.push("turn the piece a quarter");
  if (step.hands > 1 && wayOf(job) === "ruler") parts.push(`${countWord(step.hands)} ${step.whole ? "sheets" : "pieces"}, one after another`);
  else if (step.hands > 1) {
    const what = step.whole ? "sheets" : "pieces";
    parts.push(
      step.atOnce === 1
        ? `${countWord(step.hands)} ${what}, one after another`
        : step.atOnce === step.hands
          ? `all ${countWord(step.hands)} ${what} in one pile`
          : `${countWord(step.hands)} ${what}, ${countWord(step.atOnce)} in a pile`,
    );
  }
  if (step.beyondReach && wayOf(job) !== "ruler") parts.push("longer than your trimmer reaches: knife and ruler");
  parts.push(isTorn(job) && step.off === "strips" ? "gives strips to tear on" : OFF[step.off]);
  return `${capital(parts.join(", "))}.`;
}

/** What holds for every tear along a ruler. */
export const RULER_RULE = "Lay the ruler so that what the tear eats is on the waste side.";

const OFF: Readonly<Record<CutStep["off"], string>> = { pieces: "gives finished pieces", strips: "gives strips to cut on", offcuts: "takes off what is left over" };

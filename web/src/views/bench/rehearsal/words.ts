import { minutes, printMinutes, techniqueOf, capital, type Broken, type RehearsedBench, t } from "@yule/core";
import { numbersOf, type OnBoard } from "@yule/derive";

const panelName = (boards: readonly OnBoard[], batch: string, unit: string): string => {
  const on = boards.find((each) => each.batch.id === batch);
  return on ? `panel ${String(numbersOf(on, [unit])[0] ?? 0)}${boards.length > 1 ? t` of ${on.design.name.toLowerCase()}` : ""}` : t`a panel`;
};
const stageName = (boards: readonly OnBoard[], batch: string, stage: string): string =>
  boards
    .find((each) => each.batch.id === batch)
    ?.stages.find(({ table }) => table.id === stage)
    ?.table.name.toLowerCase() ?? t`a stage`;

/** What happens to a panel that is touched wet, by what touches it. */
function harmWords(boards: readonly OnBoard[], { batch, stage, rule }: Broken): string {
  const technique = boards.find((each) => each.batch.id === batch)?.stages.find(({ table }) => table.id === stage)?.table.technique ?? null;
  if (rule === "let it settle first") return t`it flooded`;
  if (rule === "while it is still wet") return t`it has a hard edge`;
  if (technique === "unmask" || technique === "untape") return t`the paper tore`;
  return technique !== null && techniqueOf(technique).medium !== "watercolour" ? t`it smeared` : t`it bloomed`;
}

/** `5 min`, or less than one. */
const by = (time: number): string => (time < 1 ? t`less than a minute` : printMinutes(minutes(Math.round(time))));

/** `Panel 3, glaze: 6 min before it was dry, it bloomed. Saved with 3 min of work.` */
export function brokenWords(broken: Broken, boards: readonly OnBoard[]): string {
  const when =
    broken.rule === "bone dry before the next step" ? t`before it was dry` : broken.rule === "while it is still wet" ? t`after its window had closed` : t`before it had settled`;
  const at = broken.meanwhile ? t`; the hands were at ${stageName(boards, broken.meanwhile.batch, broken.meanwhile.stage)}` : "";
  const panel = panelName(boards, broken.batch, broken.unit);
  const end = broken.lost ? t`Lost.` : t`Saved with ${by(broken.minutes)} of work.`;
  return `${capital(panel)}, ${stageName(boards, broken.batch, broken.stage)}: ${by(broken.by)} ${when}${at}. ${capital(harmWords(boards, broken))}. ${end}`;
}

/** What happened last until a minute, newest first. */
export function eventsUntil(at: RehearsedBench, minute: number, boards: readonly OnBoard[]): { readonly at: number; readonly words: string; readonly bad: boolean }[] {
  const mishaps = at.mishaps.map((mishap) => ({
    at: mishap.at,
    bad: mishap.kind === "fell",
    words: mishap.kind === "fell" ? t`${capital(panelName(boards, mishap.batch, mishap.unit))} fell, and is lost.` : t`Somebody rang: ${by(mishap.minutes)} went by.`,
  }));
  const looks = at.facts
    .filter(({ what }) => what === "dry" || what === "still-wet")
    .map((fact) => ({ at: fact.at, bad: false, words: `${capital(panelName(boards, fact.batch, fact.unit))} is ${fact.what === "dry" ? t`dry` : t`still wet`}.` }));
  return [...at.broken.map((each) => ({ at: each.at, bad: true, words: brokenWords(each, boards) })), ...mishaps, ...looks]
    .filter((each) => each.at <= minute)
    .sort((a, b) => b.at - a.at);
}

/** Minutes of a rehearsal as its clock shows them: `0:42`, `1:05`. */
export const hourOf = (minute: number): string => `${String(Math.floor(minute / 60))}:${String(Math.floor(minute % 60)).padStart(2, "0")}`;

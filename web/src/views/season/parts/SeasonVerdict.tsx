import { rich } from "../../../kit/rich.tsx";
import { Button } from "@chakra-ui/react";
import { addDays, day, hundredths, printMinutes, stateOf, type PromiseState, type SeasonChange, type Uncertainty, t, wordsFor } from "@yule/core";
import { nextFree, promisesKept, type Outlook, type NeedRow, type PlannedSeason } from "@yule/derive";
import { STAND_COLOUR } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { printDay, printFigure, printNumber } from "../../../kit/say.ts";

const MATTERS: Readonly<Record<Uncertainty, string>> = wordsFor({
  hands: () => t`how long your hands really take`,
  drying: () => t`how fast it dries`,
  yield: () => t`how many panels come out good`,
  interruptions: () => t`sessions that do not happen`,
  post: () => t`slow post`,
  supplies: () => t`late supplies`,
});

interface SeasonVerdictProps {
  readonly outlook: Outlook;
  readonly rows: readonly NeedRow[];
  readonly planned: PlannedSeason | null;
  readonly onTry: (trial: readonly SeasonChange[]) => void;
}

/** What the season comes to: which promises are safe, which cannot be given, and what to begin next. */
export function SeasonVerdict({ outlook, rows, planned, onTry }: SeasonVerdictProps) {
  const { open, plan } = outlook;
  if (open.length === 0 && outlook.needs.length > 0)
    return (
      <Verdict>
        {t`${outlook.needs.length === 1 ? t`The one need` : t`All ${String(outlook.needs.length)} needs`} of ${outlook.season.name} ${outlook.needs.length === 1 ? t`is` : t`are`} done. The season can be closed.`}
      </Verdict>
    );
  if (open.length === 0) return <Verdict>{t`Nothing is owed. The season begins with the first need you add.`}</Verdict>;
  const cards = open.reduce((sum, view) => sum + view.cards - view.assembled, 0);
  const total = (
    <Figure
      why={t`${String(cards)} cards are still to be made for ${String(open.length)} needs. Each stage counts its hands time for every panel and its setup once per batch; a few panels more than cards are painted so that enough are good.`}
    >
      {printMinutes(plan.hands)}
    </Figure>
  );
  const of = (state: NeedRow["safety"]): readonly NeedRow[] => rows.filter((row) => row.safety === state);
  const [lost, risky, tight, unknown] = [of("cannot"), of("at risk"), of("tight"), of("unknown")];
  // Hours that fit are no plan yet: nothing is promised before the work lies in its sessions.
  if (!planned || unknown.length === rows.length) return <Verdict>{rich`${total} of hands are owed. The plan is being made …`}</Verdict>;
  const isSafe = lost.length + risky.length + tight.length + unknown.length === 0;
  const safeWords = isSafe
    ? `${rows.length === 1 ? t`The one promise of the season is` : t`All ${String(rows.length)} promises are`} safe`
    : t`${String(of("safe").length)} of ${String(rows.length)} promises are safe`;
  return (
    <Verdict>
      <Lost rows={lost} planned={planned} outlook={outlook} />
      {(isSafe || rows.length > 1) && (
        <>
          <Figure tone={isSafe ? "safe" : "ink"} why={whyOdds(planned, outlook)}>
            {safeWords}
          </Figure>
          {isSafe && <>{rich`: ${total} of hands`}</>}.{" "}
        </>
      )}
      <Weak rows={risky} words={t`at risk`} outlook={outlook} />
      <Weak rows={tight} words="tight" outlook={outlook} />
      {unknown.length > 0 && t`${unknown.length === 1 ? t`${unknown[0]?.view.need.title ?? ""} is` : t`${String(unknown.length)} are`} being planned. `}
      {isTonightDear(planned) ? <Tonight planned={planned} outlook={outlook} onTry={onTry} /> : <Next rows={rows} planned={planned} />}
    </Verdict>
  );
}

/** Who is named first: what cannot be promised, with its chance. */
function Lost({ rows, planned, outlook }: { rows: readonly NeedRow[]; planned: PlannedSeason; outlook: Outlook }) {
  const [worst] = rows;
  if (!worst) return null;
  return (
    <>
      {rich`${(
        <Figure tone="cannot" why={whyLost(worst, planned, outlook)}>
          {worst.view.need.title}
        </Figure>
      )} cannot be promised for ${printDay(worst.view.readyBy)}: ${hundredths(worst.chance ?? 0)} in 100.${rows.length > 1 && t` Nor can ${String(rows.length - 1)} more.`} `}
    </>
  );
}

/** Promises of one state: one by its name, more by their number. */
function Weak({ rows, words, outlook }: { rows: readonly NeedRow[]; words: string; outlook: Outlook }) {
  const [first] = rows;
  if (!first) return null;
  return (
    <>
      <Figure tone={STAND_COLOUR[first.safety]} why={rows.map((row) => chanceLine(row, outlook)).join(" ")}>
        {rows.length === 1 ? t`${first.view.need.title} is ${words}` : t`${String(rows.length)} are ${words}`}
      </Figure>
      .{" "}
    </>
  );
}

/** What is to be begun next, and until when. */
function Next({ rows, planned }: { rows: readonly NeedRow[]; planned: PlannedSeason }) {
  const level = planned.starts?.sureIn100;
  const [next] = rows.filter(({ view, begin }) => view.stage === "not begun" && begin !== null).sort((a, b) => (whenOf(a) < whenOf(b) ? -1 : 1));
  if (!next || level === undefined) return null;
  return (
    <>
      {t`Begin ${next.view.need.title} `}
      <Figure
        tone={next.begin === "at once" ? "tight" : "ink"}
        why={t`It takes ${printMinutes(next.view.outlook.hands)} of hands and must be ready on ${printDay(next.view.readyBy)}. Begun in the last session of that day and not before, it is still in time ${String(level)} times in 100 or more, with all else going on as planned.${seasonStart(planned)}`}
      >
        {next.begin === "at once" || next.begin === null ? t`at once` : t`by ${printDay(next.begin)}`}
      </Figure>
      {next.begin === "at once" ? t`: each session later it is less sure. ` : t` at the latest, for ${String(level)} in 100. `}
    </>
  );
}

const whenOf = ({ begin }: NeedRow): string => (begin === "at once" || begin === null ? "" : begin);

/** Until when nothing at all need be painted. */
function seasonStart({ starts, facts }: PlannedSeason): string {
  const session = starts?.season.session ?? null;
  const on = session === null ? undefined : facts.sessions[session]?.day;
  return on === undefined ? "" : t` Were nothing painted before ${printDay(on)}, all that is safe now would still be; after it, not.`;
}

/** Whether a promise hangs on the next session: then it goes before all that is to be begun later. */
const isTonightDear = ({ starts }: PlannedSeason): boolean => (starts?.tonight ? starts.tonight.before - starts.tonight.after >= WORTH_SAYING : false);

/** What the next session is worth; pressed, it is looked at. */
function Tonight({ planned, outlook, onTry }: { planned: PlannedSeason; outlook: Outlook; onTry: (trial: readonly SeasonChange[]) => void }) {
  const tonight = planned.starts?.tonight;
  const next = nextFree(planned);
  const session = tonight ? planned.facts.sessions[tonight.session] : undefined;
  if (!tonight || !next || !session || next.session !== tonight.session) return null;
  const title = (id: string): string => outlook.open.find((view) => view.need.id === id)?.need.title ?? "";
  const when = session.day === outlook.today ? "today" : `on ${printDay(session.day)}`;
  const lost = tonight.before - tonight.after;
  const [first] = tonight.falls;
  const others = tonight.falls.length > 1 ? t`, and ${String(tonight.falls.length - 1)} more would be less sure` : "";
  return (
    <>
      {t`Not painting ${when} `}
      <Button
        variant="ghost"
        paddingInline="0"
        minHeight="0"
        height="auto"
        font="inherit"
        fontWeight={700}
        onClick={() => onTry([next.change])}
      >{t`costs ${printFigure(lost, 1)} promises`}</Button>
      {first ? `: ${title(first.id)} ${FALLEN[stateOf(first.after)]}${others}` : ""}.{" "}
    </>
  );
}

const FALLEN: Readonly<Record<PromiseState, string>> = wordsFor({
  safe: () => t`would be safe`,
  tight: () => t`would be tight`,
  "at risk": () => t`would be at risk`,
  cannot: () => t`could not be promised`,
});

/** Less of a promise is the noise of the draws. */
const WORTH_SAYING = 0.1;

const chanceLine = (row: NeedRow, outlook: Outlook): string => {
  const by = row.by ? t`, with 80 in 100 ready by ${printDay(addDays(outlook.today, row.by[1]))}` : "";
  return `${row.view.need.title}: ${String(hundredths(row.chance ?? 0))} in 100 for ${printDay(row.view.readyBy)}${by}.`;
};

function whyLost(row: NeedRow, planned: PlannedSeason, outlook: Outlook): string {
  const resigned = planned.answer.plan.choice.resigned.includes(row.view.need.id)
    ? t` It is taken up only when nothing else can be done, so that it holds up no other promise.`
    : "";
  return t`It takes ${printMinutes(row.view.outlook.hands)} of hands. ${chanceLine(row, outlook)}${resigned} What would help stands below.`;
}

function whyOdds(planned: PlannedSeason, outlook: Outlook): string {
  const { odds } = planned;
  const [half, most, nearly] = odds.by.map((at) => printDay(addDays(day(outlook.today), at)));
  const [first] = odds.matters;
  return t`The plan was played ${printNumber(odds.runs)} times with hands, drying, yields, lost sessions and post as your logbook and first guesses have them. Safe is what was in time in 80 of 100 plays at the least. In the mean ${printFigure(promisesKept(odds), 1)} of ${String(odds.needs.length)} promises were kept. All is done by ${half ?? ""} with 50, by ${most ?? ""} with 80, by ${nearly ?? ""} with 95 in 100.${first && first.gain > 0 ? t` What matters most is ${MATTERS[first.what]}.` : ""}`;
}

import { addDays, day, hundredths, printDay, printMinutes, type Uncertainty } from "@yule/core";
import { promisesKept, type Outlook, type NeedRow, type PlannedSeason } from "@yule/derive";
import { STAND_COLOUR } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";

const MATTERS: Readonly<Record<Uncertainty, string>> = {
  hands: "how long your hands really take",
  drying: "how fast it dries",
  yield: "how many panels come out good",
  interruptions: "sessions that do not happen",
  post: "slow post",
  supplies: "late supplies",
};

/** What the season comes to: which promises are safe, which cannot be given, and what to begin next. */
export function SeasonVerdict({ outlook, rows, planned }: { outlook: Outlook; rows: readonly NeedRow[]; planned: PlannedSeason | null }) {
  const { open, plan } = outlook;
  if (open.length === 0) return <Verdict>Nothing is owed. The season begins with the first need you add.</Verdict>;
  const cards = open.reduce((sum, view) => sum + view.cards - view.assembled, 0);
  const total = (
    <Figure
      why={`${String(cards)} cards are still to be made for ${String(open.length)} needs. Each stage counts its hands time for every panel and its setup once per batch; a few panels more than cards are painted so that enough are good.`}
    >
      {printMinutes(plan.hands)}
    </Figure>
  );
  const of = (state: NeedRow["safety"]): readonly NeedRow[] => rows.filter((row) => row.safety === state);
  const [lost, risky, tight, unknown] = [of("cannot"), of("at risk"), of("tight"), of("unknown")];
  // Hours that fit are no plan yet: nothing is promised before the work lies in its sessions.
  if (!planned || unknown.length === rows.length) return <Verdict>{total} of hands are owed. The plan is being made …</Verdict>;
  const isSafe = lost.length + risky.length + tight.length + unknown.length === 0;
  const safeWords = isSafe
    ? `${rows.length === 1 ? "The one promise of the season is" : `All ${String(rows.length)} promises are`} safe`
    : `${String(of("safe").length)} of ${String(rows.length)} promises are safe`;
  return (
    <Verdict>
      <Lost rows={lost} planned={planned} outlook={outlook} />
      {(isSafe || rows.length > 1) && (
        <>
          <Figure tone={isSafe ? "safe" : "ink"} why={whyOdds(planned, outlook)}>
            {safeWords}
          </Figure>
          {isSafe && <>: {total} of hands</>}.{" "}
        </>
      )}
      <Weak rows={risky} words="at risk" outlook={outlook} />
      <Weak rows={tight} words="tight" outlook={outlook} />
      {unknown.length > 0 && `${unknown.length === 1 ? `${unknown[0]?.view.need.title ?? ""} is` : `${String(unknown.length)} are`} being planned. `}
      {lost.length === 0 && <Next outlook={outlook} />}
    </Verdict>
  );
}

/** Who is named first: what cannot be promised, with its chance. */
function Lost({ rows, planned, outlook }: { rows: readonly NeedRow[]; planned: PlannedSeason; outlook: Outlook }) {
  const [worst] = rows;
  if (!worst) return null;
  return (
    <>
      <Figure tone="cannot" why={whyLost(worst, planned, outlook)}>
        {worst.view.need.title}
      </Figure>{" "}
      cannot be promised for {printDay(worst.view.readyBy)}: {hundredths(worst.chance ?? 0)} in 100.
      {rows.length > 1 && ` Nor can ${String(rows.length - 1)} more.`}{" "}
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
        {rows.length === 1 ? `${first.view.need.title} is ${words}` : `${String(rows.length)} are ${words}`}
      </Figure>
      .{" "}
    </>
  );
}

/** What is to be begun first. */
function Next({ outlook }: { outlook: Outlook }) {
  const next = [...outlook.open]
    .filter((view) => view.outlook.hands > 0 && view.outlook.startBy !== null)
    .sort((a, b) => ((a.outlook.startBy ?? "") < (b.outlook.startBy ?? "") ? -1 : 1))[0];
  if (!next) return null;
  return (
    <>
      Begin {next.need.title} by{" "}
      <Figure
        tone={next.outlook.safety === "safe" ? "safe" : "tight"}
        why={`It takes ${printMinutes(next.outlook.hands)} of hands and must be ready on ${printDay(next.readyBy)}. Filling your sessions backwards from the last due day, this is the last one in which its hours fit; what may go wrong is not counted in.`}
      >
        {printDay(next.outlook.startBy ?? next.readyBy)}
      </Figure>{" "}
      at the latest.
    </>
  );
}

const chanceLine = (row: NeedRow, outlook: Outlook): string => {
  const by = row.by ? `, with 80 in 100 ready by ${printDay(addDays(outlook.today, row.by[1]))}` : "";
  return `${row.view.need.title}: ${String(hundredths(row.chance ?? 0))} in 100 for ${printDay(row.view.readyBy)}${by}.`;
};

function whyLost(row: NeedRow, planned: PlannedSeason, outlook: Outlook): string {
  const resigned = planned.answer.plan.choice.resigned.includes(row.view.need.id)
    ? " It is taken up only when nothing else can be done, so that it holds up no other promise."
    : "";
  return `It takes ${printMinutes(row.view.outlook.hands)} of hands. ${chanceLine(row, outlook)}${resigned} What would help stands below.`;
}

function whyOdds(planned: PlannedSeason, outlook: Outlook): string {
  const { odds } = planned;
  const [half, most, nearly] = odds.by.map((at) => printDay(addDays(day(outlook.today), at)));
  const [first] = odds.matters;
  return `The plan was played ${odds.runs.toLocaleString()} times with hands, drying, yields, lost sessions and post as your logbook and first guesses have them. Safe is what was in time in 80 of 100 plays at the least. In the mean ${promisesKept(odds).toFixed(1)} of ${String(odds.needs.length)} promises were kept. All is done by ${half ?? ""} with 50, by ${most ?? ""} with 80, by ${nearly ?? ""} with 95 in 100.${first && first.gain > 0 ? ` What matters most is ${MATTERS[first.what]}.` : ""}`;
}

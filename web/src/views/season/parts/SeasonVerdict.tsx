import { addDays, day, minutes, printDay, printMinutes, type Uncertainty } from "@yule/core";
import type { Outlook, NeedRow, PlannedSeason } from "@yule/derive";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { ODDS_RUNS } from "../../../plan/planned.ts";

const MATTERS: Readonly<Record<Uncertainty, string>> = {
  hands: "how long your hands really take",
  drying: "how fast it dries",
  yield: "how many panels come out good",
  interruptions: "sessions that do not happen",
  post: "slow post",
  supplies: "late supplies",
};

/** What the season comes to: late or not, by how much, how likely, and what to begin next. */
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
  if (planned && !planned.settled)
    return (
      <Verdict>
        {total} of hands are owed. Fitting them into your sessions: so far {planned.answer.plan.score.lateDays} days late in all …
      </Verdict>
    );
  const late = rows.filter((row) => row.safety === "cannot");
  const [worst] = late;
  if (worst) {
    return (
      <Verdict>
        <Figure tone="cannot" why={whyLate(worst, planned, outlook)}>
          {worst.view.need.title}
        </Figure>{" "}
        cannot be ready by {printDay(worst.view.readyBy)}
        {worst.lateDays > 0 ? (
          <>
            : it will be{" "}
            <Figure tone="cannot" why={whyLate(worst, planned, outlook)}>
              {worst.lateDays} {worst.lateDays === 1 ? "day" : "days"} late
            </Figure>
          </>
        ) : worst.view.outlook.spare < 0 ? (
          <>
            : it is{" "}
            <Figure tone="cannot" why={whyShort(worst)}>
              {printMinutes(minutes(0 - worst.view.outlook.spare))} short
            </Figure>
          </>
        ) : (
          ": its drying needs more nights than are left"
        )}
        . {late.length > 1 ? `Nor can ${String(late.length - 1)} more. ` : ""}All in all {total} of hands are owed.
      </Verdict>
    );
  }
  // Hours that fit are no plan yet: nothing is promised before the work lies in its sessions.
  if (!planned) return <Verdict>{total} of hands are owed. Putting them into your sessions …</Verdict>;
  const next = [...open]
    .filter((view) => view.outlook.hands > 0 && view.outlook.startBy !== null)
    .sort((a, b) => ((a.outlook.startBy ?? "") < (b.outlook.startBy ?? "") ? -1 : 1))[0];
  const { odds } = planned;
  return (
    <Verdict>
      All {open.length === 1 ? "" : `${String(open.length)} `}
      {open.length === 1 ? "that is owed fits" : "needs fit"}: {total} of hands.
      {odds && (
        <>
          {" "}
          {odds.season < 0.5 ? "But " : ""}
          {open.length === 1 ? (odds.season < 0.5 ? "it is" : "It is") : odds.season < 0.5 ? "all are" : "All are"} in time {odds.season < 0.5 ? "only " : ""}
          <Figure tone={odds.season >= 0.8 ? "safe" : "tight"} why={whyOdds(planned, outlook)}>
            {Math.round(odds.season * 100)} in 100
          </Figure>
          .
        </>
      )}
      {next && (
        <>
          {" "}
          Begin {next.need.title} by{" "}
          <Figure
            tone={next.outlook.safety === "tight" ? "tight" : "safe"}
            why={`It takes ${printMinutes(next.outlook.hands)} of hands and must be ready on ${printDay(next.readyBy)}. Filling your sessions backwards from the last due day, this is the last one in which it can begin.`}
          >
            {printDay(next.outlook.startBy ?? next.readyBy)}
          </Figure>{" "}
          at the latest.
        </>
      )}
    </Verdict>
  );
}

const whyShort = (row: NeedRow): string =>
  `Until ${printDay(row.view.readyBy)} your sessions hold ${printMinutes(minutes(Math.max(0, 0 - row.view.outlook.spare)))} less than it and all that is due before it take. It needs ${printMinutes(row.view.outlook.hands)} itself. A session more, fewer cards or a later day would change it.`;

function whyLate(row: NeedRow, planned: PlannedSeason | null, outlook: Outlook): string {
  if (!planned || row.lateDays === 0) return whyShort(row);
  const { answer } = planned;
  const ready = answer.plan.needs.find((need) => need.id === row.view.need.id);
  const bound =
    answer.plan.score.lateDays <= answer.bound.lateDays
      ? "No order of the work does better: this is proven."
      : `No order of the work can do with fewer than ${String(answer.bound.lateDays)} late days; this plan has ${String(answer.plan.score.lateDays)}.`;
  return `It takes ${printMinutes(row.view.outlook.hands)} of hands. With drying and all else that is due, it is ready on ${printDay(addDays(outlook.today, ready?.day ?? 0))} instead of ${printDay(row.view.readyBy)}. ${bound} What would help stands below.`;
}

function whyOdds(planned: PlannedSeason | null, outlook: Outlook): string {
  const odds = planned?.odds;
  if (!odds) return "";
  const [half, most, nearly] = odds.by.map((at) => printDay(addDays(day(outlook.today), at)));
  const [first] = odds.matters;
  return `The plan was played ${ODDS_RUNS.toLocaleString()} times with hands, drying, yields, lost sessions and post as your logbook and first guesses have them. All is done by ${half ?? ""} with 50, by ${most ?? ""} with 80, by ${nearly ?? ""} with 95 in 100.${first && first.gain > 0 ? ` What matters most is ${MATTERS[first.what]}.` : ""}`;
}

import { dayAt, minuteOfDayAt, minutes, printMinutes, type NextMove, t } from "@yule/core";
import { leftForLater, numbersOf, type Outlook, type StandingBatch, type BenchPlan } from "@yule/derive";
import { memo } from "react";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { printDay, printTime } from "../../../kit/say.ts";

/** What to do now, what must be caught next, when to stop, and when all is dry. */
export const BenchVerdict = memo(function BenchVerdict({
  on,
  move,
  lying,
  planned,
  outlook,
  now,
}: {
  on: StandingBatch;
  move: NextMove;
  lying: readonly StandingBatch[];
  planned: BenchPlan | null;
  outlook: Outlook;
  now: Date;
}) {
  const clock = (at: Date): string => printTime(minuteOfDayAt(at, outlook.shop.timeZone));
  const number = (of: StandingBatch, id: string): string => String(numbersOf(of, [id])[0] ?? 0);
  const caught = nextCatch(lying);
  const first = move.kind === "do" ? move.units[0] : undefined;
  const stageName = move.kind === "finished" ? "" : (on.route[move.stage]?.name ?? "");
  const stop = planned?.stop && planned.stop.at > now ? planned.stop : null;
  return (
    <Verdict>
      {move.kind === "do" && first && (
        <>
          {move.urgent ? t`Now, while it is wet: ` : ""}
          {t`${stageName} on panel ${number(on, first)}`}
          {move.units.length > 1 ? t` and ${String(move.units.length - 1)} more` : ""}
        </>
      )}
      {move.kind === "wait" && t`Let panel ${number(on, move.unit)} dry until ${clock(move.until)}${stageName ? t`, then ${stageName.toLowerCase()}` : ""}`}
      {move.kind === "finished" && t`All panels are painted and dry`}
      {caught && !(move.kind === "do" && move.urgent) && (
        <>
          {t`, then `}
          <Figure
            tone="tight"
            why={t`${caught.on.route[caught.done]?.name ?? ""} must begin within ${printMinutes(caught.on.route[caught.done]?.within ?? minutes(0))} of the moment the layer below has settled, at ${clock(caught.dryAt)}.`}
          >
            {t`catch ${number(caught.on, caught.unit)} before ${clock(caught.until)}`}
          </Figure>
        </>
      )}
      .{" "}
      {stop && move.kind !== "finished" && (
        <>
          {t`Stop for today at `}
          <Figure
            why={t`After the last move that this session's hours hold. Nothing then lies in a wet window, and ${stop.drying === 0 ? t`nothing is wet` : stop.drying === 1 ? t`one panel dries` : t`${String(stop.drying)} panels dry`} until the next session.`}
          >
            {clock(stop.at)}
          </Figure>
          {stop.drying > 0 ? t`, with ${stop.drying === 1 ? t`one panel` : t`${String(stop.drying)} panels`} left to dry. ` : ". "}
        </>
      )}
      {planned && move.kind !== "finished" && (
        <>
          {leftForLater(planned, lying).length > 0 ? t`These batches are dry` : t`All dry`}{" "}
          <Figure why={t`The run sheet of what is left, put into your sessions: hands only while a session is open, drying at all hours.`}>
            {dryWords(planned.endsAt, outlook)}
          </Figure>
          {Math.abs(planned.bent) >= WORTH_TELLING && t`, ${printMinutes(minutes(Math.abs(Math.round(planned.bent))))} ${planned.bent > 0 ? t`later` : t`sooner`} than before`}.
          <Late planned={planned} lying={lying} outlook={outlook} />
        </>
      )}
    </Verdict>
  );
});

/** So many minutes later or sooner are worth a word. */
const WORTH_TELLING = 5;

/** Which date does not hold any more. */
function Late({ planned, lying, outlook }: { planned: BenchPlan; lying: readonly StandingBatch[]; outlook: Outlook }) {
  return planned.late.map(({ batch, by }) => {
    const on = lying.find((each) => each.batch.id === batch);
    if (!on) return null;
    const days = Math.ceil(by / MINUTES_A_DAY);
    return (
      <span key={batch}>
        {" "}
        <Figure
          tone="cannot"
          why={t`Its panels should be dry by the end of ${printDay(on.view.readyBy)}, to be finished and posted in time. Another session before then, or fewer panels, would bring it in.`}
        >
          {t`${on.title} is ${days === 1 ? t`a day` : t`${String(days)} days`} late`}
        </Figure>
        {outlook.today > on.view.readyBy ? t` already.` : "."}
      </span>
    );
  });
}
const MINUTES_A_DAY = 1440;

function dryWords(at: Date, { today, shop }: Outlook): string {
  const day = dayAt(at, shop.timeZone);
  return `${day === today ? t`today` : printDay(day)} at ${printTime(minuteOfDayAt(at, shop.timeZone))}`;
}

/** The wet panel whose window closes soonest, of those not open yet. */
function nextCatch(lying: readonly StandingBatch[]): { on: StandingBatch; unit: string; done: number; dryAt: Date; until: Date } | null {
  const all = lying.flatMap((on) =>
    on.states.flatMap(({ unit, done, wetness, dryAt }) => {
      const within = on.route[done]?.within;
      return wetness.state === "wet" && within != null && dryAt ? [{ on, unit, done, dryAt, until: new Date(dryAt.getTime() + within * 60_000) }] : [];
    }),
  );
  return all.sort((a, b) => a.until.getTime() - b.until.getTime())[0] ?? null;
}

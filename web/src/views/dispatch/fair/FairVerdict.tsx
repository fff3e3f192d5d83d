import { rich } from "../../../kit/rich.tsx";
import { day, money, t } from "@yule/core";
import { likelySold, likelyTakings, type FairAhead, type FairPlan, type FairRow } from "@yule/derive";
import { timesInHundred } from "../../../kit/chances.ts";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { cardName } from "./words.ts";
import { printDay, printFigure, printWholeMoney } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

/** That one or two are soon gone says nothing. */
const A_FEW = 3;

/** How many to take of what there is, what to paint for it, and what is likely to go. */
export function FairVerdict({ ahead, plan, currency }: { ahead: FairAhead; plan: FairPlan; currency: string }) {
  const { rows } = plan;
  const sum = (of: (row: FairRow) => number): number => rows.reduce((all, row) => all + of(row), 0);
  const paint = rows.filter((row) => row.paint > 0);
  const [bring, planned] = [sum((row) => row.bring), sum((row) => row.planned)];
  const first = [...rows].filter((row) => row.bring >= A_FEW).sort((a, b) => b.sellOut - a.sellOut)[0];
  const painted = sum((row) => row.paint);
  return (
    <Verdict>
      {ahead.title}, {printDay(day(ahead.on))}:{" "}
      {bring === 0 ? (
        t`nothing lies there for it, and nothing would pay for its painting.`
      ) : (
        <>
          {rich`take ${(<Figure why={rows.map((row) => `${String(row.bring)} of ${cardName(row)}: ${String(row.have)} made, ${String(row.coming)} begun`).join("; ")}>{cardsOf(bring)}</Figure>)}${
            painted > 0 && (
              <>
                ,{" "}
                <Figure
                  why={t`Painted in this order: what each further card is likely to bring, its materials paid, for a minute of hands. ${String(Math.floor(plan.minutes))} minutes are not needed by anything else before the fair; ${paint.map((row) => `${String(row.paint)} of ${cardName(row)}`).join(", ")}.`}
                >
                  {t`${String(painted)} of them still to be painted`}
                </Figure>
                {painted > planned
                  ? t`, ${String(painted - planned)} more than its needs ask for`
                  : painted < planned
                    ? t`, ${String(planned - painted)} fewer than its needs ask for`
                    : ""}
              </>
            )
          }. ${(<Figure why={whySold(plan)}>{t`About ${String(Math.round(likelySold(rows)))}`}</Figure>)} will go, for some ${printWholeMoney(money(likelyTakings(rows)), currency)}`}
          {first ? t`; ${cardName(first)} is gone before the end ${timesInHundred(first.sellOut)}.` : "."}
        </>
      )}
    </Verdict>
  );
}

/** Where the figures come from, and how sure they are. */
function whySold({ draws, seen, rows }: FairPlan): string {
  const fairs = Math.max(0, ...rows.map((row) => row.seen.length));
  const from =
    fairs === 0
      ? t`No fair was told of yet, so anything from two to twenty of each is thought possible.`
      : t`From ${String(fairs)} ${fairs === 1 ? t`fair` : t`fairs`} before; a design that sold out there says only that at least so many were wanted.`;
  const day = t`A fair such as this is taken to draw ${printFigure(draws, 2)} of what a usual one draws, by ${String(seen.size)} of its size and ${String(seen.weather)} in its weather.`;
  return `${from} ${day}`;
}

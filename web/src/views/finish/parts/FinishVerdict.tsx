import { Button } from "@chakra-ui/react";
import { printMinutes, minutes, t, listOf } from "@yule/core";
import { colourwayOf, panelsToBegin, splitFor, type FinishTask, type NeedView } from "@yule/derive";
import { Fragment, type ReactNode } from "react";
import { useNavigate } from "react-router";
import { Figure, Verdict, type Tone } from "../../../kit/Verdict.tsx";
import { inHundred } from "../../../kit/chances.ts";
import { panelsWord } from "../words.ts";
import { printDay } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

/** What to do now for which need: judge, rescue, paint more, make cards; and whether it will be enough. */
export function FinishVerdict({ task }: { task: FinishTask }) {
  const navigate = useNavigate();
  const { view } = task;
  const more = panelsToBegin(task);
  const toDo = thingsToDo(task, more);
  return (
    <>
      <Verdict>
        {view.need.title}: {toDo.length === 0 ? <Resting task={task} /> : toDo.map((part, index) => <Fragment key={index}>{index === 0 ? part : <>, {part}</>}</Fragment>)}
        {toDo.length > 0 && "."} <WillBeEnough task={task} />
      </Verdict>
      {more > 0 && <Button marginBottom="18px" onClick={() => void navigate(splitFor(view, more))}>{t`Split for ${more} more`}</Button>}
    </>
  );
}

function thingsToDo({ view, judge, rescues, isMixWet, assemble, by }: FinishTask, more: number): ReactNode[] {
  return [
    ...(judge > 0 ? [<Figure why={t`They are through all stages of painting, and nobody has said yet whether they are good.`}>{t`judge ${judge}`}</Figure>] : []),
    ...(rescues.length > 0
      ? [<Figure why={t`You said how each is to be saved. The work stands on the bench, for the minutes in which the hands are free.`}>{t`rescue ${rescues.length}`}</Figure>]
      : []),
    ...(more > 0
      ? [
          <Figure tone="cannot" why={whyMore(view)}>
            {t`paint ${more} more${isMixWet ? t` before the puddle dries` : ""}`}
          </Figure>,
        ]
      : []),
    ...(assemble > 0 ? [<Figure why={t`Their panels are good, and it must be ready by ${printDay(by)}.`}>{t`make ${cardsOf(assemble)} by ${printDay(by)}`}</Figure>] : []),
  ];
}

function whyMore({ toPaint, design, need, sure }: NeedView): string {
  const lacking = toPaint.filter(({ quantity }) => quantity > 0).map(({ quantity, colourwayId }) => `${String(quantity)} of ${colourwayOf(design, colourwayId)?.name ?? ""}`);
  const asked = lacking.length > 0 ? t`${listOf(lacking)} are missing. ` : t`What is on its way may not be enough, and the mix for ${design.name} still stands there. `;
  return `${asked}${whySure(need.kind === "fair", sure)}`;
}

/** Why so sure and no surer. */
export const whySure = (isFair: boolean, { confidence, tooFew, tooMany, usedLater }: NeedView["sure"]): string =>
  t`One panel too few costs ${printMinutes(minutes(Math.round(tooFew)))} ${isFair ? t`of what a sale is worth` : t`of a new start`}, one too many ${printMinutes(minutes(Math.round(tooMany)))} of hands, since ${inHundred(usedLater)} spare ones are used later: so it is to be enough ${inHundred(confidence)} times. What each stage and the judging have lost so far is reckoned in.`;

/** The chance that what is on its way is enough; nothing where nothing is. */
function WillBeEnough({ task: { view, enough } }: { task: FinishTask }) {
  if (enough.coming === 0 || enough.wanted === 0) return null;
  if (enough.wanted > enough.coming || enough.chance === 0)
    return (
      <>
        {t`The ${panelsWord(enough.coming)} on their way `}
        <Figure tone="cannot" why={whyMore(view)}>{t`cannot be enough`}</Figure>.
      </>
    );
  const sure = view.sure.confidence;
  const tone: Tone = enough.chance >= sure ? "safe" : enough.chance >= 0.5 ? "tight" : "cannot";
  const lost = enough.lost > 0 ? t`${panelsWord(enough.lost)} did not come out good so far. ` : "";
  return (
    <>
      {t`Enough of the ${enough.coming} on their way will be good `}
      <Figure
        tone={tone}
        why={t`${lost}${panelsWord(enough.wanted)} more must be good, of ${String(enough.coming)} that are not judged, each with the steps it still has before it. ${whySure(view.need.kind === "fair", view.sure)}`}
      >
        {t`${inHundred(enough.chance)} times`}
      </Figure>
      .
    </>
  );
}

/** Nothing is to be done: it waits for the brush, or all is done. */
function Resting({ task: { view, enough } }: { task: FinishTask }) {
  if (enough.wanted === 0)
    return (
      <>
        <Figure tone="safe" why={whyGood(view)}>
          {t`${view.good} of ${view.cards} are good`}
        </Figure>
        {t`, that is enough.`}
      </>
    );
  return (
    <>
      <Figure why={whyGood(view)}>{t`${view.good} of ${view.cards} are good`}</Figure>
      {t`, ${panelsWord(enough.coming)} ${enough.coming === 1 ? t`is` : t`are`} on the bench.`}
    </>
  );
}

const whyGood = ({ need, design, goodBy }: NeedView): string =>
  need.lines.map((line) => `${colourwayOf(design, line.colourwayId)?.name ?? ""}: ${String(line.quantity)} wanted, ${String(goodBy.get(line.colourwayId) ?? 0)} good`).join("; ");

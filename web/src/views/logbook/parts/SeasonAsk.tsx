import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Problem, ReviewRead } from "@yule/contract";
import { minutes, money, plural, printMinutes, t } from "@yule/core";
import { reviewOf, weeksAgainstPlan, type EarnedBy, type FirstCause, type HandsOf, type MissedNeed, type SeasonReview, type WeekAgainstPlan } from "@yule/derive";
import { lazy, Suspense, useMemo, useState, type ReactNode } from "react";
import { Link, useSearchParams } from "react-router";
import { useReviewQuery } from "../../../data/api.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Choice } from "../../../kit/FormField.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { printDay, printMoney } from "../../../kit/say.ts";
import { Later } from "../../../kit/Later.tsx";
import { Loading, ProblemNote, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { LogbookAskProps } from "../ask.ts";
import { NextPlan } from "./NextPlan.tsx";
import { adviceWords, NextTime, WouldHaveHelped, useLookBack } from "./NextTime.tsx";
import { AsTheRouteSays } from "./AsTheRouteSays.tsx";
import { Question } from "./Question.tsx";
import { WhatItBrought } from "./WhatItBrought.tsx";
import { WhenPromisesBroke } from "./WhenPromisesBroke.tsx";
import { SeasonBook } from "./SeasonBook.tsx";
import { ReliabilityTable, ReliabilityWords } from "./Reliability.tsx";

const Bars = lazy(() => import("../../../features/chart/Bars.tsx"));

/** How a season went, or goes so far: each part answers the question above it, and says what to do otherwise. */
export default function SeasonAsk({ outlook }: LogbookAskProps) {
  const [params, setParams] = useSearchParams();
  const { data, error } = useReviewQuery(params.get("season"));
  const review = useMemo(() => (data ? reviewOf(data, outlook.today) : null), [data, outlook.today]);
  const weeks = useMemo(() => (data && review ? weeksAgainstPlan(review, data, outlook.shop, outlook.today) : []), [data, review, outlook.shop, outlook.today]);
  const lookBack = useLookBack(data, review, outlook);
  if (error) return <ProblemNote problem={error as Problem} />;
  if (!data || !review) return <Loading />;
  return (
    <>
      <SeasonVerdict read={data} review={review} />
      <Box marginBottom="10px">
        <SeasonBook read={data} outlook={outlook} advice={lookBack ? adviceWords(lookBack, data) : null} />
      </Box>
      {data.seasons.length > 1 && (
        <Flex gap="10px" align="center" marginBottom="18px" maxWidth="420px">
          <Text flex="none">{t`Look back on`}</Text>
          <Choice
            aria-label={t`Look back on which season`}
            value={data.season.id}
            onChange={(change) => setParams({ ask: "season", season: change.target.value })}
            options={data.seasons.map(({ id, name }) => ({ value: id, label: name }))}
          />
        </Flex>
      )}
      {data.season.state === "open" && (
        <>
          <Text marginBottom="8px">
            <ReliabilityWords reliability={outlook.reliability} />
          </Text>
          <ReliabilityTable reliability={outlook.reliability} />
        </>
      )}
      <NextTime lookBack={lookBack} read={data} />
      <Later>
        <WhatWasLate missed={review.missed}>
          <WouldHaveHelped lookBack={lookBack} kinds={["earlier", "more sessions"]} read={data} />
        </WhatWasLate>
        <WhenPromisesBroke read={data} outlook={outlook} />
        <WhereHandsWent review={review} weeks={weeks}>
          <WouldHaveHelped lookBack={lookBack} kinds={["painted together"]} read={data} />
        </WhereHandsWent>
        <AsTheRouteSays read={data} />
        <WhatItBrought read={data} outlook={outlook} />
        <WhatItEarned earned={review.earned} currency={outlook.shop.currency}>
          <WouldHaveHelped lookBack={lookBack} kinds={["without"]} read={data} />
        </WhatItEarned>
        <WhatWasSpoilt review={review}>
          <WouldHaveHelped lookBack={lookBack} kinds={["half lost"]} read={data} />
        </WhatWasSpoilt>
        <WhatWasOver over={review.over}>
          <WouldHaveHelped lookBack={lookBack} kinds={["none over"]} read={data} />
        </WhatWasOver>
        <NextPlan read={data} review={review} outlook={outlook} />
      </Later>
      {review.minutes === 0 && review.panels === 0 && (
        <Teach
          title={t`Nothing was painted in this season yet`}
        >{t`Once there is work at the bench, this page says where the hours went, what an hour of each design earned, what was late and why, and what was spoilt.`}</Teach>
      )}
    </>
  );
}

function SeasonVerdict({ read: { season }, review: { kept, missed, open, minutes: hands, panels, lost } }: { read: ReviewRead; review: SeasonReview }) {
  const promises = kept + missed.length;
  const isOver = season.state === "closed";
  return (
    <Verdict>
      {promises === 0 ? (
        t`No promise of ${season.name} has come due yet.`
      ) : (
        <>
          {isOver ? t`In ${season.name} ` : t`So far in ${season.name} `}
          <Figure
            tone={missed.length === 0 ? "safe" : "tight"}
            why={missed.length === 0 ? t`Each went out on its day or before it.` : missed.map(({ need: { title }, days }) => t`${title}: ${daysLate(days)}`).join("; ")}
          >
            {t`${kept} of ${promises} promises were kept`}
          </Figure>
          {open > 0 && !isOver && t`, and ${open} are still open`}.
        </>
      )}
      {hands > 0 && t` ${printMinutes(minutes(hands))} of hands went into it`}
      {hands > 0 && (panels > 0 ? t`; ${lost} of ${plural(panels, { one: "# panel", other: "# panels" })} ${lost === 1 ? t`was lost` : t`were lost`}.` : ".")}
    </Verdict>
  );
}

const daysLate = (days: number): string => plural(days, { one: "# day late", other: "# days late" });

/** What first stood in its way, and what that asks for next time. */
function causeWords(cause: FirstCause): string {
  if (cause.kind === "never begun") return t`It was never begun. Say no to it earlier, or begin it before the others.`;
  if (cause.kind === "begun late")
    return t`It was begun ${plural(cause.lead, { one: "# day", other: "# days" })} before its day; those that were kept were begun ${plural(cause.usual, { one: "# day", other: "# days" })} before theirs. Begin it ${plural(cause.usual - cause.lead, { one: "# day", other: "# days" })} earlier.`;
  if (cause.kind === "spoilt")
    return t`${cause.lost} of its ${plural(cause.panels, { one: "# panel", other: "# panels" })} were lost. Paint more of it than are asked for, and see below where they were lost.`;
  return t`It was begun in time and then lay. Its story says between which stages.`;
}

/** So many that were late are listed at once. */
const SHOWN = 12;

function WhatWasLate({ missed, children }: { missed: readonly MissedNeed[]; children: ReactNode }) {
  const [isAll, setAll] = useState(false);
  if (missed.length === 0) return null;
  return (
    <Question title={t`What was late, and what came first?`}>
      <Box as="ul" listStyleType="none">
        {(isAll ? missed : missed.slice(0, SHOWN)).map(({ need, days, cause }) => (
          <Flex as="li" key={need.id} gap="2px 16px" wrap="wrap" borderTop="1px solid" borderColor="hairline" paddingY="6px">
            <Box flex="1 1 200px">
              <Link to={`/logbook?kind=need&of=${need.id}`} style={{ fontWeight: 700, minHeight: 24, display: "inline-block" }}>
                {need.title}
              </Link>
              <Text color="cannot">{need.wentOn === null ? t`not gone yet, ${daysLate(days)}` : daysLate(days)}</Text>
            </Box>
            <Text flex="2 1 360px">{causeWords(cause)}</Text>
          </Flex>
        ))}
      </Box>
      {missed.length > SHOWN && !isAll && (
        <Button variant="outline" marginTop="10px" onClick={() => setAll(true)}>
          {t`Show all ${missed.length} that were late`}
        </Button>
      )}
      {children}
    </Question>
  );
}

const inHundred = (share: number): string => t`${Math.round(share * 100)} in 100`;

function WhereHandsWent({ review: { stages, minutes: all }, weeks, children }: { review: SeasonReview; weeks: readonly WeekAgainstPlan[]; children: ReactNode }) {
  const columns = useMemo(
    (): readonly TableColumn<HandsOf>[] => [
      { id: "stage", head: t`Stage`, isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
      { id: "panels", head: t`Panels`, value: ({ panels }) => panels, cell: ({ panels }) => String(panels) },
      { id: "minutes", head: t`Hands`, isAlways: true, value: ({ minutes: of }) => of, cell: ({ minutes: of }) => printMinutes(minutes(of)) },
      { id: "share", head: t`Of all`, value: ({ share }) => share, cell: ({ share }) => inHundred(share) },
    ],
    [],
  );
  const [most] = stages;
  if (all === 0 || !most) return null;
  return (
    <Question title={t`Where did the hours go?`}>
      <Text marginBottom="8px">{t`Most went into ${most.name}: ${printMinutes(minutes(most.minutes))}, ${inHundred(most.share)} of all. A minute saved there saves most.`}</Text>
      {weeks.length > 1 && (
        <>
          <Text marginBottom="6px">{freeWords(weeks)}</Text>
          <Suspense fallback={null}>
            <Bars
              labels={weeks.map(({ week }) => t`Week from ${printDay(week)}`)}
              series={[
                { name: t`hands`, values: weeks.map((each) => each.minutes / MINUTES_OF_HOUR), look: "solid", token: "softInk" },
                { name: t`kept free for painting`, values: weeks.map(({ free }) => free / MINUTES_OF_HOUR), look: "outlined", token: "ink" },
              ]}
              say={(of) => printMinutes(minutes(Math.round(of * MINUTES_OF_HOUR)))}
            />
          </Suspense>
          <Fold title={t`The weeks as a table`}>
            <DataTable label={t`Hands by week`} rows={weeks} columns={weekColumns()} rowId={({ week }) => week} maxWidth="620px" />
          </Fold>
        </>
      )}
      <DataTable label={t`Hands by stage`} rows={stages} columns={columns} rowId={({ name }) => name} maxWidth="620px" />
      <Text color="softInk" fontSize="15px" marginTop="8px">{t`Minutes as the routes have them, for each panel that went through a stage.`}</Text>
      {children}
    </Question>
  );
}

function WhatItEarned({ earned, currency, children }: { earned: readonly EarnedBy[]; currency: string; children: ReactNode }) {
  const say = (minor: number): string => printMoney(money(minor), currency);
  const known = earned.filter(({ hourMinor }) => hourMinor !== null);
  const [best, worst] = [known[0], known[known.length - 1]];
  const columns: readonly TableColumn<EarnedBy>[] = [
    { id: "design", head: t`Design`, isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
    { id: "income", head: t`Came in`, value: ({ incomeMinor }) => incomeMinor, cell: ({ incomeMinor }) => say(incomeMinor) },
    { id: "minutes", head: t`Hands`, value: ({ minutes: of }) => of, cell: ({ minutes: of }) => printMinutes(minutes(of)) },
    {
      id: "hour",
      head: t`For an hour`,
      isAlways: true,
      value: ({ hourMinor }) => hourMinor ?? 0,
      cell: ({ hourMinor }) => (hourMinor === null ? t`no hands noted` : say(hourMinor)),
    },
  ];
  if (!best?.hourMinor) return null;
  return (
    <Question title={t`What did an hour of each design earn?`}>
      <Text marginBottom="8px">
        {worst && worst !== best
          ? t`An hour of ${best.name} brought ${say(best.hourMinor)}, one of ${worst.name} ${say(worst.hourMinor ?? 0)}. Paint more of the first, or ask more for the other.`
          : t`An hour of ${best.name} brought ${say(best.hourMinor)}.`}
      </Text>
      <DataTable label={t`What an hour earned by design`} rows={earned} columns={columns} rowId={({ designId }) => designId} maxWidth="620px" />
      <Text
        color="softInk"
        fontSize="15px"
      >{t`Needs that went out for a price, against all hands at the bench that went into the design. Materials and post are not taken off; Stores has them.`}</Text>
      {children}
    </Question>
  );
}

/** Hours are what the axis counts in. */
const MINUTES_OF_HOUR = 60;

const weekColumns = (): readonly TableColumn<WeekAgainstPlan>[] => [
  { id: "week", head: t`Week from`, isAlways: true, value: ({ week }) => week, cell: ({ week }) => printDay(week) },
  { id: "minutes", head: t`Hands`, isAlways: true, value: (each) => each.minutes, cell: (each) => printMinutes(minutes(each.minutes)) },
  { id: "free", head: t`Kept free for painting`, isAlways: true, value: ({ free }) => free, cell: ({ free }) => printMinutes(minutes(free)) },
];

/** Hands beyond this share of what was kept free were stolen from elsewhere; under the other, evenings went unused. */
const [FULL, HALF_USED] = [1.1, 0.6];

function freeWords(weeks: readonly WeekAgainstPlan[]): string {
  const [hands, free] = [weeks.reduce((sum, each) => sum + each.minutes, 0), weeks.reduce((sum, each) => sum + each.free, 0)];
  const said = (of: number): string => printMinutes(minutes(of));
  if (free === 0) return t`No time was kept free for painting in these weeks. Say in Season when you paint, and plans hold better.`;
  const used = t`Of ${said(free)} kept free for painting, hands filled ${said(hands)}`;
  if (hands > FULL * free) return t`${used}: more than there was. Keep more evenings free, or promise less.`;
  return hands < HALF_USED * free ? t`${used}. The rest went into waiting, setting up, or was not painted in: plan fewer evenings, or more work for each.` : t`${used}.`;
}

type Loss = SeasonReview["losses"][number];

function WhatWasSpoilt({ review: { losses }, children }: { review: SeasonReview; children: ReactNode }) {
  const columns = useMemo(
    (): readonly TableColumn<Loss>[] => [
      { id: "stage", head: t`At`, isAlways: true, value: ({ stage }) => stage, cell: ({ stage }) => stage },
      { id: "design", head: t`Design`, value: ({ design }) => design, cell: ({ design }) => design },
      { id: "why", head: t`Why`, isAlways: true, value: ({ why }) => why, cell: ({ why }) => (why === "" ? t`not told` : why) },
      { id: "panels", head: t`Panels`, isAlways: true, value: ({ panels }) => panels, cell: ({ panels }) => String(panels) },
    ],
    [],
  );
  const [worst] = losses;
  if (!worst) return null;
  return (
    <Question title={t`What was spoilt, and why?`}>
      <Text marginBottom="8px">
        {worst.why === ""
          ? t`Most at ${worst.stage} of ${worst.design}, and nobody told why. Press a reason when a panel is spoilt, and this page can say more.`
          : t`Most at ${worst.stage} of ${worst.design}: ${worst.why}.`}
      </Text>
      <DataTable label={t`Panels spoilt at the bench`} rows={losses} columns={columns} rowId={({ designId, stage, why }) => `${designId} ${stage} ${why}`} maxWidth="720px" />
      {children}
    </Question>
  );
}

function WhatWasOver({ over, children }: { over: SeasonReview["over"]; children: ReactNode }) {
  const columns = useMemo(
    (): readonly TableColumn<SeasonReview["over"][number]>[] => [
      { id: "design", head: t`Design`, isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
      { id: "over", head: t`Left over`, isAlways: true, value: ({ leftOver }) => leftOver, cell: ({ leftOver }) => String(leftOver) },
      { id: "cards", head: t`Cards asked for`, value: ({ cards }) => cards, cell: ({ cards }) => String(cards) },
      { id: "share", head: t`Of all`, isAlways: true, value: ({ leftOver, cards }) => leftOver / cards, cell: ({ leftOver, cards }) => inHundred(leftOver / cards) },
    ],
    [],
  );
  if (over.length === 0) return null;
  const left = over.reduce((sum, { leftOver }) => sum + leftOver, 0);
  return (
    <Question title={t`What was left over?`}>
      <Text marginBottom="6px">{t`${plural(left, { one: "# card", other: "# cards" })} in all. Next year bring fewer of these, or offer them first.`}</Text>
      <DataTable label={t`Cards left over`} rows={over} columns={columns} rowId={({ id }) => id} maxWidth="620px" />
      {children}
    </Question>
  );
}

import { Box, Flex, Text } from "@chakra-ui/react";
import type { Problem, SeasonSum } from "@yule/contract";
import { minutes, money, printMinutes, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { lazy, Suspense, useMemo, useState } from "react";
import { Link } from "react-router";
import { useYearsQuery } from "../../../data/api.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Choice } from "../../../kit/FormField.tsx";
import { printMoney } from "../../../kit/say.ts";
import { Loading, ProblemNote, Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { LogbookAskProps } from "../ask.ts";
import { Question } from "./Question.tsx";

const Bars = lazy(() => import("../../../features/chart/Bars.tsx"));

/** A figure by which seasons are held against each other. */
interface Compared {
  readonly key: string;
  readonly label: string;
  readonly head: string;
  /** Null where a season has nothing to tell of it. */
  readonly of: (year: SeasonSum) => number | null;
  readonly say: (value: number) => string;
  /** What is neither good nor bad by itself is not told as better or worse. */
  readonly better: "more" | "less" | null;
}

const share = (part: number, all: number): number | null => (all === 0 ? null : part / all);
const inHundred = (of: number): string => t`${Math.round(of * 100)} in 100`;
const MINUTES_OF_HOUR = 60;

function comparedOf({ shop: { currency } }: Pick<Outlook, "shop">): readonly [Compared, ...Compared[]] {
  const say = (minor: number): string => printMoney(money(Math.round(minor)), currency);
  return [
    { key: "kept", label: t`promises kept`, head: t`Promises kept`, of: ({ kept, promises }) => share(kept, promises), say: inHundred, better: "more" },
    { key: "cards", label: t`cards asked for`, head: t`Cards asked for`, of: ({ cards }) => cards, say: (of) => String(Math.round(of)), better: null },
    { key: "hands", label: t`hands`, head: t`Hands`, of: (year) => year.minutes, say: (of) => printMinutes(minutes(Math.round(of))), better: null },
    { key: "lost", label: t`panels lost`, head: t`Panels lost`, of: ({ lost, panels }) => share(lost, panels), say: inHundred, better: "less" },
    { key: "over", label: t`cards left over`, head: t`Cards left over`, of: ({ leftOver, cards }) => share(leftOver, cards), say: inHundred, better: "less" },
    { key: "left", label: t`money left`, head: t`Money left`, of: ({ inMinor, outMinor }) => inMinor - outMinor, say, better: "more" },
    {
      key: "hour",
      label: t`left for an hour of hands`,
      head: t`Left for an hour`,
      of: ({ inMinor, outMinor, minutes: of }) => (of === 0 ? null : ((inMinor - outMinor) * MINUTES_OF_HOUR) / of),
      say,
      better: "more",
    },
  ];
}

/** Seasons beside each other: which is better, by what. */
export default function YearsAsk({ outlook }: LogbookAskProps) {
  const { data, error } = useYearsQuery();
  const [key, setKey] = useState("kept");
  const figures = useMemo(() => comparedOf(outlook), [outlook]);
  const columns = useMemo(() => columnsOf(figures), [figures]);
  if (error) return <ProblemNote problem={error as Problem} />;
  if (!data) return <Loading />;
  // The oldest first, as time goes.
  const years = [...data.years].reverse();
  if (years.length < 2)
    return (
      <>
        <Verdict>{t`There is one season so far.`}</Verdict>
        <Teach
          title={t`From the second season on`}
        >{t`Once a season has been closed and the next one is open, this page says what went better and what went worse than the year before.`}</Teach>
      </>
    );
  const figure = figures.find((each) => each.key === key) ?? figures[0];
  return (
    <>
      <Verdict>{yearsVerdict(data.years, figures)}</Verdict>
      <Question title={t`How does each season stand by one figure?`}>
        <Flex gap="10px" align="center" marginBottom="10px" maxWidth="420px">
          <Text flex="none">{t`Figure`}</Text>
          <Choice
            aria-label={t`Which figure the seasons are compared by`}
            value={figure.key}
            onChange={(change) => setKey(change.target.value)}
            options={figures.map(({ key: value, head }) => ({ value, label: head }))}
          />
        </Flex>
        <Suspense fallback={<Box height="200px" />}>
          <Bars
            labels={years.map(({ name }) => name)}
            series={[{ name: figure.label, values: years.map((year) => figure.of(year) ?? 0), look: "solid", token: "softInk" }]}
            say={figure.say}
            height={200}
          />
        </Suspense>
      </Question>
      <DataTable label={t`Seasons beside each other`} rows={data.years} columns={columns} rowId={({ id }) => id} maxWidth="980px" />
      <Text color="softInk" fontSize="15px" marginTop="8px">
        {t`A season that is closed stands as it was summed then. Hands are the minutes of its routes, money is what came in less what was paid out.`}
      </Text>
    </>
  );
}

/** What went better and what went worse, at the latest season that is closed, or the one that is open where only one is closed before it. */
function yearsVerdict(newestFirst: readonly SeasonSum[], figures: readonly Compared[]): string {
  const closed = newestFirst.filter(({ state }) => state === "closed");
  const [now, before] = closed.length >= 2 ? closed : newestFirst;
  if (!now || !before) return "";
  const changed = figures.flatMap((figure) => {
    const [is, was] = [figure.of(now), figure.of(before)];
    if (is === null || was === null || figure.say(is) === figure.say(was) || figure.better === null) return [];
    return [{ figure, is, was, isBetter: is > was === (figure.better === "more"), by: Math.abs(is - was) / Math.max(Math.abs(is), Math.abs(was)) }];
  });
  const most = (isBetter: boolean) => changed.filter((each) => each.isBetter === isBetter).sort((a, b) => b.by - a.by)[0];
  const [better, worse] = [most(true), most(false)];
  const told = (each: (typeof changed)[number]): string => t`${each.figure.label}, ${each.figure.say(each.is)} after ${each.figure.say(each.was)}`;
  const soFar = now.state === "closed" ? now.name : t`${now.name} so far`;
  if (!better && !worse) return t`${soFar} stands as ${before.name} did.`;
  if (!worse) return t`${soFar}: nothing went worse than in ${before.name}. What went better most: ${better ? told(better) : ""}.`;
  if (!better) return t`${soFar}: nothing went better than in ${before.name}. What went worse most: ${told(worse)}.`;
  return t`${soFar} beside ${before.name}. Better: ${told(better)}. Worse: ${told(worse)}.`;
}

const columnsOf = (figures: readonly Compared[]): readonly TableColumn<SeasonSum>[] => [
  {
    id: "season",
    head: t`Season`,
    isAlways: true,
    value: ({ from }) => from,
    cell: ({ id, name }) => (
      <Link to={`/logbook?ask=season&season=${id}`} style={{ textDecoration: "underline dotted", textUnderlineOffset: 5, minHeight: 24, display: "inline-block" }}>
        {name}
      </Link>
    ),
  },
  { id: "promises", head: t`Promises`, isAlways: true, value: ({ promises }) => promises, cell: ({ kept, promises }) => t`${kept} of ${promises} kept` },
  ...figures
    .filter(({ key }) => key !== "kept")
    .map((figure): TableColumn<SeasonSum> => ({
      ...{ id: figure.key, head: figure.head, isAlways: figure.key === "cards" || figure.key === "hour" },
      value: (year) => figure.of(year) ?? 0,
      cell: (year) => {
        const value = figure.of(year);
        return value === null ? t`not known` : figure.say(value);
      },
    })),
];

import { rich } from "../../../kit/rich.tsx";
import { Box, Flex, Text } from "@chakra-ui/react";
import type { CostsRead } from "@yule/contract";
import { cardCosts, changesOf, paidOut, type CardCost, type CostChange } from "@yule/derive";
import { printMinutes, minutes, withoutHands, t } from "@yule/core";
import { lazy, Suspense, useMemo } from "react";
import { Link, useSearchParams } from "react-router";
import { useCostsQuery } from "../../../data/api.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { Loading, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { StoresAskProps } from "../ask.ts";
import { useShopMoney } from "../useShopMoney.ts";
import { CardApart } from "./CardApart.tsx";
import { Outlays } from "./Outlays.tsx";
import { RatesForm } from "../../../features/money/RatesForm.tsx";
import { SpentSoFar } from "./SpentSoFar.tsx";

/** Its chart comes once it is asked for. */
const MoneyByWeek = lazy(() => import("../../../features/money/MoneyByWeek.tsx"));

const NOTHING: CostsRead = { materials: [], losses: [], batches: [], posted: [], outlays: [], weeks: [] };

/** What a card of each design costs, part by part, and what is left for an hour of hands. */
export default function CostAsk({ outlook, stores }: StoresAskProps) {
  const { data, error } = useCostsQuery();
  const money = data ?? (error ? NOTHING : null);
  const [params] = useSearchParams();
  const costs = useMemo(() => (money ? cardCosts(outlook, { lots: stores.lots, money }) : []), [outlook, stores.lots, money]);
  if (!money) return <Loading />;
  const chosen = costs.find(({ design }) => design.id === params.get("design")) ?? costs[0];
  return (
    <>
      <CostVerdict costs={costs} hour={outlook.shop.hourMinor} />
      {chosen ? (
        <>
          <Flex gap="36px" align="flex-start" direction={{ base: "column", lg: "row" }} marginBottom="22px">
            <Box flex={{ base: "none", lg: "1 1 560px" }} minWidth={0} width="100%">
              <CardApart cost={chosen} />
            </Box>
            <Box flex={{ base: "none", lg: "0 1 320px" }} minWidth={0}>
              <WhatWouldChange chosen={chosen} changes={changesOf(chosen, costs, outlook)} />
              <RatesForm shop={outlook.shop} />
            </Box>
          </Flex>
          <Ranking costs={costs} />
        </>
      ) : (
        <Teach
          title={t`No card is owed yet`}
        >{t`Once something is owed, its card is taken apart here: paper, paint, spoilt panels, hands, fees and post, and what is left for an hour.`}</Teach>
      )}
      {money.weeks.length > 0 ? (
        <Suspense fallback={<Loading />}>
          <WeekByWeek weeks={money.weeks} />
        </Suspense>
      ) : null}
      <SpentSoFar outlook={outlook} money={money} />
      <Outlays outlays={money.outlays} today={outlook.today} />
    </>
  );
}

function WeekByWeek({ weeks }: Pick<CostsRead, "weeks">) {
  const { say } = useShopMoney();
  const [came, went] = [weeks.reduce((sum, { income }) => sum + income, 0), weeks.reduce((sum, week) => sum + paidOut(week), 0)];
  return (
    <Box marginBottom="12px" maxWidth="760px">
      <Fold title={t`Week by week: ${say(came)} came in, ${say(went)} was paid out`}>
        <MoneyByWeek weeks={weeks} say={say} />
      </Fold>
    </Box>
  );
}

function CostVerdict({ costs, hour }: { costs: readonly CardCost[]; hour: number | null }) {
  const { say } = useShopMoney();
  const priced = costs.filter((each) => each.hour !== null);
  const [worst] = priced;
  const best = priced[priced.length - 1];
  if (costs.length === 0) return <Verdict>{t`This page will say what a card costs, and at which price an hour of hands is paid.`}</Verdict>;
  if (!worst || !best)
    return <Verdict>{t`None of the open needs has a price, so nothing is said of what an hour leaves. The least prices that lose nothing stand below.`}</Verdict>;
  const [price, left] = [worst.price ?? 0, worst.hour ?? 0];
  const why = t`${say(price)} a card, less ${say(withoutHands(worst.costs))} for all but the hands, leaves ${say(price - withoutHands(worst.costs))} for ${printMinutes(minutes(worst.hands))}.`;
  const isShort = worst.wished !== null && worst.wished > price;
  return (
    <Verdict>
      {rich`${worst.design.name} leaves ${(
        <Figure tone={left <= 0 ? "cannot" : isShort ? "tight" : "safe"} why={why}>
          {t`${say(left)} for an hour`}
        </Figure>
      )} of hands${best.design.id === worst.design.id ? "" : t`, the least of ${String(priced.length)} designs; ${best.design.name} leaves ${say(best.hour ?? 0)}`}. `}
      {hour === null ? (
        t`Tell what an hour is worth to you, and it is said what to ask.`
      ) : isShort ? (
        <>
          {rich`To leave ${say(hour)} a card has to cost ${(<Figure why={t`It costs ${say(price)} on the average of the open needs. At ${say(worst.least)} it loses nothing, with the hands unpaid.`}>{say(worst.wished)}</Figure>)}, not `}
          {say(price)}.
        </>
      ) : (
        t`All of them leave the ${say(hour)} that you ask for.`
      )}
    </Verdict>
  );
}

const CHANGE: Readonly<Record<CostChange["what"], (change: CostChange) => string>> = {
  print: () => t`Printed from one master`,
  simplify: ({ stage }) => t`Without ${(stage ?? "").toLowerCase()}, the stage that takes most`,
  drop: () => t`Without this design, the others`,
  price: () => t`At the price of the wished hour`,
};

function WhatWouldChange({ chosen, changes }: { chosen: CardCost; changes: readonly CostChange[] }) {
  const { say } = useShopMoney();
  if (changes.length === 0) return null;
  return (
    <Box as="section" aria-label={t`What would change it`} marginBottom="22px">
      <Text color="softInk" fontWeight={600} marginBottom="4px">{t`What would change it`}</Text>
      {changes.map((change) => (
        <Flex key={change.what} justify="space-between" gap="12px" borderBottom="1px solid" borderColor="hairline" paddingY="7px">
          <Text>{CHANGE[change.what](change)}</Text>
          <Text whiteSpace="nowrap" color={change.hour > (chosen.hour ?? 0) ? "safe" : "softInk"}>
            {t`${say(change.hour)} an hour`}
          </Text>
        </Flex>
      ))}
    </Box>
  );
}

/** Designs by what they leave for an hour, the least first. */
function Ranking({ costs }: { costs: readonly CardCost[] }) {
  const { say } = useShopMoney();
  const columns = useMemo((): readonly TableColumn<CardCost>[] => {
    const sum = (minor: number | null): string => (minor === null ? t`none yet` : say(minor));
    return [
      {
        id: "design",
        head: t`Design`,
        isAlways: true,
        value: ({ design }) => design.name,
        cell: ({ design }) => (
          <Link to={`/stores?ask=cost&design=${design.id}`} style={{ fontWeight: 700 }}>
            {design.name}
          </Link>
        ),
      },
      {
        id: "hour",
        head: t`Left for an hour`,
        isAlways: true,
        value: ({ hour }) => hour ?? Infinity,
        cell: ({ hour }) => <Text color={hour !== null && hour <= 0 ? "cannot" : undefined}>{sum(hour)}</Text>,
      },
      { id: "price", head: t`A card brings`, value: ({ price }) => price ?? 0, cell: ({ price }) => sum(price) },
      { id: "costs", head: t`All but hands`, isAlways: true, value: ({ costs: all }) => withoutHands(all), cell: ({ costs: all }) => say(withoutHands(all)) },
      { id: "hands", head: t`Hands`, value: ({ hands }) => hands, cell: ({ hands }) => printMinutes(minutes(hands)) },
      { id: "wished", head: t`To leave the wished hour`, value: ({ wished }) => wished ?? 0, cell: ({ wished }) => sum(wished) },
      { id: "least", head: t`Loses nothing at`, value: ({ least }) => least, cell: ({ least }) => say(least) },
    ];
  }, [say]);
  return (
    <Box marginBottom="22px">
      <DataTable label={t`What a card costs`} rows={costs} columns={columns} rowId={({ design }) => design.id} maxWidth="1040px" />
    </Box>
  );
}

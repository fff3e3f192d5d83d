import { Text } from "@chakra-ui/react";
import type { ReviewRead } from "@yule/contract";
import { money, t } from "@yule/core";
import { paidOut, type Outlook } from "@yule/derive";
import { lazy, Suspense } from "react";
import { printMoney } from "../../../kit/say.ts";
import { Question } from "./Question.tsx";

const MoneyByWeek = lazy(() => import("../../../features/money/MoneyByWeek.tsx"));

/** What the season brought and took, week by week. */
export function WhatItBrought({ read: { money: weeks, season }, outlook: { shop } }: { read: ReviewRead; outlook: Outlook }) {
  const say = (minor: number): string => printMoney(money(minor), shop.currency);
  if (weeks.length === 0) return null;
  const [came, went] = [weeks.reduce((sum, { income }) => sum + income, 0), weeks.reduce((sum, week) => sum + paidOut(week), 0)];
  return (
    <Question title={t`Did it bring more than it took?`}>
      <Text marginBottom="6px">
        {came >= went
          ? t`Yes: ${say(came)} came in and ${say(went)} was paid out, which leaves ${say(came - went)} for the hands.`
          : t`${season.state === "closed" ? t`No` : t`Not yet`}: ${say(came)} came in and ${say(went)} was paid out, ${say(went - came)} more.`}
      </Text>
      <Suspense fallback={null}>
        <MoneyByWeek weeks={weeks} say={say} />
      </Suspense>
    </Question>
  );
}

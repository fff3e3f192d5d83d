import { rich } from "../../../kit/rich.tsx";
import { Text } from "@chakra-ui/react";
import { minutes, printMinutes, t } from "@yule/core";
import type { Outlook, StandingBatch, BenchPlan } from "@yule/derive";
import { memo } from "react";
import { Figure } from "../../../kit/Verdict.tsx";
import { when } from "../words.ts";

/** What the plan saves against painting card by card and against one stage after the other, and what waiting is left. */
export const Saving = memo(function Saving({ planned, lying, outlook }: { planned: BenchPlan; lying: readonly StandingBatch[]; outlook: Outlook }) {
  const { cardByCard, stageByStage } = planned.ways;
  const end = (makespan: number): Date => new Date(planned.since.getTime() + makespan * 60_000);
  const hands = cardByCard ? Math.max(0, cardByCard.hands - planned.hands) : 0;
  const sooner = stageByStage ? Math.max(0, stageByStage.makespan - planned.plan.makespan) : 0;
  const waited = planned.waiting.reduce((sum, each) => sum + each.minutes, 0);
  const name = (batch: string, stage: string): string =>
    lying
      .find((each) => each.batch.id === batch)
      ?.design.stages.find(({ id }) => id === stage)
      ?.name.toLowerCase() ?? "";
  const [longest] = planned.waiting;
  return (
    <Text marginTop="12px">
      {cardByCard ? t`This order saves ` : t`This order `}
      <Figure
        tone="safe"
        why={t`Card by card, every stage is set up again for each panel, and the hands wait out its drying. ${cardByCard ? t`It would take ${printMinutes(minutes(cardByCard.hands))} of hands and be dry ${when(end(cardByCard.makespan), outlook)}.` : ""} All three are planned into the same sessions by the same rules.`}
      >
        {cardByCard ? t`${printMinutes(minutes(hands))} of hands` : t`fits your sessions`}
      </Figure>
      {cardByCard ? t` against card by card` : t`, card by card would not`}
      {stageByStage && (
        <>{rich`, and is dry ${(
          <Figure
            why={t`One batch after the other, each stage to its end, is dry ${when(end(stageByStage.makespan), outlook)}; this order ${when(planned.endsAt, outlook)}. ${planned.plan.bound >= planned.plan.makespan - 1e-6 ? t`Nothing can be sooner.` : t`Nothing at all can be dry before ${when(end(planned.plan.bound), outlook)}.`}`}
          >
            {sooner > 0 ? t`${printMinutes(minutes(sooner))} sooner` : t`as soon`}
          </Figure>
        )} ${sooner > 0 ? t`than` : t`as`} one stage after the other`}</>
      )}
      .
      {longest && waited >= 1 && (
        <>
          {" "}
          {rich`${(
            <Figure why={planned.waiting.map((each) => t`${printMinutes(minutes(each.minutes))} for ${name(each.batch, each.stage)} to dry`).join("; ")}>
              {t`${printMinutes(minutes(waited))} of waiting`}
            </Figure>
          )} are left, most of it for ${name(longest.batch, longest.stage)}.`}
        </>
      )}
      {planned.heat && (
        <>
          {t` The heat tool after ${name(planned.heat.batch, planned.heat.stage)} would bring the end ${printMinutes(minutes(planned.heat.sooner))} nearer: one panel at a time, never left on, never near solvent or wet masking fluid.`}
        </>
      )}
    </Text>
  );
});

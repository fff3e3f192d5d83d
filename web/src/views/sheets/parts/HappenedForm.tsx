import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Problem, SplitPlanRead } from "@yule/contract";
import { isTorn, lengthOfUnits, type Length, t } from "@yule/core";
import { paintingStages, planInHand, commandOf, offcutsOf, paintedAlready, panelsOf, usuallyPainted, type NeedView } from "@yule/derive";
import { useState } from "react";
import { v7 } from "uuid";
import { useNavigate } from "react-router";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice, FormField, Tick } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { NumberField } from "../../../kit/NumberField.tsx";
import { ProblemNote } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { SheetsAskProps } from "../ask.ts";

/** What really happened: panels got and spoilt, offcuts kept, what a tear ate. With everything as drawn it is one press. */
export function HappenedForm({ outlook, sheets, plan, onBack, onDone }: SheetsAskProps & { plan: SplitPlanRead; onBack: () => void; onDone: () => void }) {
  const navigate = useNavigate();
  const { size } = useMeasure();
  const views = outlook.open.filter((view) => plan.needIds.includes(view.need.id));
  const { method } = plan.plan.job;
  const torn = isTorn(planInHand(plan.plan).job);
  const apart = plan.state === "taped";
  const taping = method === "tape" && !apart;
  const given = apart ? [] : panelsOf(plan.plan, views);
  const offcuts = taping ? [] : offcutsOf(plan, sheets.offcuts);
  const [spoilt, setSpoilt] = useState<ReadonlyMap<string, number>>(new Map());
  const [kept, setKept] = useState<ReadonlySet<number>>(new Set(offcuts.flatMap((offcut, index) => (offcut.worth ? [index] : []))));
  const [tearLoss, setTearLoss] = useState<Length | null>(null);
  const [creep, setCreep] = useState<Length | null>(null);
  const [paintedTo, setPaintedTo] = useState<ReadonlyMap<string, string | null>>(new Map(views.map((view) => [view.need.id, usuallyPainted(paintingStages(view.design))])));
  const [problem, setProblem] = useState<Problem | null>(null);
  const good = given.reduce((sum, each) => sum + each.panels - (spoilt.get(each.view.need.id) ?? 0), 0);
  const many = offcuts.reduce((sum, offcut, index) => sum + (kept.has(index) ? offcut.count : 0), 0);
  const tell = async (): Promise<void> => {
    const said = commandOf(plan, views, sheets.offcuts, { spoilt, kept, tearLoss, creep }, v7);
    const sent = await sendCommand("split-sheets", said, { ownRefusals: true });
    if (sent.state === "refused") return setProblem(sent.problem);
    if (plan.plan.picture) {
      for (const done of paintedAlready(said, views, paintedTo, outlook.now, v7)) {
        const fact = await sendCommand("tell-bench", done, { ownRefusals: true, quiet: true });
        if (fact.state === "refused") return setProblem(fact.problem);
      }
    }
    onDone();
    void navigate(given.length === 1 ? `/bench?need=${given[0]?.view.need.id ?? ""}` : given.length > 1 ? "/bench" : apart ? "/finish" : "/sheets");
  };
  return (
    <>
      <Verdict>
        {apart ? t`The taped sheets are cut apart` : given.length === 0 ? t`The card stock is cut` : t`${String(good)} ${taping ? t`windows, taped, ` : t`panels `}go to the bench`}
        {rich`${many > 0 && t`, and ${many === 1 ? t`one offcut is` : t`${String(many)} offcuts are`} kept`}. Was it so?`}
      </Verdict>
      <Flex gap="12px" marginBottom="22px" wrap="wrap">
        <Button variant="outline" size="xl" onClick={onBack}>{t`Back to the last move`}</Button>
        <Button size="xl" onClick={() => void tell()}>
          {given.length > 0 ? t`So it was: to the bench` : apart ? t`So it was: to Finish` : t`So it was`}
        </Button>
      </Flex>
      {problem && <ProblemNote problem={problem} />}
      <Flex gap="32px" wrap="wrap" align="flex-start" marginBottom="18px">
        {given.length > 0 && (
          <Box as="section" aria-label={t`Panels spoilt`}>
            <Heading as="h2" fontSize="18px" fontWeight={600}>
              {taping ? t`Windows left out` : t`Spoilt in the splitting`}
            </Heading>
            {given.map(({ view, panels }) => (
              <Flex key={view.need.id} gap="14px" align="center" marginTop="8px">
                <NumberField
                  label={t`of ${String(panels)} for ${view.need.title}`}
                  value={spoilt.get(view.need.id) ?? 0}
                  least={0}
                  most={panels}
                  whole
                  onRead={(count) => setSpoilt(new Map([...spoilt, [view.need.id, count]]))}
                />
              </Flex>
            ))}
          </Box>
        )}
        {plan.plan.picture && given.length > 0 && <PaintedAsFar views={given.map(({ view }) => view)} paintedTo={paintedTo} onPainted={setPaintedTo} />}
        {offcuts.length > 0 && (
          <Box as="section" aria-label={t`Offcuts to keep`}>
            <Heading as="h2" fontSize="18px" fontWeight={600}>{t`Into the kept offcuts`}</Heading>
            {offcuts.map((offcut, index) => (
              <Tick
                key={`${offcut.storeId} ${String(offcut.width)}x${String(offcut.height)}`}
                checked={kept.has(index)}
                onChange={(change) => {
                  const next = new Set(kept);
                  if (change.target.checked) next.add(index);
                  else next.delete(index);
                  setKept(next);
                }}
              >
                {offcut.count} × {size(lengthOfUnits(offcut.width), lengthOfUnits(offcut.height))}
              </Tick>
            ))}
          </Box>
        )}
        {(torn || apart) && (
          <Box as="section" aria-label={t`Measured`}>
            <Heading as="h2" fontSize="18px" fontWeight={600}>{t`If you measured it`}</Heading>
            <Text color="softInk" fontSize="15px" maxWidth="260px" marginBottom="6px">{t`Three measured times are enough for the plan to reckon with your hand.`}</Text>
            {torn && <LengthField label={t`What one tear ate`} value={tearLoss} onRead={setTearLoss} onEmpty={() => setTearLoss(null)} />}
            {apart && <LengthField label={t`How far paint crept under`} value={creep} onRead={setCreep} onEmpty={() => setCreep(null)} />}
          </Box>
        )}
      </Flex>
      {given.length === 0 && !apart && <Text color="softInk">{t`Card stock leaves the shelf when the cards are put together in Finish.`}</Text>}
    </>
  );
}

/** How far each need's panels are painted already, where they were cut out of a painting. */
function PaintedAsFar({
  views,
  paintedTo,
  onPainted,
}: {
  views: readonly NeedView[];
  paintedTo: ReadonlyMap<string, string | null>;
  onPainted: (paintedTo: ReadonlyMap<string, string | null>) => void;
}) {
  return (
    <Box as="section" aria-label={t`Painted as far as`} width="300px">
      <Heading as="h2" fontSize="18px" fontWeight={600}>{t`Painted, and dry, as far as`}</Heading>
      {views.map((view) => (
        <Box key={view.need.id} marginTop="8px">
          <FormField label={view.need.title}>
            <Choice
              value={paintedTo.get(view.need.id) ?? ""}
              onChange={(change) => onPainted(new Map([...paintedTo, [view.need.id, change.target.value === "" ? null : change.target.value]]))}
              options={[{ value: "", label: t`nothing of its route yet` }, ...paintingStages(view.design).map((stage) => ({ value: stage.id, label: stage.name }))]}
            />
          </FormField>
        </Box>
      ))}
    </Box>
  );
}

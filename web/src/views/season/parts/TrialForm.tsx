import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { day, daysBetween, isDay, type SeasonChange, t } from "@yule/core";
import { readyByFor, type NeedView, type Outlook } from "@yule/derive";
import { useState } from "react";
import { FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { replaced } from "../../../plan/trial.ts";
import { DayInput } from "../../../kit/DayField.tsx";
import { fieldDay, printDay } from "../../../kit/say.ts";

const MOST_CARDS = 10_000;

/** Another day, another number, another route for a need: each change is planned through at once beside the real plan. */
export function TrialForm({
  view,
  outlook,
  trial,
  onChange,
}: {
  view: NeedView;
  outlook: Outlook;
  trial: readonly SeasonChange[];
  onChange: (trial: readonly SeasonChange[]) => void;
}) {
  const { need } = view;
  const [due, setDue] = useState(need.due);
  const [cards, setCards] = useState(String(view.cards));
  const [fault, setFault] = useState<string | null>(null);
  const whole = outlook.designs.find((each) => each.id === need.designId) ?? view.design;
  const mine = (kind: SeasonChange["kind"], stage?: string) => (other: SeasonChange) =>
    other.kind === kind && "need" in other && other.need === need.id && (stage === undefined || ("stage" in other && other.stage === stage));
  const put = (change: SeasonChange & { need: string }, isNothing: boolean): void => {
    setFault(null);
    onChange(replaced(trial, change, mine(change.kind, change.kind === "skip" ? change.stage : undefined), isNothing));
  };
  const putDue = (text: string): void => {
    setDue(text);
    if (!isDay(text)) return setFault(text === "" ? null : giveInstead(text, t`a day such as ${fieldDay(outlook.today)}`));
    if (text < outlook.today) return setFault(t`${printDay(day(text))} has passed. Choose today or later.`);
    const days = daysBetween(day(need.due), day(text));
    put({ kind: "later", need: need.id, days, readyBy: readyByFor(view, outlook, day(text)) }, days === 0);
  };
  const putCards = (text: string): void => {
    setCards(text);
    const count = Number(text);
    if (!Number.isInteger(count) || count < Math.max(1, view.assembled) || count > MOST_CARDS)
      return setFault(giveInstead(text, t`a whole number of cards from ${String(Math.max(1, view.assembled))} to ${String(MOST_CARDS)}`));
    put({ kind: "cards", need: need.id, cards: count - view.assembled }, count === view.cards);
  };
  const isSkipped = (stage: string): boolean => {
    const change = trial.find(mine("skip", stage));
    return change?.kind === "skip" ? change.on : need.skipped.includes(stage);
  };
  const stages = whole.stages.filter((stage) => stage.kind !== "assemble");
  const kept = whole.stages.filter((stage) => !isSkipped(stage.id)).length;
  return (
    <Box as="section" aria-label={t`Try something else for ${need.title}`} marginBottom="18px" borderTop="1px solid" borderColor="hairline" paddingTop="10px">
      <Flex gap="12px" wrap="wrap" align="flex-end">
        <Box width="170px">
          <FormField label={t`What if it is due`}>
            <DayInput value={due} onChange={(written) => putDue(written)} />
          </FormField>
        </Box>
        <Box width="110px">
          <FormField label={t`Cards`}>
            <TextInput inputMode="numeric" value={cards} onChange={(change) => putCards(change.target.value)} />
          </FormField>
        </Box>
        <Tick
          checked={isOn(trial.find(mine("heat")), need.heat)}
          onChange={(change) => put({ kind: "heat", need: need.id, on: change.target.checked }, change.target.checked === need.heat)}
        >{t`heat tool`}</Tick>
        <Tick
          checked={isOn(trial.find(mine("print")), need.print)}
          onChange={(change) => put({ kind: "print", need: need.id, on: change.target.checked }, change.target.checked === need.print)}
        >{t`printed`}</Tick>
      </Flex>
      {fault && <FaultLines faults={[fault]} />}
      <Text marginTop="8px" color="softInk" fontSize="15px">{t`Its route: press a stage to leave it out.`}</Text>
      <Flex gap="6px" wrap="wrap" marginTop="4px">
        {stages.map((stage) => (
          <Button
            key={stage.id}
            size="sm"
            variant="outline"
            aria-pressed={!isSkipped(stage.id)}
            textDecoration={isSkipped(stage.id) ? "line-through" : "none"}
            opacity={isSkipped(stage.id) ? 0.75 : 1}
            disabled={!isSkipped(stage.id) && kept <= 1}
            onClick={() => put({ kind: "skip", need: need.id, stage: stage.id, on: !isSkipped(stage.id) }, !isSkipped(stage.id) === need.skipped.includes(stage.id))}
          >
            {stage.name}
          </Button>
        ))}
      </Flex>
    </Box>
  );
}

const isOn = (change: SeasonChange | undefined, now: boolean): boolean => (change && "on" in change ? change.on : now);

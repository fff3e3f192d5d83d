import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { hundredths, type OddsAnswer, type SeasonChange, t } from "@yule/core";
import { promisesKept, type Outlook, type PlannedSeason } from "@yule/derive";
import { applyChanges, wordsOf } from "../../../plan/apply.ts";
import { changedNeeds, useTrial, type Tried } from "../../../plan/trial.ts";
import { Odds } from "./Odds.tsx";
import { printFigure } from "../../../kit/say.ts";

const MOST_SHOWN = 4;

/** The sandbox: changes that are planned through beside the real plan, to be kept or thrown away. Nothing is saved before. */
export function WhatIf({
  trial,
  outlook,
  planned,
  onChange,
}: {
  trial: readonly SeasonChange[];
  outlook: Outlook;
  planned: PlannedSeason | null;
  onChange: (trial: readonly SeasonChange[]) => void;
}) {
  const tried = useTrial(trial, outlook, planned);
  const keep = (): void => {
    void applyChanges(trial, outlook);
    onChange([]);
  };
  return (
    <Box as="section" aria-label={t`What if`} border="2px dashed" borderColor="tight" borderRadius="12px" padding="14px 18px" marginBottom="22px" maxWidth="860px">
      <Text fontWeight={700} marginBottom="6px">{t`What if`}</Text>
      {trial.map((change, index) => (
        <Flex key={JSON.stringify(change) + String(index)} align="center" gap="10px">
          <Text flex="1" overflowWrap="anywhere">
            {wordsOf(change, outlook)}
          </Text>
          <Button variant="ghost" onClick={() => onChange(trial.filter((_, at) => at !== index))}>{t`not this`}</Button>
        </Flex>
      ))}
      <Flex gap="28px" wrap="wrap" marginY="10px" role="status">
        <Side title={t`as it is`} odds={planned?.odds} />
        <Side title={t`with this`} odds={tried?.odds} />
      </Flex>
      {planned && tried && <Changed planned={planned} tried={tried} outlook={outlook} />}
      <Flex gap="10px">
        <Button onClick={keep}>{t`Keep it`}</Button>
        <Button variant="outline" onClick={() => onChange([])}>{t`Throw it away`}</Button>
      </Flex>
    </Box>
  );
}

function Side({ title, odds }: { title: string; odds: OddsAnswer | undefined }) {
  return (
    <Box>
      <Text color="softInk" fontSize="15px">
        {title}
      </Text>
      <Flex gap="14px" align="center" fontFamily="heading" fontSize="20px">
        <span>{odds === undefined ? "…" : t`${printFigure(promisesKept(odds), 1)} of ${String(odds.needs.length)} promises kept`}</span>
        {odds !== undefined && <Odds chance={promisesKept(odds) / Math.max(1, odds.needs.length)} words={false} />}
      </Flex>
    </Box>
  );
}

/** Which needs it makes better or worse, the most first. */
function Changed({ planned, tried, outlook }: { planned: PlannedSeason; tried: Tried; outlook: Outlook }) {
  const changed = changedNeeds(planned, tried);
  if (changed.length === 0) return <Text marginBottom="10px">{t`No single need becomes likelier or less likely by it.`}</Text>;
  const stand = (chance: number | null): string => (chance === null ? t`in time` : `${String(hundredths(chance))} in 100`);
  return (
    <Box as="ul" listStyleType="none" marginBottom="10px" fontSize="15px">
      {changed.slice(0, MOST_SHOWN).map((each) => (
        <li key={each.id}>
          <b>{outlook.open.find((view) => view.need.id === each.id)?.need.title}</b>: {stand(each.before)} → {stand(each.after)}
        </li>
      ))}
      {changed.length > MOST_SHOWN && <li>{t`and ${changed.length - MOST_SHOWN} more`}</li>}
    </Box>
  );
}

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { withChange, type OddsAnswer, type SeasonAnswer, type SeasonChange } from "@yule/core";
import { useEffect, useRef, useState } from "react";
import type { Outlook } from "../../app/outlook.ts";
import { applyChanges, wordsOf } from "../apply.ts";
import { oddsOf, spreadsOf } from "../facts.ts";
import { Desk, type Planned } from "../planned.ts";
import { Odds } from "./Odds.tsx";

const TRIAL_SECONDS = 0.6;
const TRIAL_RUNS = 2_000;

/** The sandbox: changes that are planned through beside the real plan, to be kept or thrown away. Nothing is saved before. */
export function WhatIf({
  trial,
  outlook,
  planned,
  onChange,
}: {
  trial: readonly SeasonChange[];
  outlook: Outlook;
  planned: Planned | null;
  onChange: (trial: readonly SeasonChange[]) => void;
}) {
  const [tried, setTried] = useState<{ answer: SeasonAnswer; odds: OddsAnswer } | null>(null);
  const desk = useRef(new Desk());
  useEffect(() => {
    if (!planned) return undefined;
    let wanted = true;
    const current = desk.current;
    const work = async (): Promise<void> => {
      const facts = trial.reduce(withChange, planned.facts);
      const answer = await current.ask().plan(facts, planned.answer.plan.choice, TRIAL_SECONDS);
      const odds = await current.ask().odds(facts, answer.plan, spreadsOf(outlook), oddsOf(facts, outlook), TRIAL_RUNS);
      if (wanted) setTried({ answer, odds });
    };
    void work();
    return () => {
      wanted = false;
      current.clear();
    };
  }, [trial, planned, outlook]);
  const keep = (): void => {
    void applyChanges(trial, outlook);
    onChange([]);
  };
  return (
    <Box as="section" aria-label="What if" border="2px dashed" borderColor="tight" borderRadius="12px" padding="14px 18px" marginBottom="22px" maxWidth="860px">
      <Text fontWeight={700} marginBottom="6px">
        What if
      </Text>
      {trial.map((change, index) => (
        <Flex key={JSON.stringify(change) + String(index)} align="center" gap="10px">
          <Text flex="1" overflowWrap="anywhere">
            {wordsOf(change, outlook)}
          </Text>
          <Button variant="ghost" onClick={() => onChange(trial.filter((_, at) => at !== index))}>
            not this
          </Button>
        </Flex>
      ))}
      <Flex gap="28px" wrap="wrap" marginY="10px" role="status">
        <Box>
          <Text color="softInk" fontSize="15px">
            as it is
          </Text>
          <Said late={planned?.answer.plan.score.lateDays} chance={planned?.odds?.season} />
        </Box>
        <Box>
          <Text color="softInk" fontSize="15px">
            with this
          </Text>
          <Said late={tried?.answer.plan.score.lateDays} chance={tried?.odds.season} />
        </Box>
      </Flex>
      <Flex gap="10px">
        <Button onClick={keep}>Keep it</Button>
        <Button variant="outline" onClick={() => onChange([])}>
          Throw it away
        </Button>
      </Flex>
    </Box>
  );
}

function Said({ late, chance }: { late: number | undefined; chance: number | undefined }) {
  return (
    <Flex gap="14px" align="center" fontFamily="heading" fontSize="20px">
      <span>{late === undefined ? "…" : late === 0 ? "nothing late" : `${String(late)} ${late === 1 ? "day" : "days"} late in all`}</span>
      {chance !== undefined && <Odds chance={chance} />}
    </Flex>
  );
}

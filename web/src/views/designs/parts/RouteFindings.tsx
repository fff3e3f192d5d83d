import { t, saidWritten, wordsFor } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Finding } from "@yule/core";
import { repairWords, type Stage } from "@yule/derive";
import { useState } from "react";
import { FormField, TextInput } from "../../../kit/FormField.tsx";
import { StateMark } from "../../../kit/states.tsx";

const TONE = { spoils: "cannot", risks: "tight", taste: "safe" } as const;
const WORD = wordsFor({ spoils: () => t`spoils the panel`, risks: () => t`often goes wrong`, taste: () => t`a matter of taste` });

/** What of the craft's order the route breaks, worst first: why, who does it otherwise, and the smallest repair, one tap away. */
export function RouteFindings({
  findings,
  stages,
  onMend,
  onOff,
}: {
  findings: readonly Finding[];
  stages: readonly Stage[];
  onMend: (finding: Finding) => void;
  onOff: (rule: string, note: string) => void;
}) {
  const [saying, setSaying] = useState<string | null>(null);
  if (findings.length === 0) return null;
  const name = (id: string): string => stages.find((stage) => stage.id === id)?.name ?? "";
  return (
    <Box as="section" aria-label={t`What the route breaks`} marginBottom="18px">
      {findings.map((finding) => (
        <Box
          key={`${finding.rule.id}${finding.stages.join()}`}
          role="group"
          aria-label={saidWritten(finding.rule.says)}
          borderTop="1px solid"
          borderColor="hairline"
          paddingY="10px"
        >
          <Flex gap="10px" align="baseline">
            <StateMark state={TONE[finding.rule.severity]} />
            <Text fontWeight={700} flex="1">
              {saidWritten(finding.rule.says)}
            </Text>
            <Text color={TONE[finding.rule.severity]} fontSize="15px" whiteSpace="nowrap">
              {WORD[finding.rule.severity]}
            </Text>
          </Flex>
          <Text>{saidWritten(finding.rule.reason)}</Text>
          <Text color="softInk" fontSize="15px">
            {t`Here: ${finding.stages.map(name).join(", then ")}.${finding.rule.school ? ` ${saidWritten(finding.rule.school)}` : ""}`}
          </Text>
          <Flex gap="10px" marginTop="6px" wrap="wrap">
            {finding.repair ? (
              <Button size="sm" onClick={() => onMend(finding)}>
                {repairWords(finding.repair, stages)}
              </Button>
            ) : (
              <Text color="softInk">
                {finding.circle.length > 0
                  ? t`No single step mends it: what it asks for goes in a circle with “${finding.circle.map((each) => each.says).join("”, “")}”. Leave one of these stages out, or change the route by hand.`
                  : t`No single step mends it: change the route by hand.`}
              </Text>
            )}
            <Button size="sm" variant="ghost" onClick={() => setSaying(saying === finding.rule.id ? null : finding.rule.id)}>{t`We do it so`}</Button>
          </Flex>
          {saying === finding.rule.id && <Otherwise onKeep={(note) => (setSaying(null), onOff(finding.rule.id, note))} />}
        </Box>
      ))}
    </Box>
  );
}

/** A rule of the craft that this shop does otherwise, with the reason. */
function Otherwise({ onKeep }: { onKeep: (note: string) => void }) {
  const [note, setNote] = useState("");
  return (
    <Flex gap="10px" align="flex-end" marginTop="6px">
      <Box flex="1">
        <FormField label={t`Why it is right here`}>
          <TextInput value={note} maxLength={200} onChange={(change) => setNote(change.target.value)} placeholder={t`our paper is sized hard`} />
        </FormField>
      </Box>
      <Button variant="outline" onClick={() => onKeep(note)}>{t`Say it no more`}</Button>
    </Flex>
  );
}

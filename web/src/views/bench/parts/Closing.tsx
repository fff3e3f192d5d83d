import { Box, Button, Flex, Text, Textarea } from "@chakra-ui/react";
import { minutes, printMinutes, t } from "@yule/core";
import { learnedIn, learnedWords, doneBetween, numbersOf, type Outlook, type BenchSession, type StandingBatch } from "@yule/derive";
import { useState } from "react";
import { NoteLesson } from "../../../features/lessons/NoteLesson.tsx";
import { INPUT } from "../../../kit/LengthField.tsx";
import { Dialog } from "../../../kit/Dialog.tsx";
import type { Live } from "../live.ts";
import { panelWords, when } from "../words.ts";
import { sendSessionFact } from "./SessionBar.tsx";

const MOST_LEARNED = 5;

/** A session at its end: planned against done, what was learned, what was spoilt and why, and what to tell the next one. */
export function Closing({
  session,
  lying,
  outlook,
  room,
  now,
  onClose,
}: {
  session: BenchSession;
  lying: readonly StandingBatch[];
  outlook: Outlook;
  room: Live["room"];
  now: Date;
  onClose: () => void;
}) {
  const [note, setNote] = useState("");
  // Once, when she closes: what is told while the dialog is open is of the next session.
  const [learned] = useState(() => learnedIn(outlook.learned.records, lying, room, session.begunAt));
  const done = doneBetween(
    lying.map(({ batch }) => batch),
    session.begunAt,
    now,
  );
  const wet = lying.flatMap(({ states }) => states.filter((state) => state.wetness.state === "wet"));
  const open = lying.flatMap(({ states, route }) =>
    states.filter((state) => state.wetness.state === "catch" || (state.wetness.state === "wet" && route[state.done]?.within != null)),
  );
  const stageOf = (batchId: string, stageId: string): string => lying.find(({ batch }) => batch.id === batchId)?.design.stages.find(({ id }) => id === stageId)?.name ?? "";
  const { meant } = session;
  return (
    <Dialog title={t`This session`} onClose={onClose}>
      <Text fontFamily="heading" fontSize="20px" marginBottom="12px">
        {t`${printMinutes(minutes(session.minutesAt(now)))} at the bench: ${done.panels === 1 ? t`1 panel` : t`${String(done.panels)} panels`} moved on${meant ? t`, ${String(meant.panels)} were planned${meant.until ? t` until ${when(new Date(meant.until), outlook)}` : ""}` : ""}.`}
      </Text>
      {open.length > 0 && (
        <Text color="cannot" marginBottom="12px">
          {t`${open.length === 1 ? t`One panel still has` : t`${String(open.length)} panels still have`} a wet window open: catch ${open.length === 1 ? t`it` : t`them`} before you go.`}
        </Text>
      )}
      <Box as="ul" listStyleType="none" marginBottom="12px">
        {done.byStage.map(({ batchId, stageId, panels }) => (
          <li key={batchId + stageId}>{`${stageOf(batchId, stageId)}: ${panels === 1 ? t`1 panel` : t`${String(panels)} panels`}`}</li>
        ))}
      </Box>
      {learned.length === 0 ? (
        <Text marginBottom="6px">
          {done.told === 0
            ? t`Nothing new was learned of times: a tap of “still wet” or “dry already” makes the clocks truer.`
            : t`The times held: what was told of wet and dry is what was known.`}
        </Text>
      ) : (
        <Box as="section" aria-label={t`What was learned`} marginBottom="12px">
          <Text fontWeight={700}>{t`Learned`}</Text>
          <Box as="ul" listStyleType="none">
            {learned.slice(0, MOST_LEARNED).map((each) => (
              <li key={each.stage + each.what}>{learnedWords(each)}.</li>
            ))}
          </Box>
        </Box>
      )}
      <Text marginBottom="12px">
        {wet.length === 0 ? t`Nothing is wet.` : t`${wet.length === 1 ? t`1 panel dries` : t`${String(wet.length)} panels dry`} until you come back.`}
      </Text>
      {done.spoilt.map(({ batchId, unitId, stageId, why }) => {
        const on = lying.find(({ batch }) => batch.id === batchId);
        return (
          <Text key={unitId} color="cannot">
            {t`Spoilt at ${stageOf(batchId, stageId).toLowerCase()}: ${on ? panelWords(numbersOf(on, [unitId])) : t`a panel`}`}
            {why ? `, ${why}` : ""}.
          </Text>
        );
      })}
      <Textarea
        aria-label={t`Note of this session`}
        placeholder={t`Anything to remember of this session`}
        value={note}
        maxLength={500}
        onChange={(change) => setNote(change.target.value)}
        {...INPUT}
        width="100%"
        height="84px"
        paddingBlock="8px"
        marginTop="14px"
        marginBottom="14px"
      />
      {lying[0] && <NoteLesson design={lying[0].design} />}
      <Flex gap="10px" marginTop="16px" wrap="wrap">
        <Button
          onClick={() => {
            sendSessionFact("closed", { note });
            onClose();
          }}
        >{t`Close the session`}</Button>
        <Button variant="outline" onClick={onClose}>{t`Go on painting`}</Button>
      </Flex>
    </Dialog>
  );
}

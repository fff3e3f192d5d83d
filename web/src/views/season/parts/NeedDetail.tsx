import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { day, MATTERS, money, type Length, type Matters, type SeasonChange, t, wordsFor } from "@yule/core";
import { chainOf, seasonFacts, type Outlook, type NeedRow, type PlannedSeason } from "@yule/derive";
import { lazy, Suspense, useMemo, useState } from "react";
import { Lessons } from "../../../features/lessons/Lessons.tsx";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { Ladder } from "./Ladder.tsx";
import { Standing } from "./Standing.tsx";
import { TrialForm } from "./TrialForm.tsx";
import { printDay, printMoney, printTime } from "../../../kit/say.ts";
import { StoryLink } from "../../../features/stories/StoryLink.tsx";

// A drawing of charts is not waited for either.
const StartCurve = lazy(() => import("./StartCurve.tsx"));
// Its form brings rules that the first view does not wait for.
const NoteLesson = lazy(async () => ({ default: (await import("../../../features/lessons/NoteLesson.tsx")).NoteLesson }));

/** One need: how far its cards are, the chain from the shelf to its day, and what it would be otherwise. */
export function NeedDetail({
  row,
  outlook,
  planned,
  trial,
  onTry,
}: {
  row: NeedRow;
  outlook: Outlook;
  planned: PlannedSeason | null;
  trial: readonly SeasonChange[];
  onTry: (trial: readonly SeasonChange[]) => void;
}) {
  const { view } = row;
  const [trying, setTrying] = useState(false);
  const links = useMemo(() => chainOf(view, outlook, planned?.facts ?? seasonFacts(outlook, outlook.now), planned?.answer.plan ?? null), [view, outlook, planned]);
  const begun = view.batches.length > 0;
  return (
    <Box as="section" aria-label={view.need.title}>
      <Flex align="center" gap="12px" wrap="wrap" marginBottom="10px">
        <Text flex="1" minWidth="200px" color="softInk">
          {view.post ? t`Goes by ${view.post.service}, ${view.post.zone} post` : t`Handed over`}
          {view.need.occasion ? t`, for ${occasionName(view.need.occasion, outlook)}` : ""}
        </Text>
        <Box width="226px" flex="none">
          <Choice
            value={view.need.matters}
            aria-label={t`How much ${view.need.title} matters`}
            onChange={(change) => void sendCommand("change-need", { id: view.need.id, version: view.need.version, matters: change.target.value as Matters })}
            options={MATTERS.map((each) => ({ value: each, label: MATTERS_WORDS[each] }))}
          />
        </Box>
        <Button size="sm" variant="outline" aria-expanded={trying} onClick={() => setTrying(!trying)}>{t`Try something else`}</Button>
        <StoryLink kind="need" id={view.need.id} name={view.need.title} />
        {!begun && <Button size="sm" variant="outline" onClick={() => void sendCommand("remove-need", { id: view.need.id, version: view.need.version })}>{t`Remove`}</Button>}
      </Flex>
      {trying && <TrialForm key={view.need.id} view={view} outlook={outlook} trial={trial} onChange={onTry} />}
      <Flex gap="28px" direction={{ base: "column", lg: "row" }} align="flex-start">
        <Box flex="1" minWidth={0} width="100%" maxWidth="560px">
          <Ladder links={links} today={outlook.today} title={view.need.title} />
        </Box>
        <Box flex="none" width={{ base: "100%", lg: "268px" }}>
          {planned && row.safety !== "cannot" && row.chance !== null && (
            <Suspense fallback={null}>
              <StartCurve row={row} outlook={outlook} planned={planned} />
            </Suspense>
          )}
          <Standing view={view} outlook={outlook} />
          <Terms view={view} outlook={outlook} />
          <Lessons outlook={outlook} moment="planning" designs={[view.design.id]} occasions={view.need.occasion ? [view.need.occasion] : []} />
          <Suspense fallback={null}>
            <NoteLesson design={view.design} />
          </Suspense>
        </Box>
      </Flex>
      <Text
        color="softInk"
        fontSize="15px"
        marginTop="8px"
      >{t`Latest days are those of this need alone at the table. ${outlook.dispatch.carrier.name} is slow at times: posting days count as many as nine letters in ten take, and no Sundays or holidays.`}</Text>
    </Box>
  );
}

/** How much a promise matters, as the maker chooses it. */
const MATTERS_WORDS: Readonly<Record<Matters, string>> = wordsFor({
  ordinary: () => t`an ordinary promise`,
  dear: () => t`a dear promise`,
  "must not fail": () => t`one that must not fail`,
});

const occasionName = (id: string, outlook: Outlook): string => outlook.ownOccasions.find((own) => own.id === id)?.title ?? id.replaceAll("-", " ");

/** What was agreed, where anything was. */
function Terms({ view, outlook }: { view: NeedRow["view"]; outlook: Outlook }) {
  const { say } = useMeasure();
  const { need } = view;
  const pay = (minor: number): string => printMoney(money(minor), outlook.shop.currency);
  const lines = [
    need.priceMinor !== null && `Price ${pay(need.priceMinor)}${need.depositMinor ? t`, ${pay(need.depositMinor)} paid ahead` : ""}`,
    need.proofWanted && t`A proof is shown before it is painted`,
    need.neutralCards > 0 && t`${String(need.neutralCards)} with neutral words`,
    need.setUpFrom !== null && t`Set up from ${printTime(need.setUpFrom)}`,
    need.tableLength !== null && `Table ${say(need.tableLength as Length)} long`,
    need.photoOn !== null && t`Photographed on ${printDay(day(need.photoOn))}`,
    need.liveBy !== null && t`Listed by ${printDay(day(need.liveBy))}`,
    need.orderRef !== null && `Order ${need.orderRef}`,
  ].filter((line) => typeof line === "string");
  return lines.length === 0 ? null : (
    <Box marginBottom="14px" color="softInk">
      {lines.map((line) => (
        <Text key={line}>{line}</Text>
      ))}
    </Box>
  );
}

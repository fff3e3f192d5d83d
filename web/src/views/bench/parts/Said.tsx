import { rich } from "../../../kit/rich.tsx";
import { useSpeech } from "../../../kit/measure.tsx";
import { wholeBatch, type Fault, t } from "@yule/core";
import { phraseSaid, type Speech } from "@yule/contract";
import { Box, Text } from "@chakra-ui/react";
import { lazy, memo, Suspense, useState } from "react";
import { Link } from "react-router";
import type { Outlook, StandingBatch } from "@yule/derive";
import { Lessons } from "../../../features/lessons/Lessons.tsx";
import { FaultLines } from "../../../kit/FormField.tsx";
import { useSaid } from "../live.ts";
import { BenchVerdict } from "./BenchVerdict.tsx";
import { Cautions } from "./Cautions.tsx";
import { EnoughNow } from "./EnoughNow.tsx";
import { Closing } from "./Closing.tsx";
import { Learned } from "./Learned.tsx";
import { PreparationList } from "./PreparationList.tsx";
import { PrintRunSheet } from "./PrintRunSheet.tsx";
import { RehearseLink } from "./RehearseLink.tsx";
import { RunList } from "./RunList.tsx";
import { Saving } from "./Saving.tsx";
import { SessionBar } from "./SessionBar.tsx";
import { SettingsFold } from "./SettingsFold.tsx";

/** Met only where a panel is to be saved. */
const RescueJobs = lazy(() => import("../../../features/rescues/RescueJobs.tsx"));

/** What is decided, the session that is on, lessons, and what cannot be planned. */
export function OnTop() {
  const { next, lying, plan, planned, outlook, now, session, room } = useSaid();
  const [closing, setClosing] = useState(false);
  return (
    <>
      <BenchVerdict on={next.on} move={next.move} lying={lying} planned={plan} outlook={outlook} now={now} />
      <SessionBar session={session} now={now} plan={plan} onClose={setClosing} />
      <LessonsHere outlook={outlook} lying={lying} />
      <EnoughNow lying={lying} outlook={outlook} now={now} />
      {planned?.kind === "impossible" && <Impossible faults={planned.faults} lying={lying} />}
      {closing && session && <Closing session={session} lying={lying} outlook={outlook} room={room} now={now} onClose={() => setClosing(false)} />}
    </>
  );
}

const LessonsHere = memo(function LessonsHere({ outlook, lying }: { outlook: Outlook; lying: readonly StandingBatch[] }) {
  return <Lessons outlook={outlook} moment="painting" designs={[...new Set(lying.map(({ design }) => design.id))]} />;
});

export function UnderBoards() {
  const { plan, lying, outlook, settings } = useSaid();
  return (
    <>
      {plan && <Saving planned={plan} lying={lying} outlook={outlook} />}
      <Cautions lying={lying} heatTool={settings.heatTool} />
    </>
  );
}

/** What comes then. */
export function Then() {
  const { plan, lying, outlook, now, next, room, session } = useSaid();
  return (
    <>
      {(next.move.kind !== "finished" || lying.length > 1) && <Finished lying={lying} />}
      <Suspense>
        <RescueJobs outlook={outlook} now={now} />
      </Suspense>
      {plan && (
        <>
          {!session && <PreparationList planned={plan} lying={lying} outlook={outlook} room={room} isBegun={false} />}
          <RunList planned={plan} lying={lying} outlook={outlook} now={now} />
          <PrintRunSheet planned={plan} lying={lying} outlook={outlook} room={room} />
          {session && <PreparationList planned={plan} lying={lying} outlook={outlook} room={room} isBegun />}
        </>
      )}
    </>
  );
}

export function Below() {
  const { boards, times, room, settings } = useSaid();
  return (
    <Box marginTop="20px">
      <Learned on={boards[0]} times={times} room={room} />
      <SettingsFold settings={settings} />
      <RehearseLink />
    </Box>
  );
}

/** Batches that are through, each with its way to Finish. */
const Finished = memo(function Finished({ lying }: { lying: readonly StandingBatch[] }) {
  const through = lying.filter(({ states }) => states.every(({ wetness }) => wetness.state === "finished" || wetness.state === "spoilt"));
  return through.map(({ view }) => (
    <Text key={view.need.id} marginTop="14px" overflowWrap="anywhere">
      {rich`${view.need.title} is painted and dry. ${(<Link to={`/finish?need=${view.need.id}`}>{t`Inspect them in Finish`}</Link>)}`}
    </Text>
  ));
});

/** What a planner says of batches and stages by their ids, by the names that the maker gave them. */
function Impossible({ faults, lying }: { faults: readonly Fault[]; lying: readonly StandingBatch[] }) {
  const speech = useSpeech();
  const names = new Map(lying.flatMap(({ batch, view, design }) => [[batch.id, view.need.title] as const, ...design.stages.map(({ id, name }) => [id, name] as const)]));
  const say: Speech = (value) => ("name" in value ? (names.get(wholeBatch(value.name)) ?? value.name) : speech(value));
  return <FaultLines faults={faults.map(({ given, allowed }) => `${phraseSaid(given, say)}; allowed: ${phraseSaid(allowed, say)}`)} />;
}

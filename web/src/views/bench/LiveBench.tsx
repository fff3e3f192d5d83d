import { t } from "@yule/core";
import { PRESSED_BY_SPACE, useKeys } from "../../kit/useKeys.ts";
import { Box, Grid } from "@chakra-ui/react";
import type { BenchRead } from "@yule/contract";
import { givenBySeason, moveAt, benchSessions, sessionOn, smallJobs, PlannedTable, numbersOf, type Outlook, type batchesOnTable, type StandingBatch } from "@yule/derive";
import { memo, useCallback, useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { v7 } from "uuid";
import { useFinishQuery } from "../../data/api.ts";
import { presentMoment } from "../../data/serverClock.ts";
import { sendCommand, undoLastTap } from "../../data/outbox.ts";
import { LiveContext, type Live, type Lost } from "./live.ts";
import { useLatest } from "../../kit/useLatest.ts";
import { afterPaint } from "../../kit/afterPaint.ts";
import { mark, markedBy } from "./marks.ts";
import { Boards, MOST_BOARDS, WhichBoard } from "./parts/Boards.tsx";
import { Now } from "./parts/Now.tsx";
import { Below, OnTop, Then, UnderBoards } from "./parts/Said.tsx";
import { usePlanned } from "../../plan/plannedContext.ts";
import { useBenchSettings } from "../../plan/settings.ts";
import { signsAt, useAwake, useSigns, useVoice } from "./signals.ts";
import { useBenchTimes } from "../../plan/useBenchTimes.ts";
import { usePlan } from "./usePlan.ts";
import { useStanding } from "./useStanding.ts";
import { panelWords, type Tell } from "./words.ts";

const NONE: ReadonlySet<string> = new Set();

/** The table with all its batches, as it stands, told and planned. */
export function LiveBench({ told, bench, outlook }: { told: ReturnType<typeof batchesOnTable>; bench: BenchRead; outlook: Outlook }) {
  const settings = useBenchSettings();
  const [params] = useSearchParams();
  const [chosen, choose] = useState(NONE);
  const [lost, setLost] = useState<Lost | null>(null);
  const times = useBenchTimes(outlook);
  const [table] = useState(() => new PlannedTable());
  const laid = useMemo(() => table.with(told, times, bench.room), [table, told, times, bench.room]);
  const { lying, now } = useStanding(laid);
  const isLaid = lying.length > 0;
  const latest = useLatest(lying);
  useEffect(() => {
    // The first tap must not wait for code that never ran: a panel is drawn once as it stands already. Which it is does not matter.
    if (isLaid)
      return afterPaint(() =>
        mark(
          latest.current.flatMap(({ states }) => states.slice(0, 1)),
          () => undefined,
        ),
      );
  }, [isLaid, latest]);
  const sessions = useMemo(() => benchSessions(bench.sessions), [bench.sessions]);
  const session = sessionOn(sessions, bench.batches, now);
  const rescues = useFinishQuery().data?.rescues;
  const small = useMemo(() => smallJobs(outlook.open, rescues), [outlook.open, rescues]);
  const season = usePlanned();
  // A plan of the season is made anew whenever a session of it has ended, so that its own moment is late enough.
  const given = useMemo(() => (season ? givenBySeason(season, season.facts.since) : null), [season]);
  const planned = usePlan(lying, { outlook, settings, atBench: session !== null, room: bench.room, given }, small, now);
  const plan = planned?.kind === "plan" ? planned.value : null;
  const next = useMemo(() => moveAt(lying, now, plan?.next ?? null, outlook.shop.changeover), [lying, now, plan?.next, outlook.shop.changeover]);
  const tell = useCallback<Tell>((on, what, taps, why) => {
    const at = presentMoment();
    const facts = taps.flatMap(({ unit, stage }) => {
      const stageId = on.route[stage]?.id;
      return stageId === undefined ? [] : [{ id: v7(), unitId: unit, stageId, what, at: at.toISOString(), ...(why === undefined ? {} : { why }) }];
    });
    if (facts.length === 0) return;
    const tapped = facts.map((fact) => ({ unit: fact.unitId, stage: fact.stageId, what, at }));
    void sendCommand(
      "tell-bench",
      { batchId: on.batch.id, facts },
      {
        at,
        quiet: true,
        later: (show) =>
          mark(markedBy(on, tapped, at), () => {
            choose(NONE);
            setLost(what === "spoilt" && why === undefined ? { on, taps } : null);
            show();
          }),
      },
    );
  }, []);
  const leaveLost = useCallback(() => setLost(null), []);
  const undo = useCallback(() => {
    setLost(null);
    void undoLastTap();
  }, []);
  const move = next?.move;
  // The space bar is the next move done: for a foot switch, or a clean knuckle.
  useKeys(
    {
      Space: (event) => {
        event.preventDefault();
        if (next && move?.kind === "do") tell(next.on, "done", [{ unit: move.units[0] ?? "", stage: move.stage }]);
      },
    },
    PRESSED_BY_SPACE,
  );
  useSigns(signsAt(lying, now), presentMoment, settings);
  useAwake(settings.keepsAwake && session !== null && !session.paused);
  useVoice(next ? spokenMove(next.on, next.move) : "", settings.readsOut);
  const asked = lying.find(({ view }) => view.need.id === params.get("need"));
  const [focus, ...others] = boardsOf(lying, asked ?? next?.on ?? null);
  if (!next || !focus) return null;
  const live: Live = {
    lying,
    now,
    next,
    boards: [focus, ...others],
    planned,
    plan,
    chosen,
    choose,
    lost,
    leaveLost,
    tell,
    undo: lying.some(({ batch }) => batch.facts.length > 0) ? undo : null,
    session,
    outlook,
    settings,
    times,
    room: bench.room,
  };
  return (
    <LiveContext.Provider value={live}>
      <Layout isLeftHanded={settings.leftHanded} />
    </LiveContext.Provider>
  );
}

/** What changes in one part of the bench lays out and paints that part alone. */
const OWN = { contain: "layout style", isolation: "isolate" } as const;

const Layout = memo(function Layout({ isLeftHanded }: { isLeftHanded: boolean }) {
  return (
    <>
      <Grid
        templateAreas={{ base: `"now" "main" "then"`, lg: isLeftHanded ? `"now main" "then main"` : `"main now" "main then"` }}
        templateColumns={{ base: "minmax(0, 1fr)", lg: isLeftHanded ? "372px minmax(0, 1fr)" : "minmax(0, 1fr) 372px" }}
        templateRows={{ lg: "auto 1fr" }}
        columnGap="30px"
        rowGap={{ base: "18px", lg: 0 }}
      >
        <Box gridArea="main" minWidth={0} {...OWN}>
          <OnTop />
          <Boards />
          <UnderBoards />
        </Box>
        <Box gridArea="now" minWidth={0} {...OWN}>
          <Now />
        </Box>
        <Box gridArea="then" minWidth={0} {...OWN}>
          <Then />
        </Box>
      </Grid>
      <WhichBoard />
      <Below />
    </>
  );
});

/** The board the hands are at, and another that is wet. */
function boardsOf(lying: readonly StandingBatch[], first: StandingBatch | null): StandingBatch[] {
  const wetness = ({ states }: StandingBatch): number => states.filter((state) => state.wetness.state === "wet" || state.wetness.state === "catch").length;
  const others = lying.filter((each) => each !== first).sort((a, b) => wetness(b) - wetness(a));
  return [...(first ? [first] : []), ...others].slice(0, MOST_BOARDS);
}

const spokenMove = (on: StandingBatch, move: NonNullable<ReturnType<typeof moveAt>>["move"]): string =>
  move.kind === "do" ? `${on.route[move.stage]?.name ?? ""}, ${panelWords(numbersOf(on, move.units))}` : move.kind === "wait" ? t`Wait.` : t`All panels are painted and dry.`;

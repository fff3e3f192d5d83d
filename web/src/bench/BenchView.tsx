import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { BatchRead } from "@yule/contract";
import { dayAt, minuteOfDayAt, minutes, printClock, printDay, printMinutes, printTime, type Minutes, type NextMove, type UnitState } from "@yule/core";
import { useEffect, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { v7 } from "uuid";
import { useBenchQuery } from "../app/api.ts";
import { presentMoment, useNow } from "../app/clock.ts";
import { Lessons } from "../app/Lessons.tsx";
import { give, undoLastTap } from "../app/outbox.ts";
import { paintingStages, type NeedView } from "../app/needView.ts";
import type { Outlook } from "../app/outlook.ts";
import { solver, useSolved } from "../app/solver.ts";
import { useView } from "../app/useOutlet.ts";
import { Choice } from "../kit/FormField.tsx";
import { Caution, Teach } from "../kit/states.tsx";
import { Figure, Verdict } from "../kit/Verdict.tsx";
import { Board } from "./parts/Board.tsx";
import { NowCard, type Fact } from "./parts/NowCard.tsx";
import { RunList } from "./parts/RunList.tsx";
import { liveRoute, moveNow, restJob, runSheet, savingOf, unitStates } from "./plan.ts";

/** Bench: what is wet, what to do now, and the run sheet of the sessions to come. */
export default function BenchView() {
  const outlook = useView();
  const [params, setParams] = useSearchParams();
  const lying = outlook.open.flatMap((view) => view.batches.filter((batch) => batch.units.some((unit) => unit.grade === null)).map((batch) => ({ view, batch })));
  const wetFirst = [...lying].sort((a, b) => lastAt(b.batch).localeCompare(lastAt(a.batch)));
  const found = lying.find(({ view }) => view.need.id === params.get("need")) ?? wetFirst[0];
  const navigate = useNavigate();
  if (!found) {
    return (
      <>
        <Verdict>The bench is clear. Split sheets for a need, and its panels lie here.</Verdict>
        <Teach title="Nothing is on the bench" step={<Button onClick={() => void navigate("/sheets")}>Split sheets</Button>}>
          With panels on the board, this page says what to do now, counts each panel&apos;s wet time, warns before a wet window closes, and plans the moves so that drying hides
          behind work.
        </Teach>
      </>
    );
  }
  return (
    <>
      <LiveBench key={found.batch.id} view={found.view} batch={found.batch} outlook={outlook} />
      {lying.length > 1 && (
        <Flex align="center" gap="12px" marginTop="20px" maxWidth="420px">
          <Text flex="none">On the board</Text>
          <Choice
            aria-label="Which batch"
            value={found.view.need.id}
            onChange={(change) => setParams({ need: change.target.value })}
            options={lying.map(({ view, batch }) => ({ value: view.need.id, label: `${view.need.title}, ${String(batch.units.length)} panels` }))}
          />
        </Flex>
      )}
    </>
  );
}

const lastAt = (batch: BatchRead): string => batch.facts.reduce((latest, fact) => (fact.at > latest ? fact.at : latest), batch.startedAt);

function LiveBench({ view, batch: told, outlook }: { view: NeedView; batch: BatchRead; outlook: Outlook }) {
  const now = useNow(1000);
  // The batch itself, ahead of the outlook on the season, which follows a tap a moment later.
  const batch = useBenchQuery().data?.batches.find((each) => each.id === told.id) ?? told;
  const [chosen, setChosen] = useState<string | null>(null);
  const route = liveRoute(view.design);
  const states = unitStates(batch, route, now);
  const move = moveNow(batch, route, states, now);
  const planned = useRunSheet(view, batch, states, outlook);
  const tell = (what: Fact, units: readonly string[], stage: number): void => {
    const at = presentMoment();
    const stageId = route[stage]?.id;
    if (!stageId || units.length === 0) return;
    setChosen(null);
    void give("tell-bench", { batchId: batch.id, facts: units.map((unitId) => ({ id: v7(), unitId, stageId, what, at: at.toISOString() })) }, { at, quiet: what === "done" });
  };
  useSpace(() => move.kind === "do" && tell("done", move.units.slice(0, 1), move.stage));
  const finished = move.kind === "finished";
  const lastFact = [...batch.facts].sort((a, b) => (a.at < b.at ? 1 : -1))[0];
  return (
    <Flex direction={{ base: "column", lg: "row" }} gap={{ base: "18px", lg: "30px" }} align="flex-start">
      <Box flex="1" minWidth={0} width="100%">
        <BenchVerdict move={move} states={states} batch={batch} route={route} now={now} outlook={outlook} endsAt={planned?.endsAt ?? null} />
        <Lessons outlook={outlook} moment="painting" designs={[view.design.id]} />
        <Board batch={batch} design={view.design} states={states} now={now} move={move} chosen={chosen} onChoose={(unit) => setChosen(unit === chosen ? null : unit)} />
        {planned && <Saving planned={planned} timeZone={outlook.shop.timeZone} />}
        <Caution>
          Bone dry before the next layer, before unmasking, before the tape comes off. A heat tool burns and must not touch wet masking fluid. Keep drying panels away from flames
          and pets; do not lick brushes.
        </Caution>
      </Box>
      <Box width={{ base: "100%", lg: "372px" }} flex="none" order={{ base: -1, lg: 0 }}>
        {finished ? (
          <Teach title="All panels are painted and dry" step={<Link to={`/finish?need=${view.need.id}`}>Inspect them in Finish</Link>}>
            Look at them side by side, and grade each.
          </Teach>
        ) : (
          <NowCard
            move={move}
            chosen={chosen}
            route={route}
            design={view.design}
            batch={batch}
            states={states}
            now={now}
            onTell={tell}
            onUndo={lastFact ? () => void undoLastTap() : null}
          />
        )}
        {planned && <RunList lines={planned.lines} design={view.design} timeZone={outlook.shop.timeZone} now={now} endsAt={planned.endsAt} />}
      </Box>
    </Flex>
  );
}

function useSpace(done: () => void): void {
  useEffect(() => {
    const pressed = (key: KeyboardEvent): void => {
      const target = key.target as HTMLElement | null;
      if (key.key !== " " || target?.closest("button, input, select, a, [role=button], [role=dialog]")) return;
      key.preventDefault();
      done();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
}

/** What painting stage by stage saves against card by card, in hands and in days. */
function Saving({ planned, timeZone }: { planned: { saved: Minutes; aloneEndsAt: Date | null; endsAt: Date }; timeZone: string }) {
  const when = (at: Date): string => `${printDay(dayAt(at, timeZone))}, ${printTime(minuteOfDayAt(at, timeZone))}`;
  const later = planned.aloneEndsAt !== null && planned.aloneEndsAt > planned.endsAt;
  return (
    <Text marginTop="12px">
      Stage by stage saves{" "}
      <Figure
        tone="safe"
        why="Card by card, every stage is set up again for each panel, and the hands wait out its drying. Stage by stage, the drying of the first is over when the last is done. Both are planned into the same sessions by the same rules."
      >
        {printMinutes(planned.saved)} of hands
      </Figure>{" "}
      against card by card
      {planned.aloneEndsAt === null ? ", which would not fit your sessions at all" : later ? `, which would be dry only on ${when(planned.aloneEndsAt)}` : ""}.
    </Text>
  );
}

/** The plan of what is left, made anew when something happened, not when the clock ticks. */
function useRunSheet(view: NeedView, batch: BatchRead, states: readonly UnitState[], outlook: Outlook) {
  const happened = `${batch.id}/${String(batch.facts.length)}/${outlook.sessions[0]?.day ?? ""}/${String(outlook.sessions.length)}`;
  const open = states.some((state) => state.wetness.state !== "spoilt" && state.done < paintingStages(view.design).length);
  const { value } = useSolved(open ? happened : null, async () => {
    const since = presentMoment();
    const job = restJob(view.design, states, outlook.sessions, since, outlook.shop.timeZone);
    const answer = await solver().run(job, 0.8, 2_000);
    if (!answer.ok) return null;
    // Once for each plan: the clocks draw the view anew every second.
    const saving = savingOf(job, answer.value);
    const after = (time: number): Date => new Date(since.getTime() + time * 60_000);
    return {
      lines: runSheet(answer.value, view.design, since),
      saved: saving.hands,
      aloneEndsAt: saving.cardByCard === null ? null : after(saving.cardByCard),
      endsAt: after(answer.value.makespan),
    };
  });
  return value;
}

function BenchVerdict({
  move,
  states,
  batch,
  route,
  now,
  outlook,
  endsAt,
}: {
  move: NextMove;
  states: readonly UnitState[];
  batch: BatchRead;
  route: ReturnType<typeof liveRoute>;
  now: Date;
  outlook: Outlook;
  endsAt: Date | null;
}) {
  const number = (id: string): number => batch.units.find((unit) => unit.id === id)?.number ?? 0;
  const wet = states.filter((state) => state.wetness.state === "wet");
  const nextCatch = wet.filter((state) => route[state.done]?.within != null && state.dryAt).sort((a, b) => (a.dryAt?.getTime() ?? 0) - (b.dryAt?.getTime() ?? 0))[0];
  const clock = (at: Date): string => printTime(minuteOfDayAt(at, outlook.shop.timeZone));
  const until = nextCatch?.dryAt ? new Date(nextCatch.dryAt.getTime() + (route[nextCatch.done]?.within ?? 0) * 60_000) : null;
  const first = move.kind === "do" ? move.units[0] : undefined;
  const stageName = move.kind === "do" || move.kind === "wait" ? (route[move.stage]?.name ?? "") : "";
  return (
    <Verdict>
      {move.kind === "do" && first && (
        <>
          {move.urgent ? "Now, while it is wet: " : ""}
          {stageName} on panel {number(first)}
          {move.units.length > 1 ? ` and ${String(move.units.length - 1)} more` : ""}
        </>
      )}
      {move.kind === "wait" && `Let panel ${String(number(move.unit))} dry until ${clock(move.until)}${stageName ? `, then ${stageName.toLowerCase()}` : ""}`}
      {move.kind === "finished" && "All panels are painted and dry"}
      {nextCatch && until && !(move.kind === "do" && move.urgent) && (
        <>
          , then{" "}
          <Figure
            tone="tight"
            why={`${route[nextCatch.done]?.name ?? ""} must begin within ${printMinutes(route[nextCatch.done]?.within ?? minutes(0))} of the moment the layer below has settled, at ${clock(nextCatch.dryAt ?? now)}.`}
          >
            catch {number(nextCatch.unit)} before {clock(until)}
          </Figure>
        </>
      )}
      .{" "}
      {endsAt && move.kind !== "finished" && (
        <>
          All dry{" "}
          <Figure why="The run sheet of what is left, put into your sessions: hands only while a session is open, drying at all hours.">
            {dayAt(endsAt, outlook.shop.timeZone) === outlook.today ? `today at ${clock(endsAt)}` : `${printDay(dayAt(endsAt, outlook.shop.timeZone))} at ${clock(endsAt)}`}
          </Figure>
          .
        </>
      )}
      {wet.length > 0 && move.kind === "wait" && ` ${printClock(minutes((move.until.getTime() - now.getTime()) / 60_000))} left.`}
    </Verdict>
  );
}

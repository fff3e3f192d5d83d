import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import type { BenchRead } from "@yule/contract";
import { useEffect, useMemo, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { v7 } from "uuid";
import { useBenchQuery } from "../app/api.ts";
import { presentMoment, useNow } from "../app/clock.ts";
import { Lessons } from "../app/Lessons.tsx";
import { give, undoLastTap } from "../app/outbox.ts";
import type { Outlook } from "../app/outlook.ts";
import { useView } from "../app/useOutlet.ts";
import { Choice, FaultLines } from "../kit/FormField.tsx";
import { Teach } from "../kit/states.tsx";
import { Verdict } from "../kit/Verdict.tsx";
import { BenchVerdict } from "./parts/BenchVerdict.tsx";
import { Board } from "./parts/Board.tsx";
import { Cautions } from "./parts/Cautions.tsx";
import { Closing } from "./parts/Closing.tsx";
import { Learned } from "./parts/Learned.tsx";
import { ChosenCard, NowCard, WhySpoilt, type Tell } from "./parts/NowCard.tsx";
import { RunList } from "./parts/RunList.tsx";
import { Saving } from "./parts/Saving.tsx";
import { SessionBar } from "./parts/SessionBar.tsx";
import { SettingsFold } from "./parts/SettingsFold.tsx";
import { benchSessions, sessionOn } from "./session.ts";
import { useBenchSettings } from "./settings.ts";
import { signsAt, useAwake, useSigns, useVoice } from "./signals.ts";
import { smallJobs } from "./smallJobs.ts";
import { layTable, lyingBatches, moveAt, standAt, type Lying } from "./table.ts";
import { useBenchTimes } from "./times.ts";
import { usePlan, type BenchPlan } from "./usePlan.ts";
import { numbersOf, panelWords } from "./words.ts";

/** So many boards are drawn; what else lies on the table is chosen by name. */
const MOST_BOARDS = 2;

/** Bench: what is wet, what to do now, and the run sheet of the sessions to come. */
export default function BenchView() {
  const outlook = useView();
  const navigate = useNavigate();
  // The benches themselves, ahead of the outlook on the season, which follows a tap a moment later.
  const bench = useBenchQuery().data;
  const lying = useMemo(() => lyingBatches(outlook, bench?.batches ?? []), [outlook, bench]);
  if (!bench || lying.length === 0) {
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
  return <LiveBench told={lying} bench={bench} outlook={outlook} />;
}

/** What was tapped last that may want a reason. */
interface Lost {
  readonly on: Lying;
  readonly taps: readonly { readonly unit: string; readonly stage: number }[];
}

function LiveBench({ told, bench, outlook }: { told: ReturnType<typeof lyingBatches>; bench: BenchRead; outlook: Outlook }) {
  const now = useNow(1000);
  const settings = useBenchSettings();
  const [params, setParams] = useSearchParams();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [lost, setLost] = useState<Lost | null>(null);
  const [closing, setClosing] = useState(false);
  const times = useBenchTimes(outlook);
  const laid = useMemo(() => layTable(told, times, bench.room), [told, times, bench.room]);
  const lying = standAt(laid, now);
  const session = sessionOn(benchSessions(bench.sessions), bench.batches, now);
  const small = useMemo(() => smallJobs(outlook.open), [outlook.open]);
  const planned = usePlan(lying, outlook, settings, small, session !== null, now);
  const plan = planned?.kind === "plan" ? planned.value : null;
  const next = moveAt(lying, now, plan?.next ?? null);
  const asked = lying.find(({ view }) => view.need.id === params.get("need"));
  const boards = boardsOf(lying, asked ?? next?.on ?? null);
  const [focus] = boards;
  const picked = lying.find(({ states }) => states.some((state) => chosen.has(state.unit)));
  const tell: Tell = (on, what, taps, why) => {
    if (taps.length === 0) return;
    const at = presentMoment();
    setChosen(new Set());
    setLost(what === "spoilt" && why === undefined ? { on, taps } : null);
    const facts = taps.flatMap(({ unit, stage }) => {
      const stageId = on.route[stage]?.id;
      return stageId === undefined ? [] : [{ id: v7(), unitId: unit, stageId, what, at: at.toISOString(), ...(why === undefined ? {} : { why }) }];
    });
    void give("tell-bench", { batchId: on.batch.id, facts }, { at, quiet: what === "done" || why !== undefined });
  };
  const move = next?.move;
  useSpace(() => next && move?.kind === "do" && tell(next.on, "done", [{ unit: move.units[0] ?? "", stage: move.stage }]));
  useSigns(signsAt(lying, now), presentMoment, settings);
  useAwake(settings.keepsAwake && session !== null && !session.paused);
  useVoice(next ? spokenMove(next.on, next.move) : "", settings.readsOut);
  if (!next || !move || !focus) return null;
  const tapped = lying.some(({ batch }) => batch.facts.length > 0);
  return (
    <>
      <Grid
        templateAreas={{ base: `"now" "main" "then"`, lg: settings.leftHanded ? `"now main" "then main"` : `"main now" "main then"` }}
        templateColumns={{ base: "minmax(0, 1fr)", lg: settings.leftHanded ? "372px minmax(0, 1fr)" : "minmax(0, 1fr) 372px" }}
        templateRows={{ lg: "auto 1fr" }}
        columnGap="30px"
        rowGap={{ base: "18px", lg: 0 }}
      >
        <Box gridArea="main" minWidth={0}>
          <BenchVerdict on={next.on} move={move} lying={lying} planned={plan} outlook={outlook} now={now} />
          <SessionBar session={session} now={now} meant={meantOf(plan)} onClose={() => setClosing(true)} />
          <Lessons outlook={outlook} moment="painting" designs={[...new Set(lying.map(({ design }) => design.id))]} />
          {planned?.kind === "impossible" && <FaultLines faults={planned.faults.map((fault) => named(lying, `${fault.given}; allowed: ${fault.allowed}`))} />}
          <Flex gap="22px" wrap="wrap" align="flex-start">
            {boards.map((on) => (
              <Box key={on.batch.id} flex={`1 1 ${boards.length > 1 ? "300px" : "100%"}`} minWidth={0}>
                <Board
                  on={on}
                  now={now}
                  next={on === next.on && move.kind === "do" ? (move.units[0] ?? null) : null}
                  chosen={chosen}
                  onChoose={(units) => setChosen(new Set([...units].filter((unit) => on.states.some((state) => state.unit === unit))))}
                  titled={lying.length > 1}
                />
              </Box>
            ))}
          </Flex>
          {plan && <Saving planned={plan} lying={lying} outlook={outlook} />}
          <Cautions lying={lying} heatTool={settings.heatTool} />
        </Box>
        <Box gridArea="now" minWidth={0}>
          {picked ? (
            <ChosenCard on={picked} chosen={chosen} onTell={tell} onLeave={() => setChosen(new Set())} />
          ) : move.kind === "finished" ? (
            <Teach title="All panels are painted and dry" step={<Link to={`/finish?need=${next.on.view.need.id}`}>Inspect them in Finish</Link>}>
              Look at them side by side, and grade each.
            </Teach>
          ) : (
            <NowCard
              on={next.on}
              move={move}
              many={lying.length > 1}
              now={now}
              filling={fillingNow(plan, now)}
              onTell={tell}
              onUndo={tapped ? () => (setLost(null), void undoLastTap()) : null}
            />
          )}
          {lost && (
            <WhySpoilt
              numbers={numbersOf(
                lost.on,
                lost.taps.map(({ unit }) => unit),
              )}
              onWhy={(why) => tell(lost.on, "spoilt", lost.taps, why)}
              onLeave={() => setLost(null)}
            />
          )}
        </Box>
        <Box gridArea="then" minWidth={0}>
          {move.kind !== "finished" && <Finished lying={lying} />}
          {plan && <RunList planned={plan} lying={lying} outlook={outlook} now={now} />}
        </Box>
      </Grid>
      {lying.length > boards.length && (
        <Flex align="center" gap="12px" marginTop="20px" maxWidth="480px">
          <Text flex="none">On the board</Text>
          <Choice
            aria-label="Which batch"
            value={focus.view.need.id}
            onChange={(change) => setParams({ need: change.target.value })}
            options={lying.map(({ view, batch }) => ({ value: view.need.id, label: `${view.need.title}, ${String(batch.units.length)} panels` }))}
          />
        </Flex>
      )}
      <Box marginTop="20px">
        <Learned on={focus} times={times} room={bench.room} />
        <SettingsFold settings={settings} />
      </Box>
      {closing && session && <Closing session={session} lying={lying} outlook={outlook} now={now} onClose={() => setClosing(false)} />}
    </>
  );
}

/** Batches that are through while others are still painted. */
function Finished({ lying }: { lying: readonly Lying[] }) {
  const through = lying.filter(({ states }) => states.every(({ wetness }) => wetness.state === "finished" || wetness.state === "spoilt"));
  return through.map(({ view }) => (
    <Text key={view.need.id} marginTop="14px" overflowWrap="anywhere">
      {view.need.title} is painted and dry. <Link to={`/finish?need=${view.need.id}`}>Inspect them in Finish</Link>
    </Text>
  ));
}

/** The board the hands are at, and another that is wet. */
function boardsOf(lying: readonly Lying[], first: Lying | null): Lying[] {
  const wetness = ({ states }: Lying): number => states.filter((state) => state.wetness.state === "wet" || state.wetness.state === "catch").length;
  const others = lying.filter((each) => each !== first).sort((a, b) => wetness(b) - wetness(a));
  return [...(first ? [first] : []), ...others].slice(0, MOST_BOARDS);
}

/** A planner's words with the maker's names in place of ids. */
const named = (lying: readonly Lying[], words: string): string =>
  lying
    .flatMap(({ batch, view, design }) => [[batch.id, view.need.title] as const, ...design.stages.map(({ id, name }) => [id, name] as const)])
    .reduce((text, [id, name]) => text.replaceAll(id, name), words);

/** What a session that begins now is meant to do. */
function meantOf(plan: BenchPlan | null): { panels: number; until: string | null } | null {
  if (!plan?.stop) return null;
  const until = (plan.stop.at.getTime() - plan.since.getTime()) / 60_000;
  return { panels: plan.plan.moves.filter((move) => move.end <= until).length, until: plan.stop.at.toISOString() };
}

/** The small job that the run sheet puts into the wait that is on. */
function fillingNow(plan: BenchPlan | null, now: Date): string | null {
  if (!plan) return null;
  const minute = (now.getTime() - plan.since.getTime()) / 60_000;
  const line = plan.lines.find((each) => each.kind === "free" && each.from <= minute && minute < each.to);
  const small = line && plan.filled.get(line);
  return small ? `${small.name}${small.count > 1 ? `, ${String(small.count)} of them` : ""}` : null;
}

const spokenMove = (on: Lying, move: NonNullable<ReturnType<typeof moveAt>>["move"]): string =>
  move.kind === "do" ? `${on.route[move.stage]?.name ?? ""}, ${panelWords(numbersOf(on, move.units))}` : move.kind === "wait" ? "Wait." : "All panels are painted and dry.";

function useSpace(done: () => void): void {
  useEffect(() => {
    const pressed = (key: KeyboardEvent): void => {
      const target = key.target as HTMLElement | null;
      if (key.key !== " " || target?.closest("button, input, select, textarea, a, summary, [role=button], [role=dialog]")) return;
      key.preventDefault();
      done();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
}

import { Box, Button, Flex, Grid } from "@chakra-ui/react";
import { byTheClock, isOver, nextAtTable, play, played, rehearsal, type BenchTimes, type NextMove, t } from "@yule/core";
import type { OnBoard } from "@yule/derive";
import { useMemo, useState } from "react";
import { OtherClock } from "../../../data/clock.ts";
import { Choice } from "../../../kit/FormField.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import { Board } from "../parts/Board.tsx";
import { BoardRow } from "../parts/Boards.tsx";
import { Outcome } from "./Outcome.tsx";
import { boardsAt, momentOf, routesFor, settingFor, type RehearsalWish } from "./rehearsed.ts";
import { TurnCard } from "./TurnCard.tsx";
import { isBusy, SPEEDS, useRehearsal, type RehearsalManner, type Speed } from "./useRehearsal.ts";
import { eventsUntil, hourOf } from "./words.ts";

const NONE: ReadonlySet<string> = new Set();
const MOST_EVENTS = 5;

interface PlayProps {
  readonly wanted: RehearsalWish;
  readonly manner: RehearsalManner;
  readonly times: BenchTimes;
  readonly changeover: number;
  /** Another bench, or the same again, by its number. */
  readonly onAgain: (bench: number) => void;
  readonly onSpeed: (speed: Speed) => void;
  readonly onLeave: () => void;
}

/** A rehearsal as it is played, and what came of it. */
export function Play({ wanted, manner, times, changeover, onAgain, onSpeed, onLeave }: PlayProps) {
  const routes = useMemo(() => routesFor(wanted, times), [wanted, times]);
  const setting = useMemo(() => settingFor(wanted, routes, changeover), [wanted, routes, changeover]);
  const speed = SPEEDS.find(({ id }) => id === manner.speed)?.times ?? 1;
  const [playing, turn] = useRehearsal(setting, speed);
  const [chosen, choose] = useState(NONE);
  const [isEnded, setEnded] = useState(false);
  const { at, shown } = playing;
  const busy = isBusy(playing);
  const boards = boardsAt(at, shown, wanted.designs, routes);
  const over = isEnded || (isOver(at) && !busy);
  const byProgram = useMemo(() => (over ? played(play(rehearsal(setting), byTheClock)) : null), [over, setting]);
  const next = nextAtTable(
    boards.map((on) => ({ id: on.batch.id, palette: on.design.id, route: on.stages.map(({ live }) => live), units: on.states })),
    momentOf(shown),
    at.hands,
    null,
    { changeover, mixed: at.mixed },
  );
  const on = boards.find(({ batch }) => batch.id === next?.batch);
  if (byProgram) {
    return <Outcome at={at} boards={boards} byProgram={byProgram} bench={wanted.bench} onAgain={onAgain} onLeave={onLeave} />;
  }
  const events = eventsUntil(at, shown, boards).slice(0, MOST_EVENTS);
  return (
    <OtherClock.Provider value={momentOf(shown)}>
      <Verdict>{verdictOf(boards, shown, manner.isCoached && on && next ? next.move : null, on ?? null)}</Verdict>
      <Grid
        templateAreas={{ base: `"now" "main"`, lg: `"main now"` }}
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 372px" }}
        columnGap="30px"
        rowGap={{ base: "18px", lg: 0 }}
      >
        <Box gridArea="main" minWidth={0}>
          <BoardRow>
            {boards.map((each) => (
              <Box key={each.batch.id} minWidth={0}>
                <Board
                  on={each}
                  now={momentOf(shown)}
                  next={manner.isCoached && each === on && next?.move.kind === "do" ? (next.move.units[0] ?? null) : null}
                  chosen={chosen}
                  onChoose={(units) => choose(new Set([...units].filter((unit) => each.states.some((state) => state.unit === unit))))}
                  titled={boards.length > 1}
                  isSmall={boards.length > 1}
                />
              </Box>
            ))}
          </BoardRow>
        </Box>
        <Box gridArea="now" minWidth={0}>
          <TurnCard
            boards={boards}
            chosen={chosen}
            coached={manner.isCoached && next && on ? { on, move: next.move } : null}
            busyUntil={busy ? at.now : null}
            now={shown}
            onTurn={(what) => {
              choose(NONE);
              turn({ ...what, times: speed });
            }}
            onLeave={() => choose(NONE)}
          />
          <Flex gap="10px" wrap="wrap" align="center" marginTop="14px">
            <Button variant="outline" onClick={() => turn({ kind: "pause", isPaused: !playing.isPaused })}>
              {playing.isPaused ? t`Go on` : t`Pause`}
            </Button>
            <Button variant="outline" onClick={() => setEnded(true)}>{t`End here`}</Button>
            <Box width="206px">
              <Choice
                aria-label={t`The clock runs`}
                value={manner.speed}
                onChange={(change) => onSpeed(change.target.value as Speed)}
                options={SPEEDS.map(({ id, words }) => ({ value: id, label: words }))}
              />
            </Box>
          </Flex>
          <Box as="ul" listStyleType="none" marginTop="14px" aria-live="polite" aria-label={t`What happened`}>
            {events.map((event) => (
              <Box
                as="li"
                key={`${String(event.at)}${event.words}`}
                borderTop="1px solid"
                borderColor="hairline"
                paddingY="8px"
                color={event.bad ? "cannot" : "ink"}
                overflowWrap="anywhere"
              >
                {hourOf(event.at)} {event.words}
              </Box>
            ))}
          </Box>
        </Box>
      </Grid>
    </OtherClock.Provider>
  );
}

/** The clock, what is wet, and the next move where it is said. */
function verdictOf(boards: readonly OnBoard[], shown: number, move: NextMove | null, on: OnBoard | null): string {
  const states = boards.flatMap((each) => each.states);
  const count = (...kinds: readonly string[]): number => states.filter(({ wetness }) => kinds.includes(wetness.state)).length;
  const [wet, open] = [count("wet"), count("catch")];
  const stage = move && move.kind !== "finished" ? (on?.stages[move.stage]?.table.name ?? "") : "";
  const said =
    move?.kind === "do"
      ? ` ${move.urgent ? t`Now, while it is wet: ` : t`Next: `}${stage}.`
      : move?.kind === "wait"
        ? t` Nothing for the hands until ${stage.toLowerCase()} can go on.`
        : "";
  return t`Rehearsal, ${hourOf(shown)} h in: ${wet === 0 ? t`nothing is wet` : wet === 1 ? t`one panel is wet` : t`${String(wet)} panels are wet`}${open > 0 ? `, ${open === 1 ? t`one window is open` : t`${String(open)} windows are open`}` : ""}.${said}`;
}

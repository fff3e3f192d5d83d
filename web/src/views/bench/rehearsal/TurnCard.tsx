import { Button, Flex, Text } from "@chakra-ui/react";
import { minutes, printClock, type NextMove, t } from "@yule/core";
import { numbersOf, type OnBoard } from "@yule/derive";
import { BIG, Card, LIGHT } from "../parts/NowCard.tsx";
import { panelWords } from "../words.ts";
import { momentOf } from "./rehearsed.ts";

type Move = { readonly kind: "paint" | "look"; readonly batch: string; readonly units: readonly string[] } | { readonly kind: "wait"; readonly until: number };

interface TurnProps {
  readonly boards: readonly OnBoard[];
  readonly chosen: ReadonlySet<string>;
  /** The next best move, where it is said. */
  readonly coached: { readonly on: OnBoard; readonly move: NextMove } | null;
  /** Until when the hands are at what they began; null while they are free. */
  readonly busyUntil: number | null;
  readonly now: number;
  readonly onTurn: (move: Move) => void;
  readonly onLeave: () => void;
}

const WAITS = [1, 5, 15] as const;

/** What the hands do next: what is said, what was chosen, or wait. */
export function TurnCard({ boards, chosen, coached, busyUntil, now, onTurn, onLeave }: TurnProps) {
  const picked = boards.find(({ states }) => states.some((state) => chosen.has(state.unit)));
  if (busyUntil !== null) {
    return (
      <Card>
        <Text fontSize="15px" opacity={0.85}>{t`the hands are busy`}</Text>
        <Text fontFamily="heading" fontSize="30px" fontWeight={600} role="timer" aria-live="off">
          {t`${printClock(minutes(busyUntil - now))} more`}
        </Text>
      </Card>
    );
  }
  if (picked) return <Chosen on={picked} chosen={chosen} onTurn={onTurn} onLeave={onLeave} />;
  const move = coached?.move;
  const stage = coached && move && move.kind !== "finished" ? coached.on.stages[move.stage]?.table : undefined;
  const [first, ...rest] = move?.kind === "do" ? move.units : [];
  return (
    <Card urgent={move?.kind === "do" && move.urgent}>
      <Text fontSize="15px" opacity={0.85}>
        {move?.kind === "do" && move.urgent ? t`now, while it is wet` : t`what next?`}
      </Text>
      <Text fontFamily="heading" fontSize="28px" fontWeight={600} lineHeight={1.15} marginBottom="12px" overflowWrap="anywhere">
        {coached && first ? `${stage?.name ?? ""}, ${panelWords(numbersOf(coached.on, [first]))}` : move?.kind === "wait" ? t`Let it dry` : t`Choose panels on the board, or wait`}
      </Text>
      {coached && first && (
        <>
          <Button {...BIG} onClick={() => onTurn({ kind: "paint", batch: coached.on.batch.id, units: [first] })}>{t`Paint it`}</Button>
          {rest.length > 0 && (
            <Button
              {...LIGHT}
              width="100%"
              marginTop="10px"
              onClick={() => onTurn({ kind: "paint", batch: coached.on.batch.id, units: [first, ...rest] })}
            >{t`All ${rest.length + 1} in a row`}</Button>
          )}
        </>
      )}
      {move?.kind === "wait" && (
        <Button {...BIG} onClick={() => onTurn({ kind: "wait", until: now + (move.until.getTime() - momentOf(now).getTime()) / 60_000 })}>{t`Wait for it`}</Button>
      )}
      <Flex gap="10px" marginTop="10px">
        {WAITS.map((long) => (
          <Button key={long} flex="1" {...LIGHT} paddingInline="8px" onClick={() => onTurn({ kind: "wait", until: now + long })}>
            {t`Wait ${String(long)} min`}
          </Button>
        ))}
      </Flex>
    </Card>
  );
}

/** What is done with the panels that were chosen, at once, in the order of their numbers. */
function Chosen({ on, chosen, onTurn, onLeave }: { on: OnBoard; chosen: ReadonlySet<string>; onTurn: TurnProps["onTurn"]; onLeave: () => void }) {
  const open = on.states.filter((state) => chosen.has(state.unit) && state.wetness.state !== "spoilt" && state.done < on.stages.length);
  const names = [...new Set(open.map((state) => on.stages[state.done]?.table.name ?? ""))];
  const units = open.map(({ unit }) => unit);
  const begun = open.filter(({ done }) => done > 0).map(({ unit }) => unit);
  return (
    <Card>
      <Text fontSize="15px" opacity={0.85}>
        {panelWords(numbersOf(on, [...chosen]))}
      </Text>
      <Text fontFamily="heading" fontSize="28px" fontWeight={600} lineHeight={1.15} marginBottom="12px" overflowWrap="anywhere">
        {names.length === 0 ? t`Nothing left to do on it` : names.join(", ")}
      </Text>
      {units.length > 0 && (
        <Button {...BIG} onClick={() => onTurn({ kind: "paint", batch: on.batch.id, units })}>
          {units.length === 1 ? t`Paint it` : t`Paint ${String(units.length)} in a row`}
        </Button>
      )}
      <Flex gap="10px" marginTop="10px">
        {begun.length > 0 && <Button flex="1" {...LIGHT} onClick={() => onTurn({ kind: "look", batch: on.batch.id, units: begun })}>{t`Look whether dry`}</Button>}
        <Button flex="1" {...LIGHT} onClick={onLeave}>{t`Choose none`}</Button>
      </Flex>
    </Card>
  );
}

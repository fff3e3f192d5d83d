import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { BatchRead, DesignRead } from "@yule/contract";
import { minutes, printClock, type LiveStage, type NextMove, type UnitState } from "@yule/core";

export type Fact = "done" | "dry" | "still-wet" | "spoilt";

interface NowProps {
  readonly move: NextMove;
  readonly chosen: string | null;
  readonly route: readonly LiveStage[];
  readonly design: DesignRead;
  readonly batch: BatchRead;
  readonly states: readonly UnitState[];
  readonly now: Date;
  readonly onTell: (what: Fact, units: readonly string[], stage: number) => void;
  readonly onUndo: (() => void) | null;
}

/** One big next thing, and two smaller for what else may have happened. */
export function NowCard({ move, chosen, route, design, batch, states, now, onTell, onUndo }: NowProps) {
  const number = (id: string): number => batch.units.find((unit) => unit.id === id)?.number ?? 0;
  const picked = states.find((state) => state.unit === chosen);
  if (picked) return <PickedCard state={picked} route={route} number={number(picked.unit)} onTell={onTell} />;
  if (move.kind === "finished") return null;
  const stage = route[move.stage];
  const detail = design.stages.find((each) => each.id === stage?.id);
  const [first, ...rest] = move.kind === "do" ? move.units : [];
  const colourway = design.colourways.find((each) => each.id === batch.units.find((unit) => unit.id === first)?.colourwayId);
  return (
    <Box
      bg="ink"
      color="paper"
      borderRadius="14px"
      padding="18px"
      outline={move.kind === "do" && move.urgent ? "4px dashed" : undefined}
      outlineColor="tightFill"
      outlineOffset="-4px"
      aria-live="polite"
    >
      <Text fontSize="15px" opacity={0.85}>
        {move.kind === "wait" ? "nothing for the hands" : move.urgent ? "now, while it is wet" : "now"}
      </Text>
      <Text fontFamily="heading" fontSize="30px" fontWeight={600} lineHeight={1.15} overflowWrap="anywhere">
        {move.kind === "wait"
          ? `${printClock(minutes((move.until.getTime() - now.getTime()) / 60_000))} to wait`
          : `${stage?.name ?? ""}, panel ${String(first ? number(first) : 0)}`}
      </Text>
      <Text marginBottom="14px" minHeight="24px">
        {move.kind === "wait" ? `Panel ${String(number(move.unit))} is drying.` : [colourway?.name, colourway?.paints[0]?.name, detail?.note].filter(Boolean).join(", ")}
      </Text>
      {move.kind === "do" && first ? (
        <>
          <Button size="xl" width="100%" bg="paper" color="ink" _hover={{ bg: "table" }} onClick={() => onTell("done", [first], move.stage)}>
            Done
          </Button>
          <Flex gap="10px" marginTop="10px">
            {rest.length > 0 && (
              <Button
                flex="1"
                variant="outline"
                color="paper"
                borderColor="paper"
                _hover={{ bg: "softInk" }}
                minHeight="54px"
                onClick={() => onTell("done", move.units, move.stage)}
              >
                All {move.units.length} done
              </Button>
            )}
            <Button flex="1" variant="outline" color="paper" borderColor="paper" _hover={{ bg: "softInk" }} minHeight="54px" onClick={() => onTell("spoilt", [first], move.stage)}>
              Spoilt
            </Button>
          </Flex>
        </>
      ) : (
        move.kind === "wait" && (
          <Button size="xl" width="100%" bg="paper" color="ink" _hover={{ bg: "table" }} onClick={() => onTell("dry", [move.unit], Math.max(0, move.stage - 1))}>
            Dry already
          </Button>
        )
      )}
      {onUndo && (
        <Button variant="ghost" color="paper" _hover={{ bg: "softInk" }} marginTop="8px" onClick={onUndo}>
          Take the last tap back
        </Button>
      )}
    </Box>
  );
}

/** What may have happened to one panel that was tapped. */
function PickedCard({ state, route, number, onTell }: { state: UnitState; route: readonly LiveStage[]; number: number; onTell: NowProps["onTell"] }) {
  const next = route[state.done];
  const light = { variant: "outline", color: "paper", borderColor: "paper", _hover: { bg: "softInk" }, minHeight: "54px", width: "100%" } as const;
  return (
    <Box bg="ink" color="paper" borderRadius="14px" padding="18px">
      <Text fontSize="15px" opacity={0.85}>
        panel {number}
      </Text>
      <Text fontFamily="heading" fontSize="28px" fontWeight={600} marginBottom="12px" overflowWrap="anywhere">
        {next ? next.name : "All stages done"}
      </Text>
      <Flex direction="column" gap="10px">
        {next && state.wetness.state !== "spoilt" && (
          <Button size="xl" width="100%" bg="paper" color="ink" _hover={{ bg: "table" }} onClick={() => onTell("done", [state.unit], state.done)}>
            Done
          </Button>
        )}
        {state.done > 0 && state.wetness.state === "wet" && (
          <Button {...light} onClick={() => onTell("dry", [state.unit], state.done - 1)}>
            Dry already
          </Button>
        )}
        {state.done > 0 && (state.wetness.state === "dry" || state.wetness.state === "finished" || state.wetness.state === "catch") && (
          <Button {...light} onClick={() => onTell("still-wet", [state.unit], state.done - 1)}>
            Still wet
          </Button>
        )}
        {state.wetness.state !== "spoilt" && (
          <Button {...light} onClick={() => onTell("spoilt", [state.unit], Math.min(state.done, route.length - 1))}>
            Spoilt
          </Button>
        )}
      </Flex>
    </Box>
  );
}

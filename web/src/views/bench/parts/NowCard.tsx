import { kindWord, LOSS_REASONS } from "../../../kit/kinds.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { heatForbidden, minutes, printClock, printMinutes, type NextMove, t } from "@yule/core";
import { REST, goLimit, onSheetOf, numbersOf, type StandingBatch } from "@yule/derive";
import { memo, useCallback, useRef, type ReactNode } from "react";
import { useSeconds } from "../../../data/clock.ts";
import { panelWords, type Tell } from "../words.ts";

export const LIGHT = { variant: "outline", color: "paper", borderColor: "paper", _hover: { bg: "softInk" }, minHeight: "54px" } as const;
export const BIG = { size: "xl", width: "100%", bg: "paper", color: "ink", _hover: { bg: "table" } } as const;

interface NowProps {
  readonly on: StandingBatch;
  readonly move: NextMove;
  readonly many: boolean;
  readonly filling: string | null;
  /** The hand has been at this stage for long enough. */
  readonly rests: boolean;
  /** A heat tool lies at hand. */
  readonly heatTool: boolean;
  readonly onTell: Tell;
  readonly onUndo: (() => void) | null;
}

/** One big next thing, and two smaller for what else may have happened. */
export function NowCard({ on, move, many, filling, rests, heatTool, onTell, onUndo }: NowProps) {
  const tapped = useRef<(what: Tapped) => void>(() => undefined);
  tapped.current = (what) => {
    if (what === "undo") return onUndo?.();
    if (move.kind === "wait") return onTell(on, what === "heated" ? "heated" : "dry", [{ unit: move.unit, stage: lastDone(on, move.unit) }]);
    if (move.kind !== "do") return;
    const [one = ""] = move.units;
    const units = what === "all" ? move.units : what === "spoilt" ? [one] : onSheetOf(on, move.stage, one, move.units);
    onTell(
      on,
      what === "spoilt" ? "spoilt" : "done",
      units.map((unit) => ({ unit, stage: move.stage })),
    );
  };
  const tap = useCallback((what: Tapped) => tapped.current(what), []);
  if (move.kind === "finished") return null;
  const { design, batch } = on;
  const stage = on.route[move.stage];
  const detail = design.stages.find((each) => each.id === stage?.id);
  const [first] = move.kind === "do" ? move.units : [];
  const sheet = move.kind === "do" && first ? onSheetOf(on, move.stage, first, move.units) : [];
  const limit = move.kind === "do" ? goLimit(on, move.stage) : null;
  const colourway = design.colourways.find((each) => each.id === batch.units.find((unit) => unit.id === first)?.colourwayId);
  const number = (id: string): string => String(numbersOf(on, [id])[0] ?? 0);
  return (
    <Card urgent={move.kind === "do" && move.urgent}>
      <Line fontSize="15px" opacity={0.85}>
        {`${move.kind === "wait" ? t`nothing for the hands` : move.urgent ? t`now, while it is wet` : t`now`}${many ? `, ${design.name.toLowerCase()}` : ""}`}
      </Line>
      <Line fontFamily="heading" fontSize="30px" fontWeight={600} lineHeight={1.15} overflowWrap="anywhere">
        {move.kind === "wait" ? <Countdown until={move.until.getTime()} /> : `${stage?.name ?? ""}, ${panelWords(numbersOf(on, sheet))}`}
      </Line>
      <Line marginBottom="14px" minHeight="24px" overflowWrap="anywhere">
        {move.kind === "wait"
          ? t`Panel ${number(move.unit)} is drying.${filling ? t` Meanwhile: ${filling}.` : ""}`
          : [colourway?.name, colourway?.paints[0]?.name, detail?.note, stage && t`${printMinutes(stage.hands)} a panel`].filter(Boolean).join(", ")}
      </Line>
      {move.kind === "do" && rests && (
        <Text marginTop="-8px" marginBottom="14px">{t`The hand has been at it for long: rest it for ${REST} min${filling ? t`, or ${filling}` : ""}.`}</Text>
      )}
      {limit && limit.most < (move.kind === "do" ? move.units.length / sheet.length : 0) && (
        <Text marginTop="-8px" marginBottom="14px">
          {limit.most === 0
            ? t`Not one can be caught: setting up ${limit.next.toLowerCase()} takes longer than its window of ${printMinutes(minutes(limit.within))}.`
            : t`At most ${String(limit.most)} ${limit.most === 1 ? limit.what : `${limit.what}s`} in a go: ${limit.next.toLowerCase()} must begin within ${printMinutes(minutes(limit.within))}.`}
        </Text>
      )}
      <Taps
        kind={move.kind}
        ready={move.kind === "do" ? move.units.length : 0}
        canHeat={heatTool && move.kind === "wait" && mayHeat(on, move.unit)}
        hasUndo={onUndo !== null}
        tap={tap}
      />
    </Card>
  );
}

/** A line of the card, drawn anew only when it reads otherwise. */
const Line = memo(Text);

type Tapped = "done" | "all" | "spoilt" | "dry" | "heated" | "undo";

interface TapsProps {
  readonly kind: NextMove["kind"];
  readonly ready: number;
  readonly canHeat: boolean;
  readonly hasUndo: boolean;
  readonly tap: (what: Tapped) => void;
}

/** The buttons of the big card. They stand still while the panels go by, so that a tap draws none of them anew. */
const Taps = memo(function Taps({ kind, ready, canHeat, hasUndo, tap }: TapsProps) {
  return (
    <>
      <Button {...BIG} onClick={() => tap(kind === "wait" ? "dry" : "done")}>
        {kind === "wait" ? t`Dry already` : t`Done`}
      </Button>
      {canHeat && <Button width="100%" marginTop="10px" {...LIGHT} onClick={() => tap("heated")}>{t`Dried with heat`}</Button>}
      {kind === "do" && (
        <Flex gap="10px" marginTop="10px">
          {ready > 1 && <Button flex="1" {...LIGHT} onClick={() => tap("all")}>{t`All ${ready} done`}</Button>}
          <Button flex="1" {...LIGHT} onClick={() => tap("spoilt")}>{t`Spoilt`}</Button>
        </Flex>
      )}
      {hasUndo && <Button variant="ghost" color="paper" _hover={{ bg: "softInk" }} marginTop="8px" onClick={() => tap("undo")}>{t`Undo the last tap`}</Button>}
    </>
  );
});

function Countdown({ until }: { until: number }) {
  const left = minutes(Math.max(0, until - useSeconds().getTime()) / 60_000);
  const seconds = printClock(left);
  return (
    <span role="timer" aria-live="off">
      {t`${seconds.includes(":") ? seconds : printMinutes(left)} to wait`}
    </span>
  );
}

export function Card({ urgent = false, children }: { urgent?: boolean; children: ReactNode }) {
  return (
    <Box bg="ink" color="paper" borderRadius="14px" padding="18px" outline={urgent ? "4px dashed" : undefined} outlineColor="tightFill" outlineOffset="-4px" aria-live="polite">
      {children}
    </Box>
  );
}

/** The stage that a panel's drying belongs to: the last that was painted, not one left out after it. */
function lastDone(on: StandingBatch, unit: string): number {
  const stagesDone = new Set(on.batch.facts.filter((fact) => fact.unitId === unit && fact.what === "done").map((fact) => fact.stageId));
  return Math.max(
    0,
    on.route.findLastIndex((stage) => stagesDone.has(stage.id)),
  );
}

/** Whether what dries on a panel may be dried with heat: never masking fluid, nor what the next stage needs wet. */
const mayHeat = (on: StandingBatch, unit: string): boolean =>
  heatForbidden(
    on.stages.map(({ table }) => table),
    lastDone(on, unit),
  ) === null;

/** What may have happened to the panels that were tapped or swiped over: in any order, whatever the plan says. */
export function ChosenCard({ on, chosen, heatTool, onTell, onLeave }: { on: StandingBatch; chosen: ReadonlySet<string>; heatTool: boolean; onTell: Tell; onLeave: () => void }) {
  const picked = on.states.filter((state) => chosen.has(state.unit));
  const open = picked.filter((state) => state.wetness.state !== "spoilt");
  const going = open.filter((state) => state.done < on.route.length);
  const wet = open.filter((state) => state.done > 0 && state.wetness.state === "wet");
  const dry = open.filter((state) => state.done > 0 && (state.wetness.state === "dry" || state.wetness.state === "finished" || state.wetness.state === "catch"));
  const heated = heatTool ? wet.filter((state) => mayHeat(on, state.unit)) : [];
  const names = [...new Set(going.map((state) => on.route[state.done]?.name ?? ""))];
  const next = going.map((state) => ({ unit: state.unit, stage: state.done }));
  const before = (states: typeof picked) => states.map((state) => ({ unit: state.unit, stage: lastDone(on, state.unit) }));
  const of = (count: number): string => (count === picked.length || picked.length === 1 ? "" : t` (${String(count)} of them)`);
  return (
    <Card>
      <Text fontSize="15px" opacity={0.85}>
        {panelWords(numbersOf(on, [...chosen]))}
      </Text>
      <Text fontFamily="heading" fontSize="28px" fontWeight={600} lineHeight={1.15} marginBottom="12px" overflowWrap="anywhere">
        {open.length === 0 ? t`Spoilt` : names.length === 0 ? t`All stages done` : names.length === 1 ? names[0] : t`The next stage of each: ${names.join(", ")}`}
      </Text>
      <Flex direction="column" gap="10px">
        {next.length > 0 && (
          <Button {...BIG} onClick={() => onTell(on, "done", next)}>
            {t`Done${of(next.length)}`}
          </Button>
        )}
        <Flex gap="10px" wrap="wrap">
          {wet.length > 0 && (
            <Button {...LIGHT} flex="1 1 130px" onClick={() => onTell(on, "dry", before(wet))}>
              {t`Dry already${of(wet.length)}`}
            </Button>
          )}
          {heated.length > 0 && (
            <Button {...LIGHT} flex="1 1 130px" onClick={() => onTell(on, "heated", before(heated))}>
              {t`Dried with heat${of(heated.length)}`}
            </Button>
          )}
          {dry.length > 0 && (
            <Button {...LIGHT} flex="1 1 130px" onClick={() => onTell(on, "still-wet", before(dry))}>
              {t`Still wet${of(dry.length)}`}
            </Button>
          )}
          {next.length > 0 && <Button {...LIGHT} flex="1 1 130px" onClick={() => onTell(on, "skipped", next)}>{t`Leave this stage out`}</Button>}
          {open.length > 0 && (
            <Button
              {...LIGHT}
              flex="1 1 130px"
              onClick={() =>
                onTell(
                  on,
                  "spoilt",
                  open.map((state) => ({ unit: state.unit, stage: Math.min(state.done, on.route.length - 1) })),
                )
              }
            >{t`Spoilt`}</Button>
          )}
        </Flex>
        <Button variant="ghost" color="paper" _hover={{ bg: "softInk" }} onClick={onLeave}>{t`Choose none`}</Button>
      </Flex>
    </Card>
  );
}

/** Asked once after a panel was lost; painting goes on whether it is answered or not. */
export function WhySpoilt({ numbers, onWhy, onLeave }: { numbers: readonly number[]; onWhy: (why: string) => void; onLeave: () => void }) {
  return (
    <Box as="section" aria-label={t`Why spoilt`} borderTop="1px solid" borderBottom="1px solid" borderColor="hairline" paddingY="12px" marginTop="14px">
      <Text marginBottom="8px">{t`What happened to ${panelWords(numbers)}?`}</Text>
      <Flex gap="8px" wrap="wrap">
        {LOSS_REASONS.map((why) => (
          <Button key={why} variant="outline" onClick={() => onWhy(why)}>
            {kindWord(why)}
          </Button>
        ))}
        <Button variant="ghost" onClick={onLeave}>{t`no matter`}</Button>
      </Flex>
    </Box>
  );
}

import { Box, Text } from "@chakra-ui/react";
import type { RoomRead } from "@yule/contract";
import { borrowedFrom, minutes, printMinutes, measured, type BenchTimes, type LearnedTime, t, listOf } from "@yule/core";
import type { StandingBatch } from "@yule/derive";
import { memo } from "react";
import { Fold } from "../../../kit/Fold.tsx";
import { printWarmth } from "../../../kit/say.ts";

const LONGEST_SCALE = 1.15;

/** How long each stage of a batch takes here, hands and drying, how sure that is, and what a stage that is new leans on. */
export const Learned = memo(function Learned({ on, times, room }: { on: StandingBatch; times: BenchTimes; room: (RoomRead & { by: string; simulated: boolean }) | null }) {
  const drying = on.stages.filter(({ drying: { planned } }) => planned > 0);
  const most = Math.max(1, ...drying.map(({ drying: each }) => Math.max(each.high, each.take))) * LONGEST_SCALE;
  return (
    <Fold title={t`Times, as they are known here`}>
      {room && (
        <Text color="softInk" marginTop="6px">
          {t`${printWarmth(room.warm)}, ${Math.round(room.humid * 100)} in 100 humid, by the ${room.by.toLowerCase()}: clocks run for this air.`}
        </Text>
      )}
      <Box as="ul" listStyleType="none" marginTop="8px">
        {on.stages.map((stage) => {
          const next = on.stages[on.stages.indexOf(stage) + 1];
          const wet = next?.table.within != null;
          return (
            <Box as="li" key={stage.table.id} paddingY="8px" borderTop="1px solid" borderColor="hairline">
              <Text fontWeight={600} overflowWrap="anywhere">
                {stage.table.name}
                <Text as="span" fontWeight={400} color="softInk">{t`, hands ${spread(stage.hands, t`of hands`)}`}</Text>
              </Text>
              {stage.drying.planned > 0 && !wet && (
                <>
                  <Spread time={stage.drying} most={most} />
                  <Text fontSize="15px">
                    {t`Wait ${printMinutes(minutes(stage.drying.take))}, sure ${Math.round(stage.care.chance * 100)} times in 100: ${stage.care.why}. ${basis(stage.drying)}`}
                    {stage.drying.seen === 0 && leansOn(on, times, stage)}
                  </Text>
                </>
              )}
              {wet && <Text fontSize="15px">{t`Settles ${printMinutes(minutes(stage.table.dry))}, as told: what follows needs it wet.`}</Text>}
            </Box>
          );
        })}
      </Box>
    </Fold>
  );
});

const spread = (time: LearnedTime, what: string): string =>
  time.seen === 0
    ? t`${measured(time.typical)} min, a guess from the ${measured(time.planned)} told`
    : `${measured(time.low)} to ${measured(time.high)} min, ${what} seen ${String(time.seen)} times`;
const basis = (time: LearnedTime): string => (time.seen === 0 ? t`Never seen here.` : time.seen === 1 ? t`It rests on one tap.` : t`It rests on ${String(time.seen)} taps.`);

function leansOn(on: StandingBatch, times: BenchTimes, stage: StandingBatch["stages"][number]): string {
  const others = borrowedFrom(
    times,
    stage.timed,
    on.stages.map(({ timed }) => timed),
  );
  const names = others.slice(0, 2).map(({ stage: id, seen }) => `${on.stages.find(({ table }) => table.id === id)?.table.name.toLowerCase() ?? ""} (${String(seen)})`);
  if (names.length === 0 && stage.timed.medium === "") return t` It leans on what else was seen here.`;
  return names.length === 0 ? t` It leans on what ${stage.timed.medium} mostly does.` : t` It leans on ${listOf(names)}, ${stage.timed.medium} too.`;
}

/** Eight times in ten within the thick line; a tick where it mostly is, a flag at what is waited. */
function Spread({ time, most }: { time: LearnedTime; most: number }) {
  const x = (value: number): number => (value / most) * 300;
  return (
    <svg
      viewBox="0 0 300 26"
      style={{ width: "min(100%, 420px)", height: 26, display: "block" }}
      role="img"
      aria-label={t`mostly ${printMinutes(minutes(time.typical))}, eight times in ten ${printMinutes(minutes(time.low))} to ${printMinutes(minutes(time.high))}`}
    >
      <line x1={0} x2={300} y1={16} y2={16} stroke="var(--chakra-colors-hairline)" strokeWidth={2} />
      <line x1={x(time.low)} x2={x(time.high)} y1={16} y2={16} stroke="var(--chakra-colors-wet)" strokeWidth={7} strokeLinecap="round" />
      <line x1={x(time.typical)} x2={x(time.typical)} y1={9} y2={23} stroke="var(--chakra-colors-ink)" strokeWidth={2} />
      <path d={`M${String(x(time.take))} 25 V4 l9 4 l-9 4`} fill="var(--chakra-colors-ink)" stroke="var(--chakra-colors-ink)" strokeWidth={1.5} />
    </svg>
  );
}

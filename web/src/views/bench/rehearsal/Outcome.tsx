import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { minutes, played, printMinutes, capital, type Played, type RehearsedBench, t } from "@yule/core";
import type { OnBoard } from "@yule/derive";
import { Verdict } from "../../../kit/Verdict.tsx";
import { brokenWords, hourOf } from "./words.ts";

const whole = (time: number): string => printMinutes(minutes(Math.round(time)));
const panels = (count: number): string => (count === 1 ? t`1 panel` : t`${String(count)} panels`);

/** What went well, which rule was broken, what it cost, and how the same bench goes by the clock. */
export function Outcome({
  at,
  boards,
  byProgram,
  bench,
  onAgain,
  onLeave,
}: {
  at: RehearsedBench;
  boards: readonly OnBoard[];
  byProgram: Played;
  bench: number;
  onAgain: (bench: number) => void;
  onLeave: () => void;
}) {
  const own = played(at);
  const all = own.good + own.lost;
  const open = boards.reduce((sum, { states }) => sum + states.length, 0) - all;
  const late = at.broken.filter(({ rule }) => rule === "while it is still wet").length;
  const well = [
    at.minded.caught > 0 ? t`${String(at.minded.caught)} of ${String(at.minded.caught + late)} wet windows were caught.` : "",
    at.minded.waited > 0 ? t`${capital(times(at.minded.waited))} a panel was touched only when its clock had run out, or after a look.` : "",
    at.broken.length === 0 && all > 0 ? t`No rule was broken.` : "",
    own.palettes <= byProgram.palettes && at.setting.batches.length > 1 ? t`The water was changed ${times(own.palettes)}, no more than by the clock.` : "",
  ].filter(Boolean);
  const worse = [
    at.minded.lucky > 0 ? t`${capital(times(at.minded.lucky))} a panel was touched before its clock had run out and happened to be dry: luck, not a rule.` : "",
    own.palettes > byProgram.palettes ? t`The water was changed ${times(own.palettes)}; by the clock ${times(byProgram.palettes)}.` : "",
  ].filter(Boolean);
  return (
    <>
      <Verdict>
        {t`${open > 0 ? t`Left after ${whole(own.minutes)} with ${panels(open)} unfinished` : t`Through in ${whole(own.minutes)}`}: ${own.good} good, ${own.lost} lost. ${own.wasted >= 1 ? t`${whole(own.wasted)} of hands went into panels that were lost or had to be saved. ` : ""}Played by the clock, this bench takes ${whole(byProgram.minutes)} and loses ${byProgram.lost === 0 ? t`none` : String(byProgram.lost)}.`}
      </Verdict>
      <Flex gap="36px" wrap="wrap" align="flex-start">
        <Part title={t`Went well`} lines={well} none={t`No wait was kept yet.`} />
        <Part title={t`Rules broken, and their cost`} lines={[...at.broken.map((each) => `${hourOf(each.at)} ${brokenWords(each, boards)}`), ...worse]} none={t`None.`} />
      </Flex>
      {at.mishaps.length > 0 && (
        <Text
          marginTop="14px"
          color="softInk"
        >{t`Nobody's fault: ${at.mishaps.map(({ kind, minutes: long }) => (kind === "fell" ? t`a panel fell` : t`somebody rang for ${whole(long)}`)).join(", ")}.`}</Text>
      )}
      <Flex gap="10px" wrap="wrap" marginTop="20px">
        <Button onClick={() => onAgain(bench)}>{t`The same bench again`}</Button>
        <Button variant="outline" onClick={() => onAgain(bench + 1)}>{t`Another bench`}</Button>
        <Button variant="outline" onClick={onLeave}>{t`Another route`}</Button>
      </Flex>
    </>
  );
}

const times = (count: number): string => (count === 0 ? t`not at all` : count === 1 ? "once" : count === 2 ? "twice" : `${String(count)} times`);

function Part({ title, lines, none }: { title: string; lines: readonly string[]; none: string }) {
  return (
    <Box as="section" aria-label={title} flex="1 1 320px" minWidth={0}>
      <Heading as="h2" fontSize="18px" fontWeight={600} marginBottom="6px">
        {title}
      </Heading>
      {lines.length === 0 ? (
        <Text color="softInk">{none}</Text>
      ) : (
        <Box as="ul" listStyleType="none">
          {lines.map((line) => (
            <Box as="li" key={line} paddingY="7px" borderTop="1px solid" borderColor="hairline" overflowWrap="anywhere">
              {line}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}

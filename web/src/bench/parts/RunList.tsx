import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { dayAt, minuteOfDayAt, minutes, printDay, printMinutes, printTime, type SheetLine } from "@yule/core";
import { memo } from "react";
import type { Outlook } from "../../app/outlook.ts";
import type { Lying } from "../table.ts";
import type { BenchPlan } from "../planDesk.ts";
import { lineWords, paintsOf, when } from "../words.ts";

const MOST_LINES = 14;

/** The run sheet: what comes then, over all batches, session by session. */
export const RunList = memo(function RunList({ planned, lying, outlook, now }: { planned: BenchPlan; lying: readonly Lying[]; outlook: Outlook; now: Date }) {
  const at = (minute: number): Date => new Date(planned.since.getTime() + minute * 60_000);
  const left = planned.lines.filter((line) => at(line.to) > now);
  const coming = left.slice(0, MOST_LINES);
  let lastDay = "";
  return (
    <Box as="section" aria-label="Run sheet" marginTop="20px">
      <Heading as="h2" fontSize="18px" fontWeight={600}>
        Run sheet
      </Heading>
      {coming.map((line) => {
        const from = at(line.from);
        const day = dayAt(from, outlook.shop.timeZone);
        const newDay = day !== lastDay;
        lastDay = day;
        return (
          <Box key={`${line.kind}${line.batch}${line.stage}${String(line.from)}`}>
            {newDay && (
              <Text fontWeight={700} marginTop="10px" color="softInk">
                {printDay(day)}
              </Text>
            )}
            <Flex gap="12px" paddingY="8px" borderTop="1px solid" borderColor="hairline" align="baseline">
              <Text width="50px" flex="none">
                {printTime(minuteOfDayAt(from, outlook.shop.timeZone))}
              </Text>
              <LineWords line={line} planned={planned} lying={lying} outlook={outlook} at={at} />
              <Text color="softInk" whiteSpace="nowrap">
                {printMinutes(minutes(line.to - line.from))}
              </Text>
            </Flex>
          </Box>
        );
      })}
      <Text borderTop="1px solid" borderColor="hairline" paddingTop="8px" color="softInk">
        {left.length > coming.length ? "and so on. " : ""}All dry {when(planned.endsAt, outlook)}.
      </Text>
    </Box>
  );
});

function LineWords({ line, planned, lying, outlook, at }: { line: SheetLine; planned: BenchPlan; lying: readonly Lying[]; outlook: Outlook; at: (minute: number) => Date }) {
  const words = lineWords(line, planned.filled, lying);
  if (line.kind === "free") {
    return (
      <Text flex="1" minWidth={0} overflowWrap="anywhere" color="softInk" fontStyle="italic">
        {words}
      </Text>
    );
  }
  const on = lying.find(({ batch }) => batch.id === line.batch);
  const name = on?.design.stages.find(({ id }) => id === line.stage)?.name ?? "";
  const paints = line.fresh ? paintsOf(on, line) : "";
  return (
    <Text flex="1" fontWeight={600} minWidth={0} overflowWrap="anywhere">
      {line.fresh && (
        <Text as="span" display="block" fontWeight={400} fontStyle="italic">
          fresh water, clean palette{paints === "" ? "" : `: ${paints}`}
        </Text>
      )}
      {name}
      <Text as="span" fontWeight={400}>
        {words.slice(name.length)}
      </Text>
      {line.before !== null && (
        <Text as="span" marginLeft="8px" border="2px dashed" borderColor="tightFill" borderRadius="5px" paddingX="5px" fontSize="14px" color="tight">
          catch before {when(at(line.before), outlook)}
        </Text>
      )}
      {line.tiring && (
        <Text as="span" display="block" fontWeight={400} fontSize="15px" color="softInk">
          long for one hand: put the brush down in between
        </Text>
      )}
    </Text>
  );
}

import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { dayAt, minuteOfDayAt, minutes, printDay, printMinutes, printTime } from "@yule/core";
import type { RunLine } from "../plan.ts";

/** The run sheet: what comes then, session by session. */
export function RunList({ lines, design, timeZone, now, endsAt }: { lines: readonly RunLine[]; design: DesignRead; timeZone: string; now: Date; endsAt: Date }) {
  const coming = lines.filter((line) => line.end > now).slice(0, 14);
  let lastDay = "";
  return (
    <Box as="section" aria-label="Run sheet" marginTop="20px">
      <Heading as="h2" fontSize="18px" fontWeight={600}>
        Run sheet
      </Heading>
      {coming.map((line) => {
        const day = dayAt(line.start, timeZone);
        const stage = design.stages.find((each) => each.id === line.stageId);
        const newDay = day !== lastDay;
        lastDay = day;
        return (
          <Box key={`${line.stageId}${line.start.toISOString()}`}>
            {newDay && (
              <Text fontWeight={700} marginTop="10px" color="softInk">
                {printDay(day)}
              </Text>
            )}
            <Flex gap="12px" paddingY="8px" borderTop="1px solid" borderColor="hairline" align="baseline">
              <Text width="50px" flex="none">
                {printTime(minuteOfDayAt(line.start, timeZone))}
              </Text>
              <Text flex="1" fontWeight={600} minWidth={0} overflowWrap="anywhere">
                {stage?.name}
                <Text as="span" fontWeight={400}>{`, ${line.panels === 1 ? "1 panel" : `${String(line.panels)} panels`}`}</Text>
                {line.catches && (
                  <Text as="span" marginLeft="8px" border="2px dashed" borderColor="tightFill" borderRadius="5px" paddingX="5px" fontSize="14px" color="tight">
                    catch
                  </Text>
                )}
              </Text>
              <Text color="softInk" whiteSpace="nowrap">
                {stage?.portable ? "sofa" : printMinutes(minutes((line.end.getTime() - line.start.getTime()) / 60_000))}
              </Text>
            </Flex>
          </Box>
        );
      })}
      <Text borderTop="1px solid" borderColor="hairline" paddingTop="8px" color="softInk">
        {lines.length > coming.length && coming.length === 14 ? "and so on. " : ""}All dry {printDay(dayAt(endsAt, timeZone))} at {printTime(minuteOfDayAt(endsAt, timeZone))}.
      </Text>
    </Box>
  );
}

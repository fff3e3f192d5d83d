import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { day, printDay, printTime } from "@yule/core";
import { useState } from "react";
import type { Outlook } from "../../app/outlook.ts";
import type { Planned } from "../planned.ts";
import { fillWords, sessionSheets, type SessionSheet } from "../sessionSheet.ts";

const FIRST_SHOWN = 5;

/** What each session to come is for. */
export function SessionPlan({ planned, outlook }: { planned: Planned; outlook: Outlook }) {
  const [all, setAll] = useState(false);
  const sheets = sessionSheets(planned.facts, planned.answer.plan);
  const last = sheets.reduce((latest, sheet, index) => (sheet.used > 0 ? index : latest), -1);
  const planning = sheets.slice(0, last + 1);
  const shown = all ? planning : planning.slice(0, FIRST_SHOWN);
  const title = (id: string): string => outlook.open.find((view) => view.need.id === id)?.need.title ?? "";
  return (
    <Box as="section" aria-label="Sessions to come">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
        Sessions to come
      </Heading>
      {planned.moved.length > 0 && (
        <Text borderLeft="3px solid" borderColor="tight" paddingLeft="10px" marginBottom="8px" role="status">
          Moved:{" "}
          {planned.moved
            .slice(0, 3)
            .map((each) => `${title(each.id)}${each.to[0] ? ` to ${printDay(day(each.to[0]))}` : ""}`)
            .join("; ")}
          {planned.moved.length > 3 ? `; and ${String(planned.moved.length - 3)} more` : ""}. All else stays.
        </Text>
      )}
      {shown.length === 0 && <Text color="softInk">Nothing is left to put into a session.</Text>}
      {shown.map((sheet) => (
        <Sheet key={sheet.index} sheet={sheet} title={title} />
      ))}
      {planning.length > FIRST_SHOWN && (
        <Button variant="ghost" onClick={() => setAll(!all)}>
          {all ? "Show the next five" : `All ${String(planning.length)} sessions`}
        </Button>
      )}
    </Box>
  );
}

function Sheet({ sheet, title }: { sheet: SessionSheet; title: (id: string) => string }) {
  const share = Math.min(1, sheet.used / Math.max(1, sheet.length));
  return (
    <Box borderTop="1px solid" borderColor="hairline" paddingY="8px">
      <Flex justify="space-between" gap="10px" align="baseline">
        <Text fontWeight={700}>
          {printDay(day(sheet.day))}, {printTime(sheet.from)}
          {sheet.who === "helper" ? ", help" : ""}
          {sheet.late ? ", late" : ""}
        </Text>
        <Text color="softInk" fontSize="15px" whiteSpace="nowrap">
          {fillWords(sheet)}
        </Text>
      </Flex>
      <Box height="6px" border="1px solid" borderColor="ink" borderRadius="3px" overflow="hidden" marginY="4px" aria-hidden="true">
        <Box height="100%" width={`${String(Math.round(share * 100))}%`} bg="ink" />
      </Box>
      {sheet.lines.map((line, index) => (
        <Text key={index} fontSize="15px" overflowWrap="anywhere">
          {line.needs.map(title).join(" + ")}: {line.name.charAt(0).toLowerCase() + line.name.slice(1)}
        </Text>
      ))}
    </Box>
  );
}

import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { CommandInput, SessionChangeRead } from "@yule/contract";
import { day, type Fault, t } from "@yule/core";
import { useState } from "react";
import { useSeasonQuery } from "../../../data/api.ts";
import { useToday } from "../../../data/clock.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { FaultLines, FilePick } from "../../../kit/FormField.tsx";
import { NewSessionChange } from "./NewSessionChange.tsx";
import { SESSION_CHANGE_WORDS } from "../sessionChangeWords.ts";
import { busyTimesIn } from "../busyTimes.ts";
import { printDay, printTime } from "../../../kit/say.ts";

type Change = CommandInput<"add-session-change">;
/** What differs from the ordinary weeks: extra sessions, days away, busy times from a calendar. */
export function SessionChanges() {
  const { data } = useSeasonQuery();
  const { today, timeZone } = useToday();
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const [found, setFound] = useState<readonly Change[] | null>(null);
  const coming = (data?.changes ?? []).filter((change) => change.last >= today);
  const openCalendar = async (file: File): Promise<void> => {
    const read = busyTimesIn(await file.text(), timeZone, today);
    setFaults(read.faults);
    setFound(read.faults.length > 0 ? null : read.busy);
  };
  return (
    <Box as="section" aria-label={t`What differs`} marginTop="26px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">{t`What differs from it`}</Heading>
      {coming.slice(0, 12).map((change) => (
        <Flex key={change.id} align="center" gap="10px" borderTop="1px solid" borderColor="hairline">
          <Text flex="1" overflowWrap="anywhere">
            {changeWords(change)}
          </Text>
          <Button variant="ghost" onClick={() => void sendCommand("remove-session-change", { id: change.id, version: change.version })}>{t`remove`}</Button>
        </Flex>
      ))}
      {coming.length > 12 && <Text color="softInk">{t`and ${coming.length - 12} later ones`}</Text>}
      <NewSessionChange today={today} />
      <Flex gap="10px" align="center" wrap="wrap" marginTop="12px">
        <FilePick accept=".ics,text/calendar" onPick={(file) => void openCalendar(file)}>{t`Busy times from a calendar file`}</FilePick>
        {found && (
          <Button
            size="sm"
            disabled={found.length === 0}
            onClick={() => {
              void sendCommand("add-session-changes", { changes: [...found] });
              setFound(null);
            }}
          >
            {found.length === 0 ? t`Nothing to come in it` : t`Add ${String(found.length)} busy times`}
          </Button>
        )}
      </Flex>
      <FaultLines faults={faults} />
    </Box>
  );
}

function changeWords(change: SessionChangeRead): string {
  const days = change.first === change.last ? printDay(day(change.first)) : `${printDay(day(change.first))} to ${printDay(day(change.last))}`;
  const times = change.from === null || change.to === null ? "" : `, ${printTime(change.from)} to ${printTime(change.to)}`;
  const what = change.what === "extra" && change.who === "helper" ? "help" : SESSION_CHANGE_WORDS[change.what];
  return `${days}${times}: ${what}${change.title ? `, ${change.title}` : ""}`;
}

import { t } from "@yule/core";
import { problemFaults } from "@yule/contract";
import type { Fault } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Outlook } from "@yule/derive";
import { sendCommand } from "../../../data/outbox.ts";
import { FaultLines, FilePick } from "../../../kit/FormField.tsx";
import type { YearlyRead } from "../yearlyDays.ts";

/** Birthdays and anniversaries out of a calendar file, looked at before they are kept: all or none. */
export function Birthdays({ outlook }: { outlook: Outlook }) {
  const [read, setRead] = useState<YearlyRead | null>(null);
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const open = async (file: File): Promise<void> => {
    const { yearlyDaysIn } = await import("../yearlyDays.ts");
    const found = yearlyDaysIn(await file.text(), outlook.ownOccasions);
    setFaults(found.faults);
    setRead(found);
  };
  const keep = async (): Promise<void> => {
    if (!read) return;
    const sent = await sendCommand("add-own-occasions", { occasions: [...read.days] }, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    else setRead(null);
  };
  return (
    <Box as="section" aria-label={t`Birthdays from a calendar`} marginTop="10px">
      <FilePick accept=".ics,text/calendar" onPick={(file) => void open(file)}>{t`Birthdays from a calendar file`}</FilePick>
      {read && read.faults.length === 0 && (
        <Flex gap="12px" align="center" wrap="wrap">
          <Text flex="1" minWidth="220px">
            {read.days.length === 0
              ? t`Nothing in it comes back every year that you do not keep already.`
              : `${read.days
                  .slice(0, 4)
                  .map((each) => each.title)
                  .join(", ")}${read.days.length > 4 ? t` and ${String(read.days.length - 4)} more` : ""}`}
            {read.known > 0 ? t` (${String(read.known)} kept already)` : ""}
          </Text>
          {read.days.length > 0 && <Button onClick={() => void keep()}>{t`Keep ${read.days.length}`}</Button>}
        </Flex>
      )}
      <FaultLines faults={faults} />
    </Box>
  );
}

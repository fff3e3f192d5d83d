import { Button, Flex, Text } from "@chakra-ui/react";
import { day, readQuickNeed, writesDayFirst, type QuickNeed, t } from "@yule/core";
import { colourwayOf, type Outlook } from "@yule/derive";
import { useState } from "react";
import { TextInput } from "../../../kit/FormField.tsx";
import { printDay, spoken } from "../../../kit/say.ts";

/** One line, read as it is written; Enter opens the form with what was read. */
export function QuickLine({ outlook, onRead }: { outlook: Outlook; onRead: (read: QuickNeed) => void }) {
  const [line, setLine] = useState("");
  const read = line.trim() === "" ? null : readQuickNeed(line, { designs: outlook.offered, today: outlook.today, dayFirst: writesDayFirst(spoken()) });
  const submit = (): void => {
    if (!read) return;
    onRead(read);
    setLine("");
  };
  return (
    <Flex as="form" flex="1" minWidth={{ base: "100%", xl: "260px" }} direction="column" gap="4px" onSubmit={(event) => (event.preventDefault(), submit())}>
      <Flex gap="10px">
        <TextInput
          aria-label={t`A need in one line`}
          placeholder={t`12 ${outlook.offered[0]?.name.toLowerCase() ?? t`cards`} for Ida by 2 May`}
          value={line}
          onChange={(change) => setLine(change.target.value)}
        />
        <Button type="submit" disabled={!read} flex="none">{t`Read it`}</Button>
      </Flex>
      {read && (
        <Text fontSize="15px" role="status">
          {wordsOf(read, outlook)}
          {read.doubts.length > 0 && (
            <Text as="span" color="tight">
              {t` Still open: ${read.doubts.join(", ")}.`}
            </Text>
          )}
        </Text>
      )}
    </Flex>
  );
}

function wordsOf(read: QuickNeed, outlook: Outlook): string {
  const design = outlook.offered.find((each) => each.id === read.designId);
  const lines = design ? read.lines.map((line) => `${String(line.quantity)} ${colourwayOf(design, line.colourwayId)?.name ?? ""}`).join(", ") : "";
  return [read.kind, read.title, design?.name, lines, read.due && `by ${printDay(day(read.due))}`].filter((part) => typeof part === "string" && part !== "").join(" · ");
}

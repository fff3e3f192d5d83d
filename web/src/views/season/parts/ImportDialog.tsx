import { rich } from "../../../kit/rich.tsx";
import { problemFaults } from "@yule/contract";
import { phrase, type Fault, t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Outlook } from "@yule/derive";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { FaultLines } from "../../../kit/FormField.tsx";
import { PasteRows } from "../../../kit/PasteRows.tsx";
import { saveFile } from "../../../kit/save.ts";
import { COLUMNS, readNeedsCsv, writeNeedsCsv } from "../needsCsv.ts";

const MOST_BYTES = 1_000_000;

/** Needs from a file or a spreadsheet, looked at before they are added: all of them or none. And out again. */
export function ImportDialog({ outlook, onClose }: { outlook: Outlook; onClose: () => void }) {
  const [text, setText] = useState("");
  const [refused, setRefused] = useState<readonly (Fault | string)[]>([]);
  const read = useMemo(() => (text.trim() === "" ? null : readNeedsCsv(text, outlook.offered, outlook.shop.currency)), [text, outlook.offered, outlook.shop.currency]);
  const open = async (file: File): Promise<void> => {
    if (file.size > MOST_BYTES)
      setRefused([{ code: "too-large", path: ["file"], given: phrase`${Math.round(file.size / 1000)} kB`, allowed: phrase`at most ${MOST_BYTES / 1000} kB` }]);
    else setText(await file.text());
  };
  const add = async (): Promise<void> => {
    if (!read || read.needs.length === 0) return;
    const sent = await sendCommand("add-needs", { needs: [...read.needs] }, { ownRefusals: true });
    if (sent.state === "refused") setRefused(problemFaults(sent.problem));
    else onClose();
  };
  const cards = read?.needs.reduce((sum, need) => sum + need.lines.reduce((own, line) => own + line.quantity, 0), 0) ?? 0;
  return (
    <Dialog title={t`Needs from a spreadsheet`} onClose={onClose}>
      <Text marginBottom="10px">{t`Open a CSV file, or copy rows in a spreadsheet and paste them here. The first row names the columns: ${COLUMNS.join(", ")}. Cards are written as “12 blue; 12 red”.`}</Text>
      <PasteRows label={t`Rows`} rows={text} onRows={(rows) => (setRefused([]), setText(rows))} onFile={(file) => void open(file)}>
        <Button
          size="sm"
          variant="outline"
          onClick={() =>
            saveFile(
              "needs.csv",
              "text/csv",
              writeNeedsCsv(
                outlook.needs.map((view) => view.need),
                outlook.offered,
                outlook.shop.currency,
              ),
            )
          }
        >{t`Save all needs as CSV`}</Button>
      </PasteRows>
      {read && read.faults.length === 0 && (
        <Box marginTop="10px" maxHeight="220px" overflowY="auto" tabIndex={0} role="group" aria-label={t`What will be added`}>
          {read.rows.map((row, index) => (
            <Text key={index} borderTop="1px solid" borderColor="hairline" paddingY="5px" fontSize="15px">
              {rich`${(<b>{row.title}</b>)}: ${row.cards} × ${row.design} by ${row.due}`}
              {row.post ? t`, ${row.post} post` : ""}
            </Text>
          ))}
        </Box>
      )}
      <FaultLines faults={[...(read?.faults ?? []), ...refused]} />
      <Flex justify="flex-end" gap="10px" marginTop="16px">
        <Button variant="outline" onClick={onClose}>{t`Leave it`}</Button>
        <Button disabled={!read || read.needs.length === 0} onClick={() => void add()}>
          {read && read.needs.length > 0 ? t`Add all ${String(read.needs.length)}, ${String(cards)} cards` : t`Add all`}
        </Button>
      </Flex>
    </Dialog>
  );
}

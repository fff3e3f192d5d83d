import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { problemFaults } from "@yule/contract";
import { phrase, type Fault, t } from "@yule/core";
import { useMemo, useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { FaultLines } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { PasteRows } from "../../../kit/PasteRows.tsx";
import { decodeText } from "../../../kit/readText.ts";
import { saveFile } from "../../../kit/save.ts";
import type { StoresAskProps } from "../ask.ts";
import { readStoresCsv, STORE_COLUMNS, writeStoresCsv } from "../storesCsv.ts";
import { useShopMoney } from "../useShopMoney.ts";

const MOST_BYTES = 2_000_000;

/** A stock or price list from a file or a spreadsheet, looked at before it is taken: all of it or nothing. And the shelf out again. */
export function ListDialog({ outlook, stores, onClose }: StoresAskProps & { onClose: () => void }) {
  const { currency } = useShopMoney();
  const { system } = useMeasure();
  const [text, setText] = useState("");
  const [refused, setRefused] = useState<readonly (Fault | string)[]>([]);
  const { suppliers, offers } = stores;
  const read = useMemo(
    () => (text.trim() === "" ? null : readStoresCsv(text, { stores: outlook.stores, suppliers, offers, currency, system })),
    [text, outlook.stores, suppliers, offers, currency, system],
  );
  const open = async (file: File): Promise<void> => {
    setRefused([]);
    if (file.size > MOST_BYTES)
      return setRefused([{ code: "too-large", path: ["file"], given: phrase`${Math.round(file.size / 1000)} kB`, allowed: phrase`at most ${MOST_BYTES / 1000} kB` }]);
    const told = decodeText(new Uint8Array(await file.arrayBuffer()));
    if (told === null)
      setRefused([{ code: "not-text", path: ["file"], given: [t`letters in a coding that is not known`], allowed: [t`a list that is saved as CSV in UTF-8 or UTF-16`] }]);
    else setText(told);
  };
  const take = async (): Promise<void> => {
    if (!read?.command) return;
    const sent = await sendCommand("import-stores", read.command, { ownRefusals: true });
    if (sent.state === "refused") setRefused(problemFaults(sent.problem));
    else onClose();
  };
  const changes = read?.lines.filter(({ does }) => does !== "as it is").length ?? 0;
  return (
    <Dialog title={t`A stock or price list`} onClose={onClose} wide>
      <Text marginBottom="10px">{t`Open a CSV file, or copy rows in a spreadsheet and paste them here. The first row names its columns: ${STORE_COLUMNS.join(", ")}. Amounts may have their unit, such as 45 ml or 2 1/2 m. A material that is known is counted; with a supplier, the price is that supplier's for one pack.`}</Text>
      <PasteRows label={t`Rows of the list`} rows={text} onRows={(rows) => (setRefused([]), setText(rows))} onFile={(file) => void open(file)}>
        <Button size="sm" variant="outline" onClick={() => saveFile("shelf.csv", "text/csv", writeStoresCsv(outlook.stores, currency))}>{t`Save the shelf as CSV`}</Button>
      </PasteRows>
      {read && read.lines.length > 0 && (
        <Box marginTop="10px" maxHeight="220px" overflowY="auto" tabIndex={0} role="group" aria-label={t`What will change`}>
          {read.lines.map(({ row, name, does }) => (
            <Text key={row} borderTop="1px solid" borderColor="hairline" paddingY="5px" fontSize="15px" color={does === "as it is" ? "softInk" : undefined}>
              <b>{name}</b>: {does}
            </Text>
          ))}
        </Box>
      )}
      <FaultLines faults={[...(read?.faults ?? []), ...refused]} />
      <Flex justify="flex-end" gap="10px" marginTop="16px">
        <Button variant="outline" onClick={onClose}>{t`Leave it`}</Button>
        <Button disabled={!read?.command || changes === 0} onClick={() => void take()}>
          {changes > 0 && read?.command ? t`Take ${changes === 1 ? t`the 1 change` : t`all ${String(changes)} changes`}` : t`Take all of it`}
        </Button>
      </Flex>
    </Dialog>
  );
}

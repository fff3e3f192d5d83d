import { countryName } from "../../../kit/say.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { problemFaults } from "@yule/contract";
import { phrase, type Fault, t } from "@yule/core";
import { useEffect, useMemo, useState } from "react";
import { useHouseholdsInfiniteQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { FaultLines, Tick } from "../../../kit/FormField.tsx";
import { PasteRows } from "../../../kit/PasteRows.tsx";
import { decodeText } from "../../../kit/readText.ts";
import { saveFile } from "../../../kit/save.ts";
import { HOUSEHOLD_COLUMNS, householdsInText, writeHouseholds } from "../householdsIn.ts";
import { writeCards } from "../vcards.ts";
import { peopleWord } from "../words.ts";

const MOST_BYTES = 8_000_000;

/** Households from an address book or a table, looked at before they are taken: all that are ticked or none. And the books out again. */
export function BooksDialog({ country, onClose }: { country: string; onClose: () => void }) {
  const [text, setText] = useState("");
  const [isHome, setHome] = useState(false);
  const [also, setAlso] = useState<ReadonlySet<number>>(new Set());
  const [refused, setRefused] = useState<readonly (Fault | string)[]>([]);
  // Whoever is in the books may come again in the file, so all of them are looked at while this is open.
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useHouseholdsInfiniteQuery("");
  useEffect(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  const isWhole = data !== undefined && !hasNextPage;
  const known = useMemo(() => data?.pages.flatMap(({ households }) => households) ?? [], [data]);
  const read = useMemo(() => (text.trim() === "" || !isWhole ? null : householdsInText(text, known, isHome ? country : null)), [text, isWhole, known, isHome, country]);
  const taken = read?.rows.filter(({ row, double }) => double === null || also.has(row)) ?? [];
  const open = async (file: File): Promise<void> => {
    setRefused([]);
    if (file.size > MOST_BYTES)
      return setRefused([{ code: "too-large", path: ["file"], given: phrase`${Math.round(file.size / 1000)} kB`, allowed: phrase`at most ${MOST_BYTES / 1000} kB` }]);
    const told = decodeText(new Uint8Array(await file.arrayBuffer()));
    if (told === null) setRefused([{ code: "not-text", path: ["file"], given: [t`letters in a coding that is not known`], allowed: [t`a vCard or CSV file in UTF-8 or UTF-16`] }]);
    else setText(told);
  };
  const take = async (): Promise<void> => {
    const sent = await sendCommand("add-households", { households: taken.map(({ household }) => household) }, { ownRefusals: true });
    if (sent.state === "refused") setRefused(problemFaults(sent.problem));
    else onClose();
  };
  const tick = (row: number): void => setAlso((before) => (before.has(row) ? new Set([...before].filter((each) => each !== row)) : new Set([...before, row])));
  return (
    <Dialog title={t`Households in and out`} onClose={onClose} wide>
      <Text marginBottom="10px">{t`Open an address book as vCards or a CSV file, or paste rows of a spreadsheet. The first row names its columns: ${HOUSEHOLD_COLUMNS.join(", ")}.`}</Text>
      <PasteRows
        label={t`Rows of the list`}
        accept=".vcf,.csv,text/vcard,text/csv,text/plain"
        rows={text}
        onRows={(rows) => (setRefused([]), setText(rows))}
        onFile={(file) => void open(file)}
      >
        <Button size="sm" variant="outline" disabled={!isWhole} onClick={() => saveFile("households.csv", "text/csv", writeHouseholds(known))}>{t`Save the books as CSV`}</Button>
        <Button size="sm" variant="outline" disabled={!isWhole} onClick={() => saveFile("households.vcf", "text/vcard", writeCards(known))}>{t`Save the books as vCards`}</Button>
      </PasteRows>
      <Tick checked={isHome} onChange={(change) => setHome(change.target.checked)}>
        {t`Who has no country is in ${countryName(country)}`}
      </Tick>
      {read && read.rows.length > 0 && (
        <Box marginTop="10px" maxHeight="260px" overflowY="auto" tabIndex={0} role="group" aria-label={t`Households of the file`}>
          {read.rows.map(({ row, household, double }) => (
            <Box key={row} borderTop="1px solid" borderColor="hairline" paddingY="5px">
              <Text fontSize="15px">
                <b>{household.name}</b>, {household.address}, {countryName(household.country)}
              </Text>
              {double !== null && (
                <Tick checked={also.has(row)} onChange={() => tick(row)}>
                  <Text as="span" color="tight">{t`Looks like ${double}. Take it all the same`}</Text>
                </Tick>
              )}
            </Box>
          ))}
        </Box>
      )}
      <FaultLines faults={[...(read?.faults ?? []), ...refused]} />
      <Flex justify="flex-end" gap="10px" marginTop="16px">
        <Button variant="outline" onClick={onClose}>{t`Leave it`}</Button>
        <Button disabled={taken.length === 0 || (read?.faults.length ?? 0) > 0} onClick={() => void take()}>
          {taken.length === 0 ? t`Take the households` : t`Take ${peopleWord(taken.length)}`}
        </Button>
      </Flex>
    </Dialog>
  );
}

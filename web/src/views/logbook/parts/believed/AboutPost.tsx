import { Text } from "@chakra-ui/react";
import { arrivesWithin, plural, t, type Transit } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useMemo } from "react";
import { DataTable, type TableColumn } from "../../../../kit/DataTable.tsx";
import { kindWord } from "../../../../kit/kinds.ts";
import { Verdict } from "../../../../kit/Verdict.tsx";
import { LearnAnew } from "./LearnAnew.tsx";

const seenOf = ({ seen = [] }: Transit): number => seen.reduce((sum, each) => sum + each, 0);
const days = (count: number): string => plural(count, { one: "# working day", other: "# working days" });
const inHundred = (share: number): string => t`${Math.round(share * 100)} in 100`;

/** How long the post takes, by service: the carrier's word as twenty letters, and those that arrived. */
export function AboutPost({ outlook: { dispatch } }: { outlook: Outlook }) {
  const rows = useMemo(() => [...dispatch.carrier.table].sort((a, b) => seenOf(b) - seenOf(a)), [dispatch.carrier.table]);
  const columns = useMemo(columnsOf, []);
  const seen = rows.reduce((sum, row) => sum + seenOf(row), 0);
  const off = rows.find(({ workingDays, tableDays }) => tableDays !== undefined && tableDays !== workingDays);
  return (
    <>
      <Verdict>
        {seen === 0
          ? t`Nothing was seen of the post yet: last posting days go by the carrier’s own word.`
          : off
            ? t`${off.service} takes ${days(off.workingDays)} for nine letters in ten, where the carrier says ${days(off.tableDays ?? off.workingDays)}.`
            : t`Letters take as long as the carrier says, by ${plural(seen, { one: "# that arrived", other: "# that arrived" })}.`}
      </Verdict>
      <DataTable label={t`How long the post takes`} rows={rows} columns={columns} rowId={({ zone, service }) => `${zone} ${service}`} maxWidth="820px" />
      <Text color="softInk" fontSize="15px" marginTop="8px" maxWidth="52em">
        {t`Say in Dispatch when letters arrived or were lost, and last posting days go by that. What the carrier says counts as much as twenty letters.`}
      </Text>
      {seen > 0 && <LearnAnew of={{ of: "post" }} name={t`how long the post takes`} />}
    </>
  );
}

const columnsOf = (): readonly TableColumn<Transit>[] => [
  { id: "service", head: t`Service`, isAlways: true, value: ({ service }) => service, cell: ({ service }) => service },
  { id: "zone", head: t`To`, value: ({ zone }) => zone, cell: ({ zone }) => kindWord(zone) },
  { id: "table", head: t`The carrier says`, isAlways: true, value: (line) => line.tableDays ?? line.workingDays, cell: (line) => days(line.tableDays ?? line.workingDays) },
  { id: "days", head: t`Believed`, isAlways: true, value: ({ workingDays }) => workingDays, cell: ({ workingDays }) => days(workingDays) },
  {
    id: "there",
    head: t`There by the carrier’s day`,
    value: (line) => arrivesWithin(line.tableDays ?? line.workingDays, line.seen ?? [], line.tableDays ?? line.workingDays),
    cell: (line) => inHundred(arrivesWithin(line.tableDays ?? line.workingDays, line.seen ?? [], line.tableDays ?? line.workingDays)),
  },
  { id: "seen", head: t`From`, isAlways: true, value: seenOf, cell: (line) => (seenOf(line) === 0 ? t`none yet` : plural(seenOf(line), { one: "# letter", other: "# letters" })) },
];

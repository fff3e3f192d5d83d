import { Text } from "@chakra-ui/react";
import { minutes, printMinutes, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useMemo } from "react";
import { DataTable, type TableColumn } from "../../../../kit/DataTable.tsx";
import { printTime, weekdayName } from "../../../../kit/say.ts";
import { Teach } from "../../../../kit/states.tsx";
import { Verdict } from "../../../../kit/Verdict.tsx";
import { LearnAnew } from "./LearnAnew.tsx";

interface Evening {
  readonly id: string;
  readonly weekday: number;
  readonly from: number;
  readonly told: number;
  readonly lasts: number;
  readonly seen: number;
}
const said = (of: number): string => printMinutes(minutes(of));

/** How long sessions really last, against what was told of them. */
export function AboutEvenings({ outlook: { pattern, lengths } }: { outlook: Outlook }) {
  const rows = useMemo(
    () =>
      pattern.map(({ id, weekday, from, to }): Evening => {
        const known = lengths.get(id);
        return { ...{ id, weekday, from, told: to - from }, lasts: known?.minutes ?? to - from, seen: known?.seen ?? 0 };
      }),
    [pattern, lengths],
  );
  const columns = useMemo(columnsOf, []);
  const [told, lasts] = [rows.reduce((sum, each) => sum + each.told, 0), rows.reduce((sum, each) => sum + each.lasts, 0)];
  const seen = rows.reduce((sum, each) => sum + each.seen, 0);
  if (rows.length === 0)
    return <Teach title={t`No sessions were told of`}>{t`Say in Season when you paint in an ordinary week, and this page says how long these sessions really last.`}</Teach>;
  return (
    <>
      <Verdict>
        {seen === 0
          ? t`Of an ordinary week ${said(told)} were told for painting; none of it was seen yet.`
          : t`Of an ordinary week ${said(told)} were told for painting, and ${said(lasts)} are believed to be painted.`}
      </Verdict>
      <DataTable label={t`How long sessions last`} rows={rows} columns={columns} rowId={({ id }) => id} maxWidth="620px" />
      <Text color="softInk" fontSize="15px" marginTop="8px" maxWidth="52em">
        {t`From the first tap of the day to the last, over the last eight weeks. From three sessions on it is believed, and the season is planned with it. A session on which nothing was done is lost, not short.`}
      </Text>
      {seen > 0 && <LearnAnew of={{ of: "evenings" }} name={t`how long sessions last`} />}
    </>
  );
}

const columnsOf = (): readonly TableColumn<Evening>[] => [
  {
    id: "when",
    head: t`Session`,
    isAlways: true,
    value: ({ weekday, from }) => weekday * 1440 + from,
    cell: ({ weekday, from }) => t`${weekdayName(weekday)} from ${printTime(from)}`,
  },
  { id: "told", head: t`You said`, isAlways: true, value: ({ told }) => told, cell: ({ told }) => said(told) },
  { id: "lasts", head: t`It lasts`, isAlways: true, value: ({ lasts }) => lasts, cell: ({ lasts, seen }) => (seen === 0 ? t`as told` : said(lasts)) },
  { id: "seen", head: t`From`, value: ({ seen }) => seen, cell: ({ seen }) => (seen === 0 ? t`none yet` : t`${seen} sessions`) },
];

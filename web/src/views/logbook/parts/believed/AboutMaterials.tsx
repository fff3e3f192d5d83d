import type { StoreRead } from "@yule/contract";
import { isCountedOut, learnedUse, plural, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { Button, Text } from "@chakra-ui/react";
import { DataTable, type TableColumn } from "../../../../kit/DataTable.tsx";
import { Dialog } from "../../../../kit/Dialog.tsx";
import { Teach } from "../../../../kit/states.tsx";
import { Verdict } from "../../../../kit/Verdict.tsx";
import { LearnAnew } from "./LearnAnew.tsx";

/** How much goes beside what the tables say: `12 in 100 more`. */
function besideTables(ratio: number): string {
  const by = Math.round((ratio - 1) * 100);
  return by === 0 ? t`as the tables say` : by > 0 ? t`${by} in 100 more` : t`${-by} in 100 less`;
}

/** How much of each material goes beside what the tables say, by the counts of the shelf. */
export function AboutMaterials({ outlook: { stores } }: { outlook: Outlook }) {
  const counted = useMemo(() => stores.filter(({ archived, counts }) => !archived && counts > 0).sort((a, b) => Math.abs(b.logSum) - Math.abs(a.logSum)), [stores]);
  const [chosen, setChosen] = useState<StoreRead | null>(null);
  const columns = useMemo(() => columnsOf(setChosen), []);
  const [most] = counted;
  if (!most)
    return (
      <>
        <Verdict>{t`No count has told yet how much goes of anything.`}</Verdict>
        <Teach
          title={t`From the second count on`}
        >{t`Count a material in Stores before and after a stretch of work, and this page says whether more of it goes than the tables assume.`}</Teach>
      </>
    );
  return (
    <>
      <Verdict>{t`Of ${most.name}, ${besideTables(learnedUse(most, isCountedOut(most.kind)).ratio)} goes, by ${plural(most.counts, { one: "# count", other: "# counts" })}.`}</Verdict>
      <DataTable label={t`How much goes of materials`} rows={counted} columns={columns} rowId={({ id }) => id} maxWidth="820px" />
      <Text color="softInk" fontSize="15px" marginTop="8px" maxWidth="52em">{t`It tells what taps take off the shelf, and when to buy.`}</Text>
      {chosen && (
        <Dialog title={chosen.name} onClose={() => setChosen(null)}>
          <LearnAnew of={{ of: "material", storeId: chosen.id }} name={t`how much goes of ${chosen.name}`} />
        </Dialog>
      )}
    </>
  );
}

const columnsOf = (onAnew: (store: StoreRead) => void): readonly TableColumn<StoreRead>[] => [
  { id: "name", head: t`Material`, isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
  {
    id: "goes",
    head: t`Goes`,
    isAlways: true,
    value: (store) => learnedUse(store, isCountedOut(store.kind)).ratio,
    cell: (store) => besideTables(learnedUse(store, isCountedOut(store.kind)).ratio),
  },
  {
    id: "sure",
    head: t`Give or take`,
    value: (store) => learnedUse(store, isCountedOut(store.kind)).scatter,
    cell: (store) => t`${Math.round((Math.exp(learnedUse(store, isCountedOut(store.kind)).scatter) - 1) * 100)} in 100`,
  },
  { id: "counts", head: t`From`, isAlways: true, value: ({ counts }) => counts, cell: ({ counts }) => plural(counts, { one: "# count", other: "# counts" }) },
  {
    id: "anew",
    head: "",
    isAlways: true,
    cell: (store) => <Button variant="ghost" size="sm" aria-label={t`Learn anew: ${store.name}`} onClick={() => onAnew(store)}>{t`Learn anew`}</Button>,
  },
];

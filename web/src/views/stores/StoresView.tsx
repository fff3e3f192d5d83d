import { DataTable, type TableColumn } from "../../kit/DataTable.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { StoreRead } from "@yule/contract";
import { printDay, inches, type StockOutlook, type Day, type Safety } from "@yule/core";
import { orderDay, stockInPlan, type Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { sendCommand } from "../../data/outbox.ts";
import { usePlanned } from "../../plan/planned.ts";
import { useView } from "../../plan/useOutlet.ts";
import { StateWord } from "../../kit/states.tsx";
import { CountField } from "./parts/CountField.tsx";
import { StoreDialog } from "./parts/StoreDialog.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";

/** Stores: what lies on the shelf, what the needs will take, what to buy by when. */
export default function StoresView() {
  const outlook = useView();
  const planned = usePlanned();
  const [adding, setAdding] = useState(false);
  const stock = useMemo(() => stockInPlan(outlook, planned), [outlook, planned]);
  const sorted = useMemo(
    () =>
      stock
        .map(({ store, outlook: stock }) => ({ store, stock, today: outlook.today }))
        .sort((a, b) => b.stock.missing - a.stock.missing || a.store.kind.localeCompare(b.store.kind)),
    [stock, outlook.today],
  );
  return (
    <>
      <StoresVerdict outlook={outlook} stock={stock} />
      <Box marginBottom="20px">
        <DataTable label="Stores" rows={sorted} columns={COLUMNS} rowId={({ store }) => store.id} maxWidth="1000px" />
      </Box>
      <Button variant="outline" onClick={() => setAdding(true)}>
        Add to the shelf
      </Button>
      {adding && <StoreDialog onClose={() => setAdding(false)} />}
    </>
  );
}

function StoresVerdict({ outlook, stock }: { outlook: Outlook; stock: Outlook["stock"] }) {
  const short = stock.filter(({ outlook: stock }) => stock.missing > 0).sort((a, b) => ((a.outlook.runsOut?.on ?? "") < (b.outlook.runsOut?.on ?? "") ? -1 : 1));
  const [first] = short;
  if (!first) return <Verdict>The shelf holds enough for all that is owed.</Verdict>;
  const on = first.outlook.runsOut?.on ?? outlook.today;
  const order = orderDay(first, outlook);
  const orderBy = order?.by ?? outlook.today;
  return (
    <Verdict>
      {first.store.name} runs out{" "}
      <Figure
        tone="cannot"
        why={`${String(first.store.onHand)} lie there; the open needs take ${String(first.outlook.wanted)}. ${first.outlook.runsOut?.need ?? ""} is the first to find too few.`}
      >
        {on <= outlook.today ? "now" : `on ${printDay(on)}`}
      </Figure>
      : order{" "}
      <Figure why={`${String(first.outlook.missing)} are missing and it comes in packs of ${String(first.store.pack)}.`}>
        {first.outlook.packs === 1 ? "1 pack" : `${String(first.outlook.packs)} packs`}
      </Figure>{" "}
      <Figure why={whyOrder(first.store, order?.lateDays ?? 0, outlook)}>{orderBy <= outlook.today ? "today" : `by ${printDay(orderBy)}`}</Figure>
      {short.length > 1 ? `; ${String(short.length - 1)} more will not last` : ""}.
    </Verdict>
  );
}

function whyOrder({ leadDays }: StoreRead, lateDays: number, { shop }: Outlook): string {
  const late =
    lateDays === 0
      ? `in ${String(shop.sureIn100)} of 100 orders it is not late`
      : `${lateDays === 1 ? "1 day more is" : `${String(lateDays)} days more are`} added, as in ${String(shop.sureIn100)} of 100 orders it is not later than that`;
  return `The plan takes it then. It is ${leadDays === 1 ? "1 day" : `${String(leadDays)} days`} on the way; ${late}.`;
}

/** A store with what the open needs will take of it. */
interface StockRow {
  readonly store: StoreRead;
  readonly stock: StockOutlook;
  readonly today: Day;
}

const safetyOf = ({ store, stock }: StockRow): Safety => (stock.missing > 0 ? "cannot" : stock.wanted > 0 && store.onHand - stock.wanted < stock.wanted * 0.2 ? "tight" : "safe");

const RANK: Readonly<Record<Safety, number>> = { cannot: 0, tight: 1, safe: 2 };

const COLUMNS: readonly TableColumn<StockRow>[] = [
  { id: "shape", head: "", isAlways: true, width: "52px", cell: ({ store }) => <SheetMark store={store} /> },
  {
    id: "name",
    head: "What lies there",
    isAlways: true,
    value: ({ store }) => store.name,
    cell: ({ store }) => (
      <>
        <Text fontWeight={700} overflowWrap="anywhere">
          {store.name}
        </Text>
        <Text color="softInk" fontSize="15px">
          {store.kind}
        </Text>
      </>
    ),
  },
  { id: "there", head: "There", isAlways: true, value: ({ store }) => store.onHand, cell: ({ store }) => <Text whiteSpace="nowrap">{store.onHand} there</Text> },
  { id: "wanted", head: "Wanted", value: ({ stock }) => stock.wanted, cell: ({ stock }) => <Text whiteSpace="nowrap">{stock.wanted} wanted</Text> },
  {
    id: "lasts",
    head: "It lasts",
    value: (row) => RANK[safetyOf(row)],
    cell: (row) => {
      const { stock, today } = row;
      const safety = safetyOf(row);
      return (
        <StateWord state={safety}>
          {safety === "cannot"
            ? `${String(stock.missing)} short${stock.runsOut && stock.runsOut.on > today ? `, ${printDay(stock.runsOut.on)}` : ""}`
            : safety === "tight"
              ? "just enough"
              : "enough"}
        </StateWord>
      );
    },
  },
  { id: "do", head: "", isAlways: true, width: "200px", cell: (row) => <StoreDoes {...row} /> },
];

/** Counted, or bought. */
function StoreDoes({ store, stock }: StockRow) {
  const [counting, setCounting] = useState(false);
  if (counting) return <CountField store={store} onDone={() => setCounting(false)} />;
  const quantity = store.pack * Math.max(1, stock.packs);
  return (
    <Flex gap="8px" wrap="wrap">
      <Button size="sm" variant="outline" onClick={() => setCounting(true)}>
        Count
      </Button>
      <Button size="sm" variant={stock.missing > 0 ? "solid" : "outline"} onClick={() => void sendCommand("buy-store", { id: store.id, quantity })}>
        {quantity} bought
      </Button>
    </Flex>
  );
}

/** The store's shape to scale with the others, so that sizes are seen. */
function SheetMark({ store }: { store: StoreRead }) {
  const scale = 38 / inches(26);
  if (store.width === null || store.height === null) return null;
  return (
    <Box aria-hidden>
      <svg width={40} height={40}>
        <rect
          x={1}
          y={1}
          width={Math.max(4, store.width * scale)}
          height={Math.max(4, store.height * scale)}
          fill={store.hex ?? (store.kind === "card stock" ? "#C7A878" : "#FDFBF5")}
          stroke="var(--chakra-colors-ink)"
        />
      </svg>
    </Box>
  );
}

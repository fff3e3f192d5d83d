import { useMemo } from "react";
import { Box, Text } from "@chakra-ui/react";
import { type Day, t } from "@yule/core";
import { shortBy } from "@yule/derive";
import { Link } from "react-router";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { StateWord } from "../../../kit/states.tsx";
import { materialPage, type StockOf } from "../ask.ts";
import { amountOf, standOf, staysOf } from "../words.ts";
import { printDay } from "../../../kit/say.ts";

/** All that lies there, as figures: behind the picture, for those who want them or cannot see it. */
export function AllMaterials({ stock, today }: { stock: readonly StockOf[]; today: Day }) {
  const columns = useMemo(columnsOf, []);
  const rows = stock.map((each) => ({ each, today })).sort((a, b) => a.each.outlook.lasts - b.each.outlook.lasts);
  return (
    <Box marginY="16px">
      <Fold title={t`All of it in figures`} isLookedUp>
        <DataTable label={t`Stores`} rows={rows} columns={columns} rowId={({ each }) => each.store.id} maxWidth="1040px" />
      </Fold>
    </Box>
  );
}

interface Row {
  readonly each: StockOf;
  readonly today: Day;
}

const columnsOf = (): readonly TableColumn<Row>[] => [
  {
    id: "name",
    head: t`What lies there`,
    isAlways: true,
    value: ({ each }) => each.store.name,
    cell: ({ each: { store } }) => (
      <>
        <Link to={materialPage(store.id)} style={{ fontWeight: 700, overflowWrap: "anywhere" }}>
          {store.name}
        </Link>
        <Text color="softInk" fontSize="15px">
          {store.kind}
          {store.place === "" ? "" : `, ${store.place}`}
        </Text>
      </>
    ),
  },
  {
    id: "there",
    head: t`There`,
    isAlways: true,
    value: ({ each }) => each.store.onHand,
    cell: ({ each }) => <Text whiteSpace="nowrap">{amountOf(each.store, each.store.onHand)}</Text>,
  },
  {
    id: "wanted",
    head: t`The plan takes`,
    value: ({ each }) => each.outlook.wanted,
    cell: ({ each }) => <Text whiteSpace="nowrap">{amountOf(each.store, each.outlook.wanted)}</Text>,
  },
  {
    id: "stays",
    head: t`Stays`,
    value: ({ each }) => staysOf(each),
    cell: ({ each }) => <Text whiteSpace="nowrap">{staysOf(each) < 0 ? "none" : amountOf(each.store, staysOf(each))}</Text>,
  },
  {
    id: "lasts",
    head: t`It lasts`,
    isAlways: true,
    value: ({ each }) => each.outlook.lasts,
    cell: ({ each, today }) => <Lasts each={each} today={today} />,
  },
];

function Lasts({ each, today }: Row) {
  const { outlook } = each;
  if (outlook.wanted === 0) return <Text color="softInk" whiteSpace="nowrap">{t`not asked for`}</Text>;
  return (
    <StateWord state={standOf(each)}>
      {outlook.runsOut
        ? t`${shortBy(each)} short${outlook.runsOut.on > today ? `, ${printDay(outlook.runsOut.on)}` : ""}`
        : outlook.lasts > 0.995
          ? t`enough`
          : `${String(Math.round(outlook.lasts * 100))} %`}
    </StateWord>
  );
}

import { giveInstead } from "../../../kit/form/whatToDo.ts";

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { CommandInput, CommandKind, FinishRead, Problem } from "@yule/contract";
import { cashOf, floatFor, minorOf, money, worthOf, t } from "@yule/core";
import { stallOf, type FairAhead, type FairPlan, type FairRow } from "@yule/derive";
import { useMemo, useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { TextInput } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { readNumber } from "../../../kit/readNumber.ts";
import { ProblemNote } from "../../../kit/states.tsx";
import { useView } from "../../../plan/useOutlet.ts";
import { FairPapers } from "./FairPapers.tsx";
import { StallDrawing } from "./StallDrawing.tsx";
import { usualTable } from "./usual.ts";
import { cardName } from "./words.ts";
import { typedAmount, printMoney } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

interface GoodsProps {
  readonly ahead: FairAhead;
  readonly plan: FairPlan;
  readonly finish: Pick<FinishRead, "left" | "boxes">;
  readonly onTill: () => void;
}

/** What goes along and for how much, where it stands, and what is in the tin at first. */
export function FairTable({ ahead, plan, finish, onTill }: GoodsProps) {
  const { shop } = useView();
  const { system } = useMeasure();
  const { fair } = ahead;
  const [prices, setPrices] = useState<ReadonlyMap<string, number>>(new Map());
  const [problem, setProblem] = useState<Problem | null>(null);
  const rows = useMemo(() => plan.rows.map((row) => ({ ...row, price: prices.get(row.id) ?? row.price })), [plan.rows, prices]);
  const there = rows.filter((row) => Math.min(row.bring, row.have) > 0);
  const usual = usualTable(system);
  const untold = { ...usual, tableLength: ahead.views[0]?.need.tableLength ?? usual.tableLength };
  const table = fair ?? untold;
  const packed = fair?.goods.reduce((sum, { brought }) => sum + brought, 0) ?? 0;
  const float = floatFor(
    rows.filter(({ bring }) => bring > 0).map(({ price, sold }) => ({ price, sold })),
    cashOf(shop.currency),
  );
  const tell = async <Kind extends CommandKind>(kind: Kind, payload: CommandInput<Kind>): Promise<boolean> => {
    const sent = await sendCommand(kind, payload, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
    return sent.state !== "refused";
  };
  const pack = async (): Promise<void> => {
    // Nobody told more of the fair than its day: it is taken to be a usual one.
    const isKnown = fair !== null || (await tell("set-fair", { id: ahead.id, title: ahead.title, on: ahead.on, needIds: ahead.views.map(({ need }) => need.id), ...untold }));
    if (!isKnown) return;
    const goods = there.map((row) => ({ colourwayId: row.id, brought: Math.min(row.bring, row.have), priceMinor: row.price }));
    await tell("bring-to-fair", { fairId: ahead.id, goods });
  };
  const asks = rows.some(({ paint, planned }) => paint !== planned);
  const ask = async (): Promise<void> => {
    const by = new Map(rows.map(({ id, paint, planned }) => [id, paint - planned]));
    for (const { need } of ahead.views) {
      const lines = need.lines.map(({ id, colourwayId, quantity, assembled }) => {
        const more = by.get(colourwayId) ?? 0;
        by.delete(colourwayId);
        return { id, colourwayId, quantity: Math.max(1, assembled, quantity + more) };
      });
      if (!(await tell("change-need", { id: need.id, version: need.version, lines }))) return;
    }
  };
  const columns = useMemo(() => columnsFor(shop.currency, (id, price) => setPrices((before) => new Map(before).set(id, price))), [shop.currency]);
  if (rows.length === 0) return <Text marginTop="16px">{t`Nothing is made for it yet, and no finished card belongs to nobody.`}</Text>;
  return (
    <>
      <Box marginTop="18px">
        <StallDrawing table={table} sales={fair?.sales ?? []} rows={rows} stall={stallOf({ ...plan, rows }, table)} />
        <DataTable label={t`What goes to the fair`} rows={rows} columns={columns} rowId={({ id }) => id} maxWidth="1080px" />
      </Box>
      <Flex gap="12px 18px" wrap="wrap" align="center" marginY="18px">
        <Button
          size="xl"
          disabled={there.length === 0}
          onClick={() => void pack()}
        >{t`Pack ${cardsOf(there.reduce((sum, row) => sum + Math.min(row.bring, row.have), 0))} that lie there`}</Button>
        <Button size="xl" variant="outline" disabled={packed === 0} onClick={onTill}>{t`Open the till`}</Button>
        {asks && ahead.views.length > 0 && (
          <Button variant="outline" onClick={() => void ask()}>
            {t`Plan to paint these ${rows.reduce((sum, { paint }) => sum + paint, 0)}`}
          </Button>
        )}
        <Text color="softInk" maxWidth="32em">
          {packed > 0 ? t`${cardsOf(packed)} are packed. Pack again when more are made.` : t`What is packed can be sold at the till.`}
        </Text>
      </Flex>
      {problem && <ProblemNote problem={problem} />}
      {float.length > 0 && (
        <Text maxWidth="46em" marginBottom="14px">
          <b>{t`In the tin at first: ${printMoney(money(worthOf(float)), shop.currency)}.`}</b>{" "}
          {t`${float.map(({ value, count }) => `${String(count)} × ${printMoney(money(value), shop.currency)}`).join(", ")}: change for the first twelve buyers, whatever round sum they hand over.`}
        </Text>
      )}
      <FairPapers ahead={ahead} rows={rows} finish={finish} float={float} />
    </>
  );
}

const columnsFor = (currency: string, onPrice: (id: string, price: number) => void): readonly TableColumn<FairRow>[] => [
  { id: "card", head: t`Card`, isAlways: true, value: cardName, cell: cardName },
  { id: "have", head: t`Made`, value: ({ have }) => have, cell: ({ have }) => String(have) },
  { id: "coming", head: t`Begun`, value: ({ coming }) => coming, cell: ({ coming }) => String(coming) },
  {
    id: "paint",
    head: t`Paint`,
    isAlways: true,
    value: ({ paint }) => paint,
    cell: ({ paint, planned }) => (paint === planned ? String(paint) : t`${String(paint)}, asked for ${String(planned)}`),
  },
  { id: "bring", head: t`Take`, isAlways: true, value: ({ bring }) => bring, cell: ({ bring }) => <b>{bring}</b> },
  { id: "sold", head: t`Will go, about`, value: ({ sold }) => sold, cell: ({ sold }) => String(Math.round(sold)) },
  {
    id: "out",
    head: t`Gone before the end`,
    value: ({ sellOut }) => sellOut,
    cell: ({ bring, sellOut }) => (bring === 0 ? "" : `${String(Math.min(99, Math.round(sellOut * 100)))} %`),
  },
  {
    id: "next",
    head: t`One more, for an hour`,
    value: ({ next }) => next?.anHour ?? 0,
    cell: ({ next }) => (next === null ? "" : printMoney(money(Math.round(next.anHour)), currency)),
  },
  {
    id: "price",
    head: t`Price, ${currency}`,
    isAlways: true,
    value: ({ price }) => price,
    cell: (row) => <PriceInput key={row.id} row={row} currency={currency} onPrice={onPrice} />,
  },
];

/** A price that is kept while it can be read. */
function PriceInput({ row, currency, onPrice }: { row: FairRow; currency: string; onPrice: (id: string, price: number) => void }) {
  const [text, setText] = useState<string | null>(null);
  const read = text === null ? row.price : minorOf(readNumber(text), currency);
  const wrong = !Number.isFinite(read) || read < 0;
  return (
    <>
      <TextInput
        aria-label={t`Price of ${cardName(row)}`}
        aria-invalid={wrong}
        inputMode="decimal"
        width="92px"
        value={text ?? typedAmount(money(row.price), currency)}
        onChange={(change) => {
          setText(change.target.value);
          const price = minorOf(readNumber(change.target.value), currency);
          if (Number.isFinite(price) && price >= 0) onPrice(row.id, price);
        }}
        onBlur={() => !wrong && setText(null)}
      />
      {wrong && (
        <Text color="cannot" fontSize="15px">
          {giveInstead(text ?? "", t`an amount such as ${typedAmount(minorOf(4.5, currency), currency)}`)}
        </Text>
      )}
    </>
  );
}

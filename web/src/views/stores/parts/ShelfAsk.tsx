import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { shelfOf, washHex } from "@yule/derive";
import { useMemo, useState } from "react";
import { useColourQuery } from "../../../data/api.ts";
import { Teach } from "../../../kit/states.tsx";
import type { StockOf, StoresAskProps } from "../ask.ts";
import { useBuying } from "../useBuying.ts";
import { AllMaterials } from "./AllMaterials.tsx";
import { AskedAbout } from "./AskedAbout.tsx";
import { InsteadOfBuying } from "./InsteadOfBuying.tsx";
import { ListDialog } from "./ListDialog.tsx";
import { OrdersBeside } from "./OrdersBeside.tsx";
import { ShelfBoards } from "./shelf/ShelfBoards.tsx";
import { StoreDialog } from "./StoreDialog.tsx";
import { StoresVerdict } from "./StoresVerdict.tsx";

/** More is not seen at a glance, and with less the shelf looks bare; all of it stands in the table. */
const [MOST_DRAWN, LEAST_DRAWN] = [48, 10];

/** What the plan takes and what is asked to be counted, the nearest to its end first; of the rest only so much that the shelf is not bare. */
function drawnOf(stock: readonly StockOf[]): readonly StockOf[] {
  const matters = stock.filter(({ store, outlook }) => outlook.wanted > 0 || store.unbooked > 0).sort((a, b) => a.outlook.lasts - b.outlook.lasts);
  const rest = stock.filter(({ store, outlook }) => outlook.wanted === 0 && store.unbooked === 0 && store.onHand > 0);
  const chosen = new Set([...matters.slice(0, MOST_DRAWN), ...rest.slice(0, Math.max(0, LEAST_DRAWN - matters.length))]);
  return stock.filter((each) => chosen.has(each));
}

/** The shelf against the plan: the first session that bites is the verdict. */
export default function ShelfAsk(props: StoresAskProps) {
  const { outlook, stores, stock, alarms } = props;
  const [isAdding, setIsAdding] = useState(false);
  const [isImporting, setIsImporting] = useState(false);
  const { data: colour } = useColourQuery();
  const washes = useMemo(() => new Map(shelfOf(colour).map((paint) => [paint.id, washHex(paint.film)])), [colour]);
  const answer = useBuying(props);
  const shown = useMemo(() => drawnOf(stock), [stock]);
  return (
    <>
      <StoresVerdict {...props} answer={answer} />
      {stock.length === 0 ? (
        <Teach
          title={t`The shelf is empty`}
          step={<Button onClick={() => setIsAdding(true)}>{t`Add to the shelf`}</Button>}
        >{t`Put on it what you paint with. Each need then says what it takes, and this page says in which session something runs out, by when to order it and where it costs least.`}</Teach>
      ) : (
        <Flex gap="34px" align="flex-start" direction={{ base: "column", lg: "row" }}>
          <Box flex={{ base: "none", lg: "1 1 600px" }} minWidth={0}>
            <ShelfBoards shown={shown} today={outlook.today} washes={washes} alarms={alarms} />
          </Box>
          <Flex direction="column" gap="26px" flex={{ base: "none", lg: "0 1 300px" }} width={{ base: "100%", lg: "auto" }} minWidth={0}>
            {answer && <OrdersBeside answer={answer} toBuy={stores.toBuy} />}
            <InsteadOfBuying {...props} />
            <AskedAbout {...props} />
          </Flex>
        </Flex>
      )}
      <AllMaterials stock={stock} today={outlook.today} />
      <Flex gap="12px" wrap="wrap">
        {stock.length > 0 && <Button variant="outline" onClick={() => setIsAdding(true)}>{t`Add to the shelf`}</Button>}
        <Button variant="outline" onClick={() => setIsImporting(true)}>{t`Read a stock or price list`}</Button>
      </Flex>
      {stock.length > shown.length && (
        <Text color="softInk" fontSize="15px" marginTop="8px">
          {t`${shown.length} of ${stock.length} materials are drawn: those that the plan takes. The others stand in the figures.`}
        </Text>
      )}
      {isImporting && <ListDialog {...props} onClose={() => setIsImporting(false)} />}
      {isAdding && <StoreDialog onClose={() => setIsAdding(false)} />}
    </>
  );
}

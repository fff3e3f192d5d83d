import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { LotRead, SupplierRead } from "@yule/contract";
import { byTurn, day, type Day, t } from "@yule/core";
import { goodUntil } from "@yule/derive";
import { sendCommand } from "../../../data/outbox.ts";
import type { StockOf } from "../ask.ts";
import { useShopMoney } from "../useShopMoney.ts";
import { amountOf } from "../words.ts";
import { printDay } from "../../../kit/say.ts";

/** Lots in the order in which they are used up: what came first goes first, what is open before it. */
export function Lots({ material: { store }, lots, suppliers, today }: { material: StockOf; lots: readonly LotRead[]; suppliers: readonly SupplierRead[]; today: Day }) {
  const { say } = useShopMoney();
  if (lots.length === 0) return null;
  return (
    <Box as="section" aria-label={t`Lots`} marginBottom="22px">
      <Text color="softInk" fontWeight={600}>{t`Used up in this order`}</Text>
      {byTurn(lots).map((lot) => {
        const until = goodUntil(lot, store);
        const from = suppliers.find(({ id }) => id === lot.supplierId)?.name;
        return (
          <Flex key={lot.id} justify="space-between" align="center" gap="12px" wrap="wrap" borderBottom="1px solid" borderColor="hairline" paddingY="8px">
            <Box flex="1 1 230px" minWidth={0}>
              <Text fontWeight={600}>
                {t`${amountOf(store, lot.left)} of ${amountOf(store, lot.quantity)}`}
                {lot.code ? `, ${lot.code}` : ""}
              </Text>
              <Text fontSize="15px" color="softInk">
                {say(lot.costMinor)}
                {t`${from ? t` from ${from}` : ""}, here since ${printDay(day(lot.receivedOn))}`}
                {lot.openedOn ? t`, open since ${printDay(day(lot.openedOn))}` : ""}
              </Text>
              {until && (
                <Text fontSize="15px" color={until < today ? "cannot" : "softInk"}>
                  {until < today ? t`Past its day since ${printDay(until)}` : t`Good until ${printDay(until)}`}
                </Text>
              )}
            </Box>
            <Button size="sm" variant="outline" onClick={() => void sendCommand("open-lot", { id: lot.id, version: lot.version, openedOn: lot.openedOn ? null : today })}>
              {lot.openedOn ? t`It is not open` : t`Opened today`}
            </Button>
          </Flex>
        );
      })}
    </Box>
  );
}

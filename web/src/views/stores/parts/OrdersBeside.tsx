import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ToBuyRead } from "@yule/contract";
import type { BuyOrder } from "@yule/derive";

import type { ReactNode } from "react";
import { Link } from "react-router";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import type { BuyingAnswer } from "../useBuying.ts";
import { useShopMoney } from "../useShopMoney.ts";
import { packsOf } from "./StoresVerdict.tsx";
import { printDay } from "../../../kit/say.ts";

/** The cheapest way to buy all that is missing, beside the shelf. */
export function OrdersBeside({ answer, toBuy }: { answer: BuyingAnswer; toBuy: readonly ToBuyRead[] }) {
  const { purchase, orders } = answer;
  if (!purchase || orders.length === 0) return null;
  return (
    <Box as="section" aria-labelledby="cheapest">
      <Text id="cheapest" color="softInk" fontWeight={600} marginBottom="4px">
        {t`Buy, ${purchase.proven ? t`proven cheapest together` : t`the cheapest found`}`}
      </Text>
      {orders.map((order) => (
        <OrderLines key={order.supplier?.id ?? ""} order={order} />
      ))}
      <PutOnList orders={orders} toBuy={toBuy}>
        <Link to="/stores?ask=buy">{t`Who sells what`}</Link>
      </PutOnList>
    </Box>
  );
}

export function OrderLines({ order }: { order: BuyOrder }) {
  const { say } = useShopMoney();
  return (
    <Box marginBottom="14px">
      <Text fontFamily="heading" fontSize="19px">
        {order.supplier?.name ?? t`Wherever it is sold`}
      </Text>
      {order.lines.map((line) => (
        <Flex key={line.store.id} justify="space-between" gap="12px" borderBottom="1px solid" borderColor="hairline" paddingY="8px">
          <Box minWidth={0}>
            <Text fontWeight={700} overflowWrap="anywhere">
              {t`${packsOf(line.packs, line.packName)} of ${line.store.name}`}
            </Text>
            <Text color={line.isInTime ? "softInk" : "cannot"} fontSize="15px">
              {t`Here by ${printDay(line.there)}, 95 %${line.isInTime ? "" : t`: too late for the plan`}`}
            </Text>
          </Box>
          <Text whiteSpace="nowrap">{say(line.cost)}</Text>
        </Flex>
      ))}
      <Flex justify="space-between" gap="12px" paddingY="8px" color="softInk">
        <Text>{t`Post`}</Text>
        <Text>{order.post === 0 ? t`free` : say(order.post)}</Text>
      </Flex>
    </Box>
  );
}

/** What the solver chose becomes lines of the list; what stood there of the same and is not ordered makes way. */
export function PutOnList({ orders, toBuy, children }: { orders: readonly BuyOrder[]; toBuy: readonly ToBuyRead[]; children?: ReactNode }) {
  const isListed = orders.every(({ supplier, lines }) =>
    lines.every(({ store, packs }) => toBuy.some((line) => line.storeId === store.id && line.packs === packs && line.supplierId === (supplier?.id ?? null))),
  );
  const put = (): void => {
    const lines = orders.flatMap(({ supplier, lines }) =>
      lines.map(({ store, packs, quantity, cost, orderBy }) => ({ id: v7(), storeId: store.id, supplierId: supplier?.id ?? null, packs, quantity, costMinor: cost, orderBy })),
    );
    void sendCommand("list-to-buy", { lines });
  };
  return (
    <Flex gap="12px" align="center" wrap="wrap">
      <Button onClick={put} disabled={isListed}>
        {isListed ? t`It is on the list` : t`Put it on the list`}
      </Button>
      {children}
    </Flex>
  );
}

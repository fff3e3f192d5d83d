import { rich } from "../../../kit/rich.tsx";
import { t } from "@yule/core";
import { Box, Flex, Text } from "@chakra-ui/react";

import { Verdict, Figure } from "../../../kit/Verdict.tsx";
import type { StoresAskProps } from "../ask.ts";
import { useBuying, useOneMore, type BuyingAnswer } from "../useBuying.ts";
import { useShopMoney } from "../useShopMoney.ts";
import { BuyingList } from "./BuyingList.tsx";
import { OrderLines, PutOnList } from "./OrdersBeside.tsx";
import { Suppliers } from "./Suppliers.tsx";
import { printDay } from "../../../kit/say.ts";

/** What to buy where, the list that is taken to the shop, and who sells what. */
export default function BuyAsk(props: StoresAskProps) {
  const { outlook, stores } = props;
  const answer = useBuying(props);
  const { say } = useShopMoney();
  const purchase = answer?.purchase;
  return (
    <>
      <Verdict>
        {!answer ? (
          t`Nothing has to be bought for what is owed.`
        ) : answer.buying.job.wants.length === 0 ? (
          t`${String(answer.buying.unsold.length)} ${answer.buying.unsold.length === 1 ? t`material is` : t`materials are`} missing, and nobody is told who sells them.`
        ) : !purchase ? (
          answer.fresh ? (
            t`No order that the suppliers take covers all that is missing.`
          ) : (
            t`Where to buy what is missing is being worked out.`
          )
        ) : (
          <>
            {rich`All that is missing costs ${(
              <Figure
                why={
                  purchase.proven
                    ? t`${say(purchase.goods)} for goods and ${say(purchase.post)} for post. No other choice of packs and suppliers costs less: that is proven.`
                    : t`${say(purchase.goods)} for goods and ${say(purchase.post)} for post. It cannot cost less than ${say(purchase.bound)}.`
                }
              >
                {say(purchase.total)}
              </Figure>
            )} from ${answer.orders.length === 1 ? (answer.orders[0]?.supplier?.name ?? t`wherever it is sold`) : t`${String(answer.orders.length)} suppliers`}`}
            {answer.orders[0] ? t`, the first to order ${answer.orders[0].orderBy <= outlook.today ? t`today` : t`by ${printDay(answer.orders[0].orderBy)}`}` : ""}.
          </>
        )}
      </Verdict>
      <Flex gap="40px" align="flex-start" direction={{ base: "column", lg: "row" }}>
        <Box flex={{ base: "none", lg: "1 1 420px" }} minWidth={0} maxWidth="560px" width="100%">
          {answer?.orders.map((order) => (
            <OrderLines key={order.supplier?.id ?? ""} order={order} />
          ))}
          {answer && answer.orders.length > 0 && <PutOnList orders={answer.orders} toBuy={stores.toBuy} />}
          <Otherwise answer={answer} />
          {answer && answer.buying.unsold.length > 0 && <Text color="cannot">{t`Nobody is told who sells ${answer.buying.unsold.map(({ name }) => name).join(", ")}.`}</Text>}
        </Box>
        <Box flex={{ base: "none", lg: "1 1 420px" }} minWidth={0} maxWidth="560px" width="100%">
          <BuyingList {...props} />
        </Box>
      </Flex>
      <Suppliers stores={stores} />
    </>
  );
}

/** What a day later, or a pack more, would change. */
function Otherwise({ answer }: { answer: BuyingAnswer | null }) {
  const { say } = useShopMoney();
  const oneMore = useOneMore(answer);
  const first = answer?.orders[0]?.lines.reduce((least, line) => (line.orderBy < least.orderBy ? line : least));
  if (!first) return null;
  return (
    <Text marginTop="12px" color="softInk">
      {t`Ordered a day later than ${printDay(first.orderBy)}, ${first.store.name} is there in time ${Math.round(first.dayLater * 100)} times in 100.${
        oneMore
          ? t` One ${oneMore.line.packName === "" ? t`pack` : oneMore.line.packName} more of ${oneMore.line.store.name} makes it ${say(Math.abs(oneMore.more))} ${oneMore.more < 0 ? t`less` : t`more`}.`
          : ""
      }`}
    </Text>
  );
}

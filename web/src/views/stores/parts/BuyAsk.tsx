import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ToBuyRead } from "@yule/contract";
import { groupedBy } from "@yule/derive";
import { printDay } from "@yule/core";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { saveFile } from "../../../kit/save.ts";
import { Tick } from "../../../kit/FormField.tsx";
import { Verdict, Figure } from "../../../kit/Verdict.tsx";
import type { StoresAskProps } from "../ask.ts";
import { buyingCsv } from "../buyingCsv.ts";
import type { buyingPdf } from "../buyingPdf.ts";
import { useBuying, useOneMore, type BuyingAnswer } from "../useBuying.ts";
import { useShopMoney } from "../useShopMoney.ts";
import { amountOf } from "../words.ts";
import { OrderLines, PutOnList } from "./OrdersBeside.tsx";
import { ReceiveDialog } from "./ReceiveDialog.tsx";
import { Suppliers } from "./Suppliers.tsx";

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
          "Nothing has to be bought for what is owed."
        ) : answer.buying.job.wants.length === 0 ? (
          `${String(answer.buying.unsold.length)} ${answer.buying.unsold.length === 1 ? "material is" : "materials are"} missing, and nobody is told who sells them.`
        ) : !purchase ? (
          answer.fresh ? (
            "No order that the suppliers take covers all that is missing."
          ) : (
            "Where to buy what is missing is being worked out."
          )
        ) : (
          <>
            All that is missing costs{" "}
            <Figure
              why={
                purchase.proven
                  ? `${say(purchase.goods)} for goods and ${say(purchase.post)} for post. No other choice of packs and suppliers costs less: that is proven.`
                  : `${say(purchase.goods)} for goods and ${say(purchase.post)} for post. It cannot cost less than ${say(purchase.bound)}.`
              }
            >
              {say(purchase.total)}
            </Figure>{" "}
            from {answer.orders.length === 1 ? (answer.orders[0]?.supplier?.name ?? "wherever it is sold") : `${String(answer.orders.length)} suppliers`}
            {answer.orders[0] ? `, the first to order ${answer.orders[0].orderBy <= outlook.today ? "today" : `by ${printDay(answer.orders[0].orderBy)}`}` : ""}.
          </>
        )}
      </Verdict>
      <Flex gap="40px" align="flex-start" direction={{ base: "column", lg: "row" }}>
        <Box flex={{ base: "none", lg: "1 1 420px" }} minWidth={0} maxWidth="560px" width="100%">
          {answer?.orders.map((order) => (
            <Box key={order.supplier?.id ?? ""} marginBottom="14px">
              <Text fontFamily="heading" fontSize="20px">
                {order.supplier?.name ?? "Wherever it is sold"}
              </Text>
              <OrderLines order={order} />
            </Box>
          ))}
          {answer && answer.orders.length > 0 && <PutOnList orders={answer.orders} />}
          <Otherwise answer={answer} />
          {answer && answer.buying.unsold.length > 0 && <Text color="cannot">Nobody is told who sells {answer.buying.unsold.map(({ name }) => name).join(", ")}.</Text>}
        </Box>
        <Box flex={{ base: "none", lg: "1 1 420px" }} minWidth={0} maxWidth="560px" width="100%">
          <TheList {...props} />
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
      Ordered a day later than {printDay(first.orderBy)}, {first.store.name} is there in time {Math.round(first.dayLater * 100)} times in 100.
      {oneMore
        ? ` One ${oneMore.line.packName === "" ? "pack" : oneMore.line.packName} more of ${oneMore.line.store.name} makes it ${say(oneMore.more)} ${oneMore.more < 0 ? "less" : "more"}.`.replace(
            "-",
            "",
          )
        : ""}
    </Text>
  );
}

/** What prints is read only when somebody prints. */
async function printed(list: Parameters<typeof buyingPdf>[0]): Promise<Uint8Array> {
  const [{ buyingPdf }, { loadFonts }] = await Promise.all([import("../buyingPdf.ts"), import("../../../kit/pdf/loadFonts.ts")]);
  return buyingPdf(list, await loadFonts());
}

/** The list by supplier, to be ticked in the shop, without a network too; what has come is booked in from it. */
function TheList({ outlook, stores }: StoresAskProps) {
  const { say, currency } = useShopMoney();
  const [receiving, setReceiving] = useState<ToBuyRead | null>(null);
  const named = new Map(stores.suppliers.map((supplier) => [supplier.id, supplier.name]));
  const store = new Map(outlook.stores.map((each) => [each.id, each]));
  const { toBuy } = stores;
  const supplierName = ({ supplierId }: ToBuyRead): string => named.get(supplierId ?? "") ?? "Wherever it is sold";
  if (toBuy.length === 0)
    return (
      <Box>
        <Text fontFamily="heading" fontSize="20px">
          The buying list
        </Text>
        <Text color="softInk">Nothing is on it. What you put on it is ticked here in the shop, and booked in with its price when it comes.</Text>
      </Box>
    );
  return (
    <Box as="section" aria-label="The buying list">
      <Text fontFamily="heading" fontSize="20px" marginBottom="4px">
        The buying list
      </Text>
      {groupedBy(toBuy, ({ supplierId }) => supplierId ?? "").map((lines) => (
        <Box key={lines[0]?.supplierId ?? ""} marginBottom="14px">
          <Flex justify="space-between" align="baseline" gap="12px">
            <Text fontWeight={700}>{lines[0] ? supplierName(lines[0]) : ""}</Text>
            {lines.some(({ state }) => state !== "ordered") && (
              <Button
                size="sm"
                variant="outline"
                onClick={() => void sendCommand("mark-to-buy", { ids: lines.flatMap(({ id, state }) => (state === "ordered" ? [] : [id])), state: "ordered" })}
              >
                All of it is ordered
              </Button>
            )}
          </Flex>
          {lines.map((line) => {
            const material = store.get(line.storeId);
            return (
              <Flex key={line.id} gap="10px" align="center" wrap="wrap" borderBottom="1px solid" borderColor="hairline" paddingY="8px">
                <Box flex="1 1 220px" minWidth={0}>
                  {line.state === "ordered" ? (
                    <Text fontWeight={600}>{material?.name ?? ""}</Text>
                  ) : (
                    <Tick
                      checked={line.state === "in the basket"}
                      onChange={(event) => void sendCommand("mark-to-buy", { ids: [line.id], state: event.target.checked ? "in the basket" : "listed" })}
                    >
                      {material?.name ?? ""}
                    </Tick>
                  )}
                  <Text fontSize="15px" color="softInk">
                    {line.packs} × {material ? amountOf(material, Math.round(line.quantity / line.packs)) : ""}, {say(line.costMinor)}
                    {line.state === "ordered" && line.orderedOn ? `, ordered ${printDay(line.orderedOn as never)}` : line.orderBy ? `, by ${printDay(line.orderBy)}` : ""}
                  </Text>
                </Box>
                <Button size="sm" variant="outline" onClick={() => setReceiving(line)}>
                  It is here
                </Button>
                <Button size="sm" variant="ghost" onClick={() => void sendCommand("mark-to-buy", { ids: [line.id], state: "dropped" })}>
                  Take it off
                </Button>
              </Flex>
            );
          })}
        </Box>
      ))}
      <Flex gap="18px" wrap="wrap">
        <PdfButton name="buying-list.pdf" make={() => printed({ toBuy, stores: outlook.stores, supplierName, say, today: outlook.today })}>
          Print the list
        </PdfButton>
        <Button variant="ghost" paddingInline="0" onClick={() => saveFile("buying-list.csv", "text/csv", buyingCsv({ toBuy, stores: outlook.stores, supplierName, currency }))}>
          Save the list as CSV
        </Button>
      </Flex>
      {receiving && <ReceiveDialog line={receiving} material={store.get(receiving.storeId)} today={outlook.today} onClose={() => setReceiving(null)} />}
    </Box>
  );
}

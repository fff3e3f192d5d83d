import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ToBuyRead } from "@yule/contract";
import { day, t } from "@yule/core";
import { groupedBy } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Tick } from "../../../kit/FormField.tsx";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { saveFile } from "../../../kit/save.ts";
import type { StoresAskProps } from "../ask.ts";
import { buyingCsv } from "../buyingCsv.ts";
import type { buyingPdf } from "../buyingPdf.ts";
import { useShopMoney } from "../useShopMoney.ts";
import { amountOf } from "../words.ts";
import { ReceiveDialog } from "./ReceiveDialog.tsx";
import { printDay } from "../../../kit/say.ts";

/** What prints is read only when somebody prints. */
async function printed(list: Parameters<typeof buyingPdf>[0]): Promise<Uint8Array> {
  const [{ buyingPdf }, { loadFonts }] = await Promise.all([import("../buyingPdf.ts"), import("../../../kit/pdf/loadFonts.ts")]);
  return buyingPdf(list, await loadFonts());
}

/** The list by supplier, to be ticked in the shop, without a network too; what has come is booked in from it. */
export function BuyingList({ outlook, stores }: StoresAskProps) {
  const { say, currency } = useShopMoney();
  const [receiving, setReceiving] = useState<ToBuyRead | null>(null);
  const named = new Map(stores.suppliers.map((supplier) => [supplier.id, supplier.name]));
  const store = new Map(outlook.stores.map((each) => [each.id, each]));
  const { toBuy } = stores;
  const supplierName = ({ supplierId }: ToBuyRead): string => named.get(supplierId ?? "") ?? t`Wherever it is sold`;
  if (toBuy.length === 0)
    return (
      <Box>
        <Text fontFamily="heading" fontSize="20px">{t`The buying list`}</Text>
        <Text color="softInk">{t`Nothing is on it. What you put on it is ticked here in the shop, and booked in with its price when it comes.`}</Text>
      </Box>
    );
  return (
    <Box as="section" aria-label={t`The buying list`}>
      <Text fontFamily="heading" fontSize="20px" marginBottom="4px">{t`The buying list`}</Text>
      {groupedBy(toBuy, ({ supplierId }) => supplierId ?? "").map((lines) => (
        <Box key={lines[0]?.supplierId ?? ""} marginBottom="14px">
          <Flex justify="space-between" align="baseline" gap="12px">
            <Text fontWeight={700}>{lines[0] ? supplierName(lines[0]) : ""}</Text>
            {lines.some(({ state }) => state !== "ordered") && (
              <Button
                size="sm"
                variant="outline"
                onClick={() => void sendCommand("mark-to-buy", { ids: lines.flatMap(({ id, state }) => (state === "ordered" ? [] : [id])), state: "ordered" })}
              >{t`All of it is ordered`}</Button>
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
                      onChange={(event) => void sendCommand("mark-to-buy", { ids: [line.id], state: event.target.checked ? BASKET.taken : BASKET.left })}
                    >
                      {material?.name ?? ""}
                    </Tick>
                  )}
                  <Text fontSize="15px" color="softInk">
                    {line.packs} × {material ? amountOf(material, Math.round(line.quantity / line.packs)) : ""}, {say(line.costMinor)}
                    {line.state === "ordered" && line.orderedOn ? t`, ordered ${printDay(day(line.orderedOn))}` : line.orderBy ? t`, by ${printDay(line.orderBy)}` : ""}
                  </Text>
                </Box>
                <Button size="sm" variant="outline" onClick={() => setReceiving(line)}>{t`It is here`}</Button>
                <Button size="sm" variant="ghost" onClick={() => void sendCommand("mark-to-buy", { ids: [line.id], state: "dropped" })}>{t`Take it off`}</Button>
              </Flex>
            );
          })}
        </Box>
      ))}
      <Flex gap="18px" wrap="wrap">
        <PdfButton name="buying-list.pdf" make={() => printed({ toBuy, stores: outlook.stores, supplierName, say, today: outlook.today })}>{t`Print the list`}</PdfButton>
        <Button
          variant="ghost"
          paddingInline="0"
          onClick={() => saveFile("buying-list.csv", "text/csv", buyingCsv({ toBuy, stores: outlook.stores, supplierName, currency }))}
        >{t`Save the list as CSV`}</Button>
      </Flex>
      {receiving && <ReceiveDialog line={receiving} material={store.get(receiving.storeId)} today={outlook.today} onClose={() => setReceiving(null)} />}
    </Box>
  );
}

const BASKET = { taken: "in the basket", left: "listed" } as const;

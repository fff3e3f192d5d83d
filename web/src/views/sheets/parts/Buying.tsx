import { Box, Button, Heading, Text } from "@chakra-ui/react";
import { money, packsToBuy, type SheetStore, type Split, t } from "@yule/core";
import { sheetsTaken, type Outlook } from "@yule/derive";
import { sendCommand } from "../../../data/outbox.ts";
import { Tick } from "../../../kit/FormField.tsx";
import type { SheetSaving } from "../useSplits.ts";
import { printMoney } from "../../../kit/say.ts";

/** What is short, in packs; and other papers that would make the whole cheaper. */
export function Buying({
  outlook,
  split,
  others,
  also,
  savings,
  onAlso,
}: {
  outlook: Outlook;
  split: Split;
  others: readonly SheetStore[];
  also: ReadonlySet<string>;
  savings: readonly SheetSaving[];
  onAlso: (id: string, on: boolean) => void;
}) {
  const nameOf = (id: string): string => outlook.stores.find((store) => store.id === id)?.name ?? "";
  const buy = packsToBuy(
    sheetsTaken(split),
    outlook.stores.map((store) => ({ id: store.id, onHand: store.onHand, pack: store.pack, packCost: money(store.packCostMinor) })),
  );
  const offered = others.filter((store) => also.has(store.id) || savings.some((saving) => saving.store === store.id));
  if (buy.length === 0 && offered.length === 0) return null;
  return (
    <Box as="section" aria-label={t`To buy`} marginTop="16px">
      {buy.map((each) => {
        const store = outlook.stores.find((one) => one.id === each.store);
        return (
          <Box key={each.store} marginBottom="8px">
            <Text>
              {t`${each.short} short of ${nameOf(each.store)}: ${each.packs === 1 ? t`a pack` : t`${String(each.packs)} packs`} of ${store?.pack ?? 1}, `}
              {printMoney(each.cost, outlook.shop.currency)}
              {each.over > 0 && t`; ${String(each.over)} stay over`}.
            </Text>
            <Button variant="outline" width="100%" marginTop="4px" onClick={() => void sendCommand("buy-store", { id: each.store, quantity: each.packs * (store?.pack ?? 1) })}>
              {each.packs === 1 ? t`A pack of ${String(store?.pack ?? 1)} has come` : t`${String(each.packs)} packs of ${String(store?.pack ?? 1)} have come`}
            </Button>
          </Box>
        );
      })}
      {offered.length > 0 && (
        <>
          <Heading as="h2" fontSize="18px" fontWeight={600}>{t`Cheaper with another paper beside it`}</Heading>
          {offered.map((store) => {
            const saving = savings.find((each) => each.store === store.id);
            return (
              <Tick key={store.id} checked={also.has(store.id)} onChange={(change) => onAlso(store.id, change.target.checked)}>
                <span>
                  {nameOf(store.id)}
                  {saving && !also.has(store.id) && t`: saves ${printMoney(money(saving.saves), outlook.shop.currency)}${saving.precut ? t`, already in the size wanted` : ""}`}
                </span>
              </Tick>
            );
          })}
        </>
      )}
    </Box>
  );
}

import { Box, Flex, Text } from "@chakra-ui/react";
import type { MoveRead, StoreRead } from "@yule/contract";
import { dayAt, t } from "@yule/core";
import { useView } from "../../../plan/useOutlet.ts";
import { amountOf } from "../words.ts";
import { printDay } from "../../../kit/say.ts";

const MOST_SHOWN = 12;

/** What came and went of a material lately, and for what. What one command moved on one day for one thing stands as one line. */
export function CameAndWent({ store, moves }: { store: StoreRead; moves: readonly MoveRead[] }) {
  const { shop } = useView();
  const lines = new Map<string, { readonly on: string; readonly words: string; readonly quantity: number }>();
  for (const { storeId, at, reason, why, quantity } of moves) {
    if (storeId !== store.id || quantity === 0) continue;
    const [on, words] = [printDay(dayAt(new Date(at), shop.timeZone)), why === "" ? reason : `${reason === "older" ? "" : `${reason}, `}${why}`];
    const key = `${on} ${words}`;
    lines.set(key, { on, words, quantity: (lines.get(key)?.quantity ?? 0) + quantity });
  }
  if (lines.size === 0) return null;
  return (
    <Box as="section" aria-label={t`What came and went`} marginBottom="20px">
      <Text color="softInk" fontWeight={600}>{t`What came and went`}</Text>
      {[...lines].slice(0, MOST_SHOWN).map(([key, { on, words, quantity }]) => (
        <Flex key={key} justify="space-between" gap="12px" borderBottom="1px solid" borderColor="hairline" paddingY="6px">
          <Text minWidth={0} overflowWrap="anywhere">
            {words}
            <Text as="span" color="softInk">
              , {on}
            </Text>
          </Text>
          <Text whiteSpace="nowrap">
            {quantity > 0 ? "+" : "−"} {amountOf(store, Math.abs(quantity))}
          </Text>
        </Flex>
      ))}
    </Box>
  );
}

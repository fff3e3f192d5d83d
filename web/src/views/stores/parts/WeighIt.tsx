import { problemTitle } from "@yule/contract";
import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ScaleRead, StoreRead } from "@yule/contract";
import { countByWeight, gramsOfOne, type CountByWeight, t } from "@yule/core";
import { useState } from "react";
import { problemIn, request } from "../../../data/api.ts";
import { readNumber } from "../../../kit/readNumber.ts";
import { TextInput } from "../../../kit/FormField.tsx";
import { amountOf } from "../words.ts";

export const canBeWeighed = (store: StoreRead): boolean => gramsOfOne(store) !== null;

/** Counts by weight: cards, sheets, and what is left in a tube or bottle. What the scale says is offered as a count, with how far it may be off. */
export function WeighIt({ store, onCount }: { store: StoreRead; onCount: (count: CountByWeight) => void }) {
  const [empty, setEmpty] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  const weigh = async (): Promise<void> => {
    const tare = empty.trim() === "" ? 0 : readNumber(empty);
    if (!(tare >= 0)) return setSaid(giveInstead(empty, t`the weight of the empty vessel in g, such as 12`));
    try {
      const read = (await request(`scale?store=${store.id}&empty=${String(tare)}`)) as ScaleRead;
      const count = countByWeight(store, read.grams, tare, read.step);
      if (!count) return setSaid(t`${read.by}: ${String(read.grams)} g, which is less than its vessel. Weigh the vessel again.`);
      setSaid(t`${read.by}: ${String(read.grams)} g, that is ${amountOf(store, count.amount)}, give or take ${amountOf(store, count.off)}.`);
      onCount(count);
    } catch (thrown) {
      setSaid(problemTitle(problemIn(thrown)));
    }
  };
  return (
    <Box fontSize="15px" maxWidth="320px" marginTop="6px">
      <Flex gap="8px" align="center">
        <TextInput
          aria-label={t`Empty vessel of ${store.name}, g`}
          placeholder={t`vessel, g`}
          width="104px"
          inputMode="decimal"
          value={empty}
          onChange={(change) => setEmpty(change.target.value)}
        />
        <Button size="sm" type="button" variant="ghost" onClick={() => void weigh()}>{t`Weigh it`}</Button>
      </Flex>
      {said && <Text role="status">{said}</Text>}
    </Box>
  );
}

import { problemTitle } from "@yule/contract";
import { t } from "@yule/core";
import { Button, Flex, Text } from "@chakra-ui/react";
import type { DesignRead, ScaleRead } from "@yule/contract";
import { useState } from "react";
import { problemIn, request } from "../../data/api.ts";
import { sendCommand } from "../../data/outbox.ts";

/**
 * A card in its envelope laid on the scale: from then on its postage goes by what it weighs, and no longer by what its parts are reckoned to.
 * @param reckoned grams by its parts
 */
export function WeighLetter({ design, reckoned }: { design: DesignRead; reckoned: number }) {
  const [said, setSaid] = useState<string | null>(null);
  const go = async (grams: number | null, words: string): Promise<void> => {
    const sent = await sendCommand("weigh-letter", { id: design.id, version: design.version, grams }, { ownRefusals: true });
    setSaid(sent.state === "refused" ? problemTitle(sent.problem) : words);
  };
  const weigh = async (): Promise<void> => {
    try {
      const { grams, by, step } = (await request(`letter-scale?design=${design.id}`)) as ScaleRead;
      if (grams <= 0) return setSaid(t`${by}: nothing lies on it. Lay one on in its envelope, and weigh again.`);
      // What lies between two steps of the scale may be the heavier.
      const most = grams + step / 2;
      await go(most, t`${by}: ${String(grams)} g, so at most ${String(most)} g. Its postage goes by that.`);
    } catch (thrown) {
      setSaid(problemTitle(problemIn(thrown)));
    }
  };
  return (
    <Flex gap="6px 12px" align="center" wrap="wrap" marginBottom="8px">
      <Button size="sm" variant="outline" onClick={() => void weigh()}>{t`Weigh one of ${design.name} in its envelope`}</Button>
      {design.weighed !== null && (
        <Button size="sm" variant="ghost" onClick={() => void go(null, t`Its postage goes by its parts again.`)}>{t`Go by its parts, ${Math.ceil(reckoned)} g`}</Button>
      )}
      {said && <Text role="status">{said}</Text>}
    </Flex>
  );
}

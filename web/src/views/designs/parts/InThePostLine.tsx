import { rich } from "../../../kit/rich.tsx";
import { Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { lengthOfUnits, t } from "@yule/core";
import { inThePost, type Outlook } from "@yule/derive";
import { WeighLetter } from "../../../features/post/WeighLetter.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { printNumber } from "../../../kit/say.ts";
import { printMoney } from "../../../kit/say.ts";

/** How thick and heavy the card is in its envelope, how it goes by post, and what a flat one would save. */
export function InThePostLine({ design, outlook }: { design: DesignRead; outlook: Outlook }) {
  const { say } = useMeasure();
  const { grams, thick, way, flatSaves } = inThePost(design, outlook);
  const { currency } = outlook.shop;
  const size = t`In its envelope it is ${say(lengthOfUnits(thick))} thick and ${design.weighed === null ? t`is reckoned to weigh ${String(Math.ceil(grams))} g` : t`weighs at most ${printNumber(grams, 1)} g by the scale`}`;
  const reckoned = inThePost({ ...design, weighed: null }, outlook).grams;
  if (!way)
    return (
      <>
        <Text color="cannot" fontWeight={600} marginY="8px">
          {t`${size}: no service of ${outlook.dispatch.carrier.name} takes it. Make it thinner or lighter.`}
        </Text>
        <WeighLetter design={design} reckoned={reckoned} />
      </>
    );
  return (
    <>
      <Text marginY="8px" maxWidth="40em" color={flatSaves ? "tight" : "ink"}>
        {rich`${size}, and goes as ${way.service} for ${printMoney(way.price, currency)}.${
          flatSaves &&
          t` Flat, with pen dots instead of gems or foam, each would cost ${printMoney(flatSaves.each, currency)} less${flatSaves.letters > 0 ? t`: ${printMoney(flatSaves.all, currency)} on the ${String(flatSaves.letters)} that are owed by post` : ""}.`
        }`}
      </Text>
      <WeighLetter design={design} reckoned={reckoned} />
    </>
  );
}

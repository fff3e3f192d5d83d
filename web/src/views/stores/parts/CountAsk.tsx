import { Box, Flex, Text } from "@chakra-ui/react";
import { capital, t } from "@yule/core";
import { Fold } from "../../../kit/Fold.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import { Teach } from "../../../kit/states.tsx";
import type { StockOf, StoresAskProps } from "../ask.ts";
import { amountOf } from "../words.ts";
import { CountField } from "./CountField.tsx";
import { ShelfLabels } from "./ShelfLabels.tsx";

/** What a count would settle comes before what it would not. */
const asks = ({ store, outlook }: StockOf, alarms: StoresAskProps["alarms"]): boolean => {
  const alarm = alarms.get(store.id);
  return store.unbooked > 0 || alarm === "order or count" || (alarm === "count" && outlook.lasts < DOUBTFUL);
};
/** In so many cases it lasts, or nobody needs to count it yet. */
const DOUBTFUL = 0.8;

/** The shelf in the order in which one walks along it, a big field at each place. Counts are kept without a network and go up later. */
export default function CountAsk({ stock, alarms }: StoresAskProps) {
  const asked = stock.filter((each) => asks(each, alarms));
  const places = [...new Set(stock.map(({ store }) => store.place))];
  if (stock.length === 0) return <Teach title={t`There is nothing to count`}>{t`What lies on the shelf is counted here, place by place, on a phone too.`}</Teach>;
  return (
    <>
      <Verdict>
        {asked.length === 0
          ? t`No count would change what is decided today. Count what you like: it makes the rest surer.`
          : t`Count ${asked.length === 1 ? (asked[0]?.store.name ?? "") : t`${String(asked.length)} of ${String(stock.length)}`} first: what they say changes what runs out.`}
      </Verdict>
      <ShelfLabels stores={stock.map(({ store }) => store)} />
      {places.map((place) => (
        <Place key={place} name={place} own={stock.filter(({ store }) => store.place === place)} asked={asked} />
      ))}
    </>
  );
}

/** One stop of the walk. Where nothing is asked it stays folded until she stands there. */
function Place({ name, own, asked }: { name: string; own: readonly StockOf[]; asked: readonly StockOf[] }) {
  const isAsked = own.some((each) => asked.includes(each));
  const title = capital(name === "" ? "elsewhere" : name);
  const lines = own.map((each) => <CountLine key={each.store.id} each={each} isAsked={asked.includes(each)} />);
  return (
    <Box as="section" aria-label={title} marginBottom="18px" maxWidth="640px">
      {isAsked ? (
        <>
          <Text fontFamily="heading" fontSize="20px" marginBottom="4px">
            {title}
          </Text>
          {lines}
        </>
      ) : (
        <Fold title={`${title}, ${String(own.length)} ${own.length === 1 ? t`material` : t`materials`}`} isLookedUp>
          {lines}
        </Fold>
      )}
    </Box>
  );
}

function CountLine({ each, isAsked }: { each: StockOf; isAsked: boolean }) {
  const { store } = each;
  return (
    <Flex justify="space-between" align="center" gap="14px" wrap="wrap" borderBottom="1px solid" borderColor="hairline" paddingY="10px">
      <Box minWidth={0} flex="1 1 200px">
        <Text fontWeight={isAsked ? 700 : 500} overflowWrap="anywhere">
          {store.name}
        </Text>
        <Text fontSize="15px" color={isAsked ? "tight" : "softInk"}>
          {t`${amountOf(store, store.onHand)} by the books${store.unbooked > 0 ? t`, ${amountOf(store, store.unbooked)} more were used` : isAsked ? t`, it may not last` : ""}`}
        </Text>
      </Box>
      <CountField store={store} />
    </Flex>
  );
}

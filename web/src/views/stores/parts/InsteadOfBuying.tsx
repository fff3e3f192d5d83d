import { rich } from "../../../kit/rich.tsx";
import { plural, t } from "@yule/core";
import { Box, Text } from "@chakra-ui/react";
import { insteadOf, seenAs, type Instead } from "@yule/derive";
import { useMemo } from "react";
import { Link } from "react-router";
import { useColourQuery, useSheetsQuery } from "../../../data/api.ts";
import type { StockOf, StoresAskProps } from "../ask.ts";
import { amountOf } from "../words.ts";
import { inOrderOfBite } from "./StoresVerdict.tsx";

const MOST_SHOWN = 3;

/** What would do in place of buying what is short. */
export function InsteadOfBuying({ outlook, stock, alarms }: StoresAskProps) {
  const { data: colour } = useColourQuery();
  const { data: sheets } = useSheetsQuery();
  const ways = useMemo(
    () => inOrderOfBite(stock, alarms).flatMap((short) => insteadOf(short, outlook, stock, { colour, offcuts: sheets?.offcuts ?? [] }).map((way) => ({ short, way }))),
    [stock, alarms, outlook, colour, sheets],
  ).slice(0, MOST_SHOWN);
  if (ways.length === 0) return null;
  return (
    <Box as="section" aria-labelledby="instead">
      <Text id="instead" color="softInk" fontWeight={600} marginBottom="6px">{t`Instead of buying`}</Text>
      {ways.map(({ short, way }) => (
        <Text key={`${short.store.id} ${keyOf(way)}`} marginBottom="8px">
          <WayWords short={short} way={way} />
        </Text>
      ))}
    </Box>
  );
}

const keyOf = (way: Instead): string => (way.what === "offcuts" || way.what === "method" ? `${way.what} ${way.design}` : way.store.id);

const SPLIT: Readonly<Record<(Instead & { what: "method" })["method"], () => string>> = {
  cut: () => t`Cut`,
  fold: () => t`Folded and torn`,
  tape: () => t`Taped`,
};

function WayWords({ short, way }: { short: StockOf; way: Instead }) {
  switch (way.what) {
    case "paint":
      return (
        <>
          {rich`${(<Swatch hex={way.hex} />)} ${way.store.name} in place of ${short.store.name}: ${seenAs(way.difference)} (difference ${Math.round(way.difference * 10) / 10}).`}
        </>
      );
    case "card stock":
      return t`Cut the mats and bases of ${short.store.name} from ${way.store.name}, of which ${amountOf(way.store, way.stays)} stay: ${seenAs(way.difference)}.`;
    case "offcuts":
      return (
        <>
          {rich`${(<Link to="/sheets?ask=offcuts">{t`Offcuts in the drawer`}</Link>)} give ${way.panels} ${way.panels === 1 ? t`panel` : t`panels`} for ${way.design}`}
          {way.sheets > 0 ? t`: ${String(way.sheets)} ${way.sheets === 1 ? t`sheet` : t`sheets`} less of ${short.store.name}` : t`, though no whole sheet less`}.
        </>
      );
    case "method":
      return rich`${SPLIT[way.method]()} instead of ${SPLIT[way.usual]().toLowerCase()}, ${way.design} takes ${plural(way.sheets, { one: "# sheet", other: "# sheets" })} less of ${short.store.name}, and has other edges. ${(<Link to="/sheets?ask=split">{t`See how it splits`}</Link>)}.`;
    case "paper":
      return (
        <>{rich`Tear or cut the last panels from ${way.store.name}: ${amountOf(way.store, way.stays)} stay. ${(<Link to="/sheets?ask=split">{t`See how it splits`}</Link>)}.`}</>
      );
  }
}

const Swatch = ({ hex }: { hex: string }) => (
  <Box as="span" display="inline-block" width="14px" height="14px" borderRadius="3px" border="1px solid" borderColor="ink" bg={hex} verticalAlign="-2px" aria-hidden />
);

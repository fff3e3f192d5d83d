import { rich } from "../../../kit/rich.tsx";
import { t, listOf } from "@yule/core";
import { Box, Text } from "@chakra-ui/react";
import { goingOff } from "@yule/derive";

import { useMemo } from "react";
import { Link } from "react-router";
import type { StoresAskProps } from "../ask.ts";
import { materialPage } from "../ask.ts";
import { amountOf } from "../words.ts";
import { printDay } from "../../../kit/say.ts";

const MOST_SHOWN = 3;
/** So far ahead it is of use to know what will go off. */
const DAYS_AHEAD = 60;

/** What goes off unused, and what is asked to be counted. */
export function AskedAbout({ outlook, stock, stores }: StoresAskProps) {
  const off = useMemo(() => goingOff(outlook, stock, stores.lots, DAYS_AHEAD), [outlook, stock, stores.lots]).slice(0, MOST_SHOWN);
  const counts = stock.filter(({ store }) => store.unbooked > 0);
  if (off.length === 0 && counts.length === 0) return null;
  return (
    <Box as="section" aria-labelledby="asked-about">
      <Text id="asked-about" color="softInk" fontWeight={600} marginBottom="6px">{t`When it is quiet`}</Text>
      {counts.slice(0, MOST_SHOWN).map(({ store }) => (
        <Text key={store.id} marginBottom="8px">
          {rich`${(<Link to="/stores?ask=count">{t`Count ${store.name}`}</Link>)}: taps took ${amountOf(store, store.unbooked)} more than the books had.`}
        </Text>
      ))}
      {off.map(({ store, lot, on, unused, designs }) => (
        <Text key={lot.id} marginBottom="8px">
          {rich`${(<Link to={materialPage(store.id)}>{store.name}</Link>)} goes off on ${printDay(on)} with ${amountOf(store, unused)} unused.${designs.length > 0 ? t` ${listed(designs)} would use it.` : ""}`}
        </Text>
      ))}
    </Box>
  );
}

const listed = (names: readonly string[]): string => (names.length <= 2 ? listOf(names) : `${names.slice(0, 2).join(", ")} and ${String(names.length - 2)} more`);

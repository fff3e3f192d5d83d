import { t } from "@yule/core";
import { Box, Flex, Text } from "@chakra-ui/react";
import type { StoreKind, Day } from "@yule/core";
import { Link } from "react-router";
import { STAND_COLOUR } from "../../../../kit/states.tsx";
import { materialPage, type StockOf, type StoresAskProps } from "../../ask.ts";
import { shelfWords, standOf } from "../../words.ts";
import { CELL_HEIGHT, CELL_WIDTH, ShelfPatterns, Thing } from "./drawings.tsx";

/** The boards of the shelf, from the top: paper and card, what is painted with, what holds and trims. */
const BOARDS: readonly { readonly name: () => string; readonly kinds: readonly StoreKind[] }[] = [
  { name: () => t`Paper, card and envelopes`, kinds: ["sheet", "card stock", "card blank", "envelope"] },
  { name: () => t`Paints`, kinds: ["paint"] },
  {
    name: () => t`Fluids, tapes and trimmings`,
    kinds: ["masking fluid", "ink", "pen", "glue", "fixative", "tape", "mounting tape", "foam tape", "glitter", "gem", "twine", "ribbon", "postage stamp", "other"],
  },
];

/** What the things on it are shown with: today, what each paint looks like as a wash, what is said of each. */
interface Beside extends Pick<StoresAskProps, "alarms"> {
  readonly today: Day;
  readonly washes: ReadonlyMap<string, string>;
}

/** The shelf as it looks, to the scale of each kind; each thing leads to its page. */
export function ShelfBoards({ shown, ...rest }: { shown: readonly StockOf[] } & Beside) {
  return (
    <Box>
      <ShelfPatterns />
      {BOARDS.map(({ name, kinds }) => {
        const own = shown.filter(({ store }) => kinds.includes(store.kind));
        return own.length === 0 ? null : <Board key={kinds[0]} name={name()} own={own} {...rest} />;
      })}
      <Text color="softInk" fontSize="15px" marginTop="4px">{t`Full lines and colour stay. Dashed is what the plan takes, from the top. Striped is missing.`}</Text>
    </Box>
  );
}

function Board({ name, own, today, washes, alarms }: { name: string; own: readonly StockOf[] } & Beside) {
  const most = (kind: StoreKind): number => Math.max(1, ...own.flatMap(({ store, outlook }) => (store.kind === kind ? [store.onHand, outlook.wanted] : [])));
  return (
    <Flex as="ul" aria-label={name} wrap="wrap" listStyleType="none" marginBottom="26px">
      {own.map((each) => (
        <Box as="li" key={each.store.id} width={`${String(CELL_WIDTH)}px`} flex="1 0 auto" maxWidth="190px">
          <Link to={materialPage(each.store.id)} style={{ display: "block", textDecoration: "none", color: "inherit" }}>
            <Box borderBottom="7px solid" borderColor="board" textAlign="center">
              <svg width={CELL_WIDTH} height={CELL_HEIGHT} aria-hidden style={{ display: "block", margin: "0 auto", overflow: "visible" }}>
                <Thing each={each} most={most(each.store.kind)} wash={washes.get(each.store.id)} />
              </svg>
            </Box>
            <Box padding="7px 8px 0 6px">
              <Text fontWeight={700} lineHeight={1.25} overflowWrap="anywhere">
                {each.store.name}
              </Text>
              <Text fontSize="15px" color={each.store.unbooked > 0 && !each.outlook.runsOut ? "tight" : each.outlook.wanted === 0 ? "softInk" : STAND_COLOUR[standOf(each)]}>
                {shelfWords(each, alarms.get(each.store.id) ?? null, today)}
              </Text>
            </Box>
          </Link>
        </Box>
      ))}
    </Flex>
  );
}

import { rich } from "../../../kit/rich.tsx";
import { Flex, Text } from "@chakra-ui/react";
import { printMinutes, money, type SplitWay, t } from "@yule/core";
import { takenWord, type Outlook } from "@yule/derive";
import type { SoFar, Ways } from "../useSplits.ts";
import { WAY_WORDS } from "../words.ts";
import { printMoney } from "../../../kit/say.ts";

/** The ways of splitting side by side: sheets and cost, minutes and waste, the edge and what can go wrong. */
export function WayCards({
  ways,
  soFar,
  methods,
  chosen,
  outlook,
  hourMinor,
  why = null,
  onChoose,
}: {
  ways: Ways;
  soFar: SoFar;
  methods: readonly SplitWay[];
  chosen: SplitWay;
  outlook: Outlook;
  onChoose: (way: SplitWay) => void;
  /** Why the way is preset though another is cheaper. */
  why?: string | null;
  /** What an hour of the maker's counts; null where it is not counted. */
  hourMinor: number | null;
}) {
  return (
    <Flex direction="column" gap="6px" role="group" aria-label={t`Way of splitting`} marginBottom="18px">
      {methods.map((method) => {
        const way = ways[method];
        const [split, compared] = [way?.split ?? null, way?.compared ?? null];
        const going = soFar[method];
        const isChosen = method === chosen;
        return (
          <button
            key={method}
            type="button"
            aria-pressed={isChosen}
            onClick={() => onChoose(method)}
            disabled={!split}
            style={{
              textAlign: "start",
              font: "inherit",
              lineHeight: 1.35,
              cursor: split ? "pointer" : "not-allowed",
              padding: "7px 12px",
              borderRadius: 10,
              border: `${String(isChosen ? 2 : 1)}px solid ${isChosen ? "var(--chakra-colors-ink)" : "var(--chakra-colors-hairline)"}`,
              opacity: split ? 1 : 0.6,
            }}
          >
            <Flex gap="10px" justify="space-between">
              <Text fontWeight={700}>{WAY_WORDS[method].name}</Text>
              <Text fontWeight={600}>
                {split
                  ? split.unplaced.length > 0
                    ? t`not all fit`
                    : `${takenWord(split)}, ${printMoney(split.cost, outlook.shop.currency)}`
                  : way
                    ? t`does not fit`
                    : going
                      ? t`so far ${printMoney(money(going.cost), outlook.shop.currency)}, at least ${printMoney(money(Math.ceil(going.bound)), outlook.shop.currency)}`
                      : t`being worked out`}
              </Text>
            </Flex>
            {compared && (
              <Text fontSize="15px" color="softInk">
                {printMinutes(compared.minutes)}
                {rich`${hourMinor !== null && t` for ${printMoney(money(Math.round((compared.minutes / 60) * hourMinor)), outlook.shop.currency)}`}, ${Math.round(compared.waste * 100)} % left over${compared.tapeMetres > 0 && t`, ${String(compared.tapeMetres)} m of tape`}; ${WAY_WORDS[method].edge}, risks ${WAY_WORDS[method].risk}`}
              </Text>
            )}
          </button>
        );
      })}
      {why !== null && <Text fontSize="15px">{why}</Text>}
    </Flex>
  );
}

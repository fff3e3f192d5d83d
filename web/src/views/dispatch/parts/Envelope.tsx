import { Box, Flex, Text, chakra } from "@chakra-ui/react";
import { money, t } from "@yule/core";
import type { PileLetter } from "@yule/derive";
import { townOf } from "../words.ts";
import { typedAmount } from "../../../kit/say.ts";

const Press = chakra("button", {
  base: {
    font: "inherit",
    textAlign: "start",
    cursor: "pointer",
    position: "relative",
    width: "100%",
    borderWidth: "1.5px",
    borderColor: "ink",
    boxShadow: "3px 3px 0 var(--chakra-colors-hairline)",
  },
});

/** Where nobody told the envelope: a square one. */
const SQUARE = { width: 1, height: 1 };
/** No envelope is drawn higher, pixels. */
const HIGH = 190;

/** A letter as it lies on the pile: its envelope at its proportions, the stamps as they will be stuck, what is missing as a gap. Pressed, it stays here today. */
export function Envelope({
  each,
  stamps,
  missing,
  currency,
  isGoing,
  onPress,
}: {
  each: PileLetter;
  stamps: readonly number[];
  /** Stamps that are wanted and not there, minor units; 0 for none. */
  missing: number;
  currency: string;
  isGoing: boolean;
  onPress: () => void;
}) {
  const { width, height } = each.view.design.stack.envelope ?? SQUARE;
  const [long, short] = [Math.max(width, height), Math.min(width, height)];
  return (
    <Press
      type="button"
      aria-pressed={isGoing}
      aria-label={t`Letter to ${each.household.name}${each.card === "" ? "" : `, ${each.view.design.name}, ${each.card}`}`}
      onClick={onPress}
      background={isGoing ? "paper" : "transparent"}
      opacity={isGoing ? 1 : 0.72}
      borderStyle={isGoing ? "solid" : "dashed"}
      style={{ aspectRatio: String(long / short), width: `min(100%, ${String(Math.round((HIGH * long) / short))}px)` }}
    >
      <Flex position="absolute" top="8px" insetX="10px" justify="space-between" gap="6px" align="flex-start">
        <Text fontSize="14px" color="softInk">
          {each.box ?? t`no box`}
        </Text>
        <Flex gap="3px" wrap="wrap" justify="flex-end">
          {stamps.map((value, index) => (
            <Stamp key={index} value={value} currency={currency} />
          ))}
          {missing > 0 && <Stamp value={missing} currency={currency} isMissing />}
        </Flex>
      </Flex>
      <Box position="absolute" left="12%" top="46%" right="8px">
        <Text fontWeight={700} lineHeight={1.2} overflowWrap="anywhere" lineClamp={2}>
          {each.household.name}
        </Text>
        <Text fontSize="15px" color="softInk" lineClamp={1}>
          {townOf(each)}
        </Text>
      </Box>
    </Press>
  );
}

function Stamp({ value, currency, isMissing = false }: { value: number; currency: string; isMissing?: boolean }) {
  return (
    <Box
      minWidth="32px"
      height="34px"
      paddingX="3px"
      display="grid"
      placeItems="center"
      fontSize="13px"
      fontWeight={700}
      border={isMissing ? "2px dashed" : "1.5px dotted"}
      borderColor={isMissing ? "cannot" : "ink"}
      color={isMissing ? "cannot" : "ink"}
      background={isMissing ? "transparent" : "table"}
    >
      {typedAmount(money(value), currency)}
    </Box>
  );
}

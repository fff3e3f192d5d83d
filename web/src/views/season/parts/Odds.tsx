import { Box, Flex } from "@chakra-ui/react";
import { hundredths, stateOf, t } from "@yule/core";
import { STAND_COLOUR } from "../../../kit/states.tsx";

/** A chance as makers say it: so many in a hundred, with ten small boxes. */
export function Odds({ chance, words = true }: { chance: number; words?: boolean }) {
  const hundred = hundredths(chance);
  const full = Math.round(chance * 10);
  const tone = STAND_COLOUR[stateOf(chance)];
  return (
    <Flex as="span" display="inline-flex" direction="column" gap="3px" verticalAlign="middle">
      {words && (
        <Box as="span" whiteSpace="nowrap">
          {t`${hundred} in 100`}
        </Box>
      )}
      <Flex as="span" gap="2px" aria-hidden="true">
        {Array.from({ length: 10 }, (_, index) => (
          <Box as="span" key={index} width="9px" height="9px" border="1px solid" borderColor={tone} bg={index < full ? tone : "transparent"} borderRadius="1px" />
        ))}
      </Flex>
    </Flex>
  );
}

import { Box, Flex } from "@chakra-ui/react";

/** A chance as makers say it: so many in a hundred, with ten small boxes. */
export function Odds({ chance, words = true }: { chance: number; words?: boolean }) {
  const hundred = Math.round(chance * 100);
  const full = Math.round(chance * 10);
  const tone = chance >= 0.8 ? "safe" : chance >= 0.5 ? "tight" : "cannot";
  return (
    <Flex as="span" display="inline-flex" direction="column" gap="3px" verticalAlign="middle">
      {words && (
        <Box as="span" whiteSpace="nowrap">
          {hundred} in 100
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

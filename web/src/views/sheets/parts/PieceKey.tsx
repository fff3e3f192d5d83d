import { t, listOf } from "@yule/core";
import { Box, Flex, Text } from "@chakra-ui/react";
import type { AlikeLayouts } from "@yule/core";
import type { Looks } from "@yule/derive";
import { useMeasure } from "../../../kit/measure.tsx";

interface Keyed {
  readonly name: string;
  readonly tint: string;
  count: number;
  readonly sizes: Set<string>;
}

/** What the letters on the drawings stand for: the thing, its sizes, and how many come out of all the sheets together. */
export function PieceKey({ layouts, looks }: { layouts: readonly AlikeLayouts[]; looks: Looks }) {
  const { size } = useMeasure();
  const keys = new Map<string, Keyed>();
  for (const { variants } of layouts) {
    for (const { times, pieces } of variants) {
      for (const piece of pieces) {
        const look = looks.get(piece.panel);
        const letter = look?.letter ?? "?";
        const key = keys.get(letter) ?? { name: look?.name ?? t`another piece`, tint: look?.tint ?? "#6d8aa0", count: 0, sizes: new Set<string>() };
        keys.set(letter, key);
        key.count += times;
        const [short, long] = piece.width < piece.height ? [piece.width, piece.height] : [piece.height, piece.width];
        key.sizes.add(size(long, short));
      }
    }
  }
  return (
    <Flex as="ul" listStyleType="none" wrap="wrap" gap="6px 20px" marginBottom="12px" aria-label={t`What the letters stand for`}>
      {[...keys]
        .sort(([a], [b]) => a.length - b.length || a.localeCompare(b))
        .map(([letter, { name, tint, count, sizes }]) => (
          <Flex as="li" key={letter} gap="8px" align="baseline">
            <Box
              position="relative"
              minWidth="26px"
              paddingX="5px"
              textAlign="center"
              fontWeight={700}
              border="1px solid"
              borderColor="hairline"
              borderRadius="5px"
              overflow="hidden"
            >
              <Box position="absolute" inset="0" opacity={0.17} background={tint} />
              <Box as="span" position="relative">
                {letter}
              </Box>
            </Box>
            <Text as="span">
              {name}{" "}
              <Text as="span" color="softInk">
                {listOf([...sizes])}, {count === 1 ? t`one piece` : t`${String(count)} pieces`}
              </Text>
            </Text>
          </Flex>
        ))}
    </Flex>
  );
}

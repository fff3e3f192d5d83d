import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { USUAL_TASTE, type PaintingTaste, t, wordsFor } from "@yule/core";

const WORDS: Readonly<Record<keyof PaintingTaste, string>> = wordsFor({
  standsOut: () => t`Catch what stands out`,
  colours: () => t`Many colours together`,
  bare: () => t`Leave bare paper out`,
  mud: () => t`Leave dull places out`,
  cutThrough: () => t`Cut through nothing`,
});
const MUCH: Readonly<Record<string, string>> = wordsFor({
  "0": () => t`not at all`,
  "0.5": () => t`a little`,
  "1": () => t`as usual`,
  "1.5": () => t`more`,
  "2": () => t`above all`,
});

/** How much each counts in the choice of windows. */
export function TasteFields({ taste, onChange }: { taste: PaintingTaste; onChange: (taste: PaintingTaste) => void }) {
  return (
    <Box as="section" aria-label={t`What counts`} marginTop="18px">
      <Heading as="h2" fontSize="18px" fontWeight={600}>{t`What counts`}</Heading>
      {(Object.keys(USUAL_TASTE) as (keyof PaintingTaste)[]).map((key) => (
        <Box as="label" key={key} display="block" marginTop="6px">
          <Flex justify="space-between" gap="8px">
            <span>{WORDS[key]}</span>
            <Text as="span" color="softInk">
              {MUCH[String(taste[key])] ?? ""}
            </Text>
          </Flex>
          <input
            type="range"
            min={0}
            max={2}
            step={0.5}
            value={taste[key]}
            aria-valuetext={MUCH[String(taste[key])] ?? ""}
            onChange={(change) => onChange({ ...taste, [key]: Number(change.target.value) })}
            style={{ width: "100%", height: 30, accentColor: "var(--chakra-colors-ink)" }}
          />
        </Box>
      ))}
    </Box>
  );
}

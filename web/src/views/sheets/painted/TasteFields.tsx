import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { USUAL_TASTE, type PaintingTaste } from "@yule/core";

const WORDS: Readonly<Record<keyof PaintingTaste, string>> = {
  standsOut: "Catch what stands out",
  colours: "Many colours together",
  bare: "Leave bare paper out",
  mud: "Leave dull places out",
  cutThrough: "Cut through nothing",
};
const MUCH: Readonly<Record<string, string>> = { "0": "not at all", "0.5": "a little", "1": "as usual", "1.5": "more", "2": "above all" };

/** How much each counts in the choice of windows. */
export function TasteFields({ taste, onChange }: { taste: PaintingTaste; onChange: (taste: PaintingTaste) => void }) {
  return (
    <Box as="section" aria-label="What counts" marginTop="18px">
      <Heading as="h2" fontSize="18px" fontWeight={600}>
        What counts
      </Heading>
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

import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import type { Cure, MudForecast } from "@yule/core";
import { StateWord } from "../../kit/states.tsx";
import { meetingsOf, type PaintMeeting } from "../meetings.ts";

const STATE = { clean: "safe", dull: "tight", mud: "cannot" } as const;
const CURES: Readonly<Record<Cure, string>> = {
  none: "They may touch.",
  "dry between": "Let the first dry before the second touches it.",
  "dry between and swap": "Paint them the other way round, the first dry before the second.",
  "white gap": "Leave a white gap between them.",
};

/** What happens where two paints of a colourway meet, wet and glazed, and what keeps them clean. */
export function MeetingsPanel({ design }: { design: DesignRead }) {
  const ways = design.colourways.map((colourway) => ({ colourway, ...meetingsOf(colourway.paints) })).filter(({ colourway }) => colourway.paints.length > 1);
  const all = ways.flatMap((way) => way.meetings);
  const muddy = all.filter((each) => each.wet.verdict === "mud");
  return (
    <Box as="section" aria-label="Where its colours meet" marginTop="26px" maxWidth="660px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">
        Where its colours meet
      </Heading>
      <Text marginBottom="6px">
        {all.length === 0
          ? "Tell the pigments of two paints or more, and it says here which of them make mud."
          : muddy.length === 0
            ? "No two of its paints make mud where they touch wet."
            : `${muddy.length === 1 ? "One pair makes" : `${String(muddy.length)} pairs make`} mud where they touch wet: ${muddy.map((each) => `${each.earlier.name} and ${each.later.name}`).join("; ")}.`}
      </Text>
      {ways.map(({ colourway, meetings, unknown }) => (
        <Box key={colourway.id} role="group" aria-label={colourway.name} marginBottom="10px">
          <Text fontWeight={600}>{colourway.name}</Text>
          {meetings.map((each) => (
            <MeetingRow key={`${each.earlier.name}${each.later.name}`} meeting={each} />
          ))}
          {unknown.length > 0 && <Text color="softInk">Not told: the pigments of {unknown.map((paint) => paint.name).join(", ")}.</Text>}
        </Box>
      ))}
    </Box>
  );
}

const said = (forecast: MudForecast): string => `${forecast.verdict}, ${String(Math.max(0, Math.round(forecast.chromaLost * 100)))} in 100 of the colour gone`;

function MeetingRow({ meeting }: { meeting: PaintMeeting }) {
  const { earlier, later, wet, glaze, cure } = meeting;
  return (
    <Flex gap="14px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="6px">
      <Blots meeting={meeting} />
      <Box flex="1" minWidth={0}>
        <Flex gap="4px 12px" wrap="wrap">
          <Text overflowWrap="anywhere">
            {earlier.name} and {later.name}
          </Text>
          <StateWord state={STATE[wet.verdict]}>wet {wet.verdict}</StateWord>
          <StateWord state={STATE[glaze.verdict]}>glazed {glaze.verdict}</StateWord>
        </Flex>
        <Text color="softInk" fontSize="15px">
          Wet, {wet.why}. {CURES[cure]}
        </Text>
      </Box>
    </Flex>
  );
}

/** Two washes that run into each other, and beside them the one glazed over the other. */
function Blots({ meeting: { earlier, later, washes, wet, glaze } }: { meeting: PaintMeeting }) {
  const [first, second] = washes;
  return (
    <svg
      role="img"
      aria-label={`${earlier.name} ${first} and ${later.name} ${second}: wet ${wet.hex}, ${said(wet)}; glazed ${glaze.hex}, ${said(glaze)}`}
      width="132"
      height="52"
      viewBox="0 0 132 52"
      style={{ flex: "none", background: "#FBF8F0", borderRadius: 3 }}
    >
      <path d="M5 26C4 11 17 4 28 7c10 2 13 9 13 19s-5 18-15 19C13 46 6 39 5 26z" fill={first} />
      <path d="M61 26c1-14-9-21-20-20-10 1-15 9-15 19s4 18 13 20c12 3 21-6 22-19z" fill={second} />
      <path d="M41 26c0-8-2-13-6-16-6 3-9 9-9 15 0 7 2 13 7 17 5-3 8-9 8-16z" fill={wet.hex} />
      <rect x="72" y="8" width="36" height="24" fill={first} />
      <rect x="90" y="20" width="36" height="24" fill={second} />
      <rect x="90" y="20" width="18" height="12" fill={glaze.hex} />
    </svg>
  );
}

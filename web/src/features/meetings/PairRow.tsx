import { t } from "@yule/core";
import { Box, Flex, Text } from "@chakra-ui/react";
import type { MudForecast } from "@yule/core";
import type { PairMeeting } from "@yule/derive";
import type { ReactNode } from "react";
import { StateWord } from "../../kit/states.tsx";
import { MeetingWash } from "./wash/Wash.tsx";

/** The state that a verdict of the model is drawn with. */
export const STATE = { clean: "safe", dull: "tight", mud: "cannot" } as const;
export const lost = (forecast: MudForecast): string =>
  forecast.chromaLost > 0.02
    ? t`${String(Math.round(forecast.chromaLost * 100))} in 100 of the colour gone`
    : forecast.chromaLost < -0.02
      ? t`stronger than both`
      : t`no colour lost`;

/** Two paints that meet, as they look, with the verdict, its reason and what can be done. */
export function PairRow({ pair, children, marks }: { pair: PairMeeting; children?: ReactNode; marks?: ReactNode }) {
  const { earlier, later, gives, how, films } = pair;
  const names = `${earlier.name} and ${later.name}`;
  return (
    <Flex role="group" aria-label={names} gap="16px" align="flex-start" borderTop="1px solid" borderColor="hairline" paddingY="9px" wrap={{ base: "wrap", sm: "nowrap" }}>
      <MeetingWash
        earlier={films[0]}
        later={films[1]}
        how={how === "wet" ? "wet" : "glaze"}
        label={`${names}, ${how === "wet" ? t`run together wet` : t`the later over the earlier`}${gives ? `: ${gives.hex}, ${gives.verdict}, ${lost(gives)}` : ""}`}
      />
      <Box flex="1" minWidth="200px">
        <Flex gap="2px 14px" wrap="wrap" align="center">
          <Text fontWeight={600} overflowWrap="anywhere">
            {names}
          </Text>
          {gives ? <StateWord state={STATE[gives.verdict]}>{`${gives.verdict}, ${lost(gives)}`}</StateWord> : <Text color="softInk">{t`kept apart`}</Text>}
        </Flex>
        {gives && (
          <Text color="softInk" fontSize="15px">
            {how === "wet" ? t`Wet` : t`Glazed`}, {gives.why}: {gives.hex}.
          </Text>
        )}
        {children && <Text>{children}</Text>}
        {marks}
      </Box>
    </Flex>
  );
}

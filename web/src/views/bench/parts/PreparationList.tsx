import { t } from "@yule/core";
import { Box, Heading, Text } from "@chakra-ui/react";
import { memo, useMemo } from "react";
import { mixToMakeWords, sessionPreparation, type Outlook, type StandingBatch, type BenchPlan } from "@yule/derive";
import { useColourQuery } from "../../../data/api.ts";
import { Fold } from "../../../kit/Fold.tsx";
import type { Live } from "../live.ts";

/** On the table before the session begins: what is missing stands in the open, the rest is unfolded. */
export const PreparationList = memo(function PreparationList({
  planned,
  lying,
  outlook,
  room,
  isBegun,
}: {
  planned: BenchPlan;
  lying: readonly StandingBatch[];
  outlook: Outlook;
  room: Live["room"];
  isBegun: boolean;
}) {
  const { data: colour } = useColourQuery();
  const { tools, mixes, missing } = useMemo(() => sessionPreparation(planned, lying, colour, outlook.stores, room), [planned, lying, colour, outlook.stores, room]);
  if (tools.length === 0) return null;
  return (
    <Box as="section" aria-label={t`On the table`} marginTop="20px">
      {!isBegun && <Heading as="h2" fontSize="18px" fontWeight={600}>{t`Before you begin`}</Heading>}
      {missing.length > 0 && (
        <Box as="ul" listStyleType="none" color="cannot">
          {missing.map((line) => (
            <li key={line}>{t`Missing: ${line}.`}</li>
          ))}
        </Box>
      )}
      <Fold title={t`On the table: ${things(tools.length, "thing")}, ${things(mixes.length, "mix")}`}>
        <Text overflowWrap="anywhere">{tools.join(", ")}.</Text>
        <Box as="ul" listStyleType="none" marginTop="6px">
          {mixes.map((mix) => (
            <Box as="li" key={`${mix.design}${mix.colourway}${mix.paint}`} borderTop="1px solid" borderColor="hairline" paddingY="6px" overflowWrap="anywhere">
              {mixToMakeWords(mix)}
              <Text as="span" color="softInk">
                {" "}
                ({mix.design.toLowerCase()}, {mix.colourway})
              </Text>
            </Box>
          ))}
        </Box>
        <Text
          color="softInk"
          fontSize="15px"
          marginTop="4px"
        >{t`Areas are shared out evenly over the panel, a quarter is kept in reserve; Colour measures them on the picture.`}</Text>
      </Fold>
    </Box>
  );
});

const things = (count: number, what: "thing" | "mix"): string => `${String(count)} ${what === "mix" ? (count === 1 ? t`mix` : t`mixes`) : count === 1 ? t`thing` : t`things`}`;

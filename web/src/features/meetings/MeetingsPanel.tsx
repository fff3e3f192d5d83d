import { t } from "@yule/core";
import { Box, Heading, Text } from "@chakra-ui/react";
import type { ColourwayRead, DesignRead } from "@yule/contract";
import { cureWords } from "@yule/derive";
import { Link } from "react-router";
import { useForecast } from "./useForecast.ts";
import { PairRow } from "./PairRow.tsx";

/** What happens where the paints of a design's colourways meet, and what keeps them clean; more of it in Colour. */
export function MeetingsPanel({ design }: { design: DesignRead }) {
  return (
    <Box as="section" aria-label={t`Where its colours meet`} marginTop="26px" maxWidth="660px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">{t`Where its colours meet`}</Heading>
      {design.colourways.map((way) => (
        <WayMeetings key={way.id} design={design} way={way} />
      ))}
    </Box>
  );
}

function WayMeetings({ design, way }: { design: DesignRead; way: ColourwayRead }) {
  const { pairs, unknown } = useForecast(design, way);
  const meeting = pairs.filter((pair) => pair.gives);
  const bad = meeting.filter((pair) => pair.gives && pair.gives.verdict !== "clean");
  return (
    <Box role="group" aria-label={way.name} marginBottom="12px">
      <Text>
        <strong>{way.name}</strong>:{" "}
        {meeting.length === 0
          ? way.paints.length < 2
            ? t`tell two paints or more, and it says here which of them make mud.`
            : t`no two of its paints touch.`
          : bad.length === 0
            ? t`all that touches stays clean.`
            : t`${String(bad.length)} of ${String(meeting.length)} that touch do not stay clean.`}{" "}
        <Link to={`/colour?ask=mud&design=${design.id}&way=${way.id}`} style={{ textDecoration: "underline", textUnderlineOffset: 4 }}>{t`Look into it`}</Link>
      </Text>
      {bad.map((pair) => (
        <PairRow key={`${String(pair.a)} ${String(pair.b)}`} pair={pair}>
          {pair.cures[0] && cureWords(pair.cures[0], pair)}
        </PairRow>
      ))}
      {unknown.length > 0 && <Text color="softInk">{t`Taken by colour alone, since no pigment is told: ${unknown.map((paint) => paint.name).join(", ")}.`}</Text>}
    </Box>
  );
}

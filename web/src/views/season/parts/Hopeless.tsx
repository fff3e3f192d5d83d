import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { hundredths, type KeptAnyway, type Remedy, t } from "@yule/core";
import type { Outlook, PlannedSeason } from "@yule/derive";
import { wordsOf } from "../../../plan/apply.ts";
import { OneWay } from "./OneWay.tsx";
import { printFigure } from "../../../kit/say.ts";

const MOST_WAYS = 3;
const MOST_NAMED = 4;

/** A promise without hope: hold to it and risk others, or take it back in one of the ways that were planned through. Laid side by side. */
export function Hopeless({ planned, outlook, onTry }: { planned: PlannedSeason; outlook: Outlook; onTry: (remedy: Remedy) => void }) {
  return planned.anyway?.map((each) => <HopelessNeed key={each.id} anyway={each} planned={planned} outlook={outlook} onTry={onTry} />);
}

function HopelessNeed({ anyway, planned, outlook, onTry }: { anyway: KeptAnyway; planned: PlannedSeason; outlook: Outlook; onTry: (remedy: Remedy) => void }) {
  const title = titleOf(anyway.id, outlook);
  const ways = planned.remedies?.filter((remedy) => waysOut(remedy, anyway.id));
  return (
    <Box as="section" aria-label={t`${title}: keep it or take it back`} marginBottom="26px" maxWidth="860px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">
        {t`${title}: keep it or take it back?`}
      </Heading>
      <Grid templateColumns={{ base: "1fr", md: "minmax(0, 2fr) minmax(0, 3fr)" }} gap="18px">
        <Box borderTop="4px solid" borderColor="cannot" paddingTop="8px">
          <Text fontWeight={700}>{t`Keep it`}</Text>
          <Text>{keepWords(anyway, outlook)}</Text>
        </Box>
        <Box borderTop="4px solid" borderColor="safe" paddingTop="8px">
          <Text fontWeight={700}>{t`Take it back`}</Text>
          {ways === undefined && <Text color="softInk">{t`Ways out are being planned …`}</Text>}
          {ways?.length === 0 && <Text>{t`No single change that was tried makes it safe. What helps the others stands below.`}</Text>}
          {ways?.slice(0, MOST_WAYS).map((remedy) => (
            <OneWay
              key={JSON.stringify(remedy.changes)}
              remedy={remedy}
              outlook={outlook}
              what={capital(remedy.changes.map((change) => wordsOf(change, outlook).replace(`${title}: `, "")).join(", and "))}
              effect={safeWords(remedy, planned)}
              onTry={onTry}
            />
          ))}
        </Box>
      </Grid>
    </Box>
  );
}

/** A change of that need alone, after which it is safe. */
export const waysOut = ({ changes, repairs }: Remedy, id: string): boolean => repairs.includes(id) && changes.every((change) => "need" in change && change.need === id);

function keepWords({ chance, risks, before, after }: KeptAnyway, outlook: Outlook): string {
  const own = t`Even before all else it is ready in time ${String(hundredths(chance))} in 100.`;
  if (risks.length === 0) return t`${own} No safe promise is risked by trying.`;
  const named = risks.slice(0, MOST_NAMED).map((id) => titleOf(id, outlook));
  const more = risks.length > MOST_NAMED ? ` and ${String(risks.length - MOST_NAMED)} more` : "";
  return t`${own} ${named.join(", ")}${more} would not be safe any more; ${printFigure(before - after, 1)} promises fewer would be kept.`;
}

function safeWords({ unsafe }: Remedy, planned: PlannedSeason): string {
  const others = planned.odds.needs.length - unsafe - 1;
  if (unsafe === 0) return t`all promises would be safe`;
  return others === 0 ? t`it alone would be safe` : t`it and ${others === 1 ? t`one other` : t`${String(others)} others`} would be safe`;
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const titleOf = (id: string, outlook: Outlook): string => outlook.open.find((view) => view.need.id === id)?.need.title ?? "";

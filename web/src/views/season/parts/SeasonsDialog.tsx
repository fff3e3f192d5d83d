import { rich } from "../../../kit/rich.tsx";
import { problemFaults } from "@yule/contract";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { day, type Fault, t } from "@yule/core";
import { seasonAfter, type Outlook } from "@yule/derive";
import { useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { FaultLines } from "../../../kit/FormField.tsx";
import { NewSeason, SeasonDays } from "./NewSeason.tsx";
import { PastSeason, PastSeasons } from "./PastSeasons.tsx";
import { printDayOfYear } from "../../../kit/say.ts";

/** So many needs are named where they keep a season from being closed. */
const MOST_NAMED = 6;

/** The seasons of the shop: whether the open one can be closed, which is prepared, and what the past ones came to. */
export function SeasonsDialog({ outlook, onClose }: { outlook: Outlook; onClose: () => void }) {
  const [past, setPast] = useState<string | null>(null);
  const { season, prepared } = outlook;
  if (past !== null)
    return (
      <Dialog title={t`A season looked up`} wide onClose={onClose}>
        <PastSeason id={past} open={season} onBack={() => setPast(null)} />
      </Dialog>
    );
  return (
    <Dialog title={t`Seasons`} wide onClose={onClose}>
      <Flex direction="column" gap="22px">
        <OpenSeason key={season.id} outlook={outlook} />
        <Box as="section" aria-label={t`Prepared beside it`}>
          <Heading as="h3" fontSize="18px" fontWeight={600} marginBottom="4px">{t`Prepared beside it`}</Heading>
          {prepared.length === 0 ? (
            <>
              <Text marginBottom="8px">{t`No season is prepared. One that is takes needs already, and opens when ${season.name} is closed.`}</Text>
              <NewSeason key={season.id} first={seasonAfter(outlook)} />
            </>
          ) : (
            prepared.map((each) => (
              <Flex key={each.id} gap="8px 16px" align="center" wrap="wrap" borderTop="1px solid" borderColor="hairline" paddingY="8px">
                <Text flex="1" minWidth="220px" overflowWrap="anywhere">
                  {rich`${(<b>{each.name}</b>)}, ${printDayOfYear(day(each.from))} to ${printDayOfYear(day(each.until))}: ${each.needs === 1 ? t`1 need` : t`${String(each.needs)} needs`}`}
                </Text>
                <Button size="sm" variant="ghost" onClick={() => setPast(each.id)}>{t`Look at it`}</Button>
              </Flex>
            ))
          )}
        </Box>
        <PastSeasons onChoose={setPast} />
      </Flex>
    </Dialog>
  );
}

/** The open season: what is done of it, what is not, and what becomes of that when it is closed. */
function OpenSeason({ outlook }: { outlook: Outlook }) {
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const [isAsked, setAsked] = useState(false);
  const { season, prepared, open, needs } = outlook;
  const next = prepared[0] ?? seasonAfter(outlook);
  const close = async (): Promise<void> => {
    const id = prepared[0]?.id ?? v7();
    if (prepared.length === 0) await sendCommand("prepare-season", { id, ...seasonAfter(outlook) });
    const sent = await sendCommand("close-season", { id: season.id, version: season.version, next: id, handOn: open.length > 0 }, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    setAsked(false);
  };
  const named = open.slice(0, MOST_NAMED).map(({ need }) => need.title);
  const more = open.length - named.length;
  const isDone = open.length === 0 && needs.length > 0;
  return (
    <Box as="section" aria-label={t`The open season`}>
      <Heading as="h3" fontSize="22px" fontWeight={600} overflowWrap="anywhere">
        {season.name}
      </Heading>
      <Text marginBottom="6px">
        {t`${printDayOfYear(day(season.from))} to ${printDayOfYear(day(season.until))}. `}
        {needs.length === 0
          ? t`Nothing is owed in it yet.`
          : isDone
            ? t`${needs.length === 1 ? t`Its one need is` : t`All its ${String(needs.length)} needs are`} done: it can be closed.`
            : t`${String(needs.length - open.length)} of ${String(needs.length)} needs are done.`}
      </Text>
      {open.length > 0 && (
        <Text marginBottom="8px" overflowWrap="anywhere">
          {t`Not done: ${named.join(", ")}${more > 0 ? t` and ${String(more)} more` : ""}. Closed now, ${open.length === 1 ? t`it goes` : t`they go`} on in ${next.name} with all that was painted for `}
          {open.length === 1 ? t`it` : t`them`}.
        </Text>
      )}
      {isAsked ? (
        <Flex gap="10px" wrap="wrap" align="center">
          <Text width="100%">
            {t`${season.name} is read only from then on, and can be opened again. ${next.name} opens. What is left in the stash, left-over cards and lessons stay in reach.`}
          </Text>
          <Button onClick={() => void close()}>{open.length > 0 ? t`Close it and hand ${String(open.length)} on` : t`Close ${season.name}`}</Button>
          <Button variant="outline" onClick={() => setAsked(false)}>{t`Keep it open`}</Button>
        </Flex>
      ) : (
        <Button variant={isDone ? "solid" : "outline"} onClick={() => setAsked(true)}>{t`Close the season`}</Button>
      )}
      <FaultLines faults={faults} />
      <Fold title={t`Change its name or its days`}>
        <SeasonDays season={season} />
      </Fold>
    </Box>
  );
}

import { rich } from "../../../kit/rich.tsx";
import { problemFaults, type SeasonNeedsRead, type SeasonSummary, type SeasonThing } from "@yule/contract";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { day, type Fault, t, plural } from "@yule/core";
import { useState } from "react";
import { usePastSeasonInfiniteQuery, useSeasonsInfiniteQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { FaultLines } from "../../../kit/FormField.tsx";
import { Loading } from "../../../kit/states.tsx";
import { printDay, printDayOfYear } from "../../../kit/say.ts";

/** What a season came to, in a line. */
function cameTo({ needs, cards, posted, inTime, sold, leftOver }: SeasonSummary): string {
  const went = posted === 0 ? t`nothing went out` : t`${String(inTime)} of ${String(posted)} went out by their day`;
  const outcome = sold + leftOver === 0 ? "" : t`; ${plural(sold, { one: "# card", other: "# cards" })} sold, ${String(leftOver)} left over`;
  return `${plural(needs, { one: "# need", other: "# needs" })}, ${plural(cards, { one: "# card", other: "# cards" })}; ${went}${outcome}`;
}

/** Seasons that are closed, latest first. */
export function PastSeasons({ onChoose }: { onChoose: (id: string) => void }) {
  const { data, isError, hasNextPage, isFetchingNextPage, fetchNextPage } = useSeasonsInfiniteQuery();
  const closed = data?.pages.flatMap((page) => page.seasons).filter(({ state }) => state === "closed") ?? [];
  return (
    <Box as="section" aria-label={t`Past seasons`}>
      <Heading as="h3" fontSize="18px" fontWeight={600} marginBottom="4px">{t`Past seasons`}</Heading>
      {isError ? (
        <Text>{t`The server is not answering. Past seasons are looked up there.`}</Text>
      ) : !data ? (
        <Loading />
      ) : closed.length === 0 ? (
        <Text>{t`None is closed yet.`}</Text>
      ) : (
        closed.map((each) => (
          <Flex key={each.id} gap="8px 16px" align="center" wrap="wrap" borderTop="1px solid" borderColor="hairline" paddingY="8px">
            <Text flex="1" minWidth="220px" overflowWrap="anywhere">
              <b>{each.name}</b>: {cameTo(each)}.
            </Text>
            <Button size="sm" variant="ghost" onClick={() => onChoose(each.id)}>{t`Look it up`}</Button>
          </Flex>
        ))
      )}
      {hasNextPage && <Button variant="outline" marginTop="10px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>{t`Show earlier seasons`}</Button>}
    </Box>
  );
}

/** One season looked up: what was owed and what came of it, and the way to work in it again. */
export function PastSeason({ id, open, onBack }: { id: string; open: SeasonThing; onBack: () => void }) {
  const { data, isError, hasNextPage, isFetchingNextPage, fetchNextPage } = usePastSeasonInfiniteQuery(id);
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const [first] = data?.pages ?? [];
  if (isError) return <Text>{t`The server is not answering. What is past is looked up there.`}</Text>;
  if (!data || !first) return <Loading />;
  const { season, lessons } = first;
  const again = async (): Promise<void> => {
    const sent = await sendCommand("open-season", { id, version: season.version, instead: open.id }, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    else onBack();
  };
  return (
    <>
      <Heading as="h3" fontSize="22px" fontWeight={600} overflowWrap="anywhere">
        {season.name}
      </Heading>
      <Text marginBottom="8px">{t`${printDayOfYear(day(season.from))} to ${printDayOfYear(day(season.until))}, ${season.state}: ${cameTo(season)}.`}</Text>
      <Flex gap="10px" wrap="wrap" marginBottom="12px">
        <Button size="sm" variant="outline" onClick={onBack}>{t`Back to the seasons`}</Button>
        {season.state !== "open" && (
          <Button size="sm" variant="outline" onClick={() => void again()}>
            {t`${season.state === "closed" ? t`Open it again` : t`Open it now`}, set ${open.name} aside`}
          </Button>
        )}
      </Flex>
      <FaultLines faults={faults} />
      {lessons.length > 0 && (
        <Box borderInlineStart="4px double" borderColor="ink" paddingInlineStart="12px" marginBottom="12px">
          {lessons.map((lesson) => (
            <Text key={lesson.id} fontFamily="heading" fontStyle="italic" overflowWrap="anywhere">
              {lesson.text}
            </Text>
          ))}
        </Box>
      )}
      {data.pages
        .flatMap((page) => page.needs)
        .map((need) => (
          <Text key={need.id} borderTop="1px solid" borderColor="hairline" paddingY="6px" overflowWrap="anywhere">
            {rich`${(<b>{need.title}</b>)}: ${cardsOf(need)} × ${need.design}, due ${printDay(day(need.due))}`}
            {need.postedOn === null
              ? t`; it did not go out`
              : need.postedOn <= need.due
                ? t`; it went out on ${printDay(day(need.postedOn))}`
                : t`; it went out late, on ${printDay(day(need.postedOn))}`}
            .
          </Text>
        ))}
      {hasNextPage && <Button variant="outline" marginTop="10px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>{t`Show more needs`}</Button>}
    </>
  );
}

const cardsOf = ({ lines }: SeasonNeedsRead["needs"][number]): number => lines.reduce((sum, line) => sum + line.quantity, 0);

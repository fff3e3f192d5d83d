import { eventPhrase, phraseSaid, type EventRead, type Speech } from "@yule/contract";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { day, dayAt, minuteOfDayAt, yearOf, type Day, t } from "@yule/core";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useLogbookInfiniteQuery } from "../../data/api.ts";
import { NoteLesson } from "../../features/lessons/NoteLesson.tsx";
import { undo } from "../../data/outbox.ts";
import { useView } from "../../plan/useOutlet.ts";
import { TextInput } from "../../kit/FormField.tsx";
import { Loading, Teach } from "../../kit/states.tsx";
import { useSpeech } from "../../kit/measure.tsx";
import { ReliabilityTable, ReliabilityWords } from "./Reliability.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import { printDay, printDayOfYear, printTime } from "../../kit/say.ts";

/** Logbook: all that happened, latest first, and what it taught. */
export default function LogbookView() {
  const outlook = useView();
  const [find, setFind] = useState("");
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useLogbookInfiniteQuery(useDeferredValue(find));
  const events = useMemo(() => data?.pages.flatMap((page) => page.events) ?? [], [data]);
  const yields = [...outlook.yields.entries()].filter(([, record]) => record.good + record.bad > 0);
  const good = yields.reduce((sum, [, record]) => sum + record.good, 0);
  const judged = yields.reduce((sum, [, record]) => sum + record.good + record.bad, 0);
  const posted = outlook.needs.filter((view) => view.stage === "done");
  const inTime = posted.filter((view) => (view.need.postedOn ?? "") <= view.readyBy);
  return (
    <>
      <Verdict>
        {judged === 0 ? (
          t`Nothing was judged yet: yields are still a guess of nine in ten.`
        ) : (
          <>
            {t`Of ${judged} panels of the designs asked for now, `}
            <Figure
              why={yields
                .map(([id, record]) => `${outlook.designs.find((design) => design.id === id)?.name ?? ""}: ${String(record.good)} good, ${String(record.bad)} not`)
                .join("; ")}
            >
              {t`${good} were good`}
            </Figure>
            {posted.length > 0 && t`, and ${String(inTime.length)} of ${String(posted.length)} needs of ${outlook.season.name} went out in time`}.
          </>
        )}
        <ReliabilityWords reliability={outlook.reliability} />
      </Verdict>
      <ReliabilityTable reliability={outlook.reliability} />
      <Box maxWidth="860px" marginBottom="10px">
        <NoteLesson design={null} />
      </Box>
      <Flex maxWidth="420px" marginBottom="14px">
        <TextInput type="search" aria-label={t`Find in the logbook`} placeholder={t`find a word`} value={find} onChange={(change) => setFind(change.target.value)} />
      </Flex>
      {!data ? (
        <Loading />
      ) : events.length === 0 ? (
        <Teach title={t`Nothing found`}>{find ? t`No entry holds this word.` : t`Everything you do is written here, and can be undone from here.`}</Teach>
      ) : (
        <Box maxWidth="860px">
          <Entries events={events} timeZone={outlook.shop.timeZone} today={outlook.today} />
          {hasNextPage && (
            <Button variant="outline" marginTop="14px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
              {isFetchingNextPage ? t`Reading earlier entries …` : t`Show earlier entries`}
            </Button>
          )}
        </Box>
      )}
    </>
  );
}

/** An entry is about as high as its button; those of long words are measured. */
const ENTRY_HEIGHT = 54;

/** What happened, latest first. Of many entries only those in sight are drawn. */
function Entries({ events, timeZone, today }: { events: readonly EventRead[]; timeZone: string; today: Day }) {
  const list = useRef<HTMLDivElement>(null);
  const [offset, setOffset] = useState(0);
  useLayoutEffect(() => setOffset(list.current?.offsetTop ?? 0), []);
  const dayOf = (event: EventRead): Day => dayAt(new Date(event.at), timeZone);
  const rows = useWindowVirtualizer({
    count: events.length,
    estimateSize: () => ENTRY_HEIGHT,
    overscan: 20,
    scrollMargin: offset,
    getItemKey: (index) => events[index]?.id ?? index,
  });
  return (
    <Box ref={list} position="relative" height={`${String(rows.getTotalSize())}px`}>
      {rows.getVirtualItems().map(({ index, key, start }) => {
        const event = events[index];
        if (!event) return null;
        const before = events[index - 1];
        return (
          <Box
            key={key}
            data-index={index}
            ref={rows.measureElement}
            position="absolute"
            top={0}
            left={0}
            width="100%"
            style={{ transform: `translateY(${String(start - offset)}px)` }}
          >
            {(before === undefined || dayOf(before) !== dayOf(event)) && (
              <Heading as="h2" fontSize="18px" fontWeight={600} paddingTop="18px" paddingBottom="4px">
                {yearOf(dayOf(event)) === yearOf(today) ? printDay(dayOf(event)) : printDayOfYear(dayOf(event))}
              </Heading>
            )}
            <Entry event={event} timeZone={timeZone} today={today} />
          </Box>
        );
      })}
    </Box>
  );
}

function Entry({ event, timeZone, today }: { event: EventRead; timeZone: string; today: Day }) {
  const speech = useSpeech();
  // A day of another year is told with it: a card came back in December two years ago, not in this one.
  const say: Speech = (value) => ("day" in value && yearOf(day(value.day)) !== yearOf(today) ? printDayOfYear(day(value.day)) : speech(value));
  return (
    <Flex gap="14px" paddingY="4px" borderTop="1px solid" borderColor="hairline" align="center" minHeight="46px">
      <Text minWidth="52px" flex="none" color="softInk" whiteSpace="nowrap">
        {printTime(minuteOfDayAt(new Date(event.at), timeZone))}
      </Text>
      <Text flex="1" minWidth={0} overflowWrap="anywhere" textDecoration={event.undoneBy ? "line-through" : "none"}>
        {phraseSaid(eventPhrase(event.happened), say)}
      </Text>
      {event.undoable && (
        <Button variant="ghost" onClick={() => void undo(event.id)}>
          {event.kind === "undo" ? t`do it again` : t`undo it`}
        </Button>
      )}
    </Flex>
  );
}

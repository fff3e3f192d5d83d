import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { eventPhrase, phraseSaid, storied, type EventRead, type Speech, type Storied } from "@yule/contract";
import { day, dayAt, minuteOfDayAt, t, yearOf, type Day } from "@yule/core";
import { sessionTold, storyPhrase, whyNotUndone, type Story } from "@yule/derive";
import { MessageSquarePlus } from "lucide-react";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useMemo, useRef, useState } from "react";
import { undo } from "../../../data/outbox.ts";
import { Notes } from "../../../features/notes/Notes.tsx";
import { PinNote } from "../../../features/notes/PinNote.tsx";
import { StoryLink } from "../../../features/stories/StoryLink.tsx";
import { useSpeech } from "../../../kit/measure.tsx";
import { printDay, printDayOfYear, printTime, printWarmth } from "../../../kit/say.ts";

/** A story is about as high as its button; those of long words are measured. */
const STORY_HEIGHT = 54;

interface Told {
  readonly timeZone: string;
  readonly today: Day;
  /** In the story of one thing nothing leads there again. */
  readonly isOfThing: boolean;
}

/** What happened, latest first. Of many stories only those in sight are drawn. */
export function Stories({ stories, ...told }: Told & { stories: readonly Story[] }) {
  const { timeZone, today } = told;
  const list = useRef<HTMLDivElement>(null);
  const [offset, setOffset] = useState(0);
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  useLayoutEffect(() => setOffset(list.current?.offsetTop ?? 0), []);
  const dayOf = ({ from }: Story): Day => dayAt(new Date(from), timeZone);
  const rows = useWindowVirtualizer({
    count: stories.length,
    estimateSize: () => STORY_HEIGHT,
    overscan: 20,
    scrollMargin: offset,
    getItemKey: (index) => stories[index]?.key ?? index,
  });
  const turn = (key: string): void => setOpened((before) => new Set(before.has(key) ? [...before].filter((each) => each !== key) : [...before, key]));
  return (
    <Box ref={list} position="relative" height={`${String(rows.getTotalSize())}px`}>
      {rows.getVirtualItems().map(({ index, key, start }) => {
        const story = stories[index];
        if (!story) return null;
        const before = stories[index - 1];
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
            {(before === undefined || dayOf(before) !== dayOf(story)) && (
              <Heading as="h2" fontSize="18px" fontWeight={600} paddingTop="18px" paddingBottom="4px">
                {yearOf(dayOf(story)) === yearOf(today) ? printDay(dayOf(story)) : printDayOfYear(dayOf(story))}
              </Heading>
            )}
            <StoryRow story={story} isOpen={opened.has(story.key)} onTurn={() => turn(story.key)} {...told} />
          </Box>
        );
      })}
    </Box>
  );
}

/** Says days of another year with it: a card came back in December two years ago, not in this one. */
function useYearly(today: Day): Speech {
  const speech = useSpeech();
  return (value) => ("day" in value && yearOf(day(value.day)) !== yearOf(today) ? printDayOfYear(day(value.day)) : speech(value));
}

const timeOf = (moment: string, timeZone: string): string => printTime(minuteOfDayAt(new Date(moment), timeZone));

function StoryRow({ story, isOpen, onTurn, ...told }: Told & { story: Story; isOpen: boolean; onTurn: () => void }) {
  const say = useYearly(told.today);
  const [isNoting, setNoting] = useState(false);
  const air = useMemo(() => (story.kind === "session" ? sessionTold(story).air : null), [story]);
  const [only] = story.events;
  if (!only) return null;
  if (story.kind === "one") return <Entry event={only} {...told} />;
  // What all its entries are of is led to once, from the story itself.
  const shared = !told.isOfThing && story.events.every(({ subjectId }) => subjectId === only.subjectId) ? storyKind(only) : null;
  return (
    <Box borderTop="1px solid" borderColor="hairline">
      <Flex gap="0 14px" wrap="wrap" paddingY="4px" align="center" minHeight="46px">
        <Text minWidth="52px" flex="none" color="softInk" whiteSpace="nowrap">
          {timeOf(story.from, told.timeZone)}
        </Text>
        <Text flex="1 1 220px" minWidth={0} overflowWrap="anywhere" fontWeight={story.kind === "session" ? 600 : 400}>
          {phraseSaid(storyPhrase(story), say)}
        </Text>
        {shared && <StoryLink kind={shared} id={only.subjectId} />}
        <PinButton isOpen={isNoting} onTurn={() => setNoting(!isNoting)} />
        <Button variant="ghost" aria-expanded={isOpen} onClick={onTurn}>
          {isOpen ? t`Hide its entries` : t`Show its ${story.events.length} entries`}
        </Button>
      </Flex>
      {air && <Text color="softInk" fontSize="15px" paddingInlineStart="66px">{t`The air was at ${Math.round(air.humid * 100)} % humidity and ${printWarmth(air.warm)}.`}</Text>}
      <Pinned notes={isOpen ? [] : story.events.flatMap(({ notes }) => notes)} />
      {isNoting && <PinHere eventId={only.id} onDone={() => setNoting(false)} />}
      {isOpen && (
        <Box paddingInlineStart="26px" borderInlineStart="3px solid" borderColor="hairline" marginBottom="8px">
          {[...story.events].reverse().map((event) => (
            <Entry key={event.id} event={event} {...told} isOfThing={told.isOfThing || shared !== null} />
          ))}
        </Box>
      )}
    </Box>
  );
}

/** Notes stand under the words of what they are pinned to. */
const Pinned = ({ notes }: { notes: EventRead["notes"] }) =>
  notes.length === 0 ? null : (
    <Box flex="1 0 100%" paddingInlineStart={{ base: 0, md: "66px" }}>
      <Notes notes={notes} />
    </Box>
  );

const PinHere = (props: { eventId: string; onDone: () => void }) => (
  <Box flex="1 0 100%" paddingInlineStart={{ base: 0, md: "66px" }}>
    <PinNote {...props} />
  </Box>
);

const PinButton = ({ isOpen, onTurn }: { isOpen: boolean; onTurn: () => void }) => (
  <Button variant="ghost" aria-label={t`Pin a note`} title={t`Pin a note`} aria-expanded={isOpen} minWidth="44px" paddingX="10px" onClick={onTurn}>
    <MessageSquarePlus size={20} aria-hidden />
  </Button>
);

/** Who told it, where that was another device than the one on which the shop runs. */
const toldBy = ({ by }: EventRead): string | null =>
  by === null || by.device === "" ? null : by.role === "maker" ? t`from ${by.device}` : by.role === "helper" ? t`a helper, from ${by.device}` : t`at the till, from ${by.device}`;

const storyKind = ({ subjectKind }: EventRead): Storied | null => storied.find((each) => each === subjectKind) ?? null;

function Entry({ event, timeZone, today, isOfThing }: Told & { event: EventRead }) {
  const say = useYearly(today);
  const [isAsked, setAsked] = useState(false);
  const [isNoting, setNoting] = useState(false);
  const [kind, by] = [storyKind(event), toldBy(event)];
  const why = whyNotUndone(event);
  return (
    <Flex gap="0 14px" wrap="wrap" paddingY="4px" borderTop="1px solid" borderColor="hairline" align="center" minHeight="46px">
      <Text minWidth="52px" flex="none" color="softInk" whiteSpace="nowrap">
        {timeOf(event.at, timeZone)}
      </Text>
      <Text flex="1 1 220px" minWidth={0} overflowWrap="anywhere" textDecoration={event.undoneBy ? "line-through" : "none"}>
        {phraseSaid(eventPhrase(event.happened), say)}
        {by && (
          <Text as="span" color="softInk">
            {" "}
            ({by})
          </Text>
        )}
      </Text>
      {kind && !isOfThing && <StoryLink kind={kind} id={event.subjectId} />}
      {event.happened.kind !== "pin-note" && <PinButton isOpen={isNoting} onTurn={() => setNoting(!isNoting)} />}
      {event.undoable && (
        <Button variant="ghost" onClick={() => void undo(event.id)}>
          {event.kind === "undo" ? t`do it again` : t`undo it`}
        </Button>
      )}
      {why && (
        <Button variant="ghost" aria-expanded={isAsked} onClick={() => setAsked(!isAsked)}>
          {t`Why not undo?`}
        </Button>
      )}
      <Pinned notes={event.notes} />
      {isNoting && <PinHere eventId={event.id} onDone={() => setNoting(false)} />}
      {why && isAsked && (
        <Text flex="1 0 100%" color="softInk" role="status" paddingInlineStart="66px">
          {phraseSaid(why, say)}
        </Text>
      )}
    </Flex>
  );
}

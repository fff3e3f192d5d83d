import { Box, Button, Flex } from "@chakra-ui/react";
import { logbookParts, storied, type LogbookPart, type Problem, type Storied } from "@yule/contract";
import { addDays, day, dayAt, isDay, minutes, plural, printMinutes, t, wordsFor, type Day } from "@yule/core";
import { sessionTold, storiesOf, type Story } from "@yule/derive";
import { useDeferredValue, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useDevicesQuery, useLogbookInfiniteQuery, type LogbookAsked } from "../../../data/api.ts";
import { NoteLesson } from "../../../features/lessons/NoteLesson.tsx";
import { DayInput } from "../../../kit/DayField.tsx";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { printDay } from "../../../kit/say.ts";
import { Loading, ProblemNote, Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { LogbookAskProps } from "../ask.ts";
import { Stories } from "./Stories.tsx";

const PART_WORDS: Readonly<Record<LogbookPart, string>> = wordsFor({
  season: () => t`needs and sessions`,
  designs: () => t`designs`,
  colour: () => t`paints`,
  stores: () => t`materials`,
  sheets: () => t`sheets and offcuts`,
  bench: () => t`the bench`,
  finish: () => t`judging and making`,
  dispatch: () => t`people, post and fairs`,
  shop: () => t`settings`,
  logbook: () => t`notes and what is learned`,
});

/** Four fields stand in one row, or two by two where that is too narrow for a date. */
const FIELD = { base: "calc(50% - 7px)", lg: "calc(25% - 11px)" } as const;

/** Devices are offered by their names, behind a word: one may be called whatever the other choices are. */
const [EVERYBODY, HERE, DEVICE] = ["everybody", "here", "device "] as const;
const deviceAsked = (who: string): string | null => (who === EVERYBODY ? null : who === HERE ? "" : who.slice(DEVICE.length));

/** What a verdict looks back on. */
const LOOKED_BACK = 7;

/** All that happened, latest first by when it happened; or the story of one thing. */
export default function HappenedAsk({ outlook }: LogbookAskProps) {
  const [params] = useSearchParams();
  const [find, setFind] = useState("");
  const [part, setPart] = useState<LogbookPart | "">("");
  const [[from, until], setDays] = useState<readonly [from: string, until: string]>(["", ""]);
  const [who, setWho] = useState<string>(EVERYBODY);
  const devices = useDevicesQuery().data?.devices ?? [];
  const kind = storied.find((each) => each === params.get("kind")) ?? null;
  const of = kind && params.get("of");
  const isBackwards = isDay(from) && isDay(until) && until < from;
  const asked: LogbookAsked = {
    find: useDeferredValue(find),
    part: part === "" ? null : part,
    from: isDay(from) && !isBackwards ? from : null,
    until: isDay(until) && !isBackwards ? until : null,
    kind: of ? kind : null,
    of,
    who: deviceAsked(who),
  };
  const { data, error, hasNextPage, isFetchingNextPage, fetchNextPage } = useLogbookInfiniteQuery(asked);
  const stories = useMemo(() => storiesOf(data?.pages.flatMap((page) => page.events) ?? []), [data]);
  const { timeZone } = outlook.shop;
  const isNarrowed = find !== "" || part !== "" || from !== "" || until !== "" || who !== EVERYBODY;
  return (
    <>
      {!data ? (
        !error && <Verdict>{t`The logbook is being read.`}</Verdict>
      ) : kind && of ? (
        <OfThing kind={kind} name={data.pages[0]?.name ?? null} stories={stories} isAll={!hasNextPage} timeZone={timeZone} />
      ) : (
        <LastDays stories={stories} today={outlook.today} timeZone={timeZone} />
      )}
      {!of && (
        <Box maxWidth="860px" marginBottom="10px">
          <NoteLesson design={null} />
        </Box>
      )}
      <Flex gap="10px 14px" wrap="wrap" align="flex-end" marginBottom="14px" maxWidth="860px">
        <Box width={FIELD}>
          <FormField label={t`Find`}>
            <TextInput type="search" aria-label={t`Find in the logbook`} placeholder={t`find a word`} value={find} onChange={(change) => setFind(change.target.value)} />
          </FormField>
        </Box>
        <Box width={FIELD}>
          <FormField label={t`About`}>
            <Choice
              value={part}
              onChange={(change) => setPart(logbookParts.find((each) => each === change.target.value) ?? "")}
              options={[{ value: "", label: t`everything` }, ...logbookParts.map((value) => ({ value, label: PART_WORDS[value] }))]}
            />
          </FormField>
        </Box>
        {devices.length > 0 && (
          <Box width={FIELD}>
            <FormField label={t`Told by`}>
              <Choice
                value={who}
                onChange={(change) => setWho(change.target.value)}
                options={[
                  { value: EVERYBODY, label: t`every device` },
                  { value: HERE, label: t`where the shop runs` },
                  ...[...new Set(devices.map(({ name }) => name))].map((name) => ({ value: `${DEVICE}${name}`, label: name })),
                ]}
              />
            </FormField>
          </Box>
        )}
        <Box width={FIELD}>
          <FormField label={t`From`}>
            <DayInput value={from} onChange={(value) => setDays([value, until])} aria-label={t`From`} />
          </FormField>
        </Box>
        <Box width={FIELD}>
          <FormField label={t`To`}>
            <DayInput value={until} onChange={(value) => setDays([from, value])} aria-label={t`To`} />
          </FormField>
        </Box>
      </Flex>
      <FaultLines faults={isBackwards ? [t`${printDay(day(until))} lies before ${printDay(day(from))}. Choose a later day.`] : []} />
      {error ? (
        <ProblemNote problem={error as Problem} />
      ) : !data ? (
        <Loading />
      ) : stories.length === 0 ? (
        <Teach title={t`Nothing found`}>
          {isNarrowed ? t`No entry is like this. Look for fewer letters, or in more days.` : t`Everything you do is written here, and can be undone from here.`}
        </Teach>
      ) : (
        <Box maxWidth="860px">
          <Stories stories={stories} timeZone={timeZone} today={outlook.today} isOfThing={of !== null} />
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

/** What the last days were, as far as they have been read. */
function LastDays({ stories, today, timeZone }: { stories: readonly Story[]; today: Day; timeZone: string }) {
  const dayOf = (moment: string): Day => dayAt(new Date(moment), timeZone);
  const oldest = stories[stories.length - 1];
  const week = addDays(today, 1 - LOOKED_BACK);
  const since = oldest && dayOf(oldest.from) > week ? dayOf(oldest.from) : week;
  const recent = stories.filter(({ from }) => dayOf(from) >= since && dayOf(from) <= today);
  const sessions = recent.filter(({ kind }) => kind === "session").map(sessionTold);
  const spoilt = sessions.reduce((sum, each) => sum + each.spoilt, 0);
  if (recent.length === 0) return <Verdict>{t`Nothing was noted in the last ${LOOKED_BACK} days.`}</Verdict>;
  if (sessions.length === 0) return <Verdict>{t`Since ${printDay(since)} nothing was done at the bench.`}</Verdict>;
  return (
    <Verdict>
      {t`Since ${printDay(since)} you were at the bench ${plural(sessions.length, { one: "once", other: "# times" })}, ${printMinutes(minutes(sessions.reduce((sum, each) => sum + each.minutes, 0)))} in all; ${spoilt === 0 ? t`no panel was spoilt` : plural(spoilt, { one: "# panel was spoilt", other: "# panels were spoilt" })}.`}
    </Verdict>
  );
}

const THING_WORDS: Readonly<Record<Storied, (name: string) => string>> = {
  need: (name) => t`The story of ${name}`,
  design: (name) => t`The story of ${name}`,
  batch: (name) => t`The story of a batch for ${name}`,
  store: (name) => t`The story of ${name}`,
  household: (name) => t`The story of ${name}`,
  sheet: (name) => t`The story of a plan for ${name}`,
  offcut: (name) => t`The story of an offcut of ${name}`,
};

function OfThing({ kind, name, stories, isAll, timeZone }: { kind: Storied; name: string | null; stories: readonly Story[]; isAll: boolean; timeZone: string }) {
  const [last, first] = [stories[0], stories[stories.length - 1]];
  const said = (moment: string | undefined): string => (moment === undefined ? "" : printDay(dayAt(new Date(moment), timeZone)));
  return (
    <>
      <Verdict>
        {THING_WORDS[kind](name ?? t`something that is no more`)}
        {stories.length > 0 && (isAll ? t`, from ${said(first?.from)} to ${said(last?.until)}` : t`, up to ${said(last?.until)}`)}.
      </Verdict>
      <Link to="/logbook" style={{ minHeight: 44, display: "inline-flex", alignItems: "center", marginBottom: 10, textDecoration: "underline dotted", textUnderlineOffset: 5 }}>
        {t`Back to all that happened`}
      </Link>
    </>
  );
}

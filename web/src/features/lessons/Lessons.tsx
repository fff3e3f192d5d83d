import { t, wordsFor } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { LessonKind, LessonMoment, LessonRead } from "@yule/contract";
import { lessonsAsked, lessonsSaid, type LessonSaid, type Outlook } from "@yule/derive";
import { sendCommand } from "../../data/outbox.ts";

export const LESSON_WORDS: Readonly<Record<LessonKind, string>> = wordsFor({ keep: () => t`keep`, change: () => t`change`, never: () => t`never again` });

const HANDS_BUSY: ReadonlySet<LessonMoment> = new Set(["splitting", "painting"]);

/** What was learned the hard way, said again at the moment it matters: about these designs, these occasions, or everything. */
export function Lessons({ outlook, moment, designs, occasions = [] }: { outlook: Outlook; moment: LessonMoment; designs: readonly string[]; occasions?: readonly string[] }) {
  const said = lessonsSaid(outlook, moment, { designs, occasions });
  // With a wet brush or a knife in the hand nothing is asked: the logbook does later.
  const shown = HANDS_BUSY.has(moment) ? said.map(({ lesson }) => ({ lesson, isAsked: false })) : said;
  return <LessonList outlook={outlook} said={shown} label={t`Lessons`} />;
}

/** Once a season, when what they are about has been done: whether lessons helped. */
export const LessonsAsked = ({ outlook }: { outlook: Outlook }) => <LessonList outlook={outlook} said={lessonsAsked(outlook)} label={t`Lessons that came back this season`} />;

function LessonList({ outlook, said, label }: { outlook: Outlook; said: readonly LessonSaid[]; label: string }) {
  const stages = new Map(outlook.designs.flatMap((design) => design.stages).map((stage) => [stage.id, stage.name]));
  return said.length === 0 ? null : (
    <Box as="section" aria-label={label} marginBottom="14px" maxWidth="640px">
      {said.map(({ lesson, isAsked }) => (
        <LessonLine key={lesson.id} lesson={lesson} stage={lesson.stageId === null ? null : (stages.get(lesson.stageId) ?? null)} isAsked={isAsked} />
      ))}
    </Box>
  );
}

/** One lesson, with what it asks for and the stage it concerns; once it has been gone by, whether it helped. */
export function LessonLine({ lesson, stage, isAsked = false }: { lesson: LessonRead; stage: string | null; isAsked?: boolean }) {
  const { id, version, text } = lesson;
  return (
    <Box borderInlineStart="4px double" borderColor={lesson.kind === "never" ? "cannot" : "ink"} paddingInlineStart="12px" marginBottom="6px">
      <Flex gap="10px" align="baseline">
        <Text flex="1" fontFamily="heading" fontStyle="italic" overflowWrap="anywhere">
          {stage && `${stage}: `}
          {lesson.kind !== "keep" && <b>{lesson.kind === "never" ? t`Never again. ` : t`Change: `}</b>}
          {text}
        </Text>
        <Button variant="ghost" size="sm" aria-label={t`No longer say: ${text}`} onClick={() => void sendCommand("remove-lesson", { id, version })}>{t`no longer`}</Button>
      </Flex>
      {isAsked && (
        <Flex role="group" aria-label={t`Did it help: ${text}`} gap="10px" align="center" wrap="wrap">
          <Text color="softInk">{t`Did it help this season?`}</Text>
          <Button variant="outline" size="sm" onClick={() => void sendCommand("answer-lesson", { id, version, helped: true })}>{t`It helped`}</Button>
          <Button variant="outline" size="sm" onClick={() => void sendCommand("answer-lesson", { id, version, helped: false })}>{t`It did not`}</Button>
        </Flex>
      )}
    </Box>
  );
}

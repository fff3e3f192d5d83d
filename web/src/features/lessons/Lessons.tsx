import { t, wordsFor } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { LessonKind, LessonMoment, LessonRead } from "@yule/contract";
import type { Outlook } from "@yule/derive";
import { sendCommand } from "../../data/outbox.ts";

export const LESSON_WORDS: Readonly<Record<LessonKind, string>> = wordsFor({ keep: () => t`keep`, change: () => t`change`, never: () => t`never again` });

/** What was learned the hard way, said again at the moment it matters: about these designs, these occasions, or everything. */
export function Lessons({ outlook, moment, designs, occasions = [] }: { outlook: Outlook; moment: LessonMoment; designs: readonly string[]; occasions?: readonly string[] }) {
  const here = outlook.lessons.filter(
    (lesson) => lesson.moment === moment && (lesson.designId === null ? lesson.occasion === null || occasions.includes(lesson.occasion) : designs.includes(lesson.designId)),
  );
  const stages = new Map(outlook.designs.flatMap((design) => design.stages).map((stage) => [stage.id, stage.name]));
  return here.length === 0 ? null : (
    <Box as="section" aria-label={t`Lessons`} marginBottom="14px" maxWidth="640px">
      {here.map((lesson) => (
        <LessonLine key={lesson.id} lesson={lesson} stage={lesson.stageId === null ? null : (stages.get(lesson.stageId) ?? null)} />
      ))}
    </Box>
  );
}

/** One lesson, with what it asks for and the stage it concerns. */
export function LessonLine({ lesson, stage }: { lesson: LessonRead; stage: string | null }) {
  return (
    <Flex gap="10px" align="baseline" borderInlineStart="4px double" borderColor={lesson.kind === "never" ? "cannot" : "ink"} paddingInlineStart="12px" marginBottom="6px">
      <Text flex="1" fontFamily="heading" fontStyle="italic" overflowWrap="anywhere">
        {stage && `${stage}: `}
        {lesson.kind !== "keep" && <b>{lesson.kind === "never" ? t`Never again. ` : t`Change: `}</b>}
        {lesson.text}
      </Text>
      <Button
        variant="ghost"
        size="sm"
        aria-label={t`No longer say: ${lesson.text}`}
        onClick={() => void sendCommand("remove-lesson", { id: lesson.id, version: lesson.version })}
      >{t`no longer`}</Button>
    </Flex>
  );
}

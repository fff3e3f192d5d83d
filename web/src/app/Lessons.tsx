import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { LessonMoment } from "@yule/contract";
import { give } from "./outbox.ts";
import type { Outlook } from "./outlook.ts";

/** What was learned the hard way, said again at the moment it matters: about these designs, these occasions, or everything. */
export function Lessons({ outlook, moment, designs, occasions = [] }: { outlook: Outlook; moment: LessonMoment; designs: readonly string[]; occasions?: readonly string[] }) {
  const here = outlook.lessons.filter(
    (lesson) => lesson.moment === moment && (lesson.designId === null ? lesson.occasion === null || occasions.includes(lesson.occasion) : designs.includes(lesson.designId)),
  );
  if (here.length === 0) return null;
  return (
    <Box as="section" aria-label="Lessons" marginBottom="14px" maxWidth="640px">
      {here.map((lesson) => (
        <Flex key={lesson.id} gap="10px" align="baseline" borderLeft="4px double" borderColor="ink" paddingLeft="12px" marginBottom="6px">
          <Text flex="1" fontFamily="heading" fontStyle="italic" overflowWrap="anywhere">
            {lesson.text}
          </Text>
          <Button variant="ghost" size="sm" aria-label={`No longer say: ${lesson.text}`} onClick={() => void give("remove-lesson", { id: lesson.id, version: lesson.version })}>
            no longer
          </Button>
        </Flex>
      ))}
    </Box>
  );
}

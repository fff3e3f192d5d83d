import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { DesignRead, LessonRead } from "@yule/contract";
import { minutes, printMinutes, OVERNIGHT, t } from "@yule/core";
import { LessonLine } from "../../../features/lessons/Lessons.tsx";
import { Caution } from "../../../kit/states.tsx";

/** The route: its stages in order with hands time, drying time and wet window, drawn by their length. */
export function RouteStrip({ design, lessons }: { design: DesignRead; lessons: readonly LessonRead[] }) {
  const longest = Math.max(1, ...design.stages.map((stage) => Math.min(60, stage.dry)));
  const cautions = design.stages.some((stage) => stage.kind === "mask");
  return (
    <Box as="section" aria-label={t`Route`}>
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">{t`Route, ${design.stages.length} stages`}</Heading>
      {design.stages.map((stage, index) => (
        <Flex key={stage.id} gap="12px" paddingY="7px" borderTop="1px solid" borderColor="hairline" align="flex-start">
          <Text width="22px" color="softInk" textAlign="end">
            {index + 1}
          </Text>
          <Box flex="1" minWidth={0}>
            <Flex gap="10px" justify="space-between">
              <Text fontWeight={600} overflowWrap="anywhere">
                {stage.name}
              </Text>
              <Text whiteSpace="nowrap">{stage.hands > 0 ? t`${printMinutes(minutes(stage.hands))} a panel` : t`${printMinutes(minutes(stage.setup))} for all`}</Text>
            </Flex>
            {stage.within !== null && (
              <Text
                as="span"
                display="inline-block"
                border="2px dashed"
                borderColor="tightFill"
                borderRadius="6px"
                paddingX="6px"
                fontSize="14px"
                color="tight"
                marginInlineEnd="8px"
              >
                {t`catch within ${printMinutes(minutes(stage.within))}`}
              </Text>
            )}
            {stage.note && (
              <Text as="span" color="softInk" fontSize="15px">
                {stage.note}
              </Text>
            )}
            {stage.dry > 0 && (
              <Flex align="center" gap="8px" marginTop="3px">
                <Box
                  height="9px"
                  width={`${String(Math.max(14, (Math.min(60, stage.dry) / longest) * 190))}px`}
                  bg="wet"
                  borderRadius="2px"
                  backgroundImage="url(&quot;data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='14' height='7'%3E%3Cpath d='M0 3.5q3.5-4 7 0t7 0' fill='none' stroke='white' stroke-opacity='.75' stroke-width='1.2'/%3E%3C/svg%3E&quot;)"
                  aria-hidden
                />
                <Text fontSize="14px" color="wet">
                  {t`dries ${stage.dry >= OVERNIGHT ? t`overnight` : printMinutes(minutes(stage.dry))}`}
                </Text>
              </Flex>
            )}
            {lessons
              .filter((lesson) => lesson.stageId === stage.id)
              .map((lesson) => (
                <LessonLine key={lesson.id} lesson={lesson} stage={null} />
              ))}
          </Box>
        </Flex>
      ))}
      {cautions && (
        <Caution>{t`Masking fluid holds ammonia and often natural latex: open a window, mind allergies, and never use a heat tool on it while it is wet. Follow the product's label.`}</Caution>
      )}
      <Caution>{t`Some pigments hold cobalt, nickel or other metals: read the label, and do not eat, drink or lick brushes at the bench.`}</Caution>
    </Box>
  );
}

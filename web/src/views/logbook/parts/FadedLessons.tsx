import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { plural, t } from "@yule/core";
import { fadedLessons, type Outlook } from "@yule/derive";
import { sendCommand } from "../../../data/outbox.ts";
import { Fold } from "../../../kit/Fold.tsx";

/** Lessons that nobody has found helpful for long, or that did not help: said no more, but not lost. */
export function FadedLessons({ outlook }: { outlook: Outlook }) {
  const faded = fadedLessons(outlook);
  if (faded.length === 0) return null;
  return (
    <Box marginTop="18px" maxWidth="640px">
      <Fold title={plural(faded.length, { one: "# lesson has faded and is said no more", other: "# lessons have faded and are said no more" })}>
        {faded.map(({ id, version, text, notedOn, missed }) => (
          <Flex key={id} gap="12px" align="center" justify="space-between" borderBottom="1px solid" borderColor="hairline" paddingY="6px">
            <Box minWidth={0}>
              <Text fontFamily="heading" fontStyle="italic" overflowWrap="anywhere">
                {text}
              </Text>
              <Text color="softInk" fontSize="15px">
                {t`noted in ${notedOn.slice(0, 4)}`}
                {missed > 0 && `, ${plural(missed, { one: "did not help the last time", other: "did not help the last # times" })}`}
              </Text>
            </Box>
            <Button flex="none" variant="outline" size="sm" aria-label={t`Say it again: ${text}`} onClick={() => void sendCommand("answer-lesson", { id, version, helped: true })}>
              {t`Say it again`}
            </Button>
          </Flex>
        ))}
      </Fold>
    </Box>
  );
}

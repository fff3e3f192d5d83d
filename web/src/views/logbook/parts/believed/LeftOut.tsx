import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { LeftOutRead } from "@yule/contract";
import { dayAt, t } from "@yule/core";
import { sendCommand } from "../../../../data/outbox.ts";
import { printDay } from "../../../../kit/say.ts";

/** What is left out, each to be counted again. @param nameOf what it is; null where that is gone */
export function LeftOut({ leftOut, nameOf, timeZone }: { leftOut: readonly LeftOutRead[]; nameOf: (of: LeftOutRead) => string | null; timeZone: string }) {
  if (leftOut.length === 0) return null;
  return (
    <Box as="section" aria-label={t`What does not count`} marginTop="18px" maxWidth="760px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">{t`What does not count`}</Heading>
      <Box as="ul" listStyleType="none">
        {leftOut.map((each) => {
          const name = nameOf(each) ?? t`something that is no more`;
          return (
            <Flex as="li" key={each.id} gap="2px 14px" wrap="wrap" align="center" borderTop="1px solid" borderColor="hairline" minHeight="46px">
              <Text flex="1 1 280px" overflowWrap="anywhere">
                {each.of === "batch" || each.of === "fair"
                  ? each.day === null
                    ? t`${name}: ${each.why}`
                    : t`${name}, ${printDay(each.day)}: ${each.why}`
                  : t`${name} from before ${printDay(dayAt(new Date(each.at), timeZone))}: ${each.why}`}
              </Text>
              <Button variant="ghost" onClick={() => void sendCommand("count-again", { id: each.id, version: each.version })}>{t`Count it again`}</Button>
            </Flex>
          );
        })}
      </Box>
    </Box>
  );
}

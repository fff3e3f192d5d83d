import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { money, type Remedy, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { applyChanges, costWords } from "../../../plan/apply.ts";
import { printMoney } from "../../../kit/say.ts";

interface OneWayProps {
  readonly remedy: Remedy;
  readonly outlook: Outlook;
  /** What is done, and what comes of it. */
  readonly what: string;
  readonly effect: string;
  readonly onTry: (remedy: Remedy) => void;
}

/** One thing that would help: what it is, what it repairs and costs; seen first, or done with one tap. */
export function OneWay({ remedy, outlook, what, effect, onTry }: OneWayProps) {
  return (
    <Flex role="group" gap="14px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="10px" wrap={{ base: "wrap", md: "nowrap" }}>
      <Box flex="1" minWidth="220px">
        <Text fontWeight={700} overflowWrap="anywhere">
          {what}
        </Text>
        <Text color="softInk" fontSize="15px">
          {effect}; {costWords(remedy, (minor) => printMoney(money(minor), outlook.shop.currency))}.
        </Text>
      </Box>
      <Button size="sm" variant="outline" onClick={() => onTry(remedy)}>{t`See it first`}</Button>
      <Button size="sm" onClick={() => void applyChanges(remedy.changes, outlook)}>{t`Do it`}</Button>
    </Flex>
  );
}

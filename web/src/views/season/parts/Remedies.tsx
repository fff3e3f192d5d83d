import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { money, printMoney, type Remedy } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useState } from "react";
import { applyChanges, costWords, wordsOf } from "../../../plan/apply.ts";

const FIRST_SHOWN = 4;

/** What must give, ranked: each planned through, with what it asks and what it repairs. One tap does it. */
export function Remedies({ remedies, outlook, onTry }: { remedies: readonly Remedy[]; outlook: Outlook; onTry: (remedy: Remedy) => void }) {
  const [all, setAll] = useState(false);
  const shown = all ? remedies : remedies.slice(0, FIRST_SHOWN);
  return (
    <Box as="section" aria-label="What would help" marginBottom="26px" maxWidth="760px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">
        What would help
      </Heading>
      {remedies.length === 0 && <Text color="softInk">Nothing that was tried, alone or in twos, keeps more promises.</Text>}
      {shown.map((remedy) => (
        <Flex
          key={JSON.stringify(remedy.changes)}
          role="group"
          gap="14px"
          align="center"
          borderTop="1px solid"
          borderColor="hairline"
          paddingY="10px"
          wrap={{ base: "wrap", md: "nowrap" }}
        >
          <Box flex="1" minWidth="240px">
            <Text fontWeight={700} overflowWrap="anywhere">
              {remedy.changes.map((change) => wordsOf(change, outlook)).join(", and ")}
            </Text>
            <Text color="softInk" fontSize="15px">
              {effect(remedy, outlook)}; {costWords(remedy, (minor) => printMoney(money(minor), outlook.shop.currency))}.
            </Text>
          </Box>
          <Button size="sm" variant="outline" onClick={() => onTry(remedy)}>
            See it first
          </Button>
          <Button size="sm" onClick={() => void applyChanges(remedy.changes, outlook)}>
            Do it
          </Button>
        </Flex>
      ))}
      {remedies.length > FIRST_SHOWN && (
        <Button variant="ghost" onClick={() => setAll(!all)}>
          {all ? "Show fewer" : `${String(remedies.length - FIRST_SHOWN)} more`}
        </Button>
      )}
    </Box>
  );
}

function effect(remedy: Remedy, outlook: Outlook): string {
  if (remedy.unsafe === 0) return "all promises would be safe";
  const kept = `${(remedy.after - remedy.before).toFixed(1)} promises more would be kept`;
  const names = remedy.repairs.map((id) => outlook.open.find((view) => view.need.id === id)?.need.title).filter((title) => title !== undefined);
  if (names.length === 0) return kept;
  const listed = names.length > 2 ? `${names.slice(0, 2).join(", ")} and ${String(names.length - 2)} more` : names.join(" and ");
  return `${listed} would be safe; ${kept}`;
}

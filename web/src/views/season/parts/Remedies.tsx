import { t, listOf } from "@yule/core";
import { Box, Button, Heading, Text } from "@chakra-ui/react";
import type { Remedy } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useState } from "react";
import { wordsOf } from "../../../plan/apply.ts";
import { OneWay } from "./OneWay.tsx";
import { printFigure } from "../../../kit/say.ts";

const FIRST_SHOWN = 4;

/** What must give, ranked: each planned through, with what it asks and what it repairs. One tap does it. */
export function Remedies({ remedies, outlook, onTry }: { remedies: readonly Remedy[]; outlook: Outlook; onTry: (remedy: Remedy) => void }) {
  const [all, setAll] = useState(false);
  const shown = all ? remedies : remedies.slice(0, FIRST_SHOWN);
  return (
    <Box as="section" aria-label={t`What would help`} marginBottom="26px" maxWidth="760px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">{t`What would help`}</Heading>
      {remedies.length === 0 && <Text color="softInk">{t`Nothing that was tried, alone or in twos, keeps more promises.`}</Text>}
      {shown.map((remedy) => (
        <OneWay
          key={JSON.stringify(remedy.changes)}
          remedy={remedy}
          outlook={outlook}
          what={remedy.changes.map((change) => wordsOf(change, outlook)).join(", and ")}
          effect={effect(remedy, outlook)}
          onTry={onTry}
        />
      ))}
      {remedies.length > FIRST_SHOWN && (
        <Button variant="ghost" onClick={() => setAll(!all)}>
          {all ? t`Show fewer` : t`${String(remedies.length - FIRST_SHOWN)} more`}
        </Button>
      )}
    </Box>
  );
}

function effect(remedy: Remedy, outlook: Outlook): string {
  if (remedy.unsafe === 0) return t`all promises would be safe`;
  const kept = t`${printFigure(remedy.after - remedy.before, 1)} promises more would be kept`;
  const names = remedy.repairs.map((id) => outlook.open.find((view) => view.need.id === id)?.need.title).filter((title) => title !== undefined);
  if (names.length === 0) return kept;
  const listed = names.length > 2 ? `${names.slice(0, 2).join(", ")} and ${String(names.length - 2)} more` : listOf(names);
  return t`${listed} would be safe; ${kept}`;
}

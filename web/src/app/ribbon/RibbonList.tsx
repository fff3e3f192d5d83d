import { Box, Button } from "@chakra-ui/react";
import { printDay } from "@yule/core";
import { Link } from "react-router";
import { Popup } from "../../kit/Popup.tsx";
import { rowOf } from "../../season/needRow.ts";
import { usePlanned } from "../../season/planned.ts";
import type { Outlook } from "../outlook.ts";

/** The ribbon's days as a list, for those who cannot read a ruler. */
export function RibbonList({ outlook }: { outlook: Outlook }) {
  const planned = usePlanned();
  return (
    <Popup
      placement="bottom-end"
      trigger={
        <Button variant="ghost" aria-label="The ribbon as a list" minHeight="32px" height="32px" minWidth="36px" paddingInline="0" textDecoration="none" bg="ruler">
          ≡
        </Button>
      }
    >
      {outlook.open.length === 0
        ? "Nothing is owed."
        : [...outlook.open]
            .sort((a, b) => (a.readyBy < b.readyBy ? -1 : 1))
            .map((view) => ({ view, row: rowOf(view, planned) }))
            .map(({ view, row }) => (
              <Box key={view.need.id} paddingY="6px" borderBottom="1px solid" borderColor="hairline">
                {printDay(view.readyBy)}: <Link to={`/season?need=${view.need.id}`}>{view.need.title}</Link>, {view.cards} cards, {row.safety}
                {row.chance === null ? "" : `, ${String(Math.round(row.chance * 100))} in 100`}
              </Box>
            ))}
    </Popup>
  );
}

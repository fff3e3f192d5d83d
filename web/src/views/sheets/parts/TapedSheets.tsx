import { rich } from "../../../kit/rich.tsx";
import { t } from "@yule/core";
import { Button, Flex, Text } from "@chakra-ui/react";
import type { SplitPlanRead } from "@yule/contract";
import { takenWord, type Outlook } from "@yule/derive";
import { useNavigate } from "react-router";

/** Sheets that are on their boards, painted or drying, and still to be cut apart. */
export function TapedSheets({ taped, outlook }: { taped: readonly SplitPlanRead[]; outlook: Outlook }) {
  const navigate = useNavigate();
  return taped.map((plan) => {
    const titles = outlook.needs.flatMap((view) => (plan.needIds.includes(view.need.id) ? [view.need.title] : []));
    return (
      <Flex key={plan.id} gap="12px" align="center" marginBottom="12px" wrap="wrap">
        <Text>
          {rich`${takenWord(plan.plan.split)} on the board for ${titles.slice(0, 2).join(", ")}${titles.length > 2 && t` and ${String(titles.length - 2)} more`}: cut apart when bone dry.`}
        </Text>
        <Button variant="outline" onClick={() => void navigate(`/sheets?plan=${plan.id}`)}>{t`Cut them apart`}</Button>
      </Flex>
    );
  });
}

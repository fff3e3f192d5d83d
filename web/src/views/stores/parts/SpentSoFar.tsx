import { Box, Flex, Text } from "@chakra-ui/react";
import type { CostsRead } from "@yule/contract";
import { COST_PARTS, costsTotal, type CostPart, t } from "@yule/core";
import { batchCosts, seasonCosts, type Outlook } from "@yule/derive";
import { useMemo } from "react";
import { Fold } from "../../../kit/Fold.tsx";
import { useShopMoney } from "../useShopMoney.ts";
import { BatchCosts } from "./BatchCosts.tsx";
import { OrderCosts } from "./OrderCosts.tsx";

/** What the season has cost so far, by what really left the shelf at its lots' prices; the parts add up to the whole. */
export function SpentSoFar({ outlook, money }: { outlook: Outlook; money: CostsRead }) {
  const { say } = useShopMoney();
  const { needs, unshared } = useMemo(() => seasonCosts(outlook, money), [outlook, money]);
  const batches = useMemo(() => batchCosts(outlook, money), [outlook, money]);
  const titles = useMemo(() => new Map(outlook.needs.map(({ need }) => [need.id, need.title])), [outlook.needs]);
  const parts = COST_PARTS.map((part): readonly [CostPart, number] => [part, needs.reduce((sum, { costs }) => sum + costs[part], 0)]).filter(([, cost]) => cost !== 0);
  const total = needs.reduce((sum, { costs }) => sum + costsTotal(costs), unshared);
  const most = Math.max(1, ...parts.map(([, cost]) => cost));
  if (parts.length === 0) return null;
  return (
    <Box marginBottom="12px" maxWidth="760px">
      <Fold title={t`What this season has cost so far: ${say(total)}`}>
        {parts.map(([part, cost]) => (
          <Flex key={part} gap="14px" align="center" paddingY="5px">
            <Text width="150px" flex="none">
              {part}
            </Text>
            <Box flex="1" minWidth={0}>
              <Box
                height="12px"
                width={`${String(Math.max(0.5, (Math.max(0, cost) / most) * 100))}%`}
                bg="softInk"
                backgroundImage={part === "hands" ? "repeating-linear-gradient(135deg, transparent 0 4px, var(--chakra-colors-paper) 4px 6px)" : undefined}
                aria-hidden
              />
            </Box>
            <Text whiteSpace="nowrap" width="90px" textAlign="end">
              {say(cost)}
            </Text>
          </Flex>
        ))}
        <Text
          color="softInk"
          fontSize="15px"
        >{t`What left the shelf for what was made, what nobody took, the hours, fees and post. Striped are the hours, which nobody paid out.`}</Text>
        <OrderCosts needs={needs} titles={titles} />
        <BatchCosts batches={batches} timeZone={outlook.shop.timeZone} />
      </Fold>
    </Box>
  );
}

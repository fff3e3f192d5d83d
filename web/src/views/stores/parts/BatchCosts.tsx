import { dayAt, minutes, printMinutes, t } from "@yule/core";
import type { BatchCost } from "@yule/derive";
import { Box, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { printDay } from "../../../kit/say.ts";
import { useShopMoney } from "../useShopMoney.ts";

/** What each batch has cost so far for a panel that is left of it: the dearest first, since it is the one to look at. */
export function BatchCosts({ batches, timeZone }: { batches: readonly BatchCost[]; timeZone: string }) {
  const { say } = useShopMoney();
  const columns = useMemo(
    (): readonly TableColumn<BatchCost>[] => [
      {
        id: "batch",
        head: t`Batch for`,
        isAlways: true,
        value: ({ title }) => title,
        cell: ({ title, design }) => (
          <>
            <b>{title}</b>{" "}
            <Text as="span" color="softInk">
              {design}
            </Text>
          </>
        ),
      },
      { id: "begun", head: t`Begun`, value: ({ begunAt }) => begunAt.getTime(), cell: ({ begunAt }) => printDay(dayAt(begunAt, timeZone)) },
      { id: "left", head: t`Panels left`, value: ({ left }) => left, cell: ({ left, panels }) => t`${left} of ${panels}` },
      { id: "materials", head: t`Materials`, value: ({ materials }) => materials, cell: ({ materials }) => say(materials) },
      { id: "hands", head: t`Hands`, value: ({ hands }) => hands, cell: ({ hands }) => printMinutes(minutes(hands)) },
      {
        id: "each",
        head: t`A panel so far`,
        isAlways: true,
        value: ({ each }) => each ?? Infinity,
        cell: ({ each }) => (each === null ? <Text color="cannot">{t`none is left`}</Text> : say(each)),
      },
    ],
    [say, timeZone],
  );
  if (batches.length === 0) return null;
  return (
    <Box marginTop="14px">
      <Text color="softInk" fontWeight={600}>{t`Batch by batch, the dearest panel first: what is spoilt is paid by those that are left`}</Text>
      <DataTable label={t`What each batch has cost`} rows={batches} columns={columns} rowId={({ id }) => id} maxWidth="760px" />
    </Box>
  );
}

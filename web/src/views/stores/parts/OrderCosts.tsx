import { Box, Text } from "@chakra-ui/react";
import { costsTotal, leftForAnHour, type NeedCosts, t } from "@yule/core";
import { useMemo } from "react";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { useShopMoney } from "../useShopMoney.ts";

interface OrderRow {
  readonly title: string;
  readonly money: NeedCosts;
}

/** What each order, list or fair has cost so far, by what was really used; only those for which something was done. */
export function OrderCosts({ needs, titles }: { needs: readonly NeedCosts[]; titles: ReadonlyMap<string, string> }) {
  const { say } = useShopMoney();
  const rows = useMemo(() => needs.flatMap((money): OrderRow[] => (costsTotal(money.costs) === 0 ? [] : [{ title: titles.get(money.id) ?? "", money }])), [needs, titles]);
  const columns = useMemo(
    (): readonly TableColumn<OrderRow>[] => [
      { id: "order", head: t`For`, isAlways: true, value: ({ title }) => title, cell: ({ title }) => title },
      { id: "cards", head: t`Cards made`, value: ({ money }) => money.cards, cell: ({ money }) => money.cards },
      { id: "cost", head: t`Cost so far`, isAlways: true, value: ({ money }) => costsTotal(money.costs), cell: ({ money }) => say(costsTotal(money.costs)) },
      { id: "brings", head: t`It brings`, value: ({ money }) => money.income ?? 0, cell: ({ money }) => (money.income === null ? t`none told` : say(money.income)) },
      { id: "hour", head: t`Left for an hour`, isAlways: true, value: ({ money }) => leftForAnHour(money) ?? 0, cell: ({ money }) => hourOf(money, say) },
    ],
    [say],
  );
  if (rows.length === 0) return null;
  return (
    <Box marginTop="14px">
      <Text color="softInk" fontWeight={600}>{t`Order by order`}</Text>
      <DataTable label={t`What each order has cost`} rows={rows} columns={columns} rowId={({ money }) => money.id} maxWidth="760px" />
    </Box>
  );
}

/** Said only where cards were made: before that nothing was earned for them. */
function hourOf(money: NeedCosts, say: (minor: number) => string): string {
  const hour = money.cards > 0 ? leftForAnHour(money) : null;
  return hour === null ? t`not yet known` : say(hour);
}

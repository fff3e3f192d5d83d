import { rich } from "../../../kit/rich.tsx";
import { Button, Text } from "@chakra-ui/react";
import { money, stateOf, t, listOf } from "@yule/core";
import { customerOrders, type CustomerOrder } from "@yule/derive";
import { useMemo, useState } from "react";
import { useOrdersQuery } from "../../../data/api.ts";
import { NewsOfOrders } from "../../../features/orders/NewsOfOrders.tsx";
import { timesInHundred } from "../../../kit/chances.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { usePlanned } from "../../../plan/plannedContext.ts";
import type { DispatchAskProps } from "../ask.ts";
import { OrderPage } from "./OrderPage.tsx";
import { printDay, printMoney } from "../../../kit/say.ts";

/** Orders as customers see them: several designs with one day and one price, how sure that day is, and what is still to be paid. */
export default function OrdersAsk({ outlook }: DispatchAskProps) {
  const planned = usePlanned();
  // Without the feed the orders are as they were taken.
  const news = useOrdersQuery().data?.news ?? [];
  const { currency } = outlook.shop;
  const orders = useMemo(() => customerOrders(outlook, planned), [outlook, planned]);
  const [opened, setOpened] = useState<string | null>(null);
  const owed = orders.reduce((sum, each) => sum + each.owed, 0);
  const [least] = orders.filter(({ chance }) => chance !== null).sort((a, b) => (a.chance ?? 1) - (b.chance ?? 1));
  const unpaid = orders.filter((each) => each.deposit > each.paid);
  const columns = useMemo(() => columnsFor(currency, (id) => setOpened((before) => (before === id ? null : id))), [currency]);
  const shown = orders.find(({ id }) => id === opened);
  return (
    <>
      <Verdict>
        {orders.length === 0 ? (
          t`No customer waits for anything.`
        ) : (
          <>
            {rich`${orders.length === 1 ? t`One customer waits` : t`${String(orders.length)} customers wait`}, and ${(
              <Figure
                why={orders
                  .map(
                    (each) =>
                      `${each.title}: ${each.price === null ? t`no price agreed` : t`${printMoney(money(each.paid), currency)} of ${printMoney(money(each.price), currency)} paid`}`,
                  )
                  .join("; ")}
              >
                {printMoney(money(owed), currency)}
              </Figure>
            )} is still to be paid.${least ? t` Least sure is ${least.title}: ${sureWords(least)}.` : ""}`}
            {unpaid.length > 0 ? t` Ask ${listOf(unpaid.map(({ title }) => title))} for the deposit before you paint.` : ""}
          </>
        )}
        {news.length > 0
          ? t` The feed tells ${news.length === 1 ? t`one thing` : t`${String(news.length)} things`} that ${news.length === 1 ? t`is` : t`are`} not noted here yet.`
          : ""}
      </Verdict>
      <NewsOfOrders news={news} outlook={outlook} />
      {orders.length === 0 ? (
        <Teach
          title={t`One order, whole`}
        >{t`Orders and commissions of Season stand here as their customers see them. Several needs can be one order, with one day, one price and one address.`}</Teach>
      ) : (
        <DataTable
          label={t`Orders`}
          rows={orders}
          columns={columns}
          rowId={({ id }) => id}
          opened={{ id: shown?.id ?? null, detail: shown ? <OrderPage key={shown.id} order={shown} all={orders} outlook={outlook} /> : null }}
          maxWidth="1080px"
        />
      )}
    </>
  );
}

/** How sure it is that all of an order is there on its day: of several needs no more than its least sure one. */
function sureWords({ chance, due, views }: CustomerOrder): string {
  const all = views.length > 1 ? t`all of it` : "it";
  if (chance === null || stateOf(chance) === "cannot") return t`${all} cannot be promised by ${printDay(due)}`;
  return t`${all} is there by ${printDay(due)} ${views.length > 1 ? t`at most ` : ""}${timesInHundred(chance)}`;
}

const columnsFor = (currency: string, onOpen: (id: string) => void): readonly TableColumn<CustomerOrder>[] => [
  {
    id: "who",
    head: t`Order`,
    isAlways: true,
    value: ({ title }) => title,
    cell: ({ title, household, views }) => (
      <>
        <Text fontWeight={700} overflowWrap="anywhere">
          {title}
        </Text>
        <Text color="softInk" fontSize="15px">
          {views.map(({ cards, design }) => `${String(cards)} × ${design.name}`).join(", ")}
          {household ? t`, to ${household.name}` : ""}
        </Text>
      </>
    ),
  },
  { id: "due", head: t`By`, isAlways: true, value: ({ due }) => due, cell: ({ due }) => printDay(due) },
  { id: "far", head: t`Made`, value: ({ made }) => made, cell: ({ made, cards, sent }) => `${String(made)} of ${String(cards)}${sent > 0 ? t`, ${String(sent)} sent` : ""}` },
  {
    id: "chance",
    head: t`In time`,
    value: ({ chance }) => chance ?? 2,
    cell: ({ chance, views }) => (chance === null ? "" : `${views.length > 1 ? t`at most ` : ""}${String(Math.min(99, Math.round(chance * 100)))} %`),
  },
  {
    id: "owed",
    head: t`To be paid`,
    value: ({ owed }) => owed,
    cell: ({ owed, price }) => (price === null ? t`no price` : owed === 0 ? "paid" : printMoney(money(owed), currency)),
  },
  {
    id: "open",
    head: "",
    isAlways: true,
    cell: ({ id, title }) => <Button size="sm" variant="outline" aria-label={t`Open ${title}`} onClick={() => onOpen(id)}>{t`Open`}</Button>,
  },
];

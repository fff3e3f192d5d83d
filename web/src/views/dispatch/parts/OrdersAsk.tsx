import { Button, Text } from "@chakra-ui/react";
import { money, stateOf } from "@yule/core";
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
          "No customer waits for anything."
        ) : (
          <>
            {orders.length === 1 ? "One customer waits" : `${String(orders.length)} customers wait`}, and{" "}
            <Figure
              why={orders
                .map(
                  (each) =>
                    `${each.title}: ${each.price === null ? "no price agreed" : `${printMoney(money(each.paid), currency)} of ${printMoney(money(each.price), currency)} paid`}`,
                )
                .join("; ")}
            >
              {printMoney(money(owed), currency)}
            </Figure>{" "}
            is still to be paid.
            {least ? ` Least sure is ${least.title}: ${sureWords(least)}.` : ""}
            {unpaid.length > 0 ? ` Ask ${unpaid.map(({ title }) => title).join(" and ")} for the deposit before you paint.` : ""}
          </>
        )}
        {news.length > 0 ? ` The feed tells ${news.length === 1 ? "one thing" : `${String(news.length)} things`} that ${news.length === 1 ? "is" : "are"} not noted here yet.` : ""}
      </Verdict>
      <NewsOfOrders news={news} outlook={outlook} />
      {orders.length === 0 ? (
        <Teach title="One order, whole">
          Orders and commissions of Season stand here as their customers see them. Several needs can be one order, with one day, one price and one address.
        </Teach>
      ) : (
        <DataTable
          label="Orders"
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
  const all = views.length > 1 ? "all of it" : "it";
  if (chance === null || stateOf(chance) === "cannot") return `${all} cannot be promised by ${printDay(due)}`;
  return `${all} is there by ${printDay(due)} ${views.length > 1 ? "at most " : ""}${timesInHundred(chance)}`;
}

const columnsFor = (currency: string, onOpen: (id: string) => void): readonly TableColumn<CustomerOrder>[] => [
  {
    id: "who",
    head: "Order",
    isAlways: true,
    value: ({ title }) => title,
    cell: ({ title, household, views }) => (
      <>
        <Text fontWeight={700} overflowWrap="anywhere">
          {title}
        </Text>
        <Text color="softInk" fontSize="15px">
          {views.map(({ cards, design }) => `${String(cards)} × ${design.name}`).join(", ")}
          {household ? `, to ${household.name}` : ""}
        </Text>
      </>
    ),
  },
  { id: "due", head: "By", isAlways: true, value: ({ due }) => due, cell: ({ due }) => printDay(due) },
  { id: "far", head: "Made", value: ({ made }) => made, cell: ({ made, cards, sent }) => `${String(made)} of ${String(cards)}${sent > 0 ? `, ${String(sent)} sent` : ""}` },
  {
    id: "chance",
    head: "In time",
    value: ({ chance }) => chance ?? 2,
    cell: ({ chance, views }) => (chance === null ? "" : `${views.length > 1 ? "at most " : ""}${String(Math.min(99, Math.round(chance * 100)))} %`),
  },
  {
    id: "owed",
    head: "To be paid",
    value: ({ owed }) => owed,
    cell: ({ owed, price }) => (price === null ? "no price" : owed === 0 ? "paid" : printMoney(money(owed), currency)),
  },
  {
    id: "open",
    head: "",
    isAlways: true,
    cell: ({ id, title }) => (
      <Button size="sm" variant="outline" aria-label={`Open ${title}`} onClick={() => onOpen(id)}>
        Open
      </Button>
    ),
  },
];

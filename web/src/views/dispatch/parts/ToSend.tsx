import { kindWord } from "../../../kit/kinds.ts";
import { Button, Text } from "@chakra-ui/react";
import { money, type Money, t } from "@yule/core";
import { BY_HAND, postageOf, rowOf, type NeedStand, type NeedView, type Outlook } from "@yule/derive";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { StateWord } from "../../../kit/states.tsx";
import { usePlanned } from "../../../plan/plannedContext.ts";
import { printDay, printMoney } from "../../../kit/say.ts";

/** What is to be sent, the soonest first. */
export function ToSend({ outlook, open }: { outlook: Outlook; open: readonly NeedView[] }) {
  const planned = usePlanned();
  const rows = open.map((view) => {
    const service = view.post?.service ?? BY_HAND;
    return { view, safety: rowOf(view, planned).safety, service, cost: postageOf(view.need, service, outlook.dispatch.carrier.table) ?? money(0) };
  });
  return <DataTable label={t`To send`} rows={rows} columns={columnsFor(outlook)} rowId={({ view }) => view.need.id} maxWidth="1000px" />;
}

interface SendRow {
  readonly view: NeedView;
  readonly safety: NeedStand;
  readonly service: string;
  readonly cost: Money;
}

const columnsFor = ({ shop, today }: Outlook): readonly TableColumn<SendRow>[] => [
  {
    id: "need",
    head: t`For whom`,
    isAlways: true,
    value: ({ view }) => view.need.title,
    cell: ({ view }) => (
      <>
        <Text fontWeight={700} overflowWrap="anywhere">
          {view.need.title}
        </Text>
        <Text color="softInk" fontSize="15px">
          {view.cards} × {view.design.name}
          {view.need.households > 0 ? t`, ${String(view.need.households)} households` : ""}
        </Text>
      </>
    ),
  },
  {
    id: "by",
    head: t`Goes by`,
    isAlways: true,
    value: ({ view }) => view.readyBy,
    cell: ({ view, safety }) => (
      <>
        <Text whiteSpace="nowrap">{printDay(view.readyBy)}</Text>
        <StateWord state={safety} />
      </>
    ),
  },
  {
    id: "service",
    head: t`How it goes`,
    value: ({ service, cost }) => `${service} ${String(cost)}`,
    cell: ({ view, service, cost }) => (view.post ? `${service}, ${printMoney(cost, shop.currency)}` : t`handed over`),
  },
  {
    id: "made",
    head: t`Made`,
    value: ({ view }) => view.assembled / Math.max(1, view.cards),
    cell: ({ view }) => (
      <Text color="softInk" whiteSpace="nowrap">
        {t`${view.assembled} of ${view.cards} made`}
      </Text>
    ),
  },
  {
    id: "do",
    head: "",
    isAlways: true,
    width: "160px",
    cell: ({ view, service, cost }) =>
      view.stage === "to post" ? (
        <Button width="100%" size="sm" onClick={() => void sendCommand("post-need", { id: v7(), needId: view.need.id, on: today, service, costMinor: cost })}>
          {view.post ? t`Posted today` : t`Handed over`}
        </Button>
      ) : (
        <Text color="softInk">{kindWord(view.stage)}</Text>
      ),
  },
];

import { Households } from "./parts/Households.tsx";
import { DataTable, type TableColumn } from "../../kit/DataTable.tsx";
import { Button, Text } from "@chakra-ui/react";
import { money, printDay, printMoney, type Money } from "@yule/core";
import { rowOf, BY_HAND, postageOf, type NeedStand, type NeedView, type Outlook } from "@yule/derive";
import { v7 } from "uuid";
import { sendCommand } from "../../data/outbox.ts";
import { Lessons } from "../../features/lessons/Lessons.tsx";
import { useView } from "../../plan/useOutlet.ts";
import { STAND_COLOUR, StateWord, Teach } from "../../kit/states.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import { usePlanned } from "../../plan/planned.ts";

/** Dispatch: what must be posted by when, and what goes today. */
export default function DispatchView() {
  const outlook = useView();
  const open = [...outlook.open].sort((a, b) => (a.readyBy < b.readyBy ? -1 : 1));
  return (
    <>
      <DispatchVerdict outlook={outlook} open={open} />
      <Lessons outlook={outlook} moment="sending" designs={open.map((view) => view.design.id)} occasions={open.flatMap((view) => view.need.occasion ?? [])} />
      {open.length === 0 ? (
        <Teach title="Nothing is to be sent">Each need shows here with its last posting day, by the slow side of the carrier&apos;s table.</Teach>
      ) : (
        <ToSend outlook={outlook} open={open} />
      )}
      <Households outlook={outlook} />
    </>
  );
}

function DispatchVerdict({ outlook, open }: { outlook: Outlook; open: readonly NeedView[] }) {
  const planned = usePlanned();
  const ready = open.filter((view) => view.stage === "to post");
  const today = ready.filter((view) => view.readyBy <= outlook.today);
  const [next] = open;
  if (!next) return <Verdict>Everything owed is on its way.</Verdict>;
  const why = next.post
    ? `It must be there on ${printDay(next.need.due as never)}. ${next.post.service} takes ${String(next.post.workingDays)} working days on its slow side to the ${next.post.zone} zone; ${outlook.dispatch.carrier.name} moves nothing on Sundays and holidays.`
    : "It is handed over, so it must be finished on its day.";
  return (
    <Verdict>
      {ready.length > 0 ? (
        <>
          {ready.length === 1 ? `${ready[0]?.need.title ?? ""} is ready to go` : `${String(ready.length)} are ready to go`}
          {today.length > 0 ? `, ${today.length === ready.length ? "and must go today" : `${String(today.length)} of them today`}` : ""}.{" "}
        </>
      ) : (
        "Nothing is ready to go yet. "
      )}
      Next to go is {next.need.title}, by{" "}
      <Figure tone={STAND_COLOUR[rowOf(next, planned).safety]} why={why}>
        {printDay(next.readyBy)}
      </Figure>
      .
    </Verdict>
  );
}

/** What is to be sent, the soonest first. */
function ToSend({ outlook, open }: { outlook: Outlook; open: readonly NeedView[] }) {
  const planned = usePlanned();
  const rows = open.map((view) => {
    const service = view.post?.service ?? BY_HAND;
    return { view, safety: rowOf(view, planned).safety, service, cost: postageOf(view.need, service, outlook.dispatch.carrier.table) ?? money(0) };
  });
  return <DataTable label="To send" rows={rows} columns={columnsFor(outlook)} rowId={({ view }) => view.need.id} maxWidth="1000px" />;
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
    head: "For whom",
    isAlways: true,
    value: ({ view }) => view.need.title,
    cell: ({ view }) => (
      <>
        <Text fontWeight={700} overflowWrap="anywhere">
          {view.need.title}
        </Text>
        <Text color="softInk" fontSize="15px">
          {view.cards} × {view.design.name}
          {view.need.households > 0 ? `, ${String(view.need.households)} households` : ""}
        </Text>
      </>
    ),
  },
  {
    id: "by",
    head: "Goes by",
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
    head: "How it goes",
    value: ({ service, cost }) => `${service} ${String(cost)}`,
    cell: ({ view, service, cost }) => (view.post ? `${service}, ${printMoney(cost, shop.currency)}` : "handed over"),
  },
  {
    id: "made",
    head: "Made",
    value: ({ view }) => view.assembled / Math.max(1, view.cards),
    cell: ({ view }) => (
      <Text color="softInk" whiteSpace="nowrap">
        {view.assembled} of {view.cards} made
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
          {view.post ? "Posted today" : "Handed over"}
        </Button>
      ) : (
        <Text color="softInk">{view.stage}</Text>
      ),
  },
];

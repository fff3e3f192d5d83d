import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { problemFaults, type CommandInput, type DesignRead, type FeedOrder } from "@yule/contract";
import { day, money, stateOf, type Fault, t } from "@yule/core";
import type { DayOffer, Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { useOrdersQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { NewsOfOrders } from "../../../features/orders/NewsOfOrders.tsx";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Choice, FaultLines, Tick } from "../../../kit/FormField.tsx";
import { askedNeed, useDayOffers } from "../../../plan/promiseDays.ts";
import { usePlanned } from "../../../plan/plannedContext.ts";
import { needOfOrder, variantFor } from "../orders.ts";
import { offerWords, othersWords } from "../promiseWords.ts";
import { printDay, printMoney } from "../../../kit/say.ts";

/** Orders of the shop's feed: looked at, matched with designs, and made into needs; each once. */
export function OrdersDialog({ outlook, onClose }: { outlook: Outlook; onClose: () => void }) {
  const { data, error } = useOrdersQuery();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const orders = useMemo(() => data?.orders ?? [], [data?.orders]);
  const planned = usePlanned();
  const [promised, setPromised] = useState<Readonly<Record<string, string>>>({});
  const { offered } = outlook;
  /** Each as its listing promises it. */
  const listed = useMemo(
    () =>
      orders.flatMap((order): CommandInput<"add-needs">["needs"] => {
        const found = variantFor(order, offered, chosen[order.ref]);
        return found && !left.has(order.ref) ? [needOfOrder(order, found, v7)] : [];
      }),
    [orders, offered, chosen, left],
  );
  const asked = useMemo(() => listed.flatMap((need) => askedNeed(need) ?? []), [listed]);
  const offers = useDayOffers(asked, outlook, planned);
  const offerOf = (ref: string): DayOffer | null => offers?.offers[asked.findIndex((need) => need.orderRef === ref)] ?? null;
  const needs = listed.map((need) => ({ ...need, due: promised[need.orderRef ?? ""] ?? need.due }));
  const later = orders.flatMap(({ ref }) => {
    const instead = offerOf(ref)?.instead;
    return instead && promised[ref] !== instead.due ? [[ref, instead.due] as const] : [];
  });
  const open = orders.filter((order) => !left.has(order.ref) && !variantFor(order, outlook.offered, chosen[order.ref]));
  const take = async (): Promise<void> => {
    const sent = await sendCommand("add-needs", { needs }, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    else onClose();
  };
  return (
    <Dialog title={data ? t`Orders, ${data.name}` : t`Orders`} wide onClose={onClose}>
      <Text marginBottom="10px">
        {!data && !error && t`Asking the feed …`}
        {error && t`The feed is not answering. Orders are taken when it does.`}
        {data && orders.length === 0 && t`Every order of the last days is a need already.`}
        {data && orders.length > 0 && t`${String(orders.length)} ${orders.length === 1 ? t`order is` : t`orders are`} not among your needs yet.`}
      </Text>
      {data && data.unread.length > 0 && <FaultLines faults={data.unread.map((line) => t`the feed, ${line}`)} />}
      {data && <NewsOfOrders news={data.news} outlook={outlook} />}
      {orders.map((order) => (
        <OrderRow
          key={order.ref}
          order={order}
          outlook={outlook}
          taken={!left.has(order.ref)}
          colourwayId={variantFor(order, outlook.offered, chosen[order.ref])?.colourway.id ?? ""}
          onTake={(taken) => setLeft(new Set(taken ? [...left].filter((ref) => ref !== order.ref) : [...left, order.ref]))}
          onChoose={(id) => setChosen({ ...chosen, [order.ref]: id })}
          offer={offerOf(order.ref)}
          promised={promised[order.ref] ?? null}
        />
      ))}
      {planned && asked.length > 0 && (
        <Text role="status" marginTop="10px">
          {offers === null ? t`Working out what the plan can keep …` : othersWords(later.length === 0 ? offers.othersInstead : offers.others)}
        </Text>
      )}
      {later.length > 0 && (
        <Flex gap="10px" align="center" wrap="wrap" marginTop="6px">
          <Button variant="outline" onClick={() => setPromised({ ...promised, ...Object.fromEntries(later) })}>
            {t`Promise ${later.length === 1 ? t`the later day` : t`the later days of ${String(later.length)} orders`}`}
          </Button>
          <Text color="softInk" flex="1" minWidth="240px">{t`The buyer was told another day: write to them. Dispatch drafts the message.`}</Text>
        </Flex>
      )}
      <FaultLines
        faults={[...faults, ...open.map((order) => t`${order.ref}: no design of yours is known as ${order.listing}, ${order.variant}. Choose one, or leave the order.`)]}
      />
      <Flex justify="flex-end" gap="10px" marginTop="16px">
        <Button variant="outline" onClick={onClose}>{t`Leave them`}</Button>
        <Button disabled={needs.length === 0 || open.length > 0} onClick={() => void take()}>
          {needs.length === 1 ? t`Take this order` : t`Take ${String(needs.length)} orders`}
        </Button>
      </Flex>
    </Dialog>
  );
}

function OrderRow({
  order,
  outlook,
  taken,
  colourwayId,
  onTake,
  onChoose,
  offer,
  promised,
}: {
  order: FeedOrder;
  outlook: Outlook;
  taken: boolean;
  colourwayId: string;
  onTake: (taken: boolean) => void;
  onChoose: (colourwayId: string) => void;
  offer: DayOffer | null;
  /** The day that she promises instead of the listing's. */
  promised: string | null;
}) {
  return (
    <Flex borderTop="1px solid" borderColor="hairline" paddingY="6px" gap="14px" align="center" wrap="wrap">
      <Tick checked={taken} aria-label={t`Take ${order.ref}`} onChange={(change) => onTake(change.target.checked)}>
        <b>{order.ref}</b>
      </Tick>
      <Box flex="1" minWidth="220px">
        <Text>
          {order.buyer}: {order.quantity} × {order.listing}, {order.variant}
        </Text>
        <Text color="softInk" fontSize="15px">
          {t`placed ${printDay(day(order.placedOn))}, promised by ${printDay(day(order.promisedBy))}, ${order.zone} post, ${printMoney(money(order.paidMinor), outlook.shop.currency)}`}
        </Text>
        {offer && (
          <Text fontSize="15px" color={stateOf(offer.chance) === "safe" || promised !== null ? undefined : "tight"}>
            {offerWords(offer, order.promisedBy, promised)}
          </Text>
        )}
      </Box>
      <Box width="230px">
        <Choice
          aria-label={t`Design of ${order.ref}`}
          value={colourwayId}
          onChange={(change) => onChoose(change.target.value)}
          options={[{ value: "", label: t`which design?` }, ...choices(outlook.offered)]}
        />
      </Box>
    </Flex>
  );
}

const choices = (designs: readonly DesignRead[]): { value: string; label: string }[] =>
  designs.flatMap((design) => design.colourways.map((colourway) => ({ value: colourway.id, label: `${design.name}, ${colourway.name}` })));

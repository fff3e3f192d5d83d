import { type Day, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useShopMoney } from "../useShopMoney.ts";
import { usePlanned } from "../../../plan/plannedContext.ts";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { StockOf, StoresAskProps } from "../ask.ts";
import type { BuyingAnswer } from "../useBuying.ts";
import { amountOf } from "../words.ts";
import { printDay } from "../../../kit/say.ts";

/** Those that run out, the first to bite before the others. */
export const inOrderOfBite = (stock: readonly StockOf[], alarms: StoresAskProps["alarms"]): readonly StockOf[] =>
  stock
    .filter(({ store }) => alarms.get(store.id) === "runs out")
    .sort((a, b) => before(a.outlook.runsOut?.on ?? "", b.outlook.runsOut?.on ?? "") || (a.outlook.runsOut?.session ?? 0) - (b.outlook.runsOut?.session ?? 0));
const before = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** What runs out first and in which session, what to order from whom by when, and whether anything else does. */
export function StoresVerdict({ outlook, stock, alarms, answer }: StoresAskProps & { answer: BuyingAnswer | null }) {
  const planned = usePlanned();
  const [first, ...others] = inOrderOfBite(stock, alarms);
  if (stock.length === 0) return <Verdict>{t`Nothing lies on the shelf yet. This page will say what runs out in which session, and what to buy where.`}</Verdict>;
  if (!first) return <AllLasts stock={stock} alarms={alarms} isPlanned={planned !== null} />;
  const on = first.outlook.runsOut?.on ?? outlook.today;
  return (
    <Verdict>
      {t`${first.store.name} runs out `}
      <Figure tone="cannot" why={whyItRunsOut(first)}>
        {on <= outlook.today ? t`today` : planned ? t`in the session of ${printDay(on)}` : t`by ${printDay(on)}`}
      </Figure>
      {planned ? "" : t`, the plan is still being made`}. <Order first={first} outlook={outlook} answer={answer} />
      {others.length === 0
        ? t` Nothing else runs out this season.`
        : others.length === 1
          ? t` ${others[0]?.store.name ?? ""} runs out after it.`
          : t` ${String(others.length)} more run out after it.`}
    </Verdict>
  );
}

function whyItRunsOut({ store, outlook }: StockOf): string {
  const spread = store.counts > 0 ? ` by ${String(store.counts)} counts` : "";
  return t`${amountOf(store, store.onHand)} lie there; what is owed takes ${amountOf(store, outlook.wanted)}${spread}. ${outlook.runsOut?.need ?? ""} is the first to find too little. It lasts for all ${String(Math.round(outlook.lasts * 100))} times in 100.`;
}

/** What to order of the first that bites, by when, and what all that is missing costs together. */
function Order({ first, outlook, answer }: { first: StockOf; outlook: Outlook; answer: BuyingAnswer | null }) {
  const { say } = useShopMoney();
  if (answer?.buying.unsold.some(({ id }) => id === first.store.id)) return t`Nobody is told who sells it: tell a supplier and a price.`;
  const order = answer?.orders.find(({ lines }) => lines.some(({ store }) => store.id === first.store.id));
  const line = order?.lines.find(({ store }) => store.id === first.store.id);
  if (!order || !line || !answer) return answer?.fresh ? t`No order that suppliers take can cover it.` : t`Where to buy it is being worked out.`;
  const from = order.supplier ? ` from ${order.supplier.name}` : "";
  return (
    <>
      {t`Order `}
      <Figure why={whyPacks(line.packs, line, first)}>
        {packsOf(line.packs, line.packName)}
        {from}
      </Figure>{" "}
      <Figure tone={line.isInTime ? "ink" : "cannot"} why={whyBy(line)}>
        {line.orderBy <= outlook.today ? t`today` : t`by ${printDay(line.orderBy)}`}
      </Figure>
      : <Figure why={whyPrice(answer, say)}>{`${say(order.goods)}${order.post === 0 ? t`, post free` : t` and ${say(order.post)} post`}`}</Figure>
      {line.isInTime ? "." : t`, ${printDay(line.there)} at the surest: that is too late.`}
    </>
  );
}

/** `6 sheets`, `2 boxes`, `1 pack of 10`, `3 × pack of 10`. */
export function packsOf(packs: number, name: string): string {
  const one = name === "" ? "pack" : name;
  if (packs === 1) return `1 ${one}`;
  return /^[a-z]+$/i.test(one) ? `${String(packs)} ${one}${/(s|x|ch|sh)$/.test(one) ? "es" : "s"}` : `${String(packs)} × ${one}`;
}

const whyPacks = (packs: number, { pack, store, quantity }: { pack: number; store: StockOf["store"]; quantity: number }, { outlook }: StockOf): string =>
  t`${amountOf(store, outlook.missing)} are missing, to be enough 98 times in 100. One holds ${amountOf(store, pack)}; ${String(packs)} hold ${amountOf(store, quantity)}.`;

const whyBy = ({
  on,
  there,
  isInTime,
  supplier,
  store,
}: {
  on: Day;
  there: Day;
  isInTime: boolean;
  supplier: { leadDays: number; took: readonly number[] } | null;
  store: { leadDays: number };
}): string =>
  t`The plan takes it on ${printDay(on)}. It is ${String(supplier?.leadDays ?? store.leadDays)} days on the way as told${supplier && supplier.took.length > 0 ? t`; the last ${String(supplier.took.length)} orders took ${supplier.took.join(", ")}` : ""}. Ordered today it is there by ${printDay(there)} in 95 of 100 orders${isInTime ? "" : t`, after the session that needs it`}.`;

function whyPrice({ purchase, buying }: BuyingAnswer, say: (minor: number) => string): string {
  if (!purchase) return "";
  const proof = purchase.proven
    ? t`No other way of buying all of it costs less: that is proven.`
    : t`No way of buying all of it costs less than ${say(purchase.bound)}; this is the best that was found.`;
  return t`All that is missing, ${String(buying.wants.length)} of ${String(buying.job.offers.length)} offers, costs ${say(purchase.total)} with post. ${proof}`;
}

/** Nothing runs out: what may, and is due, is ordered or counted; what is in doubt is counted in good time. */
function AllLasts({ stock, alarms, isPlanned }: Pick<StoresAskProps, "stock" | "alarms"> & { isPlanned: boolean }) {
  const due = stock.filter(({ store }) => alarms.get(store.id) === "order or count");
  const doubtful = stock.filter(({ store, outlook }) => alarms.get(store.id) === "count" && outlook.lasts < DOUBTFUL);
  const [first, ...others] = [...due, ...doubtful];
  if (!isPlanned) return <Verdict>{t`The shelf holds enough for all that is owed. In which session it is taken is known when the plan is made.`}</Verdict>;
  if (!first) return <Verdict>{t`The shelf holds enough for all that is owed.`}</Verdict>;
  const why = t`${amountOf(first.store, first.store.onHand)} lie there by the books, and about ${amountOf(first.store, first.outlook.wanted)} will go. How much goes of it is known to within a part; a count makes it surer.`;
  const isDue = due.includes(first);
  return (
    <Verdict>
      {isDue
        ? t`Count ${first.store.name} or order it today: ordered later it might not be there in time. It lasts`
        : t`The shelf should last. Count ${first.store.name}: it is enough`}{" "}
      <Figure tone="tight" why={why}>
        {t`${Math.round(first.outlook.lasts * 100)} times in 100`}
      </Figure>
      {others.length > 0 ? t`, and ${String(others.length)} more are in doubt` : ""}.
    </Verdict>
  );
}
/** In so many cases it lasts, or nobody needs to count it yet. */
const DOUBTFUL = 0.8;

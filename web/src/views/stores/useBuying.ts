import { buyingFor, ordersOf, type BuyLine, type BuyingQuestion, type BuyOrder } from "@yule/derive";
import type { Purchase } from "@yule/core";
import { useMemo } from "react";
import { asideSolver, solver } from "../../workers/solver.ts";
import { useSolved } from "../../workers/useSolved.ts";
import type { StoresAskProps } from "./ask.ts";

/** Seconds in which a purchase is sought, and proven least where that can be. */
const SECONDS = 2;

export interface BuyingAnswer {
  readonly buying: BuyingQuestion;
  /** Null while it is worked out, and where some want is sold by nobody whose least order can be reached. */
  readonly purchase: Purchase | null;
  readonly orders: readonly BuyOrder[];
  readonly fresh: boolean;
}

/** What to buy where for all that is missing; null where nothing is. */
export function useBuying({ outlook, stores, stock, alarms }: StoresAskProps): BuyingAnswer | null {
  const buying = useMemo(() => buyingFor(stock, stores, alarms), [stock, stores, alarms]);
  const { value, fresh } = useSolved(buying && buying.job.wants.length > 0 ? buying.job : null, async (job) => ({ job, purchase: await solver().buy(job, SECONDS) }), {
    kind: "buy",
  });
  return useMemo(() => {
    if (!buying) return null;
    // An answer to the question before has other places.
    const purchase = value && fresh ? value.purchase : null;
    return { buying, purchase, orders: purchase ? ordersOf(buying, purchase, outlook.today) : [], fresh: fresh || buying.job.wants.length === 0 };
  }, [buying, value, fresh, outlook.today]);
}

/** What one pack more of the first line would cost beyond the purchase, with the post it changes; null while it is not known. */
export function useOneMore(answer: BuyingAnswer | null): { readonly line: BuyLine; readonly more: number } | null {
  const line = answer?.orders[0]?.lines[0];
  const question = useMemo(() => {
    const { job, wants } = answer?.buying ?? {};
    if (!job || !wants || !line) return null;
    const at = wants.findIndex(({ store }) => store.id === line.store.id);
    return { ...job, wants: job.wants.map((want, index) => (index === at ? { ...want, quantity: line.quantity + line.pack } : want)) };
  }, [answer, line]);
  const { value, fresh } = useSolved(question, async (job) => ({ purchase: await asideSolver().buy(job, SECONDS) }), { kind: "buy more" });
  const total = answer?.purchase?.total;
  return line && fresh && value?.purchase && total !== undefined ? { line, more: value.purchase.total - total } : null;
}

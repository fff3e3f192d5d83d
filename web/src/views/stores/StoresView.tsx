import { t } from "@yule/core";
import { alarmsOf, stockInPlan } from "@yule/derive";
import type { StoresRead } from "@yule/contract";
import { lazy, Suspense, useMemo, type ComponentType } from "react";
import { useSearchParams } from "react-router";
import { useStoresQuery } from "../../data/api.ts";
import { AskNav } from "../../kit/AskNav.tsx";
import { Caution, Loading } from "../../kit/states.tsx";
import { usePlanned } from "../../plan/plannedContext.ts";
import { useView } from "../../plan/useOutlet.ts";
import type { StoresAskProps } from "./ask.ts";

/** Questions that Stores answers. Adding one is a line here and a part. */
const ASKS: readonly { readonly key: string; readonly label: () => string; readonly part: ComponentType<StoresAskProps> }[] = [
  { key: "shelf", label: () => t`What runs out?`, part: lazy(() => import("./parts/ShelfAsk.tsx")) },
  { key: "buy", label: () => t`What to buy`, part: lazy(() => import("./parts/BuyAsk.tsx")) },
  { key: "count", label: () => t`Count the shelf`, part: lazy(() => import("./parts/CountAsk.tsx")) },
  { key: "cost", label: () => t`What a card costs`, part: lazy(() => import("./parts/CostAsk.tsx")) },
];
const MaterialPage = lazy(() => import("./parts/MaterialPage.tsx"));

/** Before the server has said more than what lies there. */
const NOTHING: Omit<StoresRead, "stores"> = { lots: [], suppliers: [], offers: [], toBuy: [], moves: [] };

/** Stores: what lies on the shelf, what runs out in which session, what to buy where, what a card costs. */
export default function StoresView() {
  const outlook = useView();
  const planned = usePlanned();
  const [params] = useSearchParams();
  const { data, error } = useStoresQuery();
  const stock = useMemo(() => stockInPlan(outlook, planned), [outlook, planned]);
  const stores = useMemo(() => data ?? (error ? { ...NOTHING, stores: outlook.stores } : null), [data, error, outlook.stores]);
  const alarms = useMemo(() => (stores ? alarmsOf(stock, stores, outlook.today) : new Map<string, never>()), [stock, stores, outlook.today]);
  if (!stores) return <Loading />;
  const material = stock.find(({ store }) => store.id === params.get("material"));
  const asked = ASKS.find(({ key }) => key === params.get("ask")) ?? ASKS[0];
  const Ask = asked?.part;
  const asking: StoresAskProps = { outlook, stores, stock, alarms };
  return (
    <>
      <AskNav label={t`Questions about the stores`} asks={ASKS} asked={material ? "" : (asked?.key ?? "")} to={(key) => `/stores?ask=${key}`} />
      <Suspense fallback={<Loading />}>{material ? <MaterialPage key={material.store.id} {...asking} material={material} /> : Ask && <Ask {...asking} />}</Suspense>
      <Caution>{t`Masking fluid has ammonia and often natural latex; some pigments hold cadmium, cobalt or other metals; sprays and solvents belong outdoors, blades in their sheath, gems and small parts out of the reach of children. Follow the labels and the local rules.`}</Caution>
    </>
  );
}

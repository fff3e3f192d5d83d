import { t } from "@yule/core";
import { lazy, Suspense, type ComponentType, type LazyExoticComponent } from "react";
import { useSearchParams } from "react-router";
import type { Role } from "@yule/contract";
import { useAsks } from "../../data/role.ts";
import { AskNav } from "../../kit/AskNav.tsx";
import { Loading } from "../../kit/states.tsx";
import { useView } from "../../plan/useOutlet.ts";
import type { DispatchAskProps } from "./ask.ts";
import LeaveAsk from "./parts/LeaveAsk.tsx";

/** The questions about sending; what must leave is asked first. */
const ASKS: readonly {
  readonly key: string;
  readonly label: () => string;
  readonly part: ComponentType<DispatchAskProps> | LazyExoticComponent<ComponentType<DispatchAskProps>>;
  /** Who beside the maker is asked it. */
  readonly also?: readonly Role[];
}[] = [
  { key: "leave", label: () => t`What must leave`, part: LeaveAsk, also: ["helper"] },
  { key: "orders", label: () => t`Orders`, part: lazy(() => import("./parts/OrdersAsk.tsx")) },
  { key: "which", label: () => t`Who gets which`, part: lazy(() => import("./parts/WhichAsk.tsx")) },
  { key: "write", label: () => t`Write and address`, part: lazy(() => import("./parts/WriteAsk.tsx")), also: ["helper"] },
  { key: "fair", label: () => t`Fairs`, part: lazy(() => import("./parts/FairAsk.tsx")), also: ["till"] },
  { key: "listings", label: () => t`Listings`, part: lazy(() => import("./parts/ListingsAsk.tsx")) },
  { key: "households", label: () => t`Households`, part: lazy(() => import("./parts/HouseholdsAsk.tsx")) },
];

/** Dispatch: what must be posted by when, who gets which card, and who is in the books. */
export default function DispatchView() {
  const outlook = useView();
  const [params] = useSearchParams();
  const asks = useAsks(ASKS);
  const asked = asks.find(({ key }) => key === params.get("ask")) ?? asks[0];
  const Ask = asked?.part;
  return (
    <>
      <AskNav label={t`Questions about sending`} asks={asks} asked={asked?.key ?? ""} to={(key) => `/dispatch?ask=${key}`} />
      <Suspense fallback={<Loading />}>{Ask && <Ask outlook={outlook} />}</Suspense>
    </>
  );
}

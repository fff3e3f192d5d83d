import { t } from "@yule/core";
import { lazy, Suspense, type ComponentType } from "react";
import { useSearchParams } from "react-router";
import { useSheetsQuery } from "../../data/api.ts";
import { useView } from "../../plan/useOutlet.ts";
import { AskNav } from "../../kit/AskNav.tsx";
import { Caution, Loading } from "../../kit/states.tsx";
import type { SheetsAskProps } from "./ask.ts";
import type { SheetsRead } from "@yule/contract";

type Part = ComponentType<SheetsAskProps>;

/** Questions that Sheets answers. Adding one is a line here and a part. */
const ASKS: readonly { readonly key: string; readonly label: () => string; readonly part: Part }[] = [
  { key: "split", label: () => t`How to split`, part: lazy(() => import("./parts/SplitAsk.tsx")) },
  { key: "pile", label: () => t`What does it give?`, part: lazy(() => import("./parts/PileAsk.tsx")) },
  { key: "painted", label: () => t`Painted already`, part: lazy(() => import("./painted/PaintedAsk.tsx")) },
  { key: "offcuts", label: () => t`Offcuts`, part: lazy(() => import("./parts/OffcutsAsk.tsx")) },
];
const CuttingTable = lazy(() => import("./parts/CuttingTable.tsx"));

const NOTHING: SheetsRead = { plans: [], offcuts: [], results: [] };

/** Sheets: what to split, from which sheets and offcuts, by which way, in which order of cuts. */
export default function SheetsView() {
  const outlook = useView();
  const [params] = useSearchParams();
  const { data, error } = useSheetsQuery();
  const sheets = data ?? (error ? NOTHING : null);
  if (!sheets) return <Loading />;
  const plan = sheets.plans.find((each) => each.id === params.get("plan") && (each.state === "open" || each.state === "taped"));
  const asked = ASKS.find((ask) => ask.key === params.get("ask")) ?? ASKS[0];
  const Ask = asked?.part;
  return (
    <>
      {!plan && <AskNav label={t`Questions about sheets`} asks={ASKS} asked={asked?.key ?? ""} to={(key) => `/sheets?ask=${key}`} />}
      <Suspense fallback={<Loading />}>
        {plan ? <CuttingTable key={plan.id} outlook={outlook} sheets={sheets} plan={plan} /> : Ask && <Ask outlook={outlook} sheets={sheets} />}
      </Suspense>
      <Caution>{t`Cap the blade between cuts, keep fingers behind the ruler's edge, cut away from the body and with a sharp blade; tear low and slow. Follow the labels of your tools.`}</Caution>
    </>
  );
}

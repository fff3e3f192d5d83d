import { Box, Flex } from "@chakra-ui/react";
import { lazy, Suspense, type ComponentType } from "react";
import { NavLink, useSearchParams } from "react-router";
import { useSheetsQuery } from "../app/api.ts";
import type { Outlook } from "../app/outlook.ts";
import { useView } from "../app/useOutlet.ts";
import { Caution, Loading } from "../kit/states.tsx";
import type { SheetsRead } from "@yule/contract";

/** What every question of Sheets is asked with. */
export interface SheetsAskProps {
  readonly outlook: Outlook;
  readonly sheets: SheetsRead;
}
type Part = ComponentType<SheetsAskProps>;

/** Questions that Sheets answers. Adding one is a line here and a part. */
const ASKS: readonly { readonly key: string; readonly label: string; readonly part: Part }[] = [
  { key: "split", label: "How to split", part: lazy(() => import("./parts/SplitAsk.tsx")) },
  { key: "pile", label: "What does it give?", part: lazy(() => import("./parts/PileAsk.tsx")) },
  { key: "offcuts", label: "Offcuts", part: lazy(() => import("./parts/OffcutsAsk.tsx")) },
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
  const plan = sheets.plans.find((each) => each.id === params.get("plan") && each.state === "open");
  const asked = ASKS.find((ask) => ask.key === params.get("ask")) ?? ASKS[0];
  const Ask = asked?.part;
  return (
    <>
      {!plan && (
        <Flex as="nav" aria-label="Questions about sheets" wrap="wrap" gap="0 18px" marginBottom="10px">
          {ASKS.map((ask) => (
            <NavLink
              key={ask.key}
              to={`/sheets?ask=${ask.key}`}
              aria-current={ask === asked ? "page" : undefined}
              style={{
                minHeight: 44,
                display: "inline-flex",
                alignItems: "center",
                fontWeight: ask === asked ? 700 : 400,
                textDecoration: ask === asked ? "underline" : "none",
                textDecorationThickness: 2,
                textUnderlineOffset: 7,
              }}
            >
              {ask.label}
            </NavLink>
          ))}
        </Flex>
      )}
      <Suspense fallback={<Loading />}>
        {plan ? <CuttingTable key={plan.id} outlook={outlook} sheets={sheets} plan={plan} /> : Ask && <Ask outlook={outlook} sheets={sheets} />}
      </Suspense>
      <Box>
        <Caution>
          Cap the blade between cuts, keep fingers behind the ruler&apos;s edge, cut away from the body and with a sharp blade; tear low and slow. Follow the labels of your tools.
        </Caution>
      </Box>
    </>
  );
}

import { Text } from "@chakra-ui/react";
import type { ReviewRead } from "@yule/contract";
import { measured, minutes, plural, printMinutes, t } from "@yule/core";
import { timesAgainstRoute, type TimeAgainstRoute } from "@yule/derive";
import { useMemo } from "react";
import { Link } from "react-router";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { rich } from "../../../kit/rich.tsx";
import { Question } from "./Question.tsx";

/** So many stages are listed. */
const MOST_TIMES = 10;
/** Less is no difference. */
const AS_SAID = 0.1;

/** What the routes say of hands and drying, against what the taps showed. */
export function AsTheRouteSays({ read }: { read: ReviewRead }) {
  const times = useMemo(() => timesAgainstRoute(read), [read]);
  const [worst] = times;
  if (!worst) return null;
  const said = (of: number): string => (of < 10 ? t`${measured(of)} min` : printMinutes(minutes(Math.round(of))));
  const off = ({ took, planned }: TimeAgainstRoute): string => {
    const share = took / planned - 1;
    return Math.abs(share) < AS_SAID ? t`as it says` : share > 0 ? t`${Math.round(share * 100)} in 100 longer` : t`${Math.round(-share * 100)} in 100 shorter`;
  };
  const columns: readonly TableColumn<TimeAgainstRoute>[] = [
    { id: "stage", head: t`Stage`, isAlways: true, value: ({ stage }) => stage, cell: ({ stage, design }) => t`${stage} of ${design}` },
    { id: "what", head: t`Time`, isAlways: true, value: ({ what }) => what, cell: ({ what }) => (what === "hands" ? t`hands` : t`drying`) },
    { id: "planned", head: t`Its route says`, value: ({ planned }) => planned, cell: ({ planned }) => said(planned) },
    { id: "took", head: t`It took`, isAlways: true, value: ({ took }) => took, cell: ({ took }) => said(took) },
    { id: "off", head: t`That is`, isAlways: true, value: ({ took, planned }) => took / planned, cell: off },
    { id: "seen", head: t`From`, value: ({ seen }) => seen, cell: ({ seen }) => plural(seen, { one: "# tap", other: "# taps" }) },
  ];
  const isAsSaid = times.every(({ took, planned }) => Math.abs(took / planned - 1) < AS_SAID);
  const table = (
    <DataTable label={t`Times against the routes`} rows={times.slice(0, MOST_TIMES)} columns={columns} rowId={({ stageId, what }) => `${stageId} ${what}`} maxWidth="820px" />
  );
  return (
    <Question title={t`Did the stages take as long as their routes say?`}>
      <Text marginBottom="8px">
        {isAsSaid
          ? t`Yes, as near as it matters.`
          : rich`Furthest off is ${worst.stage} of ${(
              <Link to={`/designs?design=${worst.designId}`} style={{ textDecoration: "underline dotted", textUnderlineOffset: 5, minHeight: 24, display: "inline-block" }}>
                {worst.design}
              </Link>
            )}: ${said(worst.took)} where its route says ${said(worst.planned)}. Plans go by what was seen; write it into the route, and a new design like it begins with the truer time.`}
      </Text>
      {isAsSaid ? <Fold title={t`The times as a table`}>{table}</Fold> : table}
    </Question>
  );
}

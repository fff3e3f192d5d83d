import { useMemo } from "react";
import { rich } from "../../../kit/rich.tsx";
import { t } from "@yule/core";
import { Box, Heading, Text } from "@chakra-ui/react";
import type { Reliability, ReliabilityBand } from "@yule/core";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { StateWord } from "../../../kit/states.tsx";
import { Figure } from "../../../kit/Verdict.tsx";
import { printFigure } from "../../../kit/say.ts";

/** Fewer claims tell nothing yet. */
const ENOUGH_NEEDS = 5;
const inHundred = (share: number): number => Math.round(share * 100);

/** Whether what was called safe was so. */
export function ReliabilityWords({ reliability }: { reliability: Reliability }) {
  const safe = reliability.bands.find(({ state }) => state === "safe");
  if (!safe || reliability.needs < ENOUGH_NEEDS) return null;
  return (
    <>
      {rich` What was called safe was kept ${(
        <Figure tone={safe.kept >= safe.said - 0.1 ? "safe" : "tight"} why={whyReliability(reliability)}>
          {t`${inHundred(safe.kept)} times in 100`}
        </Figure>
      )}, and ${inHundred(safe.said)} had been said.`}
    </>
  );
}

function whyReliability({ needs, claims, brier, widen }: Reliability): string {
  const width =
    widen > 1.05
      ? t` The plans were too sure: times are now believed to spread ${printFigure(widen, 1)} times as wide.`
      : t` The plans were not too sure, and nothing was widened.`;
  return t`Each week the first plan's chances are kept, and when a need goes out or misses its day they meet what came: ${String(claims)} of them, for ${String(needs)} needs. Their Brier score is ${printFigure(brier ?? 0, 2)}; 0 is best, 0.25 is what a coin would have.${width}`;
}

/** What was said against what came, by state. */
export function ReliabilityTable({ reliability }: { reliability: Reliability }) {
  const columns = useMemo(columnsOf, []);
  if (reliability.needs < ENOUGH_NEEDS) return null;
  return (
    <Box as="section" aria-label={t`How true the chances were`} marginBottom="22px" maxWidth="560px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">{t`How true the chances were`}</Heading>
      <DataTable label={t`How true the chances were`} rows={reliability.bands} columns={columns} rowId={({ state }) => state} />
      {reliability.widen > 1.05 && (
        <Text color="softInk">{t`The plans were too sure. Times are now believed to spread ${printFigure(reliability.widen, 1)} times as wide as the bench alone tells.`}</Text>
      )}
    </Box>
  );
}

const columnsOf = (): readonly TableColumn<ReliabilityBand>[] => [
  {
    id: "state",
    head: t`It was called`,
    isAlways: true,
    cell: ({ state }) => <StateWord state={state} />,
  },
  {
    id: "said",
    head: t`Said`,
    isAlways: true,
    cell: ({ said }) => `${String(inHundred(said))} in 100`,
  },
  {
    id: "kept",
    head: t`Kept`,
    isAlways: true,
    cell: ({ kept }) => `${String(inHundred(kept))} in 100`,
  },
  {
    id: "claims",
    head: t`Forecasts`,
    isAlways: true,
    cell: ({ claims }) => String(claims),
  },
];

import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import { printDay, printMinutes, type QuickNeed, type SeasonChange } from "@yule/core";
import { lazy, Suspense, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { NeedView } from "../app/needView.ts";
import { useView } from "../app/useOutlet.ts";
import { StateWord, Teach } from "../kit/states.tsx";
import { rowOf, type NeedRow } from "./needRow.ts";
import { NeedChain } from "./parts/NeedChain.tsx";
import { Odds } from "./parts/Odds.tsx";
import { QuickLine } from "./parts/QuickLine.tsx";
import { Remedies } from "./parts/Remedies.tsx";
import { SeasonVerdict } from "./parts/SeasonVerdict.tsx";
import { SessionPlan } from "./parts/SessionPlan.tsx";
import { WhatIf } from "./parts/WhatIf.tsx";
import { usePlanned } from "./planned.ts";

// The forms bring their rules with them; the verdict does not wait for either.
const NeedDialog = lazy(async () => ({ default: (await import("./parts/NeedDialog.tsx")).NeedDialog }));
const ImportDialog = lazy(async () => ({ default: (await import("./parts/ImportDialog.tsx")).ImportDialog }));
const OccasionsDialog = lazy(async () => ({ default: (await import("./parts/OccasionsDialog.tsx")).OccasionsDialog }));
const SessionsDialog = lazy(async () => ({ default: (await import("./parts/SessionsDialog.tsx")).SessionsDialog }));

const STEP: Readonly<Record<NeedView["stage"], { label: string; to: string }>> = {
  "not begun": { label: "split sheets", to: "/sheets" },
  "on the bench": { label: "on the bench", to: "/bench" },
  "to inspect": { label: "inspect", to: "/finish" },
  "to assemble": { label: "assemble", to: "/finish" },
  "to post": { label: "post", to: "/dispatch" },
  done: { label: "done", to: "/logbook" },
};

/** Season: what is owed, by when, whether it fits the sessions she keeps, how likely it is in time, and what must give. */
export default function SeasonView() {
  const outlook = useView();
  const planned = usePlanned();
  const [params, setParams] = useSearchParams();
  const [dialog, setDialog] = useState<"need" | "sessions" | "table" | "occasions" | null>(null);
  const [quick, setQuick] = useState<QuickNeed | null>(null);
  const [trial, setTrial] = useState<readonly SeasonChange[]>([]);
  const rows = outlook.open.map((view): NeedRow => rowOf(view, planned)).sort(byUrgency);
  const chosen = rows.find(({ view }) => view.need.id === params.get("need")) ?? rows[0];
  return (
    <>
      <SeasonVerdict outlook={outlook} rows={rows} planned={planned} />
      <Flex gap="10px" wrap="wrap" marginBottom="18px">
        <QuickLine
          outlook={outlook}
          onRead={(read) => {
            setQuick(read);
            setDialog("need");
          }}
        />
        <Button
          variant="outline"
          onClick={() => {
            setQuick(null);
            setDialog("need");
          }}
        >
          Add a need
        </Button>
        <Button variant="outline" onClick={() => setDialog("table")}>
          From a table
        </Button>
        <Button variant="outline" onClick={() => setDialog("sessions")}>
          Sessions
        </Button>
        <Button variant="outline" onClick={() => setDialog("occasions")}>
          Occasions
        </Button>
      </Flex>
      {outlook.open.length === 0 ? (
        <Teach title="Nothing is owed">
          Add what is to be made, for whom and by when. Then this page says how many hours it takes, when to begin at the latest, and whether it fits your sessions.
        </Teach>
      ) : (
        <Flex gap={{ base: "24px", xl: "34px" }} direction={{ base: "column", xl: "row" }} align="flex-start">
          <Box flex="1" minWidth={0} width="100%">
            {trial.length > 0 && <WhatIf trial={trial} outlook={outlook} planned={planned} onChange={setTrial} />}
            {planned?.remedies && trial.length === 0 && <Remedies remedies={planned.remedies} outlook={outlook} onTry={(remedy) => setTrial(remedy.changes)} />}
            <NeedTable rows={rows} chosen={chosen?.view.need.id ?? null} onChoose={(id) => setParams({ need: id })} />
            {chosen && <NeedChain row={chosen} outlook={outlook} onTry={(change) => setTrial([...trial, change])} />}
          </Box>
          <Box width={{ base: "100%", xl: "286px" }} flex="none">
            {planned ? <SessionPlan planned={planned} outlook={outlook} /> : <Text color="softInk">Putting the work into your sessions …</Text>}
          </Box>
        </Flex>
      )}
      <Suspense fallback={null}>
        {dialog === "need" && <NeedDialog outlook={outlook} read={quick} onClose={() => setDialog(null)} />}
        {dialog === "occasions" && <OccasionsDialog outlook={outlook} onClose={() => setDialog(null)} />}
        {dialog === "table" && <ImportDialog outlook={outlook} onClose={() => setDialog(null)} />}
        {dialog === "sessions" && <SessionsDialog onClose={() => setDialog(null)} />}
      </Suspense>
    </>
  );
}

const RANK = { cannot: 0, tight: 1, safe: 2 };
const byUrgency = (a: NeedRow, b: NeedRow): number => RANK[a.safety] - RANK[b.safety] || (a.view.readyBy < b.view.readyBy ? -1 : 1);

function NeedTable({ rows, chosen, onChoose }: { rows: readonly NeedRow[]; chosen: string | null; onChoose: (id: string) => void }) {
  const navigate = useNavigate();
  const columns = { base: "1fr auto", md: "minmax(130px, 1fr) 90px 62px 90px 84px 110px 112px" };
  return (
    <Box role="table" aria-label="Needs" maxWidth="1060px">
      <Grid role="row" templateColumns={columns} columnGap="10px" paddingX="8px" paddingBottom="8px" color="softInk" display={{ base: "none", md: "grid" }}>
        {["Need", "Ready by", "Hands", "Begin by", "Stands", "In time", ""].map((head) => (
          <Text key={head} role="columnheader">
            {head}
          </Text>
        ))}
      </Grid>
      {rows.map(({ view, safety, lateDays, chance }) => (
        <Grid
          key={view.need.id}
          role="row"
          aria-current={view.need.id === chosen ? "true" : undefined}
          templateColumns={columns}
          columnGap="10px"
          rowGap="2px"
          alignItems="center"
          paddingX="8px"
          paddingY="9px"
          borderTop="1px solid"
          borderColor="hairline"
          bg={view.need.id === chosen ? "table" : "transparent"}
          borderRadius={view.need.id === chosen ? "8px" : 0}
        >
          <Box role="cell" minWidth={0}>
            <button
              type="button"
              onClick={() => onChoose(view.need.id)}
              style={{ font: "inherit", fontWeight: 700, textAlign: "left", cursor: "pointer", minHeight: 26, overflowWrap: "anywhere" }}
            >
              {view.need.title}
            </button>
            <Text color="softInk" fontSize="15px">
              {view.cards} × {view.design.name}
              {view.post ? `, ${view.need.zone ?? ""} post` : ""}
            </Text>
          </Box>
          <Text role="cell" whiteSpace="nowrap">
            {printDay(view.readyBy)}
          </Text>
          <Text role="cell" display={{ base: "none", md: "block" }}>
            {printMinutes(view.outlook.hands)}
          </Text>
          <Text role="cell" display={{ base: "none", md: "block" }}>
            {view.outlook.hands <= 0 ? "–" : view.outlook.startBy ? printDay(view.outlook.startBy) : "at once"}
          </Text>
          <Box role="cell">
            <StateWord state={safety} />
            {lateDays > 0 && (
              <Text fontSize="15px" color="cannot">
                {lateDays} {lateDays === 1 ? "day" : "days"} late
              </Text>
            )}
          </Box>
          <Box role="cell" display={{ base: "none", md: "block" }} fontSize="15px">
            {chance === null ? <span aria-hidden="true">–</span> : <Odds chance={chance} />}
          </Box>
          <Box role="cell">
            <Button size="sm" variant="outline" width="100%" paddingInline="6px" onClick={() => void navigate(`${STEP[view.stage].to}?need=${view.need.id}`)}>
              {STEP[view.stage].label}
            </Button>
          </Box>
        </Grid>
      ))}
    </Box>
  );
}

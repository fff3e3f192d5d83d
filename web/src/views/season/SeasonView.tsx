import { DataTable, type TableColumn } from "../../kit/DataTable.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addDays, printMinutes, type Day, type QuickNeed, type Remedy, type SeasonChange, t, wordsFor } from "@yule/core";
import { rowOf, STAND_RANK, type NeedView, type NeedRow, type PlannedSeason } from "@yule/derive";
import { lazy, startTransition, Suspense, useState, useMemo, type ReactNode } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { useView } from "../../plan/useOutlet.ts";
import { Later } from "../../kit/Later.tsx";
import { StateWord, Teach } from "../../kit/states.tsx";
import { NeedDetail } from "./parts/NeedDetail.tsx";
import { Hopeless, waysOut } from "./parts/Hopeless.tsx";
import { Odds } from "./parts/Odds.tsx";
import { QuickLine } from "./parts/QuickLine.tsx";
import { Remedies } from "./parts/Remedies.tsx";
import { SeasonVerdict } from "./parts/SeasonVerdict.tsx";
import { SheetForTheWall } from "./parts/SheetForTheWall.tsx";
import { SessionPlan } from "./parts/SessionPlan.tsx";
import { WhatIf } from "./parts/WhatIf.tsx";
import { usePlanned } from "../../plan/plannedContext.ts";
import { printDay } from "../../kit/say.ts";

// The forms bring their rules with them; the verdict does not wait for either.
const NeedDialog = lazy(async () => ({ default: (await import("./parts/NeedDialog.tsx")).NeedDialog }));
const ImportDialog = lazy(async () => ({ default: (await import("./parts/ImportDialog.tsx")).ImportDialog }));
const OccasionsDialog = lazy(async () => ({ default: (await import("./parts/OccasionsDialog.tsx")).OccasionsDialog }));
const OrdersDialog = lazy(async () => ({ default: (await import("./parts/OrdersDialog.tsx")).OrdersDialog }));
const NextSeasonDialog = lazy(async () => ({ default: (await import("./parts/NextSeasonDialog.tsx")).NextSeasonDialog }));
const SeasonsDialog = lazy(async () => ({ default: (await import("./parts/SeasonsDialog.tsx")).SeasonsDialog }));
const SessionsDialog = lazy(async () => ({ default: (await import("./parts/SessionsDialog.tsx")).SessionsDialog }));

const STEP: Readonly<Record<NeedView["stage"], { label: string; to: string }>> = {
  "not begun": wordsFor({ label: () => t`split sheets`, to: () => "/sheets" }),
  "on the bench": wordsFor({ label: () => t`on the bench`, to: () => "/bench" }),
  "to inspect": wordsFor({ label: () => t`inspect`, to: () => "/finish" }),
  "to assemble": wordsFor({ label: () => t`assemble`, to: () => "/finish" }),
  "to post": wordsFor({ label: () => t`post`, to: () => "/dispatch" }),
  done: wordsFor({ label: () => t`done`, to: () => "/logbook" }),
};

const DIALOGS = [
  { dialog: "table", label: () => t`From a spreadsheet` },
  { dialog: "orders", label: () => t`Orders` },
  { dialog: "sessions", label: () => t`Sessions` },
  { dialog: "occasions", label: () => t`Occasions` },
  { dialog: "next", label: () => t`Next season` },
  { dialog: "seasons", label: () => t`Seasons` },
] as const;

/** Season: what is owed, by when, whether it fits the sessions she keeps, how likely it is in time, and what must give. */
export default function SeasonView() {
  const outlook = useView();
  const planned = usePlanned();
  const [params, setParams] = useSearchParams();
  const [dialog, setDialog] = useState<"need" | (typeof DIALOGS)[number]["dialog"] | null>(params.has("dropped") ? "next" : null);
  const [quick, setQuick] = useState<QuickNeed | null>(null);
  const [trial, setTrialNow] = useState<readonly SeasonChange[]>([]);
  // What is typed stands at once; what it means may be drawn a moment later.
  const setTrial = (next: readonly SeasonChange[]): void => startTransition(() => setTrialNow(next));
  const rows = outlook.open.map((view): NeedRow => rowOf(view, planned)).sort(byUrgency);
  const chosen = rows.find(({ view }) => view.need.id === params.get("need"));
  const choose = (id: string): void => setParams(id === chosen?.view.need.id ? {} : { need: id });
  const leaveNext = (): void => {
    setDialog(null);
    if (params.has("dropped")) setParams({});
  };
  return (
    <>
      <SeasonVerdict outlook={outlook} rows={rows} planned={planned} onTry={setTrial} />
      <Flex gap="10px" wrap="wrap" marginBottom="4px">
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
        >{t`Add a need`}</Button>
      </Flex>
      <Flex as="nav" aria-label={t`More of the season`} gap="4px 22px" wrap="wrap" marginBottom="18px">
        {DIALOGS.map((each) => (
          <Button key={each.dialog} variant="ghost" paddingInline="0" onClick={() => setDialog(each.dialog)}>
            {each.label()}
          </Button>
        ))}
        <SheetForTheWall outlook={outlook} planned={planned} rows={rows} />
      </Flex>
      {outlook.open.length === 0 && outlook.needs.length > 0 ? (
        <Teach
          title={t`All of ${outlook.season.name} is done`}
        >{t`Tell what came of its fairs and listings under “Next season”, then close it under “Seasons”: ${outlook.prepared[0]?.name ?? t`the next one`} opens, and this one is looked up from then on.`}</Teach>
      ) : outlook.open.length === 0 ? (
        <Teach
          title={t`Nothing is owed`}
        >{t`Add what is to be made, for whom and by when. Then this page says how many hours it takes, when to begin at the latest, and whether it fits your sessions.`}</Teach>
      ) : (
        <Flex gap={{ base: "24px", xl: "34px" }} direction={{ base: "column", xl: "row" }} align="flex-start">
          <Box flex="1" minWidth={0} width="100%">
            {trial.length > 0 && <WhatIf trial={trial} outlook={outlook} planned={planned} onChange={setTrial} />}
            {planned && trial.length === 0 && <Hopeless planned={planned} outlook={outlook} onTry={(remedy) => setTrial(remedy.changes)} />}
            {planned?.remedies && trial.length === 0 && <Remedies remedies={othersThan(planned)} outlook={outlook} onTry={(remedy) => setTrial(remedy.changes)} />}
            <Later>
              <NeedTable rows={rows} today={outlook.today} chosen={chosen?.view.need.id ?? null} onChoose={choose}>
                {chosen && <NeedDetail key={chosen.view.need.id} row={chosen} outlook={outlook} planned={planned} trial={trial} onTry={setTrial} />}
              </NeedTable>
            </Later>
          </Box>
          <Box width={{ base: "100%", xl: "286px" }} flex="none">
            {planned ? <SessionPlan planned={planned} outlook={outlook} trial={trial} onTry={setTrial} /> : <Text color="softInk">{t`The plan is being made …`}</Text>}
          </Box>
        </Flex>
      )}
      <Suspense fallback={null}>
        {dialog === "need" && <NeedDialog outlook={outlook} read={quick} onClose={() => setDialog(null)} />}
        {dialog === "occasions" && <OccasionsDialog outlook={outlook} onClose={() => setDialog(null)} />}
        {dialog === "table" && <ImportDialog outlook={outlook} onClose={() => setDialog(null)} />}
        {dialog === "orders" && <OrdersDialog outlook={outlook} onClose={() => setDialog(null)} />}
        {dialog === "next" && (
          <NextSeasonDialog outlook={outlook} dropped={params.get("dropped")?.split(",") ?? []} repeated={params.get("repeated")?.split(",") ?? []} onClose={leaveNext} />
        )}
        {dialog === "seasons" && <SeasonsDialog outlook={outlook} onClose={() => setDialog(null)} />}
        {dialog === "sessions" && <SessionsDialog outlook={outlook} onClose={() => setDialog(null)} />}
      </Suspense>
    </>
  );
}

/** What is laid out as a choice already is not said twice. */
const othersThan = ({ remedies, anyway }: PlannedSeason): readonly Remedy[] => (remedies ?? []).filter((remedy) => !anyway?.some(({ id }) => waysOut(remedy, id)));

const byUrgency = (a: NeedRow, b: NeedRow): number => STAND_RANK[a.safety] - STAND_RANK[b.safety] || (a.view.readyBy < b.view.readyBy ? -1 : 1);

/** The needs, most pressing first. The chosen one opens under its row. */
function NeedTable({
  rows,
  chosen,
  today,
  onChoose,
  children,
}: {
  rows: readonly NeedRow[];
  chosen: string | null;
  today: Day;
  onChoose: (id: string) => void;
  children: ReactNode;
}) {
  const navigate = useNavigate();
  const columns = useMemo((): readonly TableColumn<NeedRow>[] => needColumns(chosen, today, onChoose, (to) => void navigate(to)), [chosen, today, onChoose, navigate]);
  return <DataTable label={t`Needs`} rows={rows} columns={columns} rowId={({ view }) => view.need.id} opened={{ id: chosen, detail: children }} />;
}

const needColumns = (chosen: string | null, today: Day, onChoose: (id: string) => void, go: (to: string) => void): readonly TableColumn<NeedRow>[] => [
  {
    id: "need",
    head: t`Need`,
    isAlways: true,
    value: ({ view }) => `${view.need.title} ${view.design.name}`,
    cell: ({ view }) => (
      <>
        <button
          type="button"
          aria-expanded={view.need.id === chosen}
          onClick={() => onChoose(view.need.id)}
          style={{ font: "inherit", fontWeight: 700, textAlign: "start", cursor: "pointer", minHeight: 26, overflowWrap: "anywhere" }}
        >
          {view.need.title}
        </button>
        <Text color="softInk" fontSize="15px">
          {view.cards} × {view.design.name}
        </Text>
      </>
    ),
  },
  { id: "ready", head: t`Ready by`, isAlways: true, value: ({ view }) => view.readyBy, cell: ({ view }) => <Text whiteSpace="nowrap">{printDay(view.readyBy)}</Text> },
  { id: "hands", head: t`Hands`, value: ({ view }) => view.outlook.hands, cell: ({ view }) => <Text whiteSpace="nowrap">{printMinutes(view.outlook.hands)}</Text> },
  {
    id: "begin",
    head: t`Begin by`,
    value: ({ begin }) => (begin === null ? "9" : begin === "at once" ? "0" : begin),
    cell: ({ begin }) => <Text whiteSpace="nowrap">{begin === null ? "–" : begin === "at once" ? begin : printDay(begin)}</Text>,
  },
  {
    id: "stands",
    head: t`Stands`,
    isAlways: true,
    value: ({ safety }) => STAND_RANK[safety],
    cell: ({ safety, by }) => (
      <>
        <StateWord state={safety} />
        {by && safety !== "safe" && (
          <Text fontSize="15px" color="softInk">
            {t`80 in 100 by ${printDay(addDays(today, by[1]))}`}
          </Text>
        )}
      </>
    ),
  },
  {
    id: "chance",
    head: t`In time`,
    value: ({ chance }) => chance ?? -1,
    cell: ({ chance }) => <Box fontSize="15px">{chance === null ? <span aria-hidden="true">–</span> : <Odds chance={chance} />}</Box>,
  },
  {
    id: "do",
    head: "",
    isAlways: true,
    width: "124px",
    cell: ({ view }) => (
      <Button size="sm" variant="outline" width="100%" paddingInline="6px" onClick={() => go(`${STEP[view.stage].to}?need=${view.need.id}`)}>
        {STEP[view.stage].label}
      </Button>
    ),
  },
];

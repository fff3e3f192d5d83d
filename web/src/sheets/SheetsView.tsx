import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { splitFaultsIn } from "@yule/contract";
import { lengthOfUnits, minutes, printMinutes, type Split, type SplitJob, type SplitMethod } from "@yule/core";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { v7 } from "uuid";
import { panelOf } from "../app/materials.ts";
import { give } from "../app/outbox.ts";
import type { NeedView } from "../app/needView.ts";
import { Lessons } from "../app/Lessons.tsx";
import type { Outlook } from "../app/outlook.ts";
import { solver, useSolved } from "../app/solver.ts";
import { useView } from "../app/useOutlet.ts";
import { useMeasure } from "../kit/measure.tsx";
import { Choice } from "../kit/FormField.tsx";
import { Caution, Loading, ProblemNote, Teach } from "../kit/states.tsx";
import { Figure, Verdict } from "../kit/Verdict.tsx";
import type { Problem } from "@yule/contract";
import { METHOD_WORDS, splitJobFor, splitMinutes } from "./job.ts";
import { FenceList } from "./parts/FenceList.tsx";
import { SheetDrawing } from "./parts/SheetDrawing.tsx";

type Splits = Readonly<Record<SplitMethod, Split | null>>;
const METHODS: readonly SplitMethod[] = ["cut", "fold", "tape"];

/** Sheets: what to split, from how many sheets, by which way, in which order of cuts. */
export default function SheetsView() {
  const outlook = useView();
  const [params, setParams] = useSearchParams();
  // What is begun nowhere comes before what lacks a panel or two.
  const wanting = [...outlook.open].filter((view) => view.toPaint.length > 0).sort((a, b) => Number(a.batches.length > 0) - Number(b.batches.length > 0));
  const view = outlook.open.find((each) => each.need.id === params.get("need")) ?? wanting[0];
  if (!view) {
    return (
      <>
        <Verdict>Nothing has to be split.</Verdict>
        <Teach title="No panels are missing">
          When a need lacks panels, this page says how many sheets to take, shows the layout to scale, and lists the cuts in the order of the work.
        </Teach>
      </>
    );
  }
  return (
    <>
      <SplitPlan key={view.need.id} view={view} outlook={outlook} />
      {wanting.length > 1 && (
        <Flex align="center" gap="12px" marginTop="26px" maxWidth="420px">
          <Text flex="none">Split for</Text>
          <Choice
            aria-label="Split for which need"
            value={view.need.id}
            onChange={(change) => setParams({ need: change.target.value })}
            options={wanting.map((each) => ({ value: each.need.id, label: `${each.need.title}, ${String(each.cards)} cards` }))}
          />
        </Flex>
      )}
    </>
  );
}

function SplitPlan({ view, outlook }: { view: NeedView; outlook: Outlook }) {
  const [method, setMethod] = useState<SplitMethod>(view.design.method);
  const [extra, setExtra] = useState(0);
  const jobs = Object.fromEntries(METHODS.map((each) => [each, splitJobFor(view, outlook.stores, each, extra)])) as Record<SplitMethod, SplitJob>;
  const job = jobs[method];
  const impossible = job.sheets.length === 0 || job.panels.length === 0 ? [] : splitFaultsIn(job);
  const askable = job.panels.length > 0 && job.sheets.length > 0;
  const { value, fresh } = useSolved<Splits>(askable ? JSON.stringify(jobs) : null, async () => {
    const answers = await Promise.all(METHODS.map(async (each) => [each, splitFaultsIn(jobs[each]).length > 0 ? null : await solver().split(jobs[each], 1.5)] as const));
    return Object.fromEntries(answers) as unknown as Splits;
  });
  if (job.sheets.length === 0) return <Teach title="No paper on the shelf">Add a kind of sheet in Stores, with its size. Then this page says how many panels it gives.</Teach>;
  if (job.panels.length === 0) return <Verdict>{view.need.title} has all the panels it needs on the bench. Go on there.</Verdict>;
  if (!value) return <Loading />;
  const split = value[method];
  return (
    <Flex direction={{ base: "column", xl: "row" }} gap="32px" align="flex-start" opacity={fresh ? 1 : 0.6}>
      <Box flex="1" minWidth={0}>
        {split ? <SplitVerdict view={view} outlook={outlook} split={split} job={job} /> : <Verdict>This panel does not come out of any sheet this way.</Verdict>}
        {impossible.length > 0 && (
          <ProblemNote problem={{ type: "", title: "It cannot be split so", status: 422, detail: "", errors: impossible.map((fault) => ({ ...fault, path: [...fault.path] })) }} />
        )}
        <Lessons outlook={outlook} moment="splitting" designs={[view.design.id]} />
        {split?.layouts.map((layout, index) => (
          <SheetDrawing key={`${layout.sheet}${String(index)}`} job={job} layout={layout} design={view.design} />
        ))}
      </Box>
      <Box width={{ base: "100%", xl: "360px" }} flex="none">
        <Flex gap="8px" role="group" aria-label="Way of splitting" marginBottom="18px">
          {METHODS.map((each) => (
            <MethodCard key={each} method={each} split={value[each]} chosen={each === method} onChoose={() => setMethod(each)} />
          ))}
        </Flex>
        {split && split.layouts[0] && (
          <>
            <FenceList job={job} split={split} />
            <TakeSheets view={view} outlook={outlook} split={split} extra={extra} onExtra={setExtra} />
          </>
        )}
        <Caution>Cap the blade between cuts, keep fingers behind the ruler&apos;s edge, and cut away from the body.</Caution>
      </Box>
    </Flex>
  );
}

function SplitVerdict({ view, outlook, split, job }: { view: NeedView; outlook: Outlook; split: Split; job: SplitJob }) {
  const { size } = useMeasure();
  const count = job.panels.reduce((sum, panel) => sum + panel.count, 0);
  const used = usedSheets(split);
  const [first] = used;
  const store = outlook.stores.find((each) => each.id === first?.id);
  const missing = used.reduce((sum, each) => sum + Math.max(0, each.sheets - (outlook.stores.find((one) => one.id === each.id)?.onHand ?? 0)), 0);
  const panel = panelOf(view.design);
  const record = outlook.yields.get(view.design.id);
  return (
    <Verdict>
      {split.sheetsUsed === 1 ? "One sheet" : `${String(split.sheetsUsed)} sheets`} of {store ? size(lengthOfUnits(store.width ?? 0), lengthOfUnits(store.height ?? 0)) : ""}{" "}
      {split.sheetsUsed === 1 ? "gives" : "give"}
      {count > 1 ? " all" : ""}{" "}
      <Figure
        why={`${String(view.cards)} cards are wanted. With ${String(record?.good ?? 0)} good and ${String(record?.bad ?? 0)} bad panels seen so far (and a first guess of nine in ten), ${String(count)} panels of ${size(panel.width, panel.height)} give enough good ones in each colourway with 9 in 10.`}
      >
        {count === 1 ? "1 panel" : `${String(count)} panels`}
      </Figure>
      , and{" "}
      {split.proven ? (
        <Figure
          tone="safe"
          why={`No way of splitting costs less than ${String(split.lowerBound)} minor units, and this costs exactly that: proven by a bound over all edge-to-edge layouts.`}
        >
          no plan needs less
        </Figure>
      ) : (
        <Figure tone="tight" why={`The best plan found costs ${String(split.cost)}; nothing below ${String(split.lowerBound)} is possible. Between the two it is not decided yet.`}>
          none much better can be
        </Figure>
      )}
      .{" "}
      {missing > 0 && (
        <Figure
          tone="cannot"
          why={used
            .map(
              (each) =>
                `${outlook.stores.find((one) => one.id === each.id)?.name ?? ""}: ${String(each.sheets)} wanted, ${String(outlook.stores.find((one) => one.id === each.id)?.onHand ?? 0)} on the shelf`,
            )
            .join("; ")}
        >
          {missing === 1 ? "1 sheet is missing" : `${String(missing)} sheets are missing`}
        </Figure>
      )}
      {missing > 0 && "."}
    </Verdict>
  );
}

export const usedSheets = (split: Split): { id: string; sheets: number }[] => {
  const used = new Map<string, number>();
  for (const layout of split.layouts) used.set(layout.sheet, (used.get(layout.sheet) ?? 0) + layout.times);
  return [...used].map(([id, sheets]) => ({ id, sheets }));
};

function MethodCard({ method, split, chosen, onChoose }: { method: SplitMethod; split: Split | null; chosen: boolean; onChoose: () => void }) {
  const cuts = split?.layouts.reduce((sum, layout) => sum + layout.cuts.length * layout.times, 0) ?? 0;
  const pieces = split?.layouts.reduce((sum, layout) => sum + layout.pieces.length * layout.times, 0) ?? 0;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onChoose}
      disabled={!split}
      style={{
        flex: 1,
        minWidth: 0,
        textAlign: "left",
        font: "inherit",
        cursor: split ? "pointer" : "not-allowed",
        padding: "10px 12px",
        borderRadius: 10,
        border: `${String(chosen ? 2 : 1)}px solid ${chosen ? "var(--chakra-colors-ink)" : "var(--chakra-colors-soft-ink)"}`,
        opacity: split ? 1 : 0.6,
      }}
    >
      <Text fontWeight={700}>{METHOD_WORDS[method].name}</Text>
      <Text fontSize="15px">{split ? (split.sheetsUsed === 1 ? "1 sheet" : `${String(split.sheetsUsed)} sheets`) : "does not fit"}</Text>
      {split && (
        <Text fontSize="15px" color="softInk">
          {printMinutes(minutes(splitMinutes(method, cuts, pieces)))}, {METHOD_WORDS[method].edge}
        </Text>
      )}
    </button>
  );
}

function TakeSheets({ view, outlook, split, extra, onExtra }: { view: NeedView; outlook: Outlook; split: Split; extra: number; onExtra: (extra: number) => void }) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<Problem | null>(null);
  const short = usedSheets(split).filter((each) => each.sheets > (outlook.stores.find((one) => one.id === each.id)?.onHand ?? 0));
  const take = async (): Promise<void> => {
    let number = 0;
    const spare = Array.from({ length: extra }, (_, index) => view.need.lines[index % view.need.lines.length]?.colourwayId ?? "");
    const colourways = [...view.toPaint.flatMap((each) => new Array<string>(each.make).fill(each.colourwayId)), ...spare];
    const sent = await give("split-sheets", {
      batchId: v7(),
      needId: view.need.id,
      uses: usedSheets(split).map((each) => ({ storeId: each.id, sheets: each.sheets })),
      units: colourways.map((colourwayId) => ({ id: v7(), number: (number += 1), colourwayId })),
    });
    if (sent.state === "refused") setProblem(sent.problem);
    else void navigate(`/bench?need=${view.need.id}`);
  };
  return (
    <Box marginTop="18px">
      <Flex align="center" gap="10px" marginBottom="12px">
        <Text flex="1">Panels to spare</Text>
        <Button variant="outline" minWidth="44px" paddingInline="0" aria-label="One panel fewer" disabled={extra === 0} onClick={() => onExtra(extra - 1)}>
          −
        </Button>
        <Text minWidth="24px" textAlign="center" fontWeight={700}>
          {extra}
        </Text>
        <Button variant="outline" minWidth="44px" paddingInline="0" aria-label="One panel more" onClick={() => onExtra(extra + 1)}>
          +
        </Button>
      </Flex>
      {short.map((each) => {
        const store = outlook.stores.find((one) => one.id === each.id);
        if (!store) return null;
        const packs = Math.ceil((each.sheets - store.onHand) / store.pack);
        return (
          <Button key={each.id} variant="outline" width="100%" marginBottom="10px" onClick={() => void give("buy-store", { id: store.id, quantity: packs * store.pack })}>
            {packs === 1 ? `A pack of ${String(store.pack)} has come` : `${String(packs)} packs of ${String(store.pack)} have come`}
          </Button>
        );
      })}
      <Button size="xl" width="100%" disabled={short.length > 0} onClick={() => void take()}>
        Split: take {split.sheetsUsed === 1 ? "1 sheet" : `${String(split.sheetsUsed)} sheets`}
      </Button>
      {problem && <ProblemNote problem={problem} />}
    </Box>
  );
}

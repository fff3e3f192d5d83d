import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { sentFault, splitFaultsIn, tooLargeFaults, type SplitPlanRead } from "@yule/contract";
import { learnedLosses, mm, piecesByMaterial, cuttingSteps, type MaterialNeeds, type SplitJob, type SplitWay, type Fault, type Phrase, t } from "@yule/core";
import { LOSSES, backLabels, looksOf, piecesOfNeed, scoresOf, sheetStores, type NeedView } from "@yule/derive";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { Lessons } from "../../../features/lessons/Lessons.tsx";
import { Loading, ProblemNote, Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { SheetsAskProps } from "../ask.ts";
import { HandBar } from "../hand/HandBar.tsx";
import { useWhenHandsOff } from "../hand/steadyIds.ts";
import { useByHand } from "../hand/useByHand.ts";
import { usualMethod, whyPreset } from "../preset.ts";
import { useTools } from "../tools.ts";
import { useSavings, useSplits, waysFor } from "../useSplits.ts";
import { Buying } from "./Buying.tsx";
import { MaterialTabs } from "./MaterialTabs.tsx";
import { NeedTicks } from "./NeedTicks.tsx";
import { PieceKey } from "./PieceKey.tsx";
import { PrintSheets } from "./PrintSheets.tsx";
import { SheetDrawing } from "./SheetDrawing.tsx";
import { StartCutting } from "./StartCutting.tsx";
import { SplitVerdict } from "./SplitVerdict.tsx";
import { StepList } from "./StepList.tsx";
import { TapedSheets } from "./TapedSheets.tsx";
import { TrimmerFields } from "./TrimmerFields.tsx";
import { WayCards } from "./WayCards.tsx";

/** How to split what the season lacks: one job per material over all needs, the ways side by side. */
export default function SplitAsk({ outlook, sheets }: SheetsAskProps) {
  const [params, setParams] = useSearchParams();
  const [spare, setSpare] = useState<ReadonlyMap<string, number>>(new Map());
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  // An address with an empty need asks for all.
  const asked = params.get("need") === "" ? null : params.get("need");
  // More than are missing: what is on its way may not be enough.
  const more = Math.min(MOST_MORE, Math.max(0, Math.floor(Number(params.get("more") ?? 0)) || 0));
  const spareOf = (id: string): number => spare.get(id) ?? (id === asked ? more : 0);
  const taped = sheets.plans.filter((plan) => plan.state === "taped");
  const wanting = wantingFirst(outlook.open, more > 0 ? asked : null);
  const chosen = wanting.filter((view) => (asked === null ? !left.has(view.need.id) : view.need.id === asked));
  const pieces = chosen.flatMap((view) => piecesOfNeed(view, spareOf(view.need.id)));
  const stores = sheetStores(outlook.stores, sheets.offcuts);
  const groups = piecesByMaterial(pieces, stores);
  if (stores.length === 0) return <Teach title={t`No paper on the shelf`}>{t`Add a kind of sheet in Stores, with its size. Then this page says how many panels it gives.`}</Teach>;
  if (wanting.length === 0)
    return (
      <>
        <Verdict>{t`Nothing has to be split.`}</Verdict>
        <TapedSheets taped={taped} outlook={outlook} />
        <Teach
          title={t`No panels are missing`}
        >{t`When a need lacks panels, this page says how many sheets to take, shows the layout to scale, and lists the cuts in the order of the work.`}</Teach>
      </>
    );
  const group = groups.find((each) => each.material.id === params.get("paper")) ?? groups[0];
  const to = (changes: Record<string, string | null>): void => {
    const next = new URLSearchParams(params);
    for (const [name, value] of Object.entries(changes))
      if (value === null) next.delete(name);
      else next.set(name, value);
    setParams(next, { replace: true });
  };
  const gone = asked === null ? undefined : outlook.needs.find((view) => view.need.id === asked && view.toPaint.length === 0 && more === 0);
  const ticks = (
    <NeedTicks
      wanting={wanting}
      chosen={new Set(chosen.map((view) => view.need.id))}
      spareOf={spareOf}
      onTick={(id, on) => {
        const now = new Set(wanting.filter((view) => !chosen.includes(view)).map((view) => view.need.id));
        if (on) now.delete(id);
        else now.add(id);
        setLeft(now);
        to({ need: null });
      }}
      onSpare={(id, count) => setSpare(new Map([...spare, [id, count]]))}
    />
  );
  if (!group)
    return (
      <>
        <Verdict>{gone ? t`${gone.need.title} has all the panels it needs on the bench. Go on there.` : t`Nothing is chosen to be split.`}</Verdict>
        {ticks}
      </>
    );
  // A painting that is being cut is gone on with where it was planned.
  const open = sheets.plans.find((plan) => plan.state === "open" && !plan.plan.picture && plan.materialId === group.material.id);
  return (
    <>
      <TapedSheets taped={taped} outlook={outlook} />
      <GroupPlan
        key={group.material.id}
        outlook={outlook}
        sheets={sheets}
        group={group}
        views={chosen}
        open={open}
        ticks={ticks}
        tabs={<MaterialTabs groups={groups} chosen={group.material.id} outlook={outlook} onChoose={(paper) => to({ paper })} />}
      />
    </>
  );
}

const MOST_MORE = 999;

/** Needs that want something cut: what is begun nowhere comes before what lacks a panel or two. @param also one that is to have more than it lacks */
const wantingFirst = (open: readonly NeedView[], also: string | null): NeedView[] =>
  open.filter((view) => view.toPaint.length > 0 || view.need.id === also).sort((a, b) => Number(a.batches.length > 0) - Number(b.batches.length > 0));

/** Before any way is worked out there is nothing to move. */
const NO_JOB: SplitJob = { sheets: [], panels: [], edge: mm(0), gap: mm(0), method: "cut", thirds: false };

function GroupPlan({
  outlook,
  sheets,
  group,
  views,
  open,
  ticks,
  tabs,
}: SheetsAskProps & { group: MaterialNeeds; views: readonly NeedView[]; open: SplitPlanRead | undefined; ticks: React.ReactNode; tabs: React.ReactNode }) {
  const methods = waysFor(group);
  const [wayChosen, setMethod] = useState<SplitWay | null>(null);
  const [tools, setTools] = useTools();
  const learned = learnedLosses(LOSSES, sheets.results);
  // The deckle comes off by every way but the tape, which covers it.
  const losses = { ...learned, cut: { ...learned.cut, edge: tools.rim }, fold: { ...learned.fold, edge: tools.rim } };
  const [also, setAlso] = useState<ReadonlySet<string>>(new Set());
  const others = sheetStores(outlook.stores, sheets.offcuts).filter((store) => store.paper === group.material.paper && store.id !== group.material.id);
  const { ways, soFar } = useSplits(
    group,
    losses,
    tools,
    others.filter((store) => also.has(store.id)),
  );
  const method = wayChosen && methods.includes(wayChosen) ? wayChosen : usualMethod(group, views);
  const [isInHand, setInHand] = useState(false);
  // What is found while a piece is pressed or moved waits until it is let go.
  const way = useWhenHandsOff(ways[method], isInHand);
  const [isMoving, setMoving] = useState(false);
  const hand = useByHand(way?.job ?? NO_JOB, way?.split ?? null);
  const savings = useSavings(
    group,
    way?.fresh ? way : null,
    losses,
    // Another colour of card is no other choice; another paper may be.
    group.material.paper ? others.filter((store) => !also.has(store.id)) : [],
  );
  // The ways that are there can be looked at while the one in question is worked out.
  if (!way)
    return methods.some((each) => ways[each]) ? (
      <WayCards ways={ways} soFar={soFar} methods={methods} chosen={method} outlook={outlook} hourMinor={tools.hourMinor} onChoose={setMethod} />
    ) : (
      <Loading />
    );
  const { job, fresh } = way;
  // Only a knife, or a ruler, can follow what the hand has moved.
  const split = job.method === "cut" ? hand.split : way.split;
  const faults = job.panels.length === 0 ? [] : split ? tooLargeFaults(job) : splitFaultsIn(job);
  const looks = looksOf(group.pieces, outlook);
  const scores = scoresOf(views);
  const store = outlook.stores.find((each) => each.id === group.material.id);
  const work = split ? cuttingSteps(job, split, tools) : [];
  const names = new Map([...group.pieces.map((piece) => [piece.id, piece.name] as const), [group.material.id, store?.name ?? t`the sheet`] as const]);
  const designs = [...new Set(views.map((view) => view.design.id))];
  return (
    <Flex direction={{ base: "column", xl: "row" }} gap="32px" align="flex-start" opacity={fresh ? 1 : 0.6}>
      <Box flex="1" minWidth={0}>
        {split ? (
          <SplitVerdict outlook={outlook} group={group} job={job} split={split} />
        ) : (
          <Verdict>{faults.length > 0 ? t`This does not come out of any sheet.` : t`Nothing of this paper is split this way.`}</Verdict>
        )}
        {faults.length > 0 && <CannotBeSplit faults={faults} names={names} isPartly={split !== null} />}
        {tabs}
        <Lessons outlook={outlook} moment="splitting" designs={designs} />
        {split && way.split && job.method === "cut" && <HandBar hand={hand} before={way.split} currency={outlook.shop.currency} isOn={isMoving} onDone={() => setMoving(false)} />}
        {split && <PieceKey layouts={work.map(({ alike }) => alike)} looks={looks} />}
        <Flex wrap="wrap" gap="0 18px" align="flex-start" opacity={hand.isBusy ? 0.7 : 1}>
          {work.map(({ alike, steps }, index) => (
            <SheetDrawing
              key={`${alike.layout.sheet}${String(index)}`}
              job={job}
              alike={alike}
              looks={looks}
              steps={steps}
              scores={scores}
              hand={isMoving && job.method === "cut" ? { held: hand.held(alike.layout), onMove: (piece, to) => void hand.move(alike.layout, piece, to), onHands: setInHand } : null}
              mostHeight={index === 0 ? 500 : 400}
            />
          ))}
        </Flex>
      </Box>
      <Box width={{ base: "100%", xl: "372px" }} flex="none">
        {methods.length > 1 && (
          <WayCards
            ways={ways}
            soFar={soFar}
            methods={methods}
            chosen={method}
            outlook={outlook}
            hourMinor={tools.hourMinor}
            why={wayChosen === null ? whyPreset(method, ways, group, views, outlook.shop.currency) : null}
            onChoose={setMethod}
          />
        )}
        {split && (
          <>
            <FirstSteps job={job} work={work} />
            <Buying outlook={outlook} split={split} others={others} also={also} savings={savings} onAlso={(id, on) => setAlso(withMember(also, id, on))} />
            <StartCutting way={{ ...way, split, fresh: fresh && !hand.isBusy }} outlook={outlook} group={group} open={open} />
            {job.method === "cut" && !isMoving && <Button variant="outline" width="100%" marginTop="8px" onClick={() => setMoving(true)}>{t`Move pieces by hand`}</Button>}
            <PrintSheets
              job={job}
              layouts={work.map(({ alike }) => alike.layout)}
              looks={looks}
              scores={scores}
              name={store?.name ?? "sheets"}
              labels={backLabels(split, group.pieces, outlook)}
            />
          </>
        )}
        {ticks}
        <TrimmerFields tools={tools} currency={outlook.shop.currency} onChange={setTools} />
      </Box>
    </Flex>
  );
}

const withMember = (set: ReadonlySet<string>, id: string, on: boolean): ReadonlySet<string> => new Set(on ? [...set, id] : [...set].filter((each) => each !== id));

/** The moves at the table, as far as the first layout. */
function FirstSteps({ job, work }: { job: SplitJob; work: ReturnType<typeof cuttingSteps> }) {
  return (
    <>
      {work[0] && <StepList job={job} steps={work[0].steps} most={5} />}
      {work.length > 1 && <Text color="softInk" marginTop="4px">{t`For the first of ${work.length} layouts; the others follow at the table.`}</Text>}
    </>
  );
}

/** Why nothing comes out of any sheet, or what is left out. Faults name sheets and panels by their ids; a maker knows them by their names. */
function CannotBeSplit({ faults, names, isPartly }: { faults: readonly Fault[]; names: ReadonlyMap<string, string>; isPartly: boolean }) {
  const named = (said: Phrase): Phrase => said.map((part) => (typeof part === "object" && "name" in part ? { ...part, name: names.get(part.name) ?? part.name } : part));
  // Two needs of one design lack the same panel: it is said once.
  const told = faults.map((fault) => sentFault({ ...fault, path: [fault.code === "edge-too-wide" ? "edge" : "panel"], given: named(fault.given), allowed: named(fault.allowed) }));
  return (
    <ProblemNote
      problem={{
        type: "",
        title: isPartly ? t`The plan leaves out what is too large; the rest is planned` : t`It cannot be split so`,
        status: 422,
        detail: "",
        errors: [...new Map(told.map((each) => [JSON.stringify(each), each])).values()],
      }}
    />
  );
}

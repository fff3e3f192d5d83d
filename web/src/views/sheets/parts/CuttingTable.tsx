import { useKeys } from "../../../kit/useKeys.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { SplitPlanRead } from "@yule/contract";
import { dividerMiddles, isTorn, lengthOfUnits, rimOf, throughGutters, wayOf, cuttingSteps, type CutStep, type Layout, type SplitJob, t } from "@yule/core";
import { looksOf, scoresOf, planInHand } from "@yule/derive";
import { useState } from "react";
import { useNavigate } from "react-router";
import { sendCommand } from "../../../data/outbox.ts";
import { pictureUrl } from "../../../features/picture/Picture.tsx";
import { Tick } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { SheetsAskProps } from "../ask.ts";
import { useTools } from "../tools.ts";
import { rulerRule, stepDetail, stepTitle } from "../words.ts";
import { FoldPicture } from "./FoldPicture.tsx";
import { HappenedForm } from "./HappenedForm.tsx";
import { PieceKey } from "./PieceKey.tsx";
import { SheetDrawing } from "./SheetDrawing.tsx";

/** One thing to do at the table, and the sheet on which it is done. */
type Move = { readonly kind: "backs" | "tape"; readonly layout: number } | { readonly kind: "step"; readonly layout: number; readonly step: number };

/** Where the maker stands in a plan, kept on the device: a reload or a look elsewhere loses nothing. */
const placeKey = (plan: SplitPlanRead): string => `yule-cutting-${plan.id}-${plan.state}`;

/** The plan at the table: one move at a time, large, with the piece in the hand drawn where it lies; then what really happened. */
export default function CuttingTable({ outlook, sheets, plan }: SheetsAskProps & { plan: SplitPlanRead }) {
  const navigate = useNavigate();
  const [tools] = useTools();
  const { say } = useMeasure();
  const [at, setAt] = useState(() => Number(localStorage.getItem(placeKey(plan)) ?? 0) || 0);
  const asTaped = planInHand(plan.plan);
  const rim = rimOf(asTaped.job);
  const hasGutters = plan.state === "taped" && rim > 0;
  const [isTrimmed, setTrimmed] = useState(() => localStorage.getItem(`${placeKey(plan)}-trimmed`) !== "no");
  const { job, split } = hasGutters && !isTrimmed ? throughGutters(asTaped.job, asTaped.split) : asTaped;
  const work = cuttingSteps(job, split, tools);
  // A taped sheet is cut through only once it is painted and dry.
  const moves = work.flatMap(({ steps }, layout): Move[] => [
    ...(plan.state === "taped" ? [] : [{ kind: job.method === "tape" ? ("tape" as const) : ("backs" as const), layout }]),
    ...(job.method === "tape" && plan.state === "open" ? [] : steps.map((_, step) => ({ kind: "step" as const, layout, step }))),
  ]);
  const go = (to: number): void => {
    const next = Math.min(moves.length, Math.max(0, to));
    localStorage.setItem(placeKey(plan), String(next));
    setAt(next);
  };
  // Arrows go through the moves as the buttons do, unless a field has the keys.
  useKeys({ ArrowRight: () => go(at + 1), ArrowLeft: () => go(at - 1) });
  const views = outlook.open.filter((view) => plan.needIds.includes(view.need.id));
  const looks = looksOf(plan.plan.pieces, outlook);
  const move = moves[at];
  const sheet = move && work[move.layout];
  if (!move || !sheet)
    return <HappenedForm outlook={outlook} sheets={sheets} plan={plan} onBack={() => go(moves.length - 1)} onDone={() => localStorage.removeItem(placeKey(plan))} />;
  const { alike, steps } = sheet;
  return (
    <>
      <Flex gap="12px" align="center" marginBottom="8px">
        <Text color="softInk" flex="1">
          {t`Move ${at + 1} of ${moves.length}`}
          {work.length > 1 && t`, layout ${String(move.layout + 1)} of ${String(work.length)}`}
        </Text>
        <Button variant="ghost" onClick={() => void navigate("/sheets")}>{t`Leave the table`}</Button>
        {plan.state === "open" && (
          <Button
            variant="ghost"
            onClick={() => void sendCommand("drop-split-plan", { id: plan.id, version: plan.version }).then(() => navigate("/sheets"))}
          >{t`Drop this plan`}</Button>
        )}
      </Flex>
      {hasGutters && (
        <Tick
          checked={!isTrimmed}
          onChange={(change) => {
            localStorage.setItem(`${placeKey(plan)}-trimmed`, change.target.checked ? "no" : "yes");
            setTrimmed(!change.target.checked);
            // Other cuts: they are begun at the first.
            go(0);
          }}
        >{t`through the middle of the gutters: a white rim of ${say(rim)} stays round each; without, the pieces are trimmed to the paint`}</Tick>
      )}
      <MoveWords move={move} job={job} layout={alike.layout} step={move.kind === "step" ? steps[move.step] : undefined} />
      <Flex direction={{ base: "column", lg: "row" }} gap="24px" align={{ base: "stretch", lg: "flex-start" }}>
        <Box flex="1" minWidth={0}>
          <SheetDrawing
            job={job}
            alike={alike}
            looks={looks}
            steps={steps}
            scores={scoresOf(views)}
            picture={pictureUrl(plan.plan.picture ?? null)}
            at={move.kind === "step" ? move.step : -1}
            most={820}
            mostHeight={460}
          />
        </Box>
        <Box width={{ base: "100%", lg: "240px" }}>
          <Flex gap="12px" direction={{ base: "row", lg: "column-reverse" }} marginBottom="18px">
            <Button variant="outline" size="xl" minHeight="72px" flex="1" disabled={at === 0} onClick={() => go(at - 1)}>{t`Back`}</Button>
            <Button size="xl" minHeight={{ base: "72px", lg: "120px" }} flex={{ base: "2", lg: "none" }} fontSize="24px" onClick={() => go(at + 1)}>
              {at < moves.length - 1 ? t`Done, next` : job.method === "tape" && plan.state === "open" ? t`All taped` : isTorn(job) ? t`All torn` : t`All cut`}
            </Button>
          </Flex>
          <PieceKey layouts={[alike]} looks={looks} />
        </Box>
      </Flex>
    </>
  );
}

function MoveWords({ move, job, layout, step }: { move: Move; job: SplitJob; layout: Layout; step: CutStep | undefined }) {
  const { say } = useMeasure();
  if (step)
    return (
      <>
        <Verdict>{stepTitle(job, step, say)}</Verdict>
        {job.method === "fold" && <FoldPicture step={step} side={130} />}
        <Text fontSize="20px" marginBottom="10px">
          {stepDetail(job, step)} {wayOf(job) === "ruler" && rulerRule()}
        </Text>
      </>
    );
  if (move.kind === "tape") {
    const middles = (axis: "x" | "y"): string =>
      dividerMiddles(job, layout, axis)
        .map((each) => say(lengthOfUnits(Math.round(each))))
        .join(", ");
    return (
      <>
        <Verdict>{t`Tape the sheet to the board, ${say(job.edge)} all round.`}</Verdict>
        <Text
          fontSize="20px"
          marginBottom="10px"
        >{t`Middles of the divider tape, from the sheet's left side: ${middles("x") || "none"}; from its top: ${middles("y") || "none"}. Divider ${say(job.gap)} wide, rubbed down at its edges.`}</Text>
      </>
    );
  }
  return (
    <>
      <Verdict>{t`Before cutting, write on the back of each piece what it is for${layout.times > 1 ? t`, on ${String(layout.times)} sheets` : ""}, with an arrow for up.`}</Verdict>
      <Text fontSize="20px" marginBottom="10px">{t`Say rough or smooth where the sheet has two sides, and tick the cuts along the edges with a pencil.`}</Text>
    </>
  );
}

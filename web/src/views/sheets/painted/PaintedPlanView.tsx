import { rich } from "../../../kit/rich.tsx";
import { useKeys } from "../../../kit/useKeys.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { overlap, cuttingSteps, type Length, type Mark, type PaintedPlan, type PaintedQuestion, type PaintedWindow, type Rect, t } from "@yule/core";
import { backLabels, looksOf, type Outlook } from "@yule/derive";
import { useEffect, useMemo, useState, type ReactNode } from "react";
import type { Cropped } from "../../../workers/picture.worker.ts";
import { TextInput } from "../../../kit/FormField.tsx";
import { Loading } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { Movable } from "../hand/MovablePieces.tsx";
import { useSteadyIds, useWhenHandsOff } from "../hand/steadyIds.ts";
import { PrintSheets } from "../parts/PrintSheets.tsx";
import { StepList } from "../parts/StepList.tsx";
import { useTools } from "../tools.ts";
import { countWord } from "../words.ts";
import { CutPainting } from "./CutPainting.tsx";
import { FinishedCard } from "./FinishedCard.tsx";
import { PaintedSheet } from "./PaintedSheet.tsx";
import { sameRect, useHeld, usePainted, type Painting } from "./usePainted.ts";
import { useCrops } from "./useCrops.ts";
import type { PossibleWant } from "./wants.ts";
import { KEEP_WHOLE } from "./windowWords.ts";
import { WindowTools } from "./WindowTools.tsx";

const MARK_RADIUS = 0.05;

/** The windows on the painting, the cards they become, and what the hand can change of it. */
export function PaintedPlanView({
  outlook,
  question: asked,
  possible,
  painting,
  photo,
  materialId,
  notice,
  aside,
  onMark,
  onUnmark,
}: {
  outlook: Outlook;
  question: PaintedQuestion;
  possible: readonly PossibleWant[];
  painting: Painting;
  photo: { readonly file: Blob; readonly cropped: Cropped };
  materialId: string | null;
  /** Something about the photo that the maker should look at; empty where nothing is. */
  notice: string;
  aside: ReactNode;
  onMark: (mark: Mark) => void;
  onUnmark: () => void;
}) {
  const hands = useHeld();
  const [chosen, setChosen] = useState<string | null>(null);
  const [marking, setMarking] = useState<string | null>(null);
  const question: PaintedQuestion = { ...asked, held: hands.held.filter((held) => asked.wants.some((want) => want.id === held.panel)) };
  const [isInHand, setInHand] = useState(false);
  const found = usePainted(question, painting);
  // What is found while a window is pressed or moved waits until it is let go.
  const { plan, fresh, isImpossible } = useWhenHandsOff(found, isInHand);
  const picture = useMemo(() => URL.createObjectURL(photo.cropped.kept), [photo.cropped.kept]);
  useEffect(() => () => URL.revokeObjectURL(picture), [picture]);
  // Ctrl or Cmd with Z takes the last move back, unless a field has the keys.
  useKeys({
    "$mod+z": (event) => {
      event.preventDefault();
      hands.undo();
    },
  });
  const windows = plan ? shownOf(plan, question, fresh) : [];
  const { ids, follow } = useSteadyIds(windows.map((window) => window.piece));
  const idOf = (window: PaintedWindow): string => ids[windows.indexOf(window)] ?? "";
  const wantOf = (id: string): PossibleWant | undefined => possible.find((each) => each.want.id === id);
  const isTurned = (window: PaintedWindow): boolean => {
    const want = wantOf(window.piece.panel)?.want;
    return want !== undefined && window.piece.width !== want.width;
  };
  const crops = useCrops(
    photo.cropped.kept,
    question.sheet,
    windows.map((window) => ({ piece: window.piece, turned: isTurned(window) })),
  );
  if (!plan && possible.length > 0 && !isImpossible) return <Loading />;
  const movable = windows.map((window): Movable => ({ ...window.piece, key: idOf(window), label: nameOf(wantOf(window.piece.panel)), held: window.held }));
  const at = windows.find((window) => idOf(window) === chosen);
  const move = (key: string, to: Rect): void => {
    const window = windows.find((each) => idOf(each) === key);
    if (!window) return;
    hands.hold(window.piece, to, window.piece.panel);
    follow(key, to);
    setChosen(key);
  };
  const [layout] = plan?.split.layouts ?? [];
  return (
    <Flex gap="32px" direction={{ base: "column", xl: "row" }} align="flex-start">
      <Box flex="1" minWidth={0} width="100%">
        <PaintedVerdict plan={plan} possible={possible} isImpossible={isImpossible} />
        {notice !== "" && (
          <Text color="tight" marginBottom="8px">
            {notice}
          </Text>
        )}
        <Box opacity={fresh ? 1 : 0.75}>
          <PaintedSheet
            sheet={question.sheet}
            edge={question.edge}
            picture={picture}
            windows={movable}
            cuts={fresh ? (layout?.cuts ?? []) : []}
            marks={painting.marks}
            chosen={chosen}
            isMarking={marking !== null}
            onChoose={(key) => setChosen(key === chosen ? null : key)}
            onMove={move}
            onHands={setInHand}
            onMark={(x, y) => onMark({ x, y, radius: MARK_RADIUS, what: (marking ?? "").trim().toLowerCase() || KEEP_WHOLE })}
          />
        </Box>
        <Text color="softInk" marginBottom="4px">
          {marking === null
            ? t`Pull a crop, or move it by arrow keys: it is held there, and the rest is laid anew around it.`
            : t`Press where “${marking}” is. Households that will not have it are spared; no side is laid through it.`}
        </Text>
        <HandRow hands={hands} marking={marking} onMarking={setMarking} onUnmark={painting.marks.length > 0 ? onUnmark : null} />
        {at && (
          <WindowTools
            number={windows.indexOf(at) + 1}
            window={at}
            fits={possible.filter(({ want }) => sameSize(want, at.piece))}
            onHold={(panel) => hands.hold(at.piece, at.piece, panel)}
            onLetGo={() => hands.letGo(at.piece)}
            onTurn={() => move(idOf(at), turnedWithin(at.piece, question))}
            onMark={() =>
              onMark({
                x: (at.piece.x + at.piece.width / 2) / question.sheet.width,
                y: (at.piece.y + at.piece.height / 2) / question.sheet.height,
                radius: MARK_RADIUS,
                what: KEEP_WHOLE,
              })
            }
          />
        )}
        <WindowCards windows={windows} idOf={idOf} wantOf={wantOf} crops={crops} chosen={chosen} onChoose={setChosen} />
      </Box>
      <Box width={{ base: "100%", xl: "372px" }} flex="none">
        {plan && <CutColumn plan={plan} fresh={fresh} outlook={outlook} possible={possible} photo={photo} materialId={materialId} />}
        {aside}
      </Box>
    </Flex>
  );
}

/** The cards that the windows become. */
function WindowCards({
  windows,
  idOf,
  wantOf,
  crops,
  chosen,
  onChoose,
}: {
  windows: readonly PaintedWindow[];
  idOf: (window: PaintedWindow) => string;
  wantOf: (id: string) => PossibleWant | undefined;
  crops: readonly string[];
  chosen: string | null;
  onChoose: (key: string | null) => void;
}) {
  return (
    <Flex gap="16px" wrap="wrap" marginTop="16px" align="flex-start">
      {windows.map((window, index) => {
        const key = idOf(window);
        return (
          <FinishedCard
            key={key}
            window={window}
            number={index + 1}
            want={wantOf(window.piece.panel)}
            picture={crops[index] ?? ""}
            isChosen={key === chosen}
            onChoose={() => onChoose(key === chosen ? null : key)}
          />
        );
      })}
    </Flex>
  );
}

/** What the hand has done is taken back here, and a place on the painting is marked. */
function HandRow({
  hands,
  marking,
  onMarking,
  onUnmark,
}: {
  hands: ReturnType<typeof useHeld>;
  marking: string | null;
  onMarking: (marking: string | null) => void;
  onUnmark: (() => void) | null;
}) {
  return (
    <Flex gap="8px" wrap="wrap" marginBottom="6px" align="center">
      {hands.canUndo && <Button variant="outline" onClick={hands.undo}>{t`Undo the last move`}</Button>}
      {hands.held.length > 0 && <Button variant="ghost" onClick={hands.letAllGo}>{t`Let all go`}</Button>}
      <Button variant={marking === null ? "outline" : "solid"} onClick={() => onMarking(marking === null ? KEEP_WHOLE : null)}>
        {marking === null ? t`Mark a place` : t`Done marking`}
      </Button>
      {marking !== null && (
        <Box width="220px">
          <TextInput aria-label={t`What is there`} value={marking} maxLength={40} onChange={(change) => onMarking(change.target.value)} />
        </Box>
      )}
      {onUnmark && <Button variant="ghost" onClick={onUnmark}>{t`Take the last mark away`}</Button>}
    </Flex>
  );
}

/** How it is cut: into the table's hands, step by step, and on paper. */
function CutColumn({
  plan,
  fresh,
  outlook,
  possible,
  photo,
  materialId,
}: {
  plan: PaintedPlan;
  fresh: boolean;
  outlook: Outlook;
  possible: readonly PossibleWant[];
  photo: { readonly file: Blob; readonly cropped: Cropped };
  materialId: string | null;
}) {
  const [tools] = useTools();
  const [layout] = plan.split.layouts;
  const [work] = cuttingSteps(plan.job, plan.split, tools);
  if (!layout || !work) return null;
  const backs = possible.map(({ want, name, view, what }) => ({ id: want.id, what, needId: view?.need.id ?? null, name }));
  return (
    <Box marginBottom="18px">
      <CutPainting plan={plan} fresh={fresh} possible={possible} photo={photo} materialId={materialId} />
      <StepList job={plan.job} steps={work.steps} most={6} />
      <PrintSheets job={plan.job} layouts={[layout]} looks={looksOf(backs, outlook)} scores={[]} name="painting" labels={backLabels(plan.split, backs, outlook)} />
    </Box>
  );
}

const nameOf = (want: PossibleWant | undefined): string => want?.view?.need.title ?? want?.name ?? "";
const sameSize = (a: { width: number; height: number }, b: { width: number; height: number }): boolean =>
  (a.width === b.width && a.height === b.height) || (a.width === b.height && a.height === b.width);

/** While the rest is laid anew, what is held is shown where it was put, and of the others those that do not lie under it. */
function shownOf(plan: PaintedPlan, { held }: PaintedQuestion, fresh: boolean): readonly PaintedWindow[] {
  if (fresh) return plan.windows;
  const moved = held.flatMap((each): PaintedWindow[] => {
    const before = plan.windows.find((window) => sameRect(window.piece, each)) ?? plan.windows.find((window) => window.piece.panel === each.panel);
    return before ? [{ ...before, piece: each, held: true }] : [];
  });
  return [...moved, ...plan.windows.filter((window) => !window.held && !held.some((each) => overlap(each, window.piece)))];
}

/** A window turned a quarter about its middle, kept on the sheet. */
function turnedWithin({ x, y, width, height }: Rect, { sheet, edge }: PaintedQuestion): Rect {
  const kept = (middle: number, long: number, whole: number): Length => Math.max(edge, Math.min(whole - edge - long, Math.round(middle - long / 2))) as Length;
  return { x: kept(x + width / 2, height, sheet.width), y: kept(y + height / 2, width, sheet.height), width: height, height: width };
}

function PaintedVerdict({ plan, possible, isImpossible }: { plan: PaintedPlan | null; possible: readonly PossibleWant[]; isImpossible: boolean }) {
  if (isImpossible) return <Verdict>{t`Straight cuts cannot free the crops held like this. Undo the last move, or let one go.`}</Verdict>;
  if (possible.length === 0) return <Verdict>{t`Nothing is wanted from it yet.`}</Verdict>;
  const counts = new Map<string, number>();
  for (const { piece } of plan?.windows ?? []) {
    const name = nameOf(possible.find((each) => each.want.id === piece.panel));
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  if (!plan || counts.size === 0)
    return (
      <Verdict>
        {plan?.share === 1
          ? t`No part of it is worth cutting out in the sizes that are wanted.`
          : t`No crops were found in the time given. Leave out some of the sizes, and it looks again.`}
      </Verdict>
    );
  const panels = plan.windows.filter(({ piece }) => possible.find((each) => each.want.id === piece.panel)?.view).length;
  const others = plan.windows.length - panels;
  const best = plan.windows.reduce(
    (most, window, index) => (window.judged.quality + window.suits > (plan.windows[most]?.judged.quality ?? 0) + (plan.windows[most]?.suits ?? 0) ? index : most),
    0,
  );
  return (
    <Verdict>
      {rich`It gives ${(
        <Figure why={[...counts].map(([name, count]) => `${String(count)} × ${name}`).join("; ")}>
          {panels > 0 && `${countWord(panels)} ${panels === 1 ? t`panel` : t`panels`}`}
          {panels > 0 && others > 0 && t` and `}
          {others > 0 && t`${countWord(others)} small ${others === 1 ? t`piece` : t`pieces`}`}
        </Figure>
      )}; the best part is crop ${best + 1}. `}
      <Figure
        tone={plan.share > 0.9 ? "safe" : "tight"}
        why={t`Counted by what each crop is worth where it lies, this plan catches ${String(Math.floor(plan.share * 100))} in 100 of what no plan of straight cuts on the same places can exceed.`}
      >
        {plan.share > 0.995 ? t`No straight cuts catch more.` : plan.share > 0.9 ? t`Hardly more can be caught.` : t`More might be caught.`}
      </Figure>
    </Verdict>
  );
}

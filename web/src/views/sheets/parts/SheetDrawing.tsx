import { Box, Text } from "@chakra-ui/react";
import {
  isTorn,
  lengthOfUnits,
  mm,
  offcutOf,
  piecesFor,
  placeOf,
  softnessOf,
  wayOf,
  type AlikeLayouts,
  type Cut,
  type CutStep,
  type Layout,
  type PlacedPiece,
  type Rect,
  type Score,
  type Sheet,
  type SplitJob,
  t,
} from "@yule/core";
import type { Looks } from "@yule/derive";
import { DimensionLine, HAIR, INK, NumberMark, PAPER, RED, ScaleDrawing, SOFT, DrawnWords } from "../../../kit/drawing.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { MovablePieces } from "../hand/MovablePieces.tsx";
import { useSteadyIds } from "../hand/steadyIds.ts";
import { countWord } from "../words.ts";

interface Props {
  readonly job: SplitJob;
  readonly alike: AlikeLayouts;
  readonly looks: Looks;
  readonly steps: readonly CutStep[];
  readonly scores?: readonly Score[];
  /** The painting that is cut, by its address; blank paper where there is none. */
  readonly picture?: string | null;
  /** Pieces can be taken in the hand. */
  readonly hand?: { readonly held: readonly Rect[]; readonly onMove: (piece: number, to: Rect) => void; readonly onHands: (areOn: boolean) => void } | null;
  /** The step at hand: its pieces and cuts stand out, cuts before it are done. */
  readonly at?: number | null;
  readonly most?: number;
  readonly mostHeight?: number;
}

/** A sheet as it is split, to scale: pieces by what they are for, cuts by the step in which they are made, what is left over. */
export function SheetDrawing({ job, alike, looks, steps, scores = [], picture = null, hand = null, at = null, most = 700, mostHeight = 500 }: Props) {
  const { say, bare, size } = useMeasure();
  const { layout } = alike;
  const sheet = job.sheets.find((each) => each.id === layout.sheet);
  if (!sheet) return null;
  const drawn = drawnPart(sheet, layout);
  const kinds = [...new Set(layout.pieces.map((piece) => looks.get(piece.panel)?.name ?? piece.panel))].join(", ");
  const label = `${offcutOf(sheet.id) ? t`Offcut` : t`Sheet`} ${size(sheet.width, sheet.height)}, ${String(layout.times)} times: ${String(layout.pieces.length)} pieces (${kinds}), ${String(layout.cuts.length)} cuts, ${String(layout.offcuts.length)} offcuts`;
  return (
    <Box marginBottom="14px">
      {offcutOf(sheet.id) !== null && <Text fontWeight={600}>{t`From the kept offcuts`}</Text>}
      <ScaleDrawing width={drawn.width} height={drawn.height} margin={44} right={100} most={most} mostHeight={mostHeight} label={label} role={hand ? "group" : "img"}>
        {(unit) => (
          <>
            <Paper sheet={drawn} job={job} unit={unit} />
            {picture ? (
              <image href={picture} x={0} y={0} width={sheet.width} height={sheet.height} preserveAspectRatio="none" />
            ) : (
              <Offcuts layout={layout} drawn={drawn} unit={unit} bare={bare} />
            )}
            <Pieces alike={alike} looks={looks} scores={scores} unit={unit} isPainted={picture !== null} />
            {at !== null && <Held step={steps[at]} unit={unit} />}
            {steps.map((step, index) => (
              <StepCuts key={index} step={step} number={index + 1} now={at} here={index} isCrowded={steps.length > MOST_NUMBERS} job={job} unit={unit} />
            ))}
            {hand && <InHand layout={layout} job={job} looks={looks} sheet={sheet} unit={unit} hand={hand} />}
            <DimensionLine axis="x" from={0} to={drawn.width} at={drawn.height + 24 * unit} text={say(sheet.width)} of={sheet.width} unit={unit} />
            <DimensionLine axis="y" from={0} to={drawn.height} at={drawn.width + 12 * unit} text={bare(sheet.height)} of={sheet.height} unit={unit} />
          </>
        )}
      </ScaleDrawing>
      {layout.times > 1 && <Text fontWeight={600}>{t`${layout.times} ${offcutOf(sheet.id) === null ? t`sheets` : t`offcuts`} like this`}</Text>}
      {isTorn(job) && <Text color="softInk">{softWords(softnessOf(job, sheet, layout))}</Text>}
      {alike.variants.length > 1 && <Variants alike={alike} looks={looks} />}
    </Box>
  );
}

/** Which pieces have soft sides all round, and which the sheet's own edge on some. */
function softWords(counts: ReturnType<typeof softnessOf>): string {
  const parts = counts.map(({ sides, pieces }) => `${String(pieces)} on ${sides === 4 ? t`all four sides` : sides === 1 ? t`one side` : t`${countWord(sides)} sides`}`);
  return `Soft: ${parts.join(", ")}.${counts.some(({ sides }) => sides < 4) ? t` The others are the sheet’s own edge.` : ""}`;
}

function Paper({ sheet, job, unit }: { sheet: Sheet; job: SplitJob; unit: number }) {
  return (
    <>
      <rect
        x={0}
        y={0}
        width={sheet.width}
        height={sheet.height}
        fill="#FDFBF5"
        stroke={INK}
        strokeWidth={1.2 * unit}
        style={{ filter: "drop-shadow(0 1px 1px rgba(34,48,60,.3))" }}
      />
      {job.edge > 0 && (
        <rect
          x={job.edge / 2}
          y={job.edge / 2}
          width={sheet.width - job.edge}
          height={sheet.height - job.edge}
          fill="none"
          stroke="var(--chakra-colors-tape)"
          strokeWidth={job.edge}
          opacity={job.method === "tape" ? 1 : 0.45}
        />
      )}
    </>
  );
}

/** No sheet is as long as this. */
const ROLL = mm(2000);

/** Of a roll only what is cut is drawn, and a little of the rest: at its whole length nothing could be seen. */
function drawnPart(sheet: Sheet, { offcuts }: Layout): Sheet {
  if (Math.max(sheet.width, sheet.height) < ROLL) return sheet;
  const isRest = (from: number, long: number, across: number, whole: number): boolean => across === whole && long > 0.6 * (from + long);
  const below = offcuts.find((each) => each.y + each.height === sheet.height && isRest(each.y, each.height, each.width, sheet.width));
  if (below) return { ...sheet, height: lengthOfUnits(Math.min(sheet.height, below.y + Math.max(below.y, sheet.width) / 4)) };
  const right = offcuts.find((each) => each.x + each.width === sheet.width && isRest(each.x, each.width, each.height, sheet.height));
  return right ? { ...sheet, width: lengthOfUnits(Math.min(sheet.width, right.x + Math.max(right.x, sheet.height) / 4)) } : sheet;
}

function Offcuts({ layout, drawn, unit, bare }: { layout: Layout; drawn: Sheet; unit: number; bare: (length: Layout["offcuts"][number]["width"]) => string }) {
  return layout.offcuts.map((whole) => {
    const words = `left ${bare(whole.width)} × ${bare(whole.height)}`;
    const offcut = { x: whole.x, y: whole.y, width: Math.min(whole.width, drawn.width - whole.x), height: Math.min(whole.height, drawn.height - whole.y) };
    const long = words.length * 7 * unit;
    const [x, y] = [offcut.x + offcut.width / 2, offcut.y + offcut.height / 2];
    return (
      <g key={`${String(offcut.x)}-${String(offcut.y)}`}>
        <rect
          x={offcut.x}
          y={offcut.y}
          width={offcut.width}
          height={offcut.height}
          fill="#F1E9D8"
          stroke="#7d7360"
          strokeWidth={unit}
          strokeDasharray={`${String(4 * unit)} ${String(3 * unit)}`}
        />
        {offcut.width > long && offcut.height > 20 * unit ? (
          <DrawnWords x={x} y={y + 5 * unit} size={14 * unit} anchor="middle" fill="#4E5B66">
            {words}
          </DrawnWords>
        ) : offcut.height > long && offcut.width > 18 * unit ? (
          <DrawnWords transform={`translate(${String(x + 5 * unit)} ${String(y)}) rotate(-90)`} size={14 * unit} anchor="middle" fill="#4E5B66">
            {words}
          </DrawnWords>
        ) : null}
      </g>
    );
  });
}

/** Sheets that are cut alike and written on differently. */
function Variants({ alike, looks }: { alike: AlikeLayouts; looks: Looks }) {
  const lines = new Map<string, number>();
  for (const variant of alike.variants) {
    const words = lettersOf(piecesFor(variant.pieces), looks)
      .map(([letter, count]) => `${String(count)} × ${letter}`)
      .join(", ");
    lines.set(words, (lines.get(words) ?? 0) + variant.times);
  }
  if (lines.size < 2) return null;
  return (
    <Box as="ul" listStyleType="none" color="softInk" fontSize="15px">
      {[...lines].map(([words, times]) => (
        <li key={words}>
          {times === 1 ? t`one` : times}: {words}
        </li>
      ))}
    </Box>
  );
}

/** Pieces of one name together, whatever need they are for, by their letters. */
function lettersOf(pieces: readonly { readonly panel: string; readonly count: number }[], looks: Looks): [string, number][] {
  const counts = new Map<string, number>();
  for (const { panel, count } of pieces) {
    const letter = looks.get(panel)?.letter ?? "?";
    counts.set(letter, (counts.get(letter) ?? 0) + count);
  }
  return [...counts];
}

const isAt = (piece: PlacedPiece) => (other: PlacedPiece) => other.x === piece.x && other.y === piece.y;

/** How large a letter is written, and the least that can be read, in pixels. */
const LETTER = 20;
const LEAST_LETTER = 9;

function Pieces({ alike, looks, scores, unit, isPainted }: { alike: AlikeLayouts; looks: Looks; scores: readonly Score[]; unit: number; isPainted: boolean }) {
  return alike.layout.pieces.map((piece) => {
    const look = looks.get(piece.panel);
    // Of sheets cut alike, one place may be for different things.
    const letters = [...new Set(alike.variants.flatMap((variant) => variant.pieces.filter(isAt(piece)).map((each) => looks.get(each.panel)?.letter ?? "?")))].sort().join("/");
    const score = scores.find((each) => each.panel === piece.panel);
    const upright = score && (score.axis === "x") === (piece.width === score.width);
    const written = Math.min(LETTER, (piece.height / unit) * 0.8, piece.width / unit / letters.length / 0.75);
    return (
      <g key={`${String(piece.x)}-${String(piece.y)}`}>
        <rect
          x={piece.x}
          y={piece.y}
          width={piece.width}
          height={piece.height}
          fill={look?.tint ?? "#6d8aa0"}
          fillOpacity={isPainted ? 0 : look?.kind === "strip" ? 0.08 : 0.17}
          stroke={isPainted ? PAPER : HAIR}
          strokeWidth={(isPainted ? 2.4 : 0.6) * unit}
        />
        {score && (
          <line
            x1={upright ? piece.x + score.at : piece.x}
            x2={upright ? piece.x + score.at : piece.x + piece.width}
            y1={upright ? piece.y : piece.y + score.at}
            y2={upright ? piece.y + piece.height : piece.y + score.at}
            stroke={SOFT}
            strokeWidth={1.2 * unit}
            strokeDasharray={`${String(2 * unit)} ${String(4 * unit)}`}
          />
        )}
        {written >= LEAST_LETTER && (
          <DrawnWords
            x={piece.x + piece.width / 2}
            y={piece.y + piece.height / 2 + 0.35 * written * unit}
            size={written * unit}
            anchor="middle"
            fill="#22303C"
            weight={600}
            {...(isPainted ? { stroke: "#FBF8F0", strokeWidth: 4 * unit, paintOrder: "stroke" } : {})}
          >
            {letters}
          </DrawnWords>
        )}
      </g>
    );
  });
}

/** Pieces that can be pulled, over the drawing; those that are held are ruled firmly. */
function InHand({ layout, job, looks, sheet, unit, hand }: { layout: Layout; job: SplitJob; looks: Looks; sheet: Sheet; unit: number; hand: NonNullable<Props["hand"]> }) {
  const held = new Set(hand.held.map(placeOf));
  const { edge, gap } = job;
  const { ids, follow } = useSteadyIds(layout.pieces);
  return (
    <MovablePieces
      pieces={layout.pieces.map((piece, index) => ({
        ...piece,
        key: ids[index] ?? String(index),
        label: looks.get(piece.panel)?.name ?? piece.panel,
        held: held.has(placeOf(piece)),
      }))}
      within={{ x: edge, y: edge, width: lengthOfUnits(sheet.width - 2 * edge), height: lengthOfUnits(sheet.height - 2 * edge) }}
      gap={gap}
      unit={unit}
      isPlain
      chosen={null}
      onHands={hand.onHands}
      onMove={(key, to) => {
        follow(key, to);
        hand.onMove(ids.indexOf(key), to);
      }}
    />
  );
}

/** The pieces in the hand stand out by a firm rim. */
function Held({ step, unit }: { step: CutStep | undefined; unit: number }) {
  return step?.held.map((rect) => (
    <rect
      key={`${String(rect.x)}-${String(rect.y)}`}
      x={rect.x}
      y={rect.y}
      width={rect.width}
      height={rect.height}
      fill={INK}
      fillOpacity={0.06}
      stroke={INK}
      strokeWidth={3 * unit}
    />
  ));
}

/** Beyond so many steps, the numbers of those that come later would cover the drawing. */
const MOST_NUMBERS = 16;

function StepCuts({
  step,
  number,
  now,
  here,
  isCrowded,
  job,
  unit,
}: {
  step: CutStep;
  number: number;
  now: number | null;
  here: number;
  isCrowded: boolean;
  job: SplitJob;
  unit: number;
}) {
  const done = now !== null && here < now;
  const later = now !== null && here > now;
  const line = (cut: Cut) => (cut.axis === "x" ? { x1: cut.at, x2: cut.at, y1: cut.from, y2: cut.to } : { x1: cut.from, x2: cut.to, y1: cut.at, y2: cut.at });
  const [first] = step.cuts;
  const mark =
    first &&
    (first.axis === "x"
      ? { x: first.at, y: first.from - (first.from === job.edge ? job.edge + 2 * unit : -13 * unit) }
      : { x: first.from - (first.from === job.edge ? job.edge + 2 * unit : -13 * unit), y: first.at });
  return (
    <g opacity={later ? 0.35 : 1}>
      {step.cuts.map((cut, index) => (
        <line
          key={index}
          {...line(cut)}
          stroke={done ? SOFT : RED}
          strokeWidth={(here === now ? 3.2 : 1.6) * unit}
          strokeDasharray={wayOf(job) === "cut" ? undefined : `${String(6 * unit)} ${String(4 * unit)}`}
        />
      ))}
      {mark && !done && !step.trim && !(isCrowded && now !== null && here !== now) && <NumberMark {...mark} number={number} unit={unit * 0.86} />}
    </g>
  );
}

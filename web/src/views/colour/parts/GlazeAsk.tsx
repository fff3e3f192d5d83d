import { rich } from "../../../kit/rich.tsx";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { rgbOfHex, type GlazeCell, type ShelfPaint, type Surprise, t, wordsFor } from "@yule/core";
import { washHex } from "@yule/derive";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { useSolved } from "../../../workers/useSolved.ts";
import { StateWord } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { MeetingWash } from "../../../features/meetings/wash/Wash.tsx";
import { GlazeOrder } from "./GlazeOrder.tsx";
import { lost, STATE } from "../../../features/meetings/PairRow.tsx";
import { EmptyAsk } from "./EmptyAsk.tsx";

const SAYS: Readonly<Record<Surprise, string>> = wordsFor({
  covers: () => t`covers what is below`,
  "order matters": () => t`the other way round it looks different`,
  "other hue": () => t`a hue neither of them has`,
  "turns to mud": () => t`mud, though the two lie near each other`,
  "stays clean": () => t`clean, though the two lie across the wheel`,
});
/** That a covering paint covers is known of it; the rest is worth a mark. */
const isTold = (surprise: Surprise): boolean => surprise !== "order matters" && surprise !== "covers";

/** Every paint over every other, with the surprising ones marked, and the order for shapes that overlap. */
export default function GlazeAsk({ outlook, shelf }: AskProps) {
  const films = useMemo(() => shelf.map(({ film }) => film), [shelf]);
  const { value: grid } = useSolved(shelf.length > 1 ? films : null, (asked) => colourSolver().grid(asked));
  const [at, setAt] = useState<readonly [under: number, on: number]>([0, 1]);
  if (shelf.length < 2)
    return <EmptyAsk>{t`With two paints on the shelf it shows here how each looks over the other when it is dry, and in which order to lay shapes that overlap.`}</EmptyAsk>;
  const surprises = grid ? grid.flatMap((row, under) => row.flatMap((cell, on) => (cell.surprise ? [{ under, on, cell }] : []))) : [];
  const worthTelling = surprises.filter(({ cell }) => cell.surprise !== null && isTold(cell.surprise));
  return (
    <>
      <GlazeVerdict grid={grid} shelf={shelf} surprises={worthTelling} />
      <GlazeOrder outlook={outlook} shelf={shelf} />
      <Heading as="h2" fontSize="20px" fontWeight={600} marginTop="26px" marginBottom="4px">{t`Every paint over every other`}</Heading>
      <Text color="softInk" marginBottom="8px">{t`Rows lie below, columns on top. A dot marks what one would not expect. Press a field, or walk with the arrow keys.`}</Text>
      {grid && (
        <Flex gap="26px" direction={{ base: "column", xl: "row" }} align="flex-start">
          <Grid grid={grid} shelf={shelf} at={at} onAt={setAt} />
          <Cell grid={grid} shelf={shelf} at={at} />
        </Flex>
      )}
      {worthTelling.length > 0 && (
        <Box as="section" aria-label={t`Surprises`} marginTop="18px" maxWidth="680px">
          <Heading as="h2" fontSize="20px" fontWeight={600}>{t`Surprises`}</Heading>
          {worthTelling.slice(0, 12).map(({ under, on, cell }) => (
            <Text key={`${String(under)} ${String(on)}`} borderTop="1px solid" borderColor="hairline" paddingY="5px">
              <strong>{rich`${shelf[on]?.name} over ${shelf[under]?.name}`}</strong>: {cell.surprise && SAYS[cell.surprise]}.
            </Text>
          ))}
        </Box>
      )}
    </>
  );
}

function GlazeVerdict({
  grid,
  shelf,
  surprises,
}: {
  grid: readonly (readonly GlazeCell[])[] | null;
  shelf: readonly ShelfPaint[];
  surprises: readonly { under: number; on: number; cell: GlazeCell }[];
}) {
  if (!grid) return <Verdict>{t`Laying every paint over every other ...`}</Verdict>;
  const all = grid.flatMap((row, under) => row.filter((_, on) => on !== under));
  const clean = all.filter((cell) => cell.verdict === "clean").length;
  const mud = all.filter((cell) => cell.verdict === "mud").length;
  const [first] = surprises;
  return (
    <Verdict>
      {rich`Of ${all.length} glazes your ${shelf.length} paints can make, ${(
        <Figure
          tone="safe"
          why={t`One paint over another that is bone dry, both as everyday washes on white paper. Clean keeps more than about six tenths of the chroma of the two.`}
        >
          {t`${clean} stay clean`}
        </Figure>
      )} and `}
      <Figure tone="cannot" why={t`Mud has lost about seven tenths of the colour and looks like earth or ash.`}>
        {t`${mud} turn to mud`}
      </Figure>
      .{first && t` Least expected: ${shelf[first.on]?.name ?? ""} over ${shelf[first.under]?.name ?? ""}, ${first.cell.surprise ? SAYS[first.cell.surprise] : ""}.`}
    </Verdict>
  );
}

const STEPS: Readonly<Record<string, readonly [down: number, right: number]>> = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] };

/** The grid on one sheet: each field the wash below with the glaze over all but its corner. */
function Grid({
  grid,
  shelf,
  at,
  onAt,
}: {
  grid: readonly (readonly GlazeCell[])[];
  shelf: readonly ShelfPaint[];
  at: readonly [number, number];
  onAt: (at: readonly [number, number]) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const many = shelf.length;
  const field = Math.max(14, Math.min(30, Math.floor(620 / many)));
  const head = field;
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (context) paintGrid(context, grid, shelf, field, at);
  }, [grid, shelf, field, at]);
  const move = (key: KeyboardEvent): void => {
    const step = STEPS[key.key];
    if (!step) return;
    const [dy, dx] = step;
    key.preventDefault();
    onAt([Math.max(0, Math.min(many - 1, at[0] + dy)), Math.max(0, Math.min(many - 1, at[1] + dx))]);
  };
  const size = head + many * field + 2;
  return (
    <Box overflowX="auto" maxWidth="100%">
      <canvas
        ref={canvas}
        width={size}
        height={size}
        tabIndex={0}
        role="img"
        aria-label={t`Glazes of ${String(many)} paints; ${shelf[at[1]]?.name ?? ""} over ${shelf[at[0]]?.name ?? ""} is chosen`}
        onKeyDown={move}
        onClick={(press) => {
          const box = press.currentTarget.getBoundingClientRect();
          const [column, row] = [Math.floor((press.clientX - box.left - head) / field), Math.floor((press.clientY - box.top - head) / field)];
          if (column >= 0 && row >= 0 && column < many && row < many) onAt([row, column]);
        }}
        style={{ cursor: "pointer", display: "block", background: "#FBF8F0", borderRadius: 2 }}
      />
    </Box>
  );
}

function paintGrid(context: CanvasRenderingContext2D, grid: readonly (readonly GlazeCell[])[], shelf: readonly ShelfPaint[], field: number, at: readonly [number, number]): void {
  const head = field;
  const size = head + shelf.length * field + 2;
  context.clearRect(0, 0, size, size);
  const wash = (x: number, y: number, hex: string, width: number, height: number): void => {
    const [r, g, b] = rgbOfHex(hex);
    context.fillStyle = `rgb(${String(r)} ${String(g)} ${String(b)})`;
    context.beginPath();
    context.roundRect(x, y, width, height, Math.min(4, width / 4));
    context.fill();
  };
  const pad = 1.5;
  shelf.forEach(({ film }, index) => {
    const hex = washHex(film);
    wash(head + index * field + pad, pad, hex, field - 2 * pad, head - 5);
    wash(pad, head + index * field + pad, hex, head - 5, field - 2 * pad);
  });
  grid.forEach((row, under) => {
    const below = shelf[under] ? washHex(shelf[under].film) : "#ffffff";
    row.forEach((cell, on) => {
      const [x, y] = [head + on * field, head + under * field];
      wash(x + pad, y + pad, below, field - 2 * pad, field - 2 * pad);
      wash(x + pad + field * 0.16, y + pad + field * 0.16, cell.hex, field * 0.84 - 2 * pad, field * 0.84 - 2 * pad);
      if (!cell.surprise || !isTold(cell.surprise)) return;
      context.beginPath();
      context.arc(x + field * 0.6, y + field * 0.6, Math.max(2, field * 0.1), 0, 7);
      context.fillStyle = cell.L > 55 ? "#22303C" : "#FBF7EF";
      context.fill();
    });
  });
  context.lineWidth = 3;
  context.strokeStyle = "#22303C";
  context.strokeRect(head + at[1] * field, head + at[0] * field, field, field);
  context.lineWidth = 1;
  context.strokeStyle = "#FBF7EF";
  context.strokeRect(head + at[1] * field + 2, head + at[0] * field + 2, field - 4, field - 4);
}

function Cell({ grid, shelf, at: [under, on] }: { grid: readonly (readonly GlazeCell[])[]; shelf: readonly ShelfPaint[]; at: readonly [number, number] }) {
  const [below, top, cell, swapped] = [shelf[under], shelf[on], grid[under]?.[on], grid[on]?.[under]];
  if (!below || !top || !cell || !swapped) return null;
  return (
    <Box aria-live="polite" width={{ base: "100%", xl: "300px" }} flex="none">
      <MeetingWash earlier={below.film} later={top.film} how="glaze" width={220} height={110} label={t`${top.name} over ${below.name}: ${cell.hex}`} />
      <Text fontWeight={700} marginTop="6px">
        {t`${top.name} over ${below.name}`}
      </Text>
      <StateWord state={STATE[cell.verdict]}>{`${cell.verdict}, ${lost(cell)}`}</StateWord>
      <Text>{cell.why}.</Text>
      {cell.surprise && <Text fontWeight={600}>{SAYS[cell.surprise]}.</Text>}
      {under !== on && <Text color="softInk">{t`The other way round ${swapped.verdict} (${swapped.hex}).`}</Text>}
      {top.covering !== "transparent" && <Text color="softInk">{t`${top.name} is ${top.covering}.`}</Text>}
    </Box>
  );
}

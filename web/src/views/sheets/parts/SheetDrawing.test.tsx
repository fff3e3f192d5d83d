import { cuttingSteps, inches, money, type Layout, type Split, type SplitJob } from "@yule/core";
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import type { Looks } from "@yule/derive";
import userEvent from "@testing-library/user-event";
import { showScreen } from "../../../plan/testing.tsx";
import { PieceKey } from "./PieceKey.tsx";
import { SheetDrawing } from "./SheetDrawing.tsx";

afterEach(cleanup);

/** Two panels side by side out of a sheet of 20 × 14 in, and a strip left over; three sheets of it. */
const job: SplitJob = {
  sheets: [{ id: "paper", width: inches(20), height: inches(14), count: 3, cost: money(100) }],
  panels: [{ id: "moth", width: inches(8), height: inches(14), count: 6, rotatable: false }],
  edge: inches(0),
  gap: inches(0),
  method: "cut",
  thirds: false,
} as unknown as SplitJob;
const piece = (x: number) => ({ panel: "moth", x: inches(x), y: inches(0), width: inches(8), height: inches(14) });
const cut = (x: number) => ({ x1: inches(x), y1: inches(0), x2: inches(x), y2: inches(14), axis: "x", at: inches(x), from: inches(0), to: inches(14), level: 0 });
const layout = {
  sheet: "paper",
  times: 3,
  pieces: [piece(0), piece(8)],
  cuts: [cut(8), cut(16)],
  offcuts: [{ x: inches(16), y: inches(0), width: inches(4), height: inches(14) }],
} as unknown as Layout;
const split = { layouts: [layout], unplaced: [], sheetsUsed: 3, cost: money(300), lowerBound: money(300), proven: true } as unknown as Split;
const looks: Looks = new Map([["moth", { name: "Moths at dusk", letter: "A", tint: "#889", kind: "panel" }]]);
const alike = { layout, variants: [{ times: 3, pieces: layout.pieces }] };
const show = (more: object = {}) => showScreen(<SheetDrawing job={job} alike={alike} looks={looks} steps={[]} {...more} />);

test("the drawing says in words what it shows: the sheet, how often, what comes out of it, and what is left over", () => {
  show();
  expect(screen.getByRole("img", { name: "Sheet 20 × 14 in, 3 times: 2 pieces (Moths at dusk), 2 cuts, 1 offcuts" })).toBeTruthy();
  expect(screen.getByText("3 sheets like this")).toBeTruthy();
  const written = [...screen.getByRole("img").querySelectorAll("text")].map((text) => text.textContent);
  expect(written).toEqual(expect.arrayContaining(["20 in", "14"]));
  expect(written.some((text) => text.includes("4 × 14"))).toBe(true);
});

test("a sheet that is not of the job is not drawn", () => {
  showScreen(<SheetDrawing job={{ ...job, sheets: [] }} alike={alike} looks={looks} steps={[]} />);
  expect(screen.queryByRole("img")).toBeNull();
});

test("cuts carry the numbers of their steps", () => {
  const [work] = cuttingSteps(job, split, { reach: null, atOnce: 1 });
  show({ steps: work?.steps ?? [] });
  const numbers = [...screen.getByRole("img").querySelectorAll("text")].map((text) => text.textContent);
  expect(work?.steps.length).toBeGreaterThan(0);
  for (let number = 1; number <= (work?.steps.length ?? 0); number += 1) expect(numbers).toContain(String(number));
});

test("pieces in the hand are moved by the keys, told once the keys rest, and read out with what they are for", async () => {
  const moves: unknown[] = [];
  const hands: boolean[] = [];
  show({ hand: { held: [], onMove: (index: number, to: { x: number; y: number }) => moves.push([index, to.x, to.y]), onHands: (areOn: boolean) => hands.push(areOn) } });
  const user = userEvent.setup();
  const first = screen.getByRole("button", { name: /^1: Moths at dusk/ });
  first.focus();
  await user.keyboard("{ArrowRight}{ArrowRight}");
  expect(moves).toEqual([]);
  await waitFor(() => expect(moves).toEqual([[0, inches(1 / 8), 0]]));
  // As long as the keys moved it, nothing else was to be shown.
  expect(hands).toEqual([true, true, false]);
});

test("a press is a hand on the piece until it ends, wherever the pointer is by then", () => {
  const hands: boolean[] = [];
  show({ hand: { held: [], onMove: () => undefined, onHands: (areOn: boolean) => hands.push(areOn) } });
  fireEvent.pointerDown(screen.getByRole("button", { name: /^1: Moths at dusk/ }));
  expect(hands).toEqual([true]);
  fireEvent.pointerUp(window);
  expect(hands).toEqual([true, false]);
});

test("pieces carry letters, and the key says what they stand for: the thing, its sizes, how many in all", () => {
  const tags: Looks = new Map([...looks, ["tag", { name: "Gift tag", letter: "B", tint: "#b9a377", kind: "panel" }]]);
  const tag = { panel: "tag", x: inches(16), y: inches(0), width: inches(2), height: inches(3) };
  const both = {
    layout,
    variants: [
      { times: 2, pieces: layout.pieces },
      { times: 1, pieces: [...layout.pieces.slice(0, 1), { ...tag, x: inches(8), width: inches(8), height: inches(14) }, tag] },
    ],
  };
  showScreen(
    <>
      <PieceKey layouts={[both]} looks={tags} />
      <SheetDrawing job={job} alike={both} looks={tags} steps={[]} />
    </>,
  );
  const key = [...screen.getByRole("list", { name: "What the letters stand for" }).querySelectorAll("li")].map((line) => line.textContent);
  expect(key).toEqual(["AMoths at dusk 14 × 8 in, 5 pieces", "BGift tag 14 × 8 in and 3 × 2 in, 2 pieces"]);
  const written = [...screen.getByRole("img").querySelectorAll("text")].map((text) => text.textContent);
  // The second place is for a moth on two sheets and for a tag on one.
  expect(written).toEqual(expect.arrayContaining(["A", "A/B"]));
});

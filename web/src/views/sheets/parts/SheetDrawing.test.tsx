import { cuttingSteps, inches, money, type Layout, type Split, type SplitJob } from "@yule/core";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { showScreen } from "../../../plan/testing.tsx";
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
const looks = new Map([["moth", { name: "Moths at dusk", mark: "A", fill: "#889" }]]) as never;
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
  show({ hand: { held: [], onMove: (index: number, to: { x: number; y: number }) => moves.push([index, to.x, to.y]) } });
  const user = userEvent.setup();
  const first = screen.getByRole("button", { name: /^1: Moths at dusk/ });
  first.focus();
  await user.keyboard("{ArrowRight}{ArrowRight}");
  expect(moves).toEqual([]);
  await waitFor(() => expect(moves).toEqual([[0, inches(1 / 8), 0]]));
});

import type { BatchRead, DesignRead } from "@yule/contract";
import { learnBench, type UnitState } from "@yule/core";
import { learnedRoute, type OnBoard } from "@yule/derive";
import { exampleStage } from "@yule/derive/examples";
import { act, useState } from "react";
import { createRoot, type Root } from "react-dom/client";
import { mark } from "./marks.ts";
import { Board } from "./parts/Board.tsx";

const { jest: fake } = import.meta;
const now = new Date("2031-11-08T10:00:00Z");
const inMinutes = (minute: number): Date => new Date(now.getTime() + minute * 60_000);
const design = {
  id: "d",
  name: "Kites",
  paperId: null,
  stack: { width: 1000, height: 1400, outline: "square", layers: [] },
  colourways: [{ id: "dusk", name: "dusk", paints: [], pictureId: null }],
  stages: [exampleStage("wash", 3, 20), exampleStage("dots", 2, 0)],
} as unknown as DesignRead;
const states: readonly UnitState[] = [
  { unit: "1", done: 0, wetness: { state: "waiting" }, dryAt: null },
  { unit: "2", done: 1, wetness: { state: "wet", dryAt: inMinutes(12) }, dryAt: inMinutes(12) },
  { unit: "3", done: 1, wetness: { state: "spoilt" }, dryAt: null },
];
const on: OnBoard = {
  title: "Gulls",
  design,
  batch: { id: "b", perSheet: 1, facts: [], units: states.map(({ unit }, index) => ({ id: unit, number: index + 1, colourwayId: "dusk", grade: null })) } as unknown as BatchRead,
  stages: learnedRoute(design, learnBench([]), null, new Map()),
  states,
};

let root: Root;
let page: HTMLElement;
let picked: string[] = [];
function Table() {
  const [chosen, choose] = useState<ReadonlySet<string>>(new Set());
  picked = [...chosen];
  return <Board on={on} now={now} next="1" chosen={chosen} onChoose={choose} titled={false} isSmall={false} />;
}
const panel = (number: number): HTMLElement => {
  const found = page.querySelector<HTMLElement>(`[data-unit="${String(number)}"]`);
  if (!found) throw new Error(`no panel ${String(number)}`);
  return found;
};
const does = (what: () => void): void => {
  act(what);
};

beforeEach(() => {
  (globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;
  fake.useFakeTimers({ now });
  page = document.createElement("div");
  document.body.append(page);
  root = createRoot(page);
  does(() => root.render(<Table />));
});
afterEach(() => {
  does(() => {
    fake.runOnlyPendingTimers();
    root.unmount();
  });
  page.remove();
  fake.useRealTimers();
});

test("each panel says its number, its colours, how far it is and how wet", () => {
  expect([1, 2, 3].map((number) => panel(number).ariaLabel ?? panel(number).getAttribute("aria-label"))).toEqual([
    "Panel 1, dusk, 0 of 2 stages, not begun",
    "Panel 2, dusk, 1 of 2 stages, wet for 12 min",
    "Panel 3, dusk, 1 of 2 stages, spoilt",
  ]);
  expect(panel(2).textContent).toBe("122");
});

test("panels are chosen by tap or by key, and let go again", () => {
  does(() => panel(1).click());
  expect(picked).toEqual(["1"]);
  expect(panel(1).getAttribute("aria-pressed")).toBe("true");
  does(() => panel(2).dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true })));
  expect(picked).toEqual(["1", "2"]);
  does(() => panel(1).click());
  expect(picked).toEqual(["2"]);
});

test("a swipe takes every panel it goes over, and ends with the finger", () => {
  // jsdom knows no pointers: a mouse event of their name is one for React.
  const pointer = (kind: string, number: number, buttons: number): void =>
    does(() => panel(number).dispatchEvent(Object.assign(new MouseEvent(kind, { bubbles: true, buttons }), { pointerId: 1 })));
  HTMLElement.prototype.hasPointerCapture = () => false;
  pointer("pointerdown", 1, 1);
  pointer("pointerover", 2, 1);
  pointer("pointerover", 3, 1);
  pointer("pointerup", 3, 0);
  expect(picked).toEqual(["1", "2", "3"]);
  pointer("pointerover", 1, 0);
  expect(picked).toEqual(["1", "2", "3"]);
});

test("what is tapped is drawn at once on its own panel, and on no other", () => {
  const drawn: string[] = [];
  const seen = new MutationObserver((changes) => {
    for (const { target } of changes) drawn.push((target as Element).closest("[data-unit]")?.getAttribute("data-unit") ?? "elsewhere");
  });
  seen.observe(page, { attributes: true, childList: true, subtree: true });
  does(() => mark([{ unit: "1", done: 1, wetness: { state: "wet", dryAt: inMinutes(20) }, dryAt: inMinutes(20) }], () => undefined));
  for (const { target } of seen.takeRecords()) drawn.push((target as Element).closest("[data-unit]")?.getAttribute("data-unit") ?? "elsewhere");
  expect(panel(1).getAttribute("aria-label")).toBe("Panel 1, dusk, 1 of 2 stages, wet for 20 min");
  expect(new Set(drawn)).toEqual(new Set(["1"]));
  seen.disconnect();
});

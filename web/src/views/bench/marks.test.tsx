import { act } from "react";
import { createRoot } from "react-dom/client";
import type { UnitState } from "@yule/core";
import { mark, markedBy, useMark } from "./marks.ts";

const { jest: fake } = import.meta;
const state = (unit: string, done: number): UnitState => ({ unit, done, wetness: { state: "waiting" }, dryAt: null });

let drawn: Record<string, number[]> = {};
function Panel({ unit }: { unit: string }) {
  const marked = useMark(unit);
  (drawn[unit] ??= []).push(marked?.done ?? 0);
  return null;
}
let root: ReturnType<typeof createRoot>;

beforeEach(() => {
  (globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;
  fake.useFakeTimers();
  drawn = {};
  root = createRoot(document.createElement("div"));
  act(() => {
    root.render(
      <>
        <Panel unit="1" />
        <Panel unit="2" />
      </>,
    );
  });
});
afterEach(() => {
  act(() => {
    fake.runAllTimers();
    root.unmount();
  });
  fake.useRealTimers();
});

test("only the panel that was tapped is drawn at once; what follows comes after it, once, and the mark is gone", () => {
  let followed = 0;
  act(() => mark([state("1", 3)], () => (followed += 1)));
  expect(drawn).toEqual({ 1: [0, 3], 2: [0] });
  expect(followed).toBe(0);
  act(() => {
    fake.runAllTimers();
  });
  expect(followed).toBe(1);
  expect(drawn[1]).toEqual([0, 3, 0]);
});

test("a tap that comes before the last one was followed up has that done first, in the order of the taps", () => {
  const order: string[] = [];
  act(() => mark([state("1", 1)], () => order.push("first")));
  act(() => {
    window.dispatchEvent(new Event("pointerdown"));
  });
  expect(order).toEqual(["first"]);
  act(() => mark([state("2", 1)], () => order.push("second")));
  act(() => mark([state("1", 2)], () => order.push("third")));
  expect(order).toEqual(["first", "second"]);
  act(() => {
    fake.runAllTimers();
    window.dispatchEvent(new Event("pointerdown"));
  });
  expect(order).toEqual(["first", "second", "third"]);
});

test("a panel stands by what was told of it before and just now", () => {
  const now = new Date("2031-11-08T10:00:00Z");
  const route = [
    { id: "wash", name: "wash", hands: 3, dry: 30, within: null },
    { id: "dots", name: "dots", hands: 1, dry: 0, within: null },
  ] as never;
  const facts = new Map([["1", [{ unit: "1", stage: "wash", what: "done" as const, at: new Date("2031-11-08T09:00:00Z") }]]]);
  const [stood, other, ...more] = markedBy(
    { route, facts },
    [
      { unit: "1", stage: "dots", what: "done", at: now },
      { unit: "2", stage: "wash", what: "done", at: now },
    ],
    now,
  );
  expect(more).toEqual([]);
  expect(stood).toMatchObject({ unit: "1", done: 2, wetness: { state: "finished" } });
  expect(other).toMatchObject({ unit: "2", done: 1, wetness: { state: "wet", dryAt: new Date("2031-11-08T10:30:00Z") } });
});

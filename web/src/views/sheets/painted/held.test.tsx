import { mm, overlap, type Rect } from "@yule/core";
import { act } from "react";
import { createRoot } from "react-dom/client";
import { sameRect, useHeld } from "./usePainted.ts";

const rect = (x: number, y: number): Rect => ({ x: mm(x), y: mm(y), width: mm(90), height: mm(60) });

/** The hands of the maker, as they are after the last thing was done. */
function hands() {
  (globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;
  const now: { hands?: ReturnType<typeof useHeld> } = {};
  const Holds = (): null => {
    now.hands = useHeld();
    return null;
  };
  act(() => createRoot(document.createElement("div")).render(<Holds />));
  return {
    get: () => {
      if (!now.hands) throw new Error("no hands");
      return now.hands;
    },
    do: (what: (held: ReturnType<typeof useHeld>) => void) => act(() => now.hands && what(now.hands)),
  };
}

test("a window is held where it was put, moved again it is held once, and every move is taken back", () => {
  const maker = hands();
  maker.do((held) => held.hold(rect(10, 10), rect(20, 10), "kites"));
  maker.do((held) => held.hold(rect(20, 10), rect(30, 40), "kites"));
  expect(maker.get().held).toEqual([{ panel: "kites", ...rect(30, 40) }]);
  maker.do((held) => held.hold(rect(200, 40), rect(200, 40), "moths"));
  expect(maker.get().held.map(({ panel }) => panel)).toEqual(["kites", "moths"]);
  // For something else, in the same place.
  maker.do((held) => held.hold(rect(200, 40), rect(200, 40), "kites"));
  expect(maker.get().held.map(({ panel }) => panel)).toEqual(["kites", "kites"]);
  maker.do((held) => held.letGo(rect(30, 40)));
  expect(maker.get().held).toHaveLength(1);
  for (let moves = 0; moves < 5; moves += 1) maker.do((held) => held.undo());
  expect([maker.get().held, maker.get().canUndo]).toEqual([[], false]);
  maker.do((held) => held.undo());
  expect(maker.get().held).toEqual([]);
});

test("letting all go can be taken back as well", () => {
  const maker = hands();
  maker.do((held) => held.hold(rect(0, 0), rect(0, 0), "kites"));
  maker.do((held) => held.letAllGo());
  expect(maker.get().held).toEqual([]);
  maker.do((held) => held.undo());
  expect(maker.get().held).toHaveLength(1);
});

test("windows that share a side do not lie over one another", () => {
  expect(overlap(rect(0, 0), rect(90, 0))).toBe(false);
  expect(overlap(rect(0, 0), rect(89, 59))).toBe(true);
  expect(sameRect(rect(0, 0), rect(0, 0))).toBe(true);
  expect(sameRect(rect(0, 0), { ...rect(0, 0), width: mm(60) })).toBe(false);
});

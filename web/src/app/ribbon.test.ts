import { day } from "@yule/core";
import { hang, rulerOf, TAG_WIDTH, type Tag } from "./ribbon.ts";

const tag = (index: number, safety: Tag["safety"] = "safe", x = index * 30): Tag => ({
  id: String(index),
  title: "Kites",
  detail: "12 cards",
  day: day("2031-11-08"),
  x,
  safety,
  chance: null,
  to: "/season",
});

test("a ruler has a tick a day, months by name and today a little from the left", () => {
  const ruler = rulerOf(day("2031-11-08"), 7, 1280);
  expect(ruler.first).toBe("2031-11-01");
  expect(ruler.ticks).toHaveLength(50);
  expect(ruler.ticks[0]).toMatchObject({ kind: "month", label: "November" });
  expect(ruler.ticks.find((tick) => tick.label === "10")?.x).toBeCloseTo(9 * (1280 / 49));
});

test("forty needs in four weeks never touch: two heights, and pegs for the rest", () => {
  const hung = hang(
    Array.from({ length: 40 }, (_, index) => tag(index, index === 20 ? "cannot" : "safe")),
    1280,
  );
  for (const a of hung) {
    for (const b of hung) {
      if (a !== b && a.row !== null && a.row === b.row) expect(Math.abs(a.left - b.left)).toBeGreaterThanOrEqual(TAG_WIDTH);
    }
  }
  expect(hung.filter((each) => each.row !== null).length).toBeGreaterThanOrEqual(14);
  expect(hung.find((each) => each.safety === "cannot")?.row).toBe(0);
  expect(hung.filter((each) => each.row === null).length).toBeGreaterThan(0);
});

test("a tag at the edge stays on the screen", () => {
  const [left, right] = hang([tag(0, "safe", 1), tag(1, "safe", 819)], 820);
  expect(left?.left).toBeGreaterThanOrEqual(0);
  expect((right?.left ?? 0) + TAG_WIDTH).toBeLessThanOrEqual(820);
});

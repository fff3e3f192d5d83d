import type { TaughtBatch } from "@yule/contract";
import { batchesTold, cameOut, demandsBelieved } from "./believed.ts";

const batch = (id: string, good: number, bad: number, lost = 0): TaughtBatch => ({ id, title: id, days: [], good, bad, lost, times: [] });

test("batches are told as they were begun; later ones stand against earlier ones once there are enough", () => {
  const newest = [batch("d", 9, 1), batch("c", 9, 1), batch("b", 6, 3, 1), batch("a", 6, 4)];
  const told = batchesTold(newest);
  expect(told.map(({ batch: { id } }) => id)).toEqual(["a", "b", "c", "d"]);
  expect(cameOut(told)).toEqual({ earlier: 0.6, later: 0.9 });
  expect(cameOut(told.slice(1))).toBeNull();
  expect(cameOut(batchesTold([batch("x", 0, 0), batch("y", 0, 0), batch("z", 0, 0), batch("w", 0, 0)]))).toBeNull();
});

const designs = [{ name: "Paper boat", colourways: [{ id: "blue", name: "blue" }] as never }];
const fair = (brought: number, sold: number, isLeftOut = false) => ({
  ...{ id: "f", title: "Quay fair", on: "2031-12-13", isLeftOut },
  ...{ size: "usual" as const, weather: "fine" as const, goods: [{ design: "boat", colourwayId: "blue", brought, sold }] },
});

test("a fair that sold out says at least so many; one that is left out says nothing", () => {
  const [sold] = demandsBelieved(designs, [fair(10, 10), fair(10, 10)]);
  const [home] = demandsBelieved(designs, [fair(30, 10), fair(30, 10)]);
  expect([sold?.fairs, sold?.soldOut, home?.soldOut]).toEqual([2, 2, 0]);
  expect(sold?.middle ?? 0).toBeGreaterThan(home?.middle ?? 0);
  expect([home?.low, home?.high].every((each, at) => (at === 0 ? (each ?? 0) <= 10 : (each ?? 0) >= 10))).toBe(true);
  expect(demandsBelieved(designs, [fair(10, 2, true)])).toEqual([]);
  expect(demandsBelieved(designs, [])).toEqual([]);
});

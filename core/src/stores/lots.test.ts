import fc from "fast-check";
import { sharedOut, takeInTurn, type LotLeft } from "./lots.ts";

const lot = (id: string, left: number, valueLeft: number, receivedOn: string, openedOn: string | null = null): LotLeft => ({ id, left, valueLeft, receivedOn, openedOn });

test("what is open goes first, then what came first; the rest of a lot takes the rest of its value", () => {
  const lots = [lot("new", 10, 50, "2031-11-01"), lot("old", 3, 10, "2031-09-01"), lot("open", 5, 7, "2031-10-01", "2031-10-20")];
  expect(takeInTurn(lots, 9)).toEqual({
    parts: [
      { lot: "open", quantity: 5, cost: 7 },
      { lot: "old", quantity: 3, cost: 10 },
      { lot: "new", quantity: 1, cost: 5 },
    ],
    missing: 0,
  });
  expect(takeInTurn(lots, 20).missing).toBe(2);
});

test("taken bit by bit a lot costs what it cost, to the minor unit", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 500 }),
      fc.integer({ min: 0, max: 9_999 }),
      fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 30 }),
      (quantity, value, takes) => {
        let [left, valueLeft, paid] = [quantity, value, 0];
        for (const take of [...takes, quantity]) {
          const [part] = takeInTurn([lot("a", left, valueLeft, "2031-01-01")], take).parts;
          if (!part) continue;
          [left, valueLeft, paid] = [left - part.quantity, valueLeft - part.cost, paid + part.cost];
          expect(valueLeft).toBeGreaterThanOrEqual(0);
        }
        expect([left, paid]).toEqual([0, value]);
      },
    ),
  );
});

test("seven cents among three that took alike: three, two and two; without weights it is even", () => {
  expect(sharedOut(7, [1, 1, 1])).toEqual([3, 2, 2]);
  expect(sharedOut(7, [0, 0])).toEqual([4, 3]);
  expect(sharedOut(-5, [3, 1])).toEqual([-4, -1]);
  expect(sharedOut(5, [])).toEqual([]);
});

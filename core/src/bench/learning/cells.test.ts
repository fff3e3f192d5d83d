import fc from "fast-check";
import { USUAL_ROOM } from "../../colour/puddles.ts";
import { dryingCells, dryingTook, handsTook } from "./cells.ts";
import { timesSeen } from "./records.ts";
import { dampness, humidityOf, type SeenBatch } from "./sightings.ts";

const wash = { id: "wash", hands: 2, dry: 20, within: null, medium: "watercolour", water: "much" };
const at = (minute: number): Date => new Date(Date.parse("2031-11-08T18:00:00Z") + minute * 60_000);
const batch = (facts: SeenBatch["facts"]): SeenBatch => ({ route: [wash], facts });

test("humidity and dampness are each other turned round, at the usual warmth", () => {
  fc.assert(
    fc.property(fc.double({ min: 0.05, max: 0.95, noNaN: true }), (humid) => {
      expect(humidityOf(dampness({ warm: USUAL_ROOM.warm, humid }))).toBeCloseTo(humid, 6);
    }),
  );
  expect(humidityOf(0)).toBeCloseTo(USUAL_ROOM.humid, 6);
});

test("hands are told as a multiple of the planned time, to the step they are counted in", () => {
  const taps = [0, 3, 6, 9].map((minute, index) => ({ unit: `u${String(index)}`, stage: "wash", what: "done" as const, at: at(minute) }));
  const took = handsTook(timesSeen(batch(taps)));
  expect(took?.seen).toBe(3);
  expect(took?.times).toBeCloseTo(1.5, 1);
  expect(handsTook([])).toBeNull();
});

test("of drying only what has both ends is told: between still wet and dry", () => {
  const facts = [
    { unit: "a", stage: "wash", what: "done" as const, at: at(0), room: { warm: USUAL_ROOM.warm, humid: 0.7 } },
    { unit: "a", stage: "wash", what: "still-wet" as const, at: at(20) },
    { unit: "a", stage: "wash", what: "dry" as const, at: at(24.2) },
    { unit: "b", stage: "wash", what: "done" as const, at: at(1) },
    { unit: "b", stage: "wash", what: "still-wet" as const, at: at(21) },
  ];
  const seen = timesSeen(batch(facts));
  expect(dryingTook(seen)).toMatchObject({ seen: 1 });
  expect(dryingTook(seen)?.times).toBeCloseTo(1.1, 1);
  expect(dryingCells(seen).find(({ high }) => high < Infinity)?.humid).toBeCloseTo(0.7, 1);
});

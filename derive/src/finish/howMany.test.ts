import type { BatchRead, YieldRead } from "@yule/contract";
import { batch, design, line, need, season, unit } from "../season/examples.ts";
import { fatesOf, spoiltAt } from "./fates.ts";
import { enoughFor, howSure, NO_RECORD, panelsFor, yieldOf, yieldSteps, yieldUnderWay } from "./howMany.ts";

const record = (some: Partial<YieldRead> = {}): YieldRead => ({ designId: "boat", ...NO_RECORD, ...some });
const told = (unitId: string, stageId: string, what: BatchRead["facts"][number]["what"] = "done", more: Partial<BatchRead["facts"][number]> = {}): BatchRead["facts"][number] => ({
  ...{ id: `${unitId} ${stageId} ${what}`, unitId, stageId, what, at: "2031-11-07T19:00:00Z" },
  ...more,
});

describe("how sure to be", () => {
  test("one too few is begun anew with all that is set up for it; one too many is worth something while it may be used later", () => {
    // Wash and dots: five minutes of hands, ten of setting up.
    const sure = howSure(need, design, NO_RECORD, null);
    expect(sure).toEqual({ confidence: 15 / 17.5, tooFew: 15, tooMany: 2.5, usedLater: 0.5 });
    const thrown = howSure(need, design, record({ stashed: 8 }), null);
    expect(thrown.tooMany).toBeGreaterThan(sure.tooMany);
    expect(thrown.confidence).toBeLessThan(sure.confidence);
    expect(howSure(need, design, record({ stashed: 8, served: 8 }), null).confidence).toBeGreaterThan(sure.confidence);
  });

  test("what must not fail is made surer, a stash less sure, and a fair by what a sale brings", () => {
    const of = (some: Partial<typeof need>, hour: number | null = null): number => howSure({ ...need, ...some }, design, NO_RECORD, hour).confidence;
    expect(of({ matters: "must not fail" })).toBeGreaterThan(of({ matters: "dear" }));
    expect(of({ matters: "dear" })).toBeGreaterThan(of({}));
    expect(of({ kind: "stash" })).toBeLessThan(of({}));
    expect(of({ kind: "fair" })).toBeCloseTo(10 / 12.5, 9);
    // 3.00 a card at 12.00 an hour is a quarter of an hour.
    expect(of({ kind: "fair", priceMinor: 1_800 }, 1_200)).toBeCloseTo(15 / 17.5, 9);
    expect(of({ kind: "fair", priceMinor: 1_800 })).toBeCloseTo(10 / 12.5, 9);
  });

  test("a panel can be lost at each stage: a record of the bench alone says more are to be painted", () => {
    const rough = record({ good: 40, bad: 2, stages: [{ stageId: "wash", through: 42, lost: 18 }] });
    expect(yieldOf(design)).toEqual([9, 1]);
    expect(yieldSteps(design, rough)).toHaveLength(3);
    expect(panelsFor(12, yieldOf(design, rough), 0.9)).toBeGreaterThan(panelsFor(12, yieldOf(design, record({ good: 40, bad: 2 })), 0.9) + 4);
  });
});

test("a panel that is past the stage where one was lost has that behind it: of what is under way more are believed good", () => {
  const rough = record({ stages: [{ stageId: "wash", through: 6, lost: 6 }] });
  const lying = (facts: BatchRead["facts"]) =>
    season(
      [need],
      [
        batch(
          [1, 2, 3, 4, 5, 6].map((number) => unit(number)),
          facts,
        ),
      ],
    ).open[0];
  const mean = (facts: BatchRead["facts"]): number => {
    const view = lying(facts);
    const [good, bad] = view ? yieldUnderWay(view, rough) : [0, 1];
    return good / (good + bad);
  };
  const [good, bad] = yieldOf(design, rough);
  expect(mean([])).toBeCloseTo(good / (good + bad), 6);
  expect(mean([1, 2, 3, 4, 5, 6].map((number) => told(`u${String(number)}`, "wash")))).toBeGreaterThan(mean([]) + 0.2);
});

test("a need not begun has spare panels in the plan, one only partly begun as well; once all were begun what is lost is painted again, and no spare", () => {
  const make = (units: readonly ReturnType<typeof unit>[], lost: readonly string[]) =>
    season(
      [need],
      units.length === 0
        ? []
        : [
            batch(
              units,
              lost.map((id) => told(id, "wash", "spoilt")),
            ),
          ],
    ).open[0]?.toPaint[0]?.make;
  const units = [1, 2, 3, 4, 5, 6].map((number) => unit(number));
  expect(make([], [])).toBeGreaterThan(6);
  expect(make(units.slice(0, 3), [])).toBeGreaterThan(3);
  expect(make(units, ["u1", "u2"])).toBe(2);
  expect(make(units, [])).toBeUndefined();
});

describe("whether it will be enough", () => {
  const units = [1, 2, 3, 4, 5, 6, 7].map((number) => unit(number));
  const enough = (batches: readonly BatchRead[], asked = need, confidence = 0.9) => {
    const [view] = season([asked], batches).open;
    if (!view) throw new Error("no need is open");
    return enoughFor({ ...view, sure: { ...view.sure, confidence } }, view.batches, NO_RECORD);
  };

  test("panels nearly done are surer than those just begun; those that were lost are counted and more is advised", () => {
    const begun = enough([batch(units)]);
    const nearly = enough([
      batch(
        units,
        units.flatMap(({ id }) => [told(id, "wash"), told(id, "dots")]),
      ),
    ]);
    expect(begun).toMatchObject({ wanted: 6, coming: 7, lost: 0 });
    expect(nearly.chance).toBeGreaterThan(begun.chance + 0.02);
    const after = enough([batch(units, [told("u1", "wash", "spoilt"), told("u2", "wash", "spoilt"), told("u3", "wash", "spoilt")])]);
    expect(after).toMatchObject({ wanted: 6, coming: 4, lost: 3, chance: 0 });
    expect(after.more).toBeGreaterThanOrEqual(3);
    expect(after.then).toBeGreaterThanOrEqual(0.9);
  });

  test("good ones, and those given by another need, are counted; those given away or to be rescued are not", () => {
    const given = { ...unit(1, "good"), servesNeedId: "other" };
    const elsewhere = { ...batch([{ ...unit(6, "stash"), servesNeedId: "n" }]), id: "b2", needId: "other" };
    const found = enough([batch([given, unit(2, "good"), unit(3, "rescue"), unit(4, "scrap"), unit(5)]), elsewhere]);
    expect(found).toMatchObject({ wanted: 4, coming: 1, lost: 1 });
  });

  test("two colourways are each to be enough", () => {
    const both = { ...need, lines: [line("l", "blue", 2), line("r", "red", 2)] };
    const red = (number: number) => ({ ...unit(number), colourwayId: "red" });
    const found = enough([batch([unit(1), unit(2), unit(3), red(4), red(5)])], both, 0.8);
    expect(found).toMatchObject({ wanted: 4, coming: 5 });
    expect(found.chance).toBeLessThan(enough([batch([unit(1), unit(2), unit(3)])], { ...need, lines: [line("l", "blue", 2)] }, 0.8).chance);
    expect(enough([batch([unit(1), red(4)])], { ...both, print: true }, 0.8).wanted).toBe(2);
  });
});

test("what came of each panel is told with its air and hour: the middle tap says the hour, nobody's humidity is not invented", () => {
  const damp = { room: { warm: 18, humid: 0.7 } };
  const lying = batch(
    [unit(1, "good"), { ...unit(2, "scrap"), causes: ["bloom", "creep"] }, unit(3), unit(4), unit(5, "rescue")],
    [
      told("u1", "wash", "done", { ...damp, at: "2031-11-07T09:00:00Z" }),
      told("u1", "dots", "done", { ...damp, at: "2031-11-07T09:30:00Z" }),
      told("u2", "wash", "done", { at: "2031-11-07T13:00:00Z" }),
      told("u3", "wash", "spoilt", { why: "it fell" }),
      told("u4", "wash", "done", damp),
    ],
  );
  expect(fatesOf(lying, spoiltAt(lying), "UTC")).toEqual([
    { air: "damp air", hour: "before noon", stage: null, cause: null, panels: 1 },
    { air: null, hour: "in the afternoon", stage: null, cause: "bloom", panels: 1 },
    { air: null, hour: null, stage: "wash", cause: "it fell", panels: 1 },
  ]);
});

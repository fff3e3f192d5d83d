import { levers, PANEL_CAUSES, rankedBy, type FateOf } from "./causes.ts";
import { rescuesFor, rescueOffers, workOf } from "./rescue.ts";

describe("rescue", () => {
  test("every fault has something that could save the panel, if only cut down; the cheapest in the mean stands first", () => {
    for (const cause of PANEL_CAUSES) {
      const offers = rescueOffers(cause, 20, []);
      expect(offers.map(({ way }) => way).sort()).toEqual(rescuesFor(cause).sort());
      expect(offers.map(({ costs }) => costs)).toEqual(offers.map(({ costs }) => costs).sort((a, b) => a - b));
      for (const { works } of offers) expect(works > 0 && works < 1).toBe(true);
    }
    expect(rescueOffers("pale", 20, [])[0]).toMatchObject({ way: "glaze", hands: 4, dry: 30, works: 0.85, costs: 4 + 0.15 * 20 });
    expect(rescuesFor("torn")).toEqual(["cut down"]);
  });

  test("what was seen here outweighs the guess, and a way that fails is offered last", () => {
    const seen = [{ cause: "pale", way: "glaze", worked: 1, failed: 19 }] as const;
    const [first, ...others] = rescueOffers("pale", 20, seen);
    expect(first?.way).not.toBe("glaze");
    const glaze = others.find(({ way }) => way === "glaze");
    expect(glaze?.works).toBeCloseTo((0.85 * 4 + 1) / 24, 9);
    expect(glaze?.restsOn).toBe(20);
  });

  test("where a new panel costs next to nothing, no way saves anything", () => {
    expect(rescueOffers("smudge", 1, []).every(({ costs }) => costs > 1)).toBe(true);
    expect(workOf("press flat")).toEqual({ hands: 1, dry: 600 });
  });
});

const fate = (panels: number, some: Partial<FateOf> = {}): FateOf => ({ design: "d", paper: "p", air: null, hour: null, stage: null, cause: null, panels, ...some });

describe("why panels fail", () => {
  test("causes are ranked by the panels they took", () => {
    const told = [
      fate(80, { air: "dry air" }),
      fate(12, { cause: "bloom", air: "damp air" }),
      fate(5, { cause: "creep", air: "dry air" }),
      fate(3, { cause: "bloom", stage: "wash" }),
    ];
    expect(rankedBy(told, "cause")).toEqual([
      { level: "bloom", lost: 15, panels: 100 },
      { level: "creep", lost: 5, panels: 100 },
    ]);
    expect(rankedBy(told, "air")).toEqual([
      { level: "damp air", lost: 12, panels: 12 },
      { level: "dry air", lost: 5, panels: 85 },
    ]);
    expect(rankedBy(told, "stage")).toEqual([{ level: "wash", lost: 3, panels: 100 }]);
    expect(rankedBy([], "cause")).toEqual([]);
  });

  test("what would change most is a circumstance that is surely worse, by the panels it would save; luck is not named", () => {
    const found = levers([
      fate(50, { air: "dry air", hour: "before noon" }),
      fate(4, { air: "dry air", hour: "before noon", cause: "bloom" }),
      fate(20, { air: "damp air", hour: "in the evening" }),
      fate(14, { air: "damp air", hour: "before noon", cause: "bloom" }),
      fate(1, { air: "damp air", hour: "in the evening", cause: "smudge" }),
    ]);
    expect(found.map(({ of, level }) => [of, level])).toEqual([
      ["hour", "before noon"],
      ["air", "damp air"],
    ]);
    expect(found[1]).toMatchObject({ panels: 35, lost: 15, others: { panels: 54, lost: 4 }, saves: 15 - (4 / 54) * 35 });
    expect(found[1]?.sure).toBeGreaterThan(0.99);
    // One panel that failed on a morning says nothing of mornings.
    expect(levers([fate(30, { hour: "in the evening" }), fate(2, { hour: "in the evening", cause: "bloom" }), fate(1, { hour: "before noon", cause: "fell" })])).toEqual([]);
    expect(levers([fate(9, { air: "dry air" }), fate(1, { air: "dry air", cause: "bloom" }), fate(8, { air: "damp air" }), fate(2, { air: "damp air", cause: "bloom" })])).toEqual(
      [],
    );
  });

  test("a stage that loses more than the others is named; with one stage there is nothing to hold it against", () => {
    const told = [fate(90), fate(9, { stage: "wash", cause: "ran" }), fate(1, { stage: "dots", cause: "fell" })];
    expect(levers(told).map(({ of, level }) => [of, level])).toEqual([["stage", "wash"]]);
    expect(levers([fate(90), fate(9, { stage: "wash", cause: "ran" })])).toEqual([]);
  });
});

import { GUESSED_SPREADS } from "../odds/guesses.ts";
import { decode } from "../schedule/decode.ts";
import { largeSeason, need, season, session, step } from "../schedule/examples.ts";
import { STYLES } from "../schedule/planWork.ts";
import { seasonFaults } from "../schedule/verify.ts";
import { mostKept } from "./mostKept.ts";

const wash = (id: string, due: number, units: number) => need(id, { due, paint: [step(`${id} wash`, { units, hands: 5 })] });
const evenings = (days: number) => Array.from({ length: days }, (_, day) => session(day, 600, 720));

test("of needs that cannot all be kept the one that takes most hands is given up, as by the rule of Moore and Hodgson", () => {
  const job = season([wash("small", 1, 8), wash("large", 2, 50), wash("middle", 3, 16), wash("late", 3, 18)], evenings(6));
  for (const choice of mostKept(job, GUESSED_SPREADS, new Map(), [STYLES[1]])) {
    expect(choice.resigned).toEqual(["large"]);
    expect(choice.order).toEqual(["small", "late", "middle", "large"]);
  }
});

test("what matters more is not given up for two that matter less", () => {
  const job = season([wash("dear", 2, 40), wash("one", 2, 12), wash("two", 2, 12)], evenings(3));
  const [choice] = mostKept(job, GUESSED_SPREADS, new Map([["dear", 10]]), [STYLES[1]]);
  expect(choice?.resigned).not.toContain("dear");
});

test("what it keeps is in time even were all hands slower, in seasons of any load", () => {
  const given = [0.5, 1, 1.6].map((load) => {
    const job = largeSeason(20, 8, 8, load, 4);
    const choices = mostKept(job, GUESSED_SPREADS, new Map(), [STYLES[1], STYLES[3]]);
    for (const choice of choices) {
      const late = decode(job, choice).needs.filter(({ id, lateDays }) => lateDays > 0 && !choice.resigned.includes(id));
      expect(late.length).toBeLessThanOrEqual(1);
    }
    return choices[0]?.resigned.length ?? 0;
  });
  expect(given[0]).toBeLessThan(given[2] ?? 0);
});

test("small orders of few designs are painted in batches: more are kept than each by itself, and no rule is broken", () => {
  // Three designs in turn, three panels each: setting up takes as long as painting.
  const orders = Array.from({ length: 18 }, (_, index) =>
    need(`n${String(index).padStart(2, "0")}`, {
      design: `d${String(index % 3)}`,
      palette: `d${String(index % 3)}`,
      due: 4 + index,
      // Larger ones go slower, since the hand rests: in one batch all go at the pace of the slowest.
      paint: ["wash", "shapes", "dots"].map((id) => step(`d${String(index % 3)} ${id}`, { units: 3, hands: index % 2 === 0 ? 4 : 5, setup: 12, dry: 20 })),
      finish: [step("mount", { kind: "assemble", units: 3, hands: 3, setup: 4, rack: false })],
    }),
  );
  const job = season(
    orders,
    Array.from({ length: 16 }, (_, day) => session(day, 600, 665)),
  );
  const keptBy = (isJoined: boolean): number =>
    Math.max(
      ...mostKept(job, GUESSED_SPREADS, new Map(), [STYLES[1]])
        .filter(({ joined }) => joined.length > 0 === isJoined)
        .map((choice) => {
          const plan = decode(job, choice);
          expect(seasonFaults(job, plan)).toEqual([]);
          return plan.needs.filter(({ lateDays }) => lateDays === 0).length;
        }),
    );
  expect(keptBy(true)).toBeGreaterThan(keptBy(false));
});

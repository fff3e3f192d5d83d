import fc from "fast-check";
import { meeting } from "./meet.ts";
import { pigmentOf, PIGMENTS, type Pigment } from "./pigments.ts";

const film = (index: string) => {
  const found = pigmentOf(index);
  if (!found) throw new Error(`no ${index}`);
  return found.film;
};

test.each([
  ["Prussian blue and lemon may touch", "PY3", "PB27", "none"],
  ["rose and turquoise may touch, or be glazed", "PB16", "PV19", "none"],
  ["green and pink are kept apart by white", "PV19", "PG36", "white gap"],
  ["purple and lemon are kept apart by white", "PY3", "PV23", "white gap"],
])("%s", (_, earlier, later, cure) => {
  expect(meeting(film(earlier), film(later)).cure).toBe(cure);
});

test("a cure is never worse than what it cures, and nothing is cured that is clean", () => {
  const any = fc.constantFrom<Pigment[]>(...PIGMENTS);
  const worse = { clean: 0, dull: 1, mud: 2 };
  fc.assert(
    fc.property(any, any, (a, b) => {
      const { wet, glaze, swapped, cure } = meeting(a.film, b.film);
      if (cure === "none") expect(wet.verdict).toBe("clean");
      if (cure === "dry between") expect(worse[glaze.verdict]).toBeLessThan(worse[wet.verdict]);
      if (cure === "dry between and swap") expect(worse[swapped.verdict]).toBeLessThan(worse[wet.verdict]);
      if (cure === "white gap") expect(Math.min(worse[glaze.verdict], worse[swapped.verdict])).toBeGreaterThanOrEqual(worse[wet.verdict]);
    }),
  );
});

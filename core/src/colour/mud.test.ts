import fc from "fast-check";
import { hexOf, lchOf, WAVELENGTHS, xyzOf } from "./light.ts";
import { mixed, over, WHITE_PAPER, type Film } from "./layers.ts";
import { hueName, mudForecast, type Touch, type MudVerdict } from "./mud.ts";
import { nearPigments, pigmentOf, PIGMENTS } from "./pigments.ts";

const film = (names: string): Film =>
  mixed(
    names.split(" ").map((name) => {
      const found = pigmentOf(name);
      if (!found) throw new Error(`no ${name}`);
      return { film: found.film, share: 1 };
    }),
  );
const seen = (names: string) => lchOf(over(film(names), WHITE_PAPER));
const forecast = (under: string, on: string, how: Touch) => mudForecast(film(under), film(on), how);

describe("what any painter confirms", () => {
  test.each<[string, string, Touch, string, MudVerdict, string | null]>([
    ["ultramarine over warm yellow is dull", "PY65", "glaze", "PB29", "dull", null],
    ["ultramarine into warm yellow is dull", "PY65", "wet", "PB29", "dull", null],
    ["ultramarine over cadmium yellow is a dull green", "PY35", "glaze", "PB29", "dull", "green"],
    ["Prussian blue over yellow is a clean green", "PY35", "glaze", "PB27", "clean", "green"],
    ["Prussian blue into lemon is a clean green", "PY3", "wet", "PB27", "clean", "green"],
    ["turquoise blue over yellow is a clean green", "PY150", "glaze", "PB16", "clean", "green"],
    ["phthalo blue into yellow is a clean green", "PY3", "wet", "PB15:3", "clean", "green"],
    ["purple over yellow is mud", "PY35", "glaze", "PV23", "mud", null],
    ["purple into yellow is mud", "PY35", "wet", "PV23", "mud", null],
    ["purple over lemon is mud", "PY3", "glaze", "PV23", "mud", null],
    ["green into pink is mud", "PV19", "wet", "PG36", "mud", null],
    ["blue green into pink is mud", "PV19", "wet", "PG7", "mud", null],
    ["green over red is mud", "PR108", "glaze", "PG7", "mud", null],
    ["green into red is mud", "PR254", "wet", "PG36", "mud", null],
    ["viridian over crimson is mud", "PR177", "glaze", "PG18", "mud", null],
    ["orange into ultramarine is mud", "PB29", "wet", "PO62", "mud", null],
    ["orange over ultramarine is mud", "PB29", "glaze", "PO62", "mud", null],
    ["orange into phthalo blue is mud", "PB15:3", "wet", "PO62", "mud", null],
    ["rose over turquoise gives a clean purple", "PB16", "glaze", "PV19", "clean", "purple"],
    ["rose into ultramarine gives a clean purple", "PB29", "wet", "PV19", "clean", "purple"],
    ["rose over cobalt blue gives a clean purple", "PB28", "glaze", "PV19", "clean", "purple"],
    ["yellow into pink gives a clean orange", "PV19", "wet", "PY35", "clean", "orange"],
    ["yellow over magenta gives a clean red", "PR122", "glaze", "PY150", "clean", "red"],
    ["yellow into scarlet stays clean", "PR255", "wet", "PY150", "clean", null],
    ["green into lemon gives a clean yellow green", "PY3", "wet", "PG36", "clean", null],
    ["blue into green is a clean turquoise", "PG7", "wet", "PB15:3", "clean", "turquoise"],
    ["blue into blue stays blue", "PB29", "wet", "PB27", "clean", "blue"],
    ["purple into pink stays clean", "PV19", "wet", "PV23", "clean", null],
    ["ultramarine into a warm red is a dull purple", "PR254", "wet", "PB29", "dull", null],
    ["black dulls brown", "PBr7", "wet", "PBk7", "dull", null],
    ["black into yellow is a dull olive", "PY35", "wet", "PBk7", "dull", null],
    ["ochre into ultramarine loses nearly all colour", "PY42", "wet", "PB29", "mud", null],
  ])("%s", (_, under, how, on, verdict, hue) => {
    const found = forecast(under, on, how);
    expect(found.verdict).toBe(verdict);
    if (hue) expect(hueName(found)).toContain(hue);
    expect(found.why).not.toBe("");
  });

  test("a touch of purple deepens green without killing it", () => {
    const green = film("PG36");
    const touched = mixed([
      { film: green, share: 9 },
      { film: film("PV23"), share: 1 },
    ]);
    const [before, after] = [lchOf(over(green, WHITE_PAPER)), lchOf(over(touched, WHITE_PAPER))];
    expect(after.L).toBeLessThan(before.L - 2);
    expect(after.C).toBeGreaterThan(0.7 * before.C);
    expect(hueName(after)).toContain("green");
  });

  test("a green is muted by purple or red, a red by green, and none is killed by a tenth of it", () => {
    for (const [paint, by] of [
      ["PG36", "PV23"],
      ["PG36", "PR254"],
      ["PR254", "PG7"],
    ] as const) {
      const muted = lchOf(
        over(
          mixed([
            { film: film(paint), share: 9 },
            { film: film(by), share: 1 },
          ]),
          WHITE_PAPER,
        ),
      );
      expect([paint, by, muted.C < seen(paint).C, muted.C > 0.4 * seen(paint).C]).toEqual([paint, by, true, true]);
    }
  });

  test("a wash thins to paper white, and cream is deeper than tea", () => {
    const at = (thickness: number) => lchOf(over(film("PB29"), WHITE_PAPER, thickness)).L;
    expect(at(0.001)).toBeCloseTo(lchOf(WHITE_PAPER).L, 0);
    expect(at(0.4)).toBeGreaterThan(at(1));
    expect(at(1)).toBeGreaterThan(at(2.5));
  });

  test("opaque white covers a dark wash, a transparent yellow does not", () => {
    const dark = over(film("PBk7"), WHITE_PAPER, 2);
    expect(lchOf(over(film("PW6"), dark)).L).toBeGreaterThan(75);
    expect(lchOf(over(film("PY3"), dark)).L).toBeLessThan(lchOf(dark).L + 12);
  });

  test("paints look as they are called", () => {
    for (const [index, hue] of [
      ["PY3", "yellow"],
      ["PY35", "yellow"],
      ["PO62", "orange"],
      ["PR254", "red"],
      ["PV19", "pink"],
      ["PV23", "purple"],
      ["PB29", "blue"],
      ["PB27", "blue"],
      ["PB16", "turquoise"],
      ["PG7", "green"],
      ["PG36", "green"],
      ["PBk7", "grey"],
      ["PW6", "white"],
    ] as const)
      expect([index, hueName(seen(index))]).toEqual([index, hue]);
  });
});

describe("light", () => {
  test("a perfect white is the white point of D65, black has neither lightness nor chroma", () => {
    const [x, y, z] = xyzOf(WAVELENGTHS.map(() => 1));
    expect([x, y, z].map((value) => Math.round(value * 1000) / 1000)).toEqual([expect.closeTo(0.9505, 2), 1, expect.closeTo(1.089, 2)]);
    expect(lchOf(WAVELENGTHS.map(() => 1))).toMatchObject({ L: 100 });
    expect(hexOf(WAVELENGTHS.map(() => 0))).toBe("#000000");
  });
});

describe("layers", () => {
  const any = fc.constantFrom(...PIGMENTS);

  test("no film gives back more light than falls on it, nor less than none", () => {
    fc.assert(
      fc.property(any, any, fc.double({ min: 0.01, max: 6, noNaN: true }), (under, on, thickness) => {
        for (const value of over(on.film, over(under.film, WHITE_PAPER), thickness)) {
          expect(value).toBeGreaterThanOrEqual(0);
          expect(value).toBeLessThanOrEqual(1);
        }
      }),
    );
  });

  test("two thin layers of one paint are one of both thicknesses", () => {
    fc.assert(
      fc.property(any, fc.double({ min: 0.1, max: 1.5, noNaN: true }), fc.double({ min: 0.1, max: 1.5, noNaN: true }), ({ film: paint }, a, b) => {
        const [twice, once] = [over(paint, over(paint, WHITE_PAPER, a), b), over(paint, WHITE_PAPER, a + b)];
        twice.forEach((value, index) => expect(value).toBeCloseTo(once[index] ?? 0, 6));
      }),
    );
  });

  test("a mix does not depend on the order of its paints, and a paint mixed with itself is itself", () => {
    fc.assert(
      fc.property(any, any, (a, b) => {
        expect(forecast(a.index, b.index, "wet").hex).toBe(forecast(b.index, a.index, "wet").hex);
        expect(forecast(a.index, a.index, "wet").chromaLost).toBeCloseTo(0, 9);
      }),
    );
  });
});

describe("the table of pigments", () => {
  test("has at least sixty, each once, found in any spelling; a name that is not there gets near ones", () => {
    expect(PIGMENTS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(PIGMENTS.map((pigment) => pigment.index)).size).toBe(PIGMENTS.length);
    expect(pigmentOf(" pb 29 ")?.name).toBe("Ultramarine");
    expect(pigmentOf("PB290")).toBeNull();
    expect(nearPigments("PB290")).toContain("PB29");
    expect(nearPigments("PY 34")[0]).toMatch(/^PY/);
  });

  test("cadmium, cobalt and nickel are told as such", () => {
    const hazards = (index: string) => pigmentOf(index)?.hazard;
    expect([hazards("PY35"), hazards("PB28"), hazards("PY150"), hazards("PB29")]).toEqual(["cadmium", "cobalt", "nickel", null]);
  });
});

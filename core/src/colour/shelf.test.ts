import { labOfHex, lchOf } from "./light.ts";
import { over, stronger, whileWet, WHITE_PAPER } from "./layers.ts";
import { differenceOf } from "./difference.ts";
import { hexOf, labOf } from "./light.ts";
import { mudForecast } from "./mud.ts";
import { onePart, shelfPaint, type PaintTold, type ShelfPaint } from "./shelf.ts";

const told = (pigments: string[], more: Partial<PaintTold> = {}): PaintTold => ({ id: pigments.join(), name: "Ferry Blue", pigments, form: "pan", ...more });
const paint = (pigments: string[], more: Partial<PaintTold> = {}): ShelfPaint => {
  const made = shelfPaint(told(pigments, more));
  if (!made.ok) throw new Error(JSON.stringify(made.faults));
  return made.value;
};

test("typing PB29 is enough: granulating, transparent, very lightfast, no metal to warn of", () => {
  expect(paint(["PB29"])).toMatchObject({ granulates: true, stains: false, covering: "transparent", lightfast: 8, hazards: [], metallic: false, strength: 1 });
});

test("cadmium, cobalt and nickel are warned of, each once, also in a ready mix", () => {
  expect(paint(["PY35", "PR108"]).hazards).toEqual(["cadmium"]);
  expect(paint(["PB28", "PY150"]).hazards).toEqual(["cobalt", "nickel"]);
});

test("a liquid is four times as strong as a pan, so the same wash needs four times the water", () => {
  const [pan, liquid] = [paint(["PB29"]), paint(["PB29"], { form: "liquid" })];
  expect(liquid.strength).toBe(4 * pan.strength);
  expect(hexOf(over(stronger(onePart(liquid), 0.25), WHITE_PAPER))).toBe(hexOf(over(onePart(pan), WHITE_PAPER)));
});

test("a chart of one's own replaces the table: the wash looks as photographed", () => {
  const charted = paint(["PB29"], { chart: "#5566aa" });
  expect(differenceOf(labOf(over(charted.film, WHITE_PAPER)), labOfHex("#5566aa"))).toBeLessThan(1.5);
  expect(charted.isCharted).toBe(true);
});

test("a paint of unknown pigments may stand on the shelf when its chart tells how it looks, else near names are offered", () => {
  expect(shelfPaint(told(["PX1"], { chart: "#aa5533" })).ok).toBe(true);
  expect(shelfPaint(told(["PB92"]))).toMatchObject({
    ok: false,
    faults: [{ code: "unknown-pigment", path: ["pigments", 0], given: [{ text: "PB92" }], allowed: [expect.stringContaining("PB") as string] }],
  });
  expect(shelfPaint(told([]))).toMatchObject({ ok: false, faults: [{ code: "no-pigment" }] });
});

test("what the maker says of a paint holds against the table", () => {
  expect(paint(["PB29"], { covering: "covering", stains: true, lightfast: 5 })).toMatchObject({ covering: "covering", stains: true, lightfast: 5 });
});

test("opaque white covers a dark wash, a transparent yellow does not", () => {
  const [white, yellow, dark] = [paint(["PW6"]), paint(["PY150"]), paint(["PB27"])];
  const [onDark, onPaper] = [lchOf(over(stronger(white.film, 2.4), over(dark.film, WHITE_PAPER))).L, lchOf(over(dark.film, WHITE_PAPER)).L];
  expect(onDark).toBeGreaterThan(onPaper + 30);
  expect(lchOf(over(yellow.film, over(dark.film, WHITE_PAPER))).L).toBeLessThanOrEqual(onPaper);
});

test("a metal covers, and is a neutral however golden: laid on a colour it makes no mud", () => {
  const [bronze, green] = [paint(["PM2"]), paint(["PG7"])];
  expect(bronze.metallic).toBe(true);
  expect(mudForecast(green.film, bronze.film, "glaze").verdict).not.toBe("mud");
  expect(differenceOf(labOf(over(bronze.film, over(green.film, WHITE_PAPER))), labOf(over(bronze.film, WHITE_PAPER)))).toBeLessThan(16);
});

test("a wash is darker while it is wet and dries lighter; bare paper hardly changes", () => {
  for (const pigment of ["PB29", "PY150", "PV19", "PBr7"]) {
    const dry = over(paint([pigment]).film, WHITE_PAPER);
    expect(lchOf(whileWet(dry)).L).toBeLessThan(lchOf(dry).L - 1.5);
  }
  expect(lchOf(WHITE_PAPER).L - lchOf(whileWet(WHITE_PAPER)).L).toBeLessThan(5);
});

test("a wash thins to the white of the paper", () => {
  const film = paint(["PB15"]).film;
  const lightness = [2, 1, 0.5, 0.25, 0.1, 0.01].map((thickness) => lchOf(over(film, WHITE_PAPER, thickness)).L);
  expect(lightness).toEqual([...lightness].sort((a, b) => a - b));
  expect(differenceOf(labOf(over(film, WHITE_PAPER, 0.003)), labOf(WHITE_PAPER))).toBeLessThan(1);
});

import { labOfHex } from "./light.ts";
import { hexIn } from "./lamp.ts";
import { reflectanceOf } from "./reflectance.ts";
import { accentsFor, rankMats, whyBefore, type PanelColours } from "./mats.ts";
import { there } from "./testing.ts";

const mat = (id: string, hex: string, metallic = false) => ({ id, name: id, hex, metallic });
/** A night panel: dark blue to its edge, one yellow window. */
const night: PanelColours = {
  colours: [
    { hex: "#2b3a7c", share: 0.6 },
    { hex: "#54427a", share: 0.25 },
    { hex: "#dba520", share: 0.05 },
  ],
  edge: "#2d3c78",
};
/** A pale quiet panel. */
const pale: PanelColours = {
  colours: [
    { hex: "#c9cfc4", share: 0.6 },
    { hex: "#b0a99a", share: 0.3 },
  ],
  edge: "#cfd3c9",
};

test("a mat as dark as the panel's edge is too close; one that picks up the small yellow stands first", () => {
  const ranked = rankMats(night, [mat("navy", "#2a3670"), mat("straw", "#d9b45a"), mat("orange", "#f05a10")]);
  expect(ranked.map(({ mat: each }) => each.id)).toEqual(["straw", "orange", "navy"]);
  expect(ranked[0]?.says).toMatch(/lighter than the edge by \d+; picks up a small colour/);
  expect(ranked.at(-1)?.says).toMatch(/too close/);
});

test("a loud mat drains a pale panel, a quiet one does not", () => {
  const ranked = rankMats(pale, [mat("scarlet", "#d2201f"), mat("slate", "#66727c")]);
  expect(ranked[0]?.mat.id).toBe("slate");
  expect(ranked[1]?.seen[0]?.lift).toBe("drains");
});

test("a metallic card counts as a neutral", () => {
  expect(rankMats(pale, [mat("gold", "#b8923a", true)])[0]?.seen[0]?.hue).toBe("neutral");
});

test("why the first stands before the second is said with both", () => {
  const ranked = rankMats(night, [mat("navy", "#2a3670"), mat("straw", "#d9b45a")]);
  const why = whyBefore(there(ranked[0]), there(ranked[1]));
  expect(why).toContain("lighter than the edge");
  expect(why).toContain("navy is too close");
  expect(whyBefore(there(ranked[0]), there(ranked[0]))).toBeNull();
});

test("by lamplight white card turns a little yellow and blue grows duller", () => {
  const [day, lamp] = [labOfHex(hexIn("daylight", reflectanceOf("#f4f2ee"))), labOfHex(hexIn("lamplight", reflectanceOf("#f4f2ee")))];
  expect(lamp[2]).toBeGreaterThan(day[2] + 2);
  const blue = (light: "daylight" | "lamplight") => labOfHex(hexIn(light, reflectanceOf("#3355bb")));
  expect(Math.hypot(blue("lamplight")[1], blue("lamplight")[2])).toBeLessThan(Math.hypot(blue("daylight")[1], blue("daylight")[2]));
});

test("a dull motif on a strong ground gets an outline that differs in lightness and an accent from across the wheel", () => {
  const paints = ["#20252b", "#e8a513", "#2f8f9a"].map(labOfHex);
  const accents = accentsFor([labOfHex("#8a8378")], "#1f7fa8", paints);
  expect(accents).toEqual([
    { kind: "outline", paint: expect.any(Number) as number },
    { kind: "accent", paint: 1 },
  ]);
  expect(accentsFor([labOfHex("#d9481f")], "#1f7fa8", paints)).toEqual([]);
  expect(accentsFor([labOfHex("#8a8378")], "#d8d4cc", paints)).toEqual([]);
});

import { converter, differenceCiede2000, modeLab65, modeLch65, modeRgb, modeXyz65, parse, useMode } from "culori/fn";

// Only the spaces that are used are taken along to the browser.
for (const mode of [modeRgb, modeXyz65, modeLab65, modeLch65]) useMode(mode as typeof modeRgb);

/** Colours whose chroma is below this count as neutrals: black, white, grey and the metals. */
const NEUTRAL_CHROMA = 14;

const toLch = converter("lch65");
const toLab = converter("lab65");
const apart = differenceCiede2000();

/** Whether a text is a colour that can be read. */
export const isColour = (text: string): boolean => parse(text) !== undefined;

/** A shop has some dozens of colours and compares each with all: they are read once. */
const read = new Map<string, ReturnType<typeof toLab>>();
function labOf(text: string): ReturnType<typeof toLab> {
  const lab = read.get(text) ?? toLab(parse(text));
  read.set(text, lab);
  return lab;
}

/** CIEDE2000 between two colours (CIE 142-2001). */
export function colourDistance(a: string, b: string): number {
  const [one, other] = [labOf(a), labOf(b)];
  return one && other ? apart(one, other) : 0;
}

/** The colour of a palette that is nearest to one, and how far it is. */
export function nearestOf(colour: string, palette: readonly string[]): { readonly colour: string; readonly distance: number } | null {
  return palette.reduce<{ colour: string; distance: number } | null>((best, each) => {
    const distance = colourDistance(colour, each);
    return best === null || distance < best.distance ? { colour: each, distance } : best;
  }, null);
}

/** How far two palettes lie apart: the mean way from each colour to the nearest of the other, both ways. 0 for the same colours. */
export function paletteDistance(a: readonly string[], b: readonly string[]): number {
  const ways = [...a.map((colour) => nearestOf(colour, b)), ...b.map((colour) => nearestOf(colour, a))].flatMap((near) => (near ? [near.distance] : []));
  return ways.length === 0 ? 0 : ways.reduce((sum, way) => sum + way, 0) / ways.length;
}

/** Warm from magenta red over yellow to yellow green, cool the rest; null for a neutral. */
export function temperatureOf(colour: string): "warm" | "cool" | null {
  const lch = toLch(parse(colour));
  if (!lch || lch.c < NEUTRAL_CHROMA || lch.h === undefined) return null;
  return lch.h < 115 || lch.h >= 340 ? "warm" : "cool";
}

/**
 * The temperature of a palette, told from the paint of the largest area to that of the smallest, which weigh accordingly:
 * positive is warm, from -1 to 1; null where all are neutrals.
 */
export function warmth(palette: readonly string[]): number | null {
  let [warm, all] = [0, 0];
  for (const [index, colour] of palette.entries()) {
    const temperature = temperatureOf(colour);
    const weight = palette.length - index;
    if (temperature === null) continue;
    all += weight;
    warm += temperature === "warm" ? weight : -weight;
  }
  return all === 0 ? null : warm / all;
}

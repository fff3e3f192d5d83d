// Writes the measures of the hand-lettering font that ships with the application, for fitting words without a browser.
import fontkit from "@pdf-lib/fontkit";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "./lib/packages.mjs";

const files = ["latin", "latin-ext"].map((part) => fontkit.create(readFileSync(join(root, `node_modules/@fontsource/kalam/files/kalam-${part}-400-normal.woff`))));
const [font] = files;
const rows = [];
for (let code = 0x20; code <= 0x17f; code += 1) {
  if (code >= 0x7f && code < 0xa0) continue;
  add(code);
}
for (const code of [0x2013, 0x2014, 0x2018, 0x2019, 0x201c, 0x201d, 0x2026, 0x20ac, 0x1e9e]) add(code);
function add(code) {
  const holder = files.find((each) => each.hasGlyphForCodePoint(code));
  if (!holder) return;
  const glyph = holder.glyphForCodePoint(code);
  const { minY, maxY } = glyph.bbox;
  const high = Number.isFinite(maxY) ? Math.round(maxY) : 0;
  const deep = Number.isFinite(minY) ? Math.round(minY) : 0;
  rows.push(`${String.fromCodePoint(code)}${Math.round(glyph.advanceWidth)},${high},${deep}`);
}
const text = `/** Made by scripts/letteringMetrics.mjs from Kalam Regular (SIL Open Font License 1.1), the hand lettering that ships with the application. */
export const KALAM = {
  unitsPerEm: ${font.unitsPerEm},
  xHeight: ${Math.round(font.glyphForCodePoint(0x78).bbox.maxY)},
  capHeight: ${Math.round(font.glyphForCodePoint(0x48).bbox.maxY)},
  /** Each a sign, its advance, how high and how deep its ink reaches, in font units. */
  glyphs: ${JSON.stringify(rows.join("\n"))},
} as const;
`;
writeFileSync(join(root, "core/src/designs/words/kalam.ts"), text);

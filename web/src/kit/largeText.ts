/** What browsers draw plain text at when nobody asked for another size, in px. */
const USUAL = 16;

/**
 * How much larger than usual the reader wants text, as told in her browser's or system's settings.
 * Sizes here are px, so that drawings and words keep together; all of it grows as one instead (CSS Viewport Module, `zoom`),
 * and the theme's breakpoints, given in rem, follow the same setting.
 */
export function textScale(): number {
  const size = parseFloat(getComputedStyle(document.documentElement).fontSize);
  return Number.isFinite(size) && size > 0 ? size / USUAL : 1;
}

export function followTextSize(): void {
  const scale = textScale();
  if (scale !== 1) document.documentElement.style.setProperty("zoom", String(scale));
}

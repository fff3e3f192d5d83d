import { balancedBy, balancedByPaper, type Chart, type Rgb, t } from "@yule/core";

/** How the colours of a photo are put right, and what was taken for granted. */
export interface Balance {
  readonly right: (rgb: Rgb) => Rgb;
  readonly says: string;
}

/** By the grey that was pressed, else by the one that was found, else by the bare paper, else not at all. */
export function balanceOf(chart: Chart, pressed: Rgb | null): Balance {
  if (pressed) return { right: balancedBy(pressed), says: t`Corrected by the grey patch you pressed, taken for an 18 in 100 grey card.` };
  if (chart.grey) return { right: balancedBy(chart.grey.rgb), says: t`Corrected by the grey patch that was found, taken for an 18 in 100 grey card.` };
  if (chart.paper) return { right: balancedByPaper(chart.paper.rgb), says: t`No grey patch: the bare paper was taken for white paper that gives back 86 in 100 of the light.` };
  return { right: (rgb) => rgb, says: t`No grey patch and no bare paper: the photo was taken as it is, so its light is in the colours.` };
}

export const hexOfRgb = (rgb: Rgb): string =>
  `#${rgb
    .map((value) =>
      Math.max(0, Math.min(255, Math.round(value)))
        .toString(16)
        .padStart(2, "0"),
    )
    .join("")}`;

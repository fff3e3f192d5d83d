import { t, wordsFor, type PanelCause, type RescueWay } from "@yule/core";

/** What is wrong with a panel, as makers say it. */
export const CAUSE_WORDS: Readonly<Record<PanelCause, string>> = wordsFor({
  pale: () => t`too pale`,
  dark: () => t`too dark`,
  hue: () => t`another colour`,
  mud: () => t`mud`,
  missing: () => t`something is missing`,
  shifted: () => t`something stands elsewhere`,
  smudge: () => t`smudge`,
  bloom: () => t`bloom or run-back`,
  border: () => t`uneven border`,
  creep: () => t`paint under the tape`,
  tilted: () => t`turned picture`,
  buckled: () => t`buckled`,
  splatter: () => t`splatter over the words`,
  residue: () => t`masking residue`,
  torn: () => t`torn`,
});

/** What is done to save it. */
export const RESCUE_WORDS: Readonly<Record<RescueWay, string>> = wordsFor({
  glaze: () => t`glaze it over`,
  outline: () => t`draw an outline`,
  "opaque white": () => t`cover with opaque white`,
  "stamp again": () => t`stamp again`,
  "paint it in": () => t`paint in what is missing`,
  lift: () => t`lift with clean water`,
  "press flat": () => t`press it flat overnight`,
  trim: () => t`trim the edge`,
  "cut down": () => t`cut down to a smaller card, a tag or a strip`,
});

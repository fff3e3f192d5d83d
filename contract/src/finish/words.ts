import type { PanelCause, RescueWay } from "@yule/core";

/** What is wrong with a panel, as makers say it. */
export const CAUSE_WORDS: Readonly<Record<PanelCause, string>> = {
  pale: "too pale",
  dark: "too dark",
  hue: "another colour",
  mud: "mud",
  missing: "something is missing",
  shifted: "something stands elsewhere",
  smudge: "smudge",
  bloom: "bloom or run-back",
  border: "uneven border",
  creep: "paint under the tape",
  tilted: "turned picture",
  buckled: "buckled",
  splatter: "splatter over the words",
  residue: "masking residue",
  torn: "torn",
};

/** What is done to save it. */
export const RESCUE_WORDS: Readonly<Record<RescueWay, string>> = {
  glaze: "glaze it over",
  outline: "draw an outline",
  "opaque white": "cover with opaque white",
  "stamp again": "stamp again",
  "paint it in": "paint in what is missing",
  lift: "lift with clean water",
  "press flat": "press it flat overnight",
  trim: "trim the edge",
  "cut down": "cut down to a smaller card, a tag or a strip",
};

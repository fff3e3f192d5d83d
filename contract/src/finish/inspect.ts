import type { Inspection } from "@yule/core";
import { PANEL_FAULTS } from "@yule/core";
import { z } from "zod";

/** A photo of more pixels than this is made smaller before it is looked at. */
const MOST_PIXELS = 64_000_000;
const side = z.int().min(16).max(20_000);

/** Pixels as base64: three bytes each (red, green, blue), rows from the top. Four letters stand for one pixel. */
const pixels = z
  .strictObject({ width: side, height: side, rgb: z.string().describe("base64, 3 bytes a pixel, rows from the top") })
  .superRefine(({ width, height, rgb }, context) => {
    if (width * height > MOST_PIXELS) context.addIssue({ code: "custom", path: ["width"], message: `at most ${String(MOST_PIXELS)} pixels, width times height` });
    else if (rgb.length !== width * height * 4)
      context.addIssue({ code: "custom", path: ["rgb"], message: `base64 of ${String(width * height * 3)} bytes, three for each of ${String(width)} × ${String(height)} pixels` });
    else if (!/^[A-Za-z0-9+/]*$/.test(rgb)) context.addIssue({ code: "custom", path: ["rgb"], message: "base64: letters, digits, + and /" });
  });

/** Input of `calc inspect`. */
export const inspectIn = z.strictObject({ master: pixels, photo: pixels, panels: z.int().min(1).max(200) });

const share = z.number().min(0).max(1);
const fault = z.object({ kind: z.enum(PANEL_FAULTS), where: z.tuple([share, share, share, share]).optional(), amount: share });

/** Output of `calc inspect`: corners in pixels of the photo, places in shares of the panel. */
export const inspectOut = z.object({
  panels: z.array(z.object({ corners: z.array(z.tuple([z.number(), z.number()])).length(4), score: share, faults: z.array(fault) })),
  common: z.array(fault),
});

const told = ({ kind, where, amount }: Inspection["common"][number]): z.input<typeof fault> => ({ kind, ...(where ? { where: [...where] } : {}), amount });

export const inspectOutOf = ({ panels, common }: Inspection): z.input<typeof inspectOut> => ({
  panels: panels.map(({ corners, score, faults }) => ({
    corners: corners.map(({ x, y }) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]),
    score,
    faults: faults.map(told),
  })),
  common: common.map(told),
});

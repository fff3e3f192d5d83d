import { t } from "@yule/core";
import type { PaintedWindow } from "@yule/core";

const MUCH = 0.12;

const said = (words: readonly string[]): string => words.filter((each) => each !== "").join(", ");

/** Why a window lies where it does, in a few words. */
export const forIt = ({ judged, suits, marks }: PaintedWindow): string =>
  said([
    judged.standsOut > 0.3 ? t`catches what stands out` : judged.standsOut < 0.12 ? "calm" : "",
    judged.colours > 0.55 ? t`many colours` : "",
    suits > 0.06 ? t`suits what it is for` : "",
    ...new Set(marks.filter((mark) => mark.what !== KEEP_WHOLE).map((mark) => `shows ${mark.what}`)),
  ]) || "plain";

/** What is against it; empty where nothing is. */
export function againstIt({ judged, suits }: PaintedWindow): string {
  const per = (share: number): string => `${String(Math.round(share * 100))} %`;
  return said([
    judged.bare > MUCH ? t`${per(judged.bare)} bare paper` : "",
    judged.mud > MUCH ? `${per(judged.mud)} dull` : "",
    judged.cutThrough > 0.3 ? t`a side cuts through something` : "",
    suits < -0.06 ? t`not what its need wishes` : "",
  ]);
}

/** A mark that only asks not to be cut through. */
export const KEEP_WHOLE = "keep whole";

import type { Batch } from "./batch.ts";
import { onBorder } from "./creep.ts";
import { SIDES, type Frame } from "./frame.ts";
import { rising, whereOf, type Seen } from "./model.ts";
import { medianOf, spreadOf } from "./raster.ts";

/** The picture turned against its sheet; a border wider or narrower than on its sisters, or leaning. */
export function frameFaults({ frames, usual, poses, width }: Batch): Seen[] {
  const turns = poses.map((pose) => pose.turn);
  const turn = medianOf(turns);
  const turnSpread = Math.hypot(spreadOf(turns, turn), 0.0055);
  const leanOf = (frame: Frame): number | null => {
    const leans = SIDES.flatMap((side) => (frame[side] ? [frame[side].lean - (usual[side]?.lean ?? 0)] : []));
    return leans.length >= 2 ? medianOf(leans) : null;
  };
  const leans = frames.map(leanOf);
  const leanSpread = Math.hypot(spreadOf(leans.flatMap((lean) => lean ?? [])), 0.004);
  const depthSpread = Object.fromEntries(
    SIDES.map((side) => [
      side,
      Math.hypot(
        spreadOf(
          frames.flatMap((frame) => frame[side]?.depth ?? []),
          usual[side]?.depth ?? 0,
        ),
        0.0032 * width,
      ),
    ]),
  ) as Record<(typeof SIDES)[number], number>;
  return frames.flatMap((frame, panel): Seen[] => {
    const own = (poses[panel]?.turn ?? 0) - turn;
    const lean = leans[panel] ?? null;
    // Where the frame leans and the picture does not, the tape was askew; where both do, the sheet was.
    const askew = lean === null ? 0 : Math.max(Math.min(Math.abs(lean), Math.abs(lean - own)), 0.4 * Math.abs(lean)) / leanSpread;
    const wide = Math.max(0, ...SIDES.map((side) => (frame[side] ? Math.abs(frame[side].depth - (usual[side]?.depth ?? 0)) / depthSpread[side] : 0)));
    return [
      { panel, kind: "tilted", amount: rising(Math.abs(own) / turnSpread, 4.2), where: null },
      { panel, kind: "border", amount: Math.max(rising(wide, 4.2), rising(askew, 4.2)), where: null },
    ];
  });
}

/** Paint in the border. */
export function borderFaults({ sheets, frames, usual, width, height }: Batch): Seen[] {
  const all = sheets.map((sheet, panel) => onBorder(sheet, { ...usual, ...present(frames[panel]) }));
  return all.flatMap((found, panel) =>
    found.map(({ size, box, touches }): Seen => {
      // Paint along most of a side is no creep: the border itself is narrow there.
      const isSide = (box.right - box.left) / width > 0.55 || (box.bottom - box.top) / height > 0.55;
      const where = whereOf(box, { width, height });
      return touches
        ? { panel, kind: isSide ? "border" : "creep", amount: rising(size, isSide ? 0.05 : 0.016), where }
        : { panel, kind: "smudge", amount: rising(size, 0.02), where };
    }),
  );
}
const present = (frame: Frame | undefined): Partial<Frame> => Object.fromEntries(Object.entries(frame ?? {}).filter(([, side]) => side !== null));

import type { Batch } from "./batch.ts";
import { backRunsIn, marksIn, residualsOf, type OddMark } from "./marks.ts";
import { rising, whereOf, type Seen, type Where } from "./model.ts";
import { UPRIGHT, type Window } from "./register.ts";

/** Foreign marks and back-runs; what vanished in one place, and came up in another. @param elements faults of the elements, which explain marks */
export function markFaults(batch: Batch, elements: readonly Seen[]): Seen[] {
  const { areas, lab, middle, poses, width, height, window, whole } = batch;
  const residuals = residualsOf(lab, middle, areas.colourOf);
  const seen = [...elements];
  const backRuns = residuals.map((residual) => backRunsIn(residual, width, height, window));
  const usual = usualBackRun(backRuns.map(({ strength }) => strength));
  const blooms = backRuns.map(({ strength, radius }) => mostOf(strength, radius, usual));
  const marks = residuals.map((residual, panel) => marksIn(residual, lab[panel] ?? middle, middle, areas.colourOf, whole).map((mark) => ({ mark, much: foreignness(mark) })));
  const [usualBloom, usualMark] = [beyondSisters(blooms.map(({ much }) => much)), beyondSisters(marks.map((each) => Math.max(0, ...each.map(({ much }) => much))))];
  for (const [panel, { much, place, reach }] of blooms.entries()) {
    const pose = poses[panel] ?? UPRIGHT;
    const explained = (where: Where): number =>
      Math.max(0, ...seen.filter((other) => other.panel === panel && other.kind !== "smudge" && other.where && overlap(other.where, where) > 0.3).map((other) => other.amount));
    const own = [...(marks[panel] ?? [])].sort((one, other) => other.much - one.much);
    for (const { mark, much: size } of own.slice(0, MOST_MARKS)) {
      const amount = rising(usualMark(size), 1.6);
      const where = whereOf(mark.area.box, batch, pose);
      if (!vanished(mark)) continue;
      const other = own.find((each) => each.mark !== mark && isSameColour(mark, each.mark) && nearby(mark, each.mark, width));
      if (other)
        seen.push({ panel, kind: "shifted", amount: rising(usualMark(Math.min(size, other.much)), 1.6), where: whereOf(around(mark.area.box, other.mark.area.box), batch, pose) });
      seen.push({ panel, kind: "missing", amount: amount * (other ? 0.25 : 0.9), where });
    }
    const [x, y] = [place % width, Math.floor(place / width)];
    const bloomAt = whereOf({ left: x - reach, top: y - reach, right: x + reach, bottom: y + reach }, batch, pose);
    seen.push({ panel, kind: "bloom", amount: rising(usualBloom(much), 1.6) * (1 - 0.8 * explained(bloomAt)), where: bloomAt });
    for (const { mark, much: size } of own) {
      const where = whereOf(mark.area.box, batch, pose);
      seen.push({ panel, kind: "smudge", amount: rising(usualMark(size), 1.6) * (1 - 0.85 * explained(where)) * (vanished(mark) ? 0.4 : 1), where });
    }
  }
  return seen.slice(elements.length);
}
const MOST_MARKS = 4;

/** What stood out on the sisters and does not here. */
const vanished = ({ was, is }: OddMark): boolean => was.contrast > 6 && is.contrast < 0.6 * was.contrast;
/** Whether what vanished in one place has come up in another. */
const isSameColour = (gone: OddMark, come: OddMark): boolean =>
  come.is.contrast > 1.4 * come.was.contrast &&
  Math.hypot(...gone.was.colour.map((value, channel) => value - (come.is.colour[channel] ?? 0))) < Math.max(7, 0.45 * gone.was.contrast);
const nearby = ({ area: one }: OddMark, { area: other }: OddMark, width: number): boolean =>
  Math.hypot(one.box.left + one.box.right - other.box.left - other.box.right, one.box.top + one.box.bottom - other.box.top - other.box.bottom) / 2 < 0.25 * width;
const around = (one: Window, other: Window): Window => ({
  left: Math.min(one.left, other.left),
  top: Math.min(one.top, other.top),
  right: Math.max(one.right, other.right),
  bottom: Math.max(one.bottom, other.bottom),
});

/** A smudge is darker or of another colour, and small: what is only paler is water, what is wide is how a wash flowed. */
const foreignness = ({ unusual, area, lighter }: OddMark): number => Math.max(0, unusual - 2) * Math.min(0.12, Math.sqrt(area.share)) * (lighter < 0 ? 1 : 0.6);

/** How far a panel's worst is beyond what the worst of its sisters usually is: a wash that flows freely has much in it on all of them. */
function beyondSisters(worst: readonly number[]): (value: number) => number {
  const usual = Float64Array.from(worst).sort()[Math.floor(worst.length * 0.35)] ?? 0;
  return (value) => Math.max(0, value - usual) / (0.5 * usual + 0.2);
}

function mostOf(strength: Float32Array, radius: Float32Array, usual: Float32Array): { readonly much: number; readonly place: number; readonly reach: number } {
  let [much, place] = [0, 0];
  for (let index = 0; index < strength.length; index += 1) {
    const own = (strength[index] ?? 0) / ((usual[index] ?? 0) + 0.5);
    if (own > much) [much, place] = [own, index];
  }
  return { much, place, reach: (radius[place] ?? 0) * 1.2 };
}

const overlap = (one: Where, other: Where): number => {
  const shared = Math.max(0, Math.min(one[2], other[2]) - Math.max(one[0], other[0])) * Math.max(0, Math.min(one[3], other[3]) - Math.max(one[1], other[1]));
  return shared / Math.max(1e-6, (other[2] - other[0]) * (other[3] - other[1]));
};

/** What is usual of back-runs at each place among sisters. */
function usualBackRun(all: readonly Float32Array[]): Float32Array {
  const usual = new Float32Array(all[0]?.length ?? 0);
  const values = new Float32Array(all.length);
  for (let index = 0; index < usual.length; index += 1) {
    for (const [panel, strength] of all.entries()) values[panel] = strength[index] ?? 0;
    values.sort();
    usual[index] = values[Math.floor(values.length * 0.6)] ?? 0;
  }
  return usual;
}

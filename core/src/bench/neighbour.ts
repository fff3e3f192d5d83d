import type { RunModel } from "./model.ts";

type Random = () => number;
const { floor, max, min, round } = Math;
const upTo = (random: Random, most: number): number => floor(random() * most);

/**
 * Writes an order that differs a little from another into `out`. Routes are not looked at: timing refuses what breaks one.
 * @returns false when nothing came out different
 */
export function neighbour(work: RunModel, order: Int32Array, out: Int32Array, random: Random): boolean {
  if (order.length < 2) return false;
  const draw = random();
  if (draw < 0.62) return moved(order, out, random);
  if (draw < 0.77) return exchanged(order, out, random);
  if (draw < 0.87) return gathered(order, out, random);
  return work.table.within.some((within) => within !== Infinity) && draw < 0.95 ? regrouped(work, order, out, random) : joined(order, out, random);
}

/** Where the run of one step that holds a position begins, and where it ends. */
const runStart = (order: Int32Array, position: number): number => {
  let from = position;
  while (from > 0 && order[from - 1] === order[position]) from -= 1;
  return from;
};
const runEnd = (order: Int32Array, position: number): number => {
  let to = position + 1;
  while (to < order.length && order[to] === order[position]) to += 1;
  return to;
};

/** A place near another one, or anywhere; at the rim of a run more often than inside one. */
function target(order: Int32Array, from: number, random: Random): number {
  const n = order.length;
  const kind = random();
  if (kind < 0.3) return max(0, min(n, from + round((random() - 0.5) * 16)));
  if (kind < 0.65) {
    // Some runs away.
    let at = from;
    const back = random() < 0.5;
    for (let runs = 1 + upTo(random, 6); runs > 0; runs -= 1) at = back ? (at > 0 ? runStart(order, at - 1) : 0) : at < n ? runEnd(order, at) : n;
    return at;
  }
  const any = upTo(random, n);
  return kind < 0.9 ? runStart(order, any) : any;
}

/** A piece taken out and put elsewhere: a whole run, the rest of one, several runs, or any piece. */
function moved(order: Int32Array, out: Int32Array, random: Random): boolean {
  const n = order.length;
  let from = upTo(random, n);
  let to = from + 1;
  const kind = random();
  if (kind < 0.35) {
    from = runStart(order, from);
    to = runEnd(order, from);
  } else if (kind < 0.6) to = runEnd(order, from);
  else if (kind < 0.85) {
    from = runStart(order, from);
    for (let runs = 1 + upTo(random, 5); runs > 0 && to < n; runs -= 1) to = runEnd(order, to);
  } else to = min(n, from + 1 + upTo(random, 12));
  return put(order, out, from, to, target(order, from, random));
}

/** Puts [from, to) before what stood at `at`. */
function put(order: Int32Array, out: Int32Array, from: number, to: number, at: number): boolean {
  if (at >= from && at <= to) return false;
  out.set(order);
  const piece = order.subarray(from, to);
  if (at < from) {
    out.set(order.subarray(at, from), at + to - from);
    out.set(piece, at);
  } else {
    out.set(order.subarray(to, at), from);
    out.set(piece, at - (to - from));
  }
  return true;
}

/** Two runs that follow each other change places; or two far apart, where they are of one length. */
function exchanged(order: Int32Array, out: Int32Array, random: Random): boolean {
  const n = order.length;
  const from = runStart(order, upTo(random, n));
  const middle = runEnd(order, from);
  if (middle >= n) return false;
  if (random() < 0.6) return put(order, out, middle, runEnd(order, middle), from);
  const other = upTo(random, n);
  const length = min(middle - from, runEnd(order, other) - other);
  if (order[other] === order[from] || other < middle || length < 1) return false;
  out.set(order);
  out.set(order.subarray(other, other + length), from);
  out.set(order.subarray(from, from + length), other);
  return true;
}

/** A stretch in which each step's operations come together, in the order in which the steps first come. */
function gathered(order: Int32Array, out: Int32Array, random: Random): boolean {
  const n = order.length;
  const from = runStart(order, upTo(random, n));
  let to = from;
  for (let runs = 3 + upTo(random, 5); runs > 0 && to < n; runs -= 1) to = runEnd(order, to);
  const seen: number[] = [];
  for (let at = from; at < to; at += 1) if (!seen.includes(order[at] ?? 0)) seen.push(order[at] ?? 0);
  if (seen.length === to - from) return false;
  out.set(order);
  let write = from;
  for (const step of seen) for (let at = from; at < to; at += 1) if (order[at] === step) out[write++] = step;
  return true;
}

/** The next run of the same step is joined to this one, or some of it; saves a setup. */
function joined(order: Int32Array, out: Int32Array, random: Random): boolean {
  const n = order.length;
  const any = upTo(random, n);
  const end = runEnd(order, any);
  let next = end;
  while (next < n && order[next] !== order[any]) next += 1;
  if (next >= n || next === end) return false;
  const nextEnd = runEnd(order, next);
  const draw = random();
  if (draw < 0.5) return put(order, out, next, nextEnd, end);
  if (draw < 0.7) return put(order, out, next, next + 1 + upTo(random, nextEnd - next), end);
  return put(order, out, runStart(order, any), end, next);
}

/** A stage and the one that must be caught while it is wet: its groups are made larger or smaller. */
function regrouped(work: RunModel, order: Int32Array, out: Int32Array, random: Random): boolean {
  const n = order.length;
  const { before, within } = work.table;
  const any = upTo(random, n);
  let at = -1;
  for (let turn = 0; turn < n && at < 0; turn += 1) if (within[order[(any + turn) % n] ?? 0] !== Infinity) at = (any + turn) % n;
  const catches = order[at] ?? 0;
  const wash = before[catches] ?? -1;
  if (at < 0 || wash < 0) return false;
  // From the wash's run before to the end of some catches' runs after: laid anew in groups of one size.
  let from = runStart(order, at);
  while (from > 0 && order[from - 1] !== wash) from -= 1;
  if (from === 0) return false;
  from = runStart(order, from - 1);
  let to = runEnd(order, at);
  for (let groups = upTo(random, 3); groups > 0; groups -= 1) {
    let next = to;
    while (next < n && order[next] !== catches) next += 1;
    if (next < n) to = runEnd(order, next);
  }
  let washes = 0;
  let caught = 0;
  for (let position = from; position < to; position += 1) {
    if (order[position] === wash) washes += 1;
    if (order[position] === catches) caught += 1;
  }
  if (washes !== caught) return false;
  const size = 1 + upTo(random, washes);
  const others = [...order.subarray(from, to)].filter((step) => step !== wash && step !== catches);
  const between = random() < 0.5;
  out.set(order);
  let write = from;
  for (let left = washes; left > 0; left -= size) {
    const group = min(size, left);
    for (let unit = 0; unit < group; unit += 1) out[write++] = wash;
    if (between && left === washes) for (const step of others) out[write++] = step;
    for (let unit = 0; unit < group; unit += 1) out[write++] = catches;
  }
  if (!between) for (const step of others) out[write++] = step;
  return true;
}

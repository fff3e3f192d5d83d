/** So many of each kind may be taken in at most; Infinity where there is room for all. */
export interface Berths {
  readonly capacities: readonly number[];
}

/** What each thing costs at each place; Infinity where it may not go. Every thing has a place with room for all. */
export type CostTable = readonly (readonly number[])[];

/** Sums smaller than this are rounding. */
const ROUNDING = 1e-12;
/** The same after many of them. */
const GAIN = 1e-9;

/**
 * The cheapest way to bring each thing to one place, none above its capacity: the transportation problem with one of each thing, by shortest augmenting
 * paths over the places with prices kept (Edmonds and Karp, J. ACM 19, 1972; Jonker and Volgenant, Computing 38, 1987). O(things² × places).
 * @returns the place of each thing
 */
export function assigned(costs: CostTable, { capacities }: Berths): number[] {
  const places = capacities.length;
  const at: number[] = costs.map(() => -1);
  const lying: number[][] = capacities.map(() => []);
  const own = new Float64Array(costs.length);
  const price = new Float64Array(places);
  // Row after row: what the innermost loop reads lies side by side.
  const flat = Float64Array.from(costs.flat());
  const costOf = (thing: number, place: number): number => flat[thing * places + place] ?? Infinity;
  for (let thing = 0; thing < costs.length; thing += 1) {
    own[thing] = Math.min(...capacities.map((_, place) => costOf(thing, place) - (price[place] ?? 0)));
    const { end, far, from, seen } = pathFor(thing);
    const reached = far[end] ?? 0;
    own[thing] = (own[thing] ?? 0) + reached;
    for (const place of seen) {
      const gain = reached - (far[place] ?? 0);
      price[place] = (price[place] ?? 0) - gain;
      for (const other of lying[place] ?? []) own[other] = (own[other] ?? 0) + gain;
    }
    moveAlong(thing, end, from, { at, lying });
  }
  return at;

  function hasRoom(place: number): boolean {
    return (lying[place]?.length ?? 0) < (capacities[place] ?? 0);
  }

  /** The cheapest way for one more thing to a place with room, others making room on the way (Dijkstra over the places). */
  function pathFor(thing: number): { end: number; far: Float64Array; from: Int32Array; seen: number[] } {
    const far = new Float64Array(places);
    const from = new Int32Array(places).fill(thing);
    const isSeen = new Uint8Array(places);
    const seen: number[] = [];
    for (let place = 0; place < places; place += 1) far[place] = costOf(thing, place) - (own[thing] ?? 0) - (price[place] ?? 0);
    for (;;) {
      let end = -1;
      for (let place = 0; place < places; place += 1) {
        if (isSeen[place]) continue;
        const further = end === -1 ? -Infinity : (far[place] ?? 0) - (far[end] ?? 0);
        // Of places as near, one with room ends the search.
        if (further < -ROUNDING || (further < ROUNDING && hasRoom(place))) end = place;
      }
      if (end === -1) return { end: places - 1, far, from, seen };
      if (hasRoom(end)) return { end, far, from, seen };
      isSeen[end] = 1;
      seen.push(end);
      for (const mover of lying[end] ?? []) {
        const [row, before] = [mover * places, (far[end] ?? 0) - (own[mover] ?? 0)];
        for (let place = 0; place < places; place += 1) {
          const way = before + (flat[row + place] ?? Infinity) - (price[place] ?? 0);
          if (way < (far[place] ?? 0) && !isSeen[place]) {
            far[place] = way;
            from[place] = mover;
          }
        }
      }
    }
  }
}

/** Each on the way makes room for the one before it. */
function moveAlong(thing: number, end: number, from: Int32Array, { at, lying }: { readonly at: number[]; readonly lying: readonly number[][] }): void {
  for (let place = end; ;) {
    const mover = from[place] ?? thing;
    const before = at[mover] ?? -1;
    at[mover] = place;
    lying[place]?.push(mover);
    if (mover === thing) return;
    lying[before]?.splice(lying[before].indexOf(mover), 1);
    place = before;
  }
}

/**
 * What it costs to take one thing more in at one place by giving one away at another, others moving on between them: all pairs of places by Floyd (Comm. ACM
 * 5, 1962). The last row and column stand for room: what has some leads there for nothing, and from there any place may give one away.
 */
function exchanges(costs: CostTable, { capacities }: Berths, at: readonly number[]): Float64Array[] {
  const places = capacities.length;
  const moves = [...capacities, Infinity].map((_, place) => new Float64Array(places + 1).fill(place === places ? 0 : Infinity));
  const load = loadOf(capacities, at);
  at.forEach((place, thing) => {
    const row = moves[place];
    for (let other = 0; row && other < places; other += 1) {
      const change = (costs[thing]?.[other] ?? Infinity) - (costs[thing]?.[place] ?? Infinity);
      if (other !== place && change < (row[other] ?? Infinity)) row[other] = change;
    }
  });
  capacities.forEach((most, place) => {
    const row = moves[place];
    if (row && (load[place] ?? 0) < most) row[places] = 0;
  });
  for (let over = 0; over <= places; over += 1) {
    const second = moves[over];
    for (const first of moves) {
      const way = first[over] ?? Infinity;
      if (way === Infinity || !second) continue;
      for (let to = 0; to <= places; to += 1) first[to] = Math.min(first[to] ?? Infinity, way + (second[to] ?? Infinity));
    }
  }
  return moves;
}

function loadOf(capacities: readonly number[], at: readonly number[]): Int32Array {
  const load = new Int32Array(capacities.length);
  for (const place of at) load[place] = (load[place] ?? 0) + 1;
  return load;
}

/**
 * Whether no round of moves would make an assignment cheaper (Klein, Manage. Sci. 14, 1967). It knows nothing of how the assignment was found.
 */
export function isCheapest(costs: CostTable, berths: Berths, at: readonly number[]): boolean {
  const { capacities } = berths;
  const load = loadOf(capacities, at);
  if (capacities.some((most, place) => (load[place] ?? 0) > most) || at.some((place, thing) => (costs[thing]?.[place] ?? Infinity) === Infinity)) return false;
  return exchanges(costs, berths, at).every((row, place) => (row[place] ?? 0) > -GAIN);
}

/**
 * What is lost when one thing goes to each place by hand, the rest as well as can be: one assignment of the others, and from it what it costs to keep one
 * berth free (a shortest path to where there is room).
 * @returns for each place; Infinity where it cannot go there
 */
export function costsOfForcing(costs: CostTable, berths: Berths, thing: number): number[] {
  const others = costs.filter((_, index) => index !== thing);
  const at = assigned(others, berths);
  const free = exchanges(others, berths, at);
  const room = berths.capacities.length;
  const all = berths.capacities.map((most, place) => (most < 1 ? Infinity : (costs[thing]?.[place] ?? Infinity) + (free[place]?.[room] ?? Infinity)));
  const least = Math.min(...all);
  return all.map((each) => (each === Infinity ? Infinity : each - least));
}

/** What an assignment costs in all. */
export const costOfAll = (costs: CostTable, at: readonly number[]): number => at.reduce((sum, place, thing) => sum + (costs[thing]?.[place] ?? Infinity), 0);

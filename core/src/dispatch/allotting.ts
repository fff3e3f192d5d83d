/** Designs with what lies there, and households with what they had, refuse and like; `had`, `not` and `likes` are places of designs. */
export interface AllotJob {
  readonly designs: readonly AllotDesign[];
  readonly households: readonly AllotHousehold[];
}
export interface AllotDesign {
  readonly id: string;
  readonly have: number;
  /** Cards that could still be painted; null for as many as wanted. */
  readonly more: number | null;
  /** Of each card painted, in minor units. */
  readonly cost: number;
}
export interface AllotHousehold {
  readonly id: string;
  readonly had: ReadonlySet<number>;
  readonly not: ReadonlySet<number>;
  readonly likes: ReadonlySet<number>;
}

/** `design` of each household, null for one that is served by nothing. */
export interface Allotment {
  readonly designs: readonly (number | null)[];
  readonly repeats: number;
  readonly likes: number;
  readonly paint: readonly { readonly design: number; readonly count: number }[];
  readonly cost: number;
}

/** Costs are compared by their first number, then by their second: neither outgrows what is held exactly. */
interface Bins {
  /** What a household weighs in a bin: unserved before repeats before likes in the first number, money in the second. */
  readonly weigh: (household: number, bin: number) => number;
  readonly money: readonly number[];
  readonly room: readonly number[];
  readonly designOf: (bin: number) => number | null;
}

/**
 * One card to each household, never one that it refuses: as many served as possible, then the fewest repeats, the most likes, the
 * least cost of cards to paint. A transportation problem solved household by household along shortest augmenting paths
 * (Jonker and Volgenant, Computing 38, 1987, with several places per column); optimal for the aims in their order, since the
 * weights of an earlier aim exceed all that later ones can sum up to.
 */
export function allot(job: AllotJob): Allotment {
  const bins = binsOf(job);
  const chosen = assigned(job.households.length, bins).map((bin) => bins.designOf(bin));
  const used = job.designs.map(() => 0);
  let [repeats, likes] = [0, 0];
  chosen.forEach((design, household) => {
    if (design === null) return;
    used[design] = (used[design] ?? 0) + 1;
    repeats += Number(job.households[household]?.had.has(design));
    likes += Number(job.households[household]?.likes.has(design));
  });
  const paint = job.designs.flatMap(({ have }, design) => ((used[design] ?? 0) > have ? [{ design, count: (used[design] ?? 0) - have }] : []));
  return { designs: chosen, repeats, likes, paint, cost: paint.reduce((sum, { design, count }) => sum + count * (job.designs[design]?.cost ?? 0), 0) };
}

/** Two bins per design, of cards that are there and of cards to be painted, and one for households that nothing serves. */
function binsOf({ designs, households }: AllotJob): Bins {
  const count = households.length;
  // So many repeats, or likes, there can be; one more of the aim before outweighs them all.
  const repeat = count + 1;
  const unserved = repeat * (count + 1) + 1;
  const refused = unserved * (count + 2);
  const none = 2 * designs.length;
  return {
    weigh: (household, bin) => {
      if (bin === none) return unserved;
      const design = bin >> 1;
      const of = households[household];
      if (!of || of.not.has(design)) return refused;
      return (of.had.has(design) ? repeat : 0) - (of.likes.has(design) ? 1 : 0);
    },
    money: [...designs.flatMap(({ cost }) => [0, cost]), 0],
    room: [...designs.flatMap(({ have, more }) => [have, more ?? count]), count],
    designOf: (bin) => (bin === none ? null : bin >> 1),
  };
}

/** What each household weighs in each bin. Asked about again and again: a thousand households would be looked up in their sets some forty million times. */
function weightsOf(households: number, bins: number, weigh: Bins["weigh"]): Float64Array {
  const weights = new Float64Array(households * bins);
  for (let household = 0; household < households; household += 1) for (let each = 0; each < bins; each += 1) weights[household * bins + each] = weigh(household, each);
  return weights;
}

/** The bin of each household, so that the sum of the weights is least, then the sum of the money. */
function assigned(households: number, { weigh: weightOf, money, room }: Bins): number[] {
  const bins = room.length;
  const weights = weightsOf(households, bins, weightOf);
  const inBin: number[][] = room.map(() => []);
  const bin = new Array<number>(households).fill(-1);
  // Prices of the bins, by which every household lies where it is cheapest.
  const [price, priceMoney, far, farMoney] = [new Float64Array(bins), new Float64Array(bins), new Float64Array(bins), new Float64Array(bins)];
  const via = new Int32Array(bins);
  for (let household = 0; household < households; household += 1) {
    const isDone = new Uint8Array(bins);
    for (let each = 0; each < bins; each += 1) {
      far[each] = (weights[household * bins + each] ?? 0) - (price[each] ?? 0);
      farMoney[each] = (money[each] ?? 0) - (priceMoney[each] ?? 0);
      via[each] = household;
    }
    let end = -1;
    const order: number[] = [];
    while (end < 0) {
      let nearest = -1;
      for (let each = 0; each < bins; each += 1)
        if (!isDone[each] && (room[each] ?? 0) > 0 && (nearest < 0 || isLess(far[each], farMoney[each], far[nearest], farMoney[nearest]))) nearest = each;
      isDone[nearest] = 1;
      order.push(nearest);
      const there = inBin[nearest] ?? [];
      if (there.length < (room[nearest] ?? 0)) {
        end = nearest;
        break;
      }
      const [atFar, atFarMoney] = [(far[nearest] ?? 0) + (price[nearest] ?? 0), (farMoney[nearest] ?? 0) + (priceMoney[nearest] ?? 0) - (money[nearest] ?? 0)];
      for (const other of there) {
        const row = other * bins;
        const base = atFar - (weights[row + nearest] ?? 0);
        for (let each = 0; each < bins; each += 1) {
          if (isDone[each] === 1 || room[each] === 0) continue;
          const next = base + (weights[row + each] ?? 0) - (price[each] ?? 0);
          const known = far[each] ?? 0;
          if (next > known) continue;
          const nextMoney = atFarMoney + (money[each] ?? 0) - (priceMoney[each] ?? 0);
          if (next === known && nextMoney >= (farMoney[each] ?? 0)) continue;
          far[each] = next;
          farMoney[each] = nextMoney;
          via[each] = other;
        }
      }
    }
    for (const each of order) {
      price[each] = (price[each] ?? 0) + (far[each] ?? 0) - (far[end] ?? 0);
      priceMoney[each] = (priceMoney[each] ?? 0) + (farMoney[each] ?? 0) - (farMoney[end] ?? 0);
    }
    // Back along the path: each household moves on to the bin that it was reached for.
    for (let at = end; ;) {
      const mover = via[at] ?? household;
      const from = bin[mover] ?? -1;
      bin[mover] = at;
      inBin[at]?.push(mover);
      if (mover === household) break;
      inBin[from] = (inBin[from] ?? []).filter((each) => each !== mover);
      at = from;
    }
  }
  return bin;
}

const isLess = (a = 0, aMoney = 0, b = 0, bMoney = 0): boolean => a < b || (a === b && aMoney < bMoney);

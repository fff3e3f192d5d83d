import type { LinearModel, LinearRow, LinearSolver } from "../search/linear.ts";

/** A quantity that is wanted, and what suppliers offer of it. */
export interface BuyJob {
  readonly wants: readonly { readonly id: string; readonly quantity: number }[];
  readonly offers: readonly BuyOffer[];
  readonly suppliers: readonly BuySupplier[];
}

/** Whole packs of one want; `want` and `supplier` are places in the job. Money in minor units. */
export interface BuyOffer {
  readonly want: number;
  readonly supplier: number;
  readonly pack: number;
  readonly price: number;
  /** None, or so many packs at least. */
  readonly atLeast: number;
}

/** `freeFrom` null: post is always paid. Both it and `least` look at the goods without post. */
export interface BuySupplier {
  readonly id: string;
  readonly post: number;
  readonly freeFrom: number | null;
  readonly least: number;
}

/** `bound` is true for any purchase; `proven` only where the total equals it. */
export interface Purchase {
  readonly packs: readonly { readonly offer: number; readonly count: number }[];
  readonly goods: number;
  readonly post: number;
  readonly total: number;
  readonly bound: number;
  readonly proven: boolean;
}

/** Wants that no order can cover: no offer, or only of a supplier whose least order nothing that it sells can reach. */
export function uncoveredWants(job: BuyJob): number[] {
  const { wants, offers } = job;
  const reachable = suppliersInReach(job);
  return wants.flatMap(({ quantity }, want) => (quantity === 0 || offers.some((offer) => offer.want === want && reachable[offer.supplier]) ? [] : [want]));
}

/** Suppliers whose least order something that they sell can reach. */
const suppliersInReach = ({ offers, suppliers }: BuyJob): boolean[] =>
  suppliers.map((supplier, index) => supplier.least === 0 || offers.some((offer) => offer.supplier === index && offer.price > 0));

/**
 * What to buy where: whole packs that cover every want for the least total with post. An integer program with a choice per
 * supplier (used, post free) and per offer with a least number of packs: fixed charges and price breaks as in procurement
 * (capacitated facility location with minimum order quantities; Chaudhry, Forst and Zydiak, European J. of Operational Research
 * 70, 1993). The bound is the engine's where it has closed its tree and the sum, made again here, agrees; else the linear
 * program's, from its prices by weak duality, which holds whatever the prices are.
 * @param job whose wants can all be covered: see {@link uncoveredWants}
 * @param left seconds that are left
 */
export function buy(job: BuyJob, solve: LinearSolver, left: () => number): Purchase {
  const most = job.offers.map((offer) => mostPacks(job, offer));
  const { model, packsOf } = programOf(job, most);
  const built = byRule(job);
  const answer = solve({ ...model, whole: true }, left() * 0.9);
  const packs = answer && packsOf(answer.values).map(Math.round);
  const [found, ruled] = [packs && totalOf(job, packs), totalOf(job, built)];
  const isBetter = packs !== null && found !== null && found.total <= (ruled?.total ?? Infinity);
  const best = isBetter ? { ...found, packs } : ruled && { ...ruled, packs: built };
  if (!best) throw new Error("wants that no order can cover");
  const isClosed = answer?.optimal === true && found?.total === Math.round(costOf(model, answer.values));
  const bound = isClosed ? best.total : Math.min(best.total, linearBound(model, solve, left()));
  return {
    packs: best.packs.flatMap((count, offer) => (count > 0 ? [{ offer, count }] : [])),
    goods: best.goods,
    post: best.post,
    total: best.total,
    bound,
    proven: bound === best.total,
  };
}

/** More packs than this are never of use: they cover the want alone, and alone take the order past every sum that matters. */
function mostPacks({ wants, suppliers }: BuyJob, { want, supplier, pack, price, atLeast }: BuyOffer): number {
  const { least, freeFrom } = suppliers[supplier] ?? { least: 0, freeFrom: null };
  const sums = price > 0 ? Math.ceil(Math.max(least, freeFrom ?? 0) / price) : 0;
  return Math.max(Math.ceil((wants[want]?.quantity ?? 0) / pack), atLeast, sums);
}

/** Columns: packs of each offer, then whether it is taken, then for each supplier whether it is used and whether its post is free. */
function programOf(
  { wants, offers, suppliers }: BuyJob,
  most: readonly number[],
): { readonly model: LinearModel; readonly packsOf: (values: readonly number[]) => readonly number[] } {
  const [taken, used] = [offers.length, 2 * offers.length];
  const goods = (supplier: number): [number, number][] =>
    offers.flatMap((offer, index): [number, number][] => (offer.supplier === supplier && offer.price > 0 ? [[index, offer.price]] : []));
  const rows: LinearRow[] = [
    ...wants.flatMap(({ quantity }, want): LinearRow[] =>
      quantity === 0 ? [] : [{ terms: offers.flatMap((offer, index): [number, number][] => (offer.want === want ? [[index, offer.pack]] : [])), least: quantity }],
    ),
    ...offers.flatMap((offer, index): LinearRow[] => [
      {
        terms: [
          [index, 1],
          [taken + index, -(most[index] ?? 0)],
        ],
        most: 0,
      },
      {
        terms: [
          [index, 1],
          [taken + index, -offer.atLeast],
        ],
        least: 0,
      },
      {
        terms: [
          [taken + index, 1],
          [used + offer.supplier, -1],
        ],
        most: 0,
      },
    ]),
    ...supplierRows(suppliers, goods, used),
  ];
  return {
    model: {
      costs: [
        ...offers.map((offer) => offer.price),
        ...offers.map(() => 0),
        ...suppliers.map(({ post }) => post),
        ...suppliers.map(({ post, freeFrom }) => (freeFrom === null ? 0 : -post)),
      ],
      upper: [...most, ...offers.map(() => 1), ...suppliers.map(() => 1), ...suppliers.map(({ freeFrom }) => (freeFrom === null ? 0 : 1))],
      rows,
      whole: false,
    },
    packsOf: (values) => values.slice(0, offers.length),
  };
}

/** An order is as large as the supplier's least, and as the sum from which its post is free where it is. */
function supplierRows(suppliers: readonly BuySupplier[], goods: (supplier: number) => readonly [number, number][], used: number): LinearRow[] {
  const free = used + suppliers.length;
  return suppliers.flatMap(({ least, freeFrom }, supplier): LinearRow[] => [
    ...(least > 0 ? [{ terms: [...goods(supplier), [used + supplier, -least] as [number, number]], least: 0 }] : []),
    ...(freeFrom !== null && freeFrom > 0 ? [{ terms: [...goods(supplier), [free + supplier, -freeFrom] as [number, number]], least: 0 }] : []),
    {
      terms: [
        [free + supplier, 1],
        [used + supplier, -1],
      ],
      most: 0,
    },
  ]);
}

const costOf = (model: LinearModel, values: readonly number[]): number => model.costs.reduce((sum, cost, column) => sum + cost * (values[column] ?? 0), 0);

/** What packs cost with post, from the rules alone; null where they break one. */
export function totalOf({ wants, offers, suppliers }: BuyJob, packs: readonly number[]): { readonly goods: number; readonly post: number; readonly total: number } | null {
  const covered = wants.map(() => 0);
  const spent = suppliers.map(() => 0);
  const isUsed = suppliers.map(() => false);
  for (const [index, offer] of offers.entries()) {
    const count = packs[index] ?? 0;
    if (count === 0) continue;
    if (count < offer.atLeast) return null;
    covered[offer.want] = (covered[offer.want] ?? 0) + count * offer.pack;
    spent[offer.supplier] = (spent[offer.supplier] ?? 0) + count * offer.price;
    isUsed[offer.supplier] = true;
  }
  if (wants.some(({ quantity }, want) => (covered[want] ?? 0) < quantity)) return null;
  let post = 0;
  for (const [index, supplier] of suppliers.entries()) {
    if (!isUsed[index]) continue;
    const sum = spent[index] ?? 0;
    if (sum < supplier.least) return null;
    if (supplier.freeFrom === null || sum < supplier.freeFrom) post += supplier.post;
  }
  const goods = spent.reduce((sum, each) => sum + each, 0);
  return { goods, post, total: goods + post };
}

/** A purchase by rule of thumb: each want where it is cheapest by itself, then more of something where an order is too small. */
function byRule(job: BuyJob): number[] {
  const { wants, offers, suppliers } = job;
  const packs = offers.map(() => 0);
  const reachable = suppliersInReach(job);
  const countOf = ({ pack, atLeast }: BuyOffer, quantity: number): number => Math.max(atLeast, Math.ceil(quantity / pack));
  for (const [want, { quantity }] of wants.entries()) {
    if (quantity === 0) continue;
    const [cheapest] = offers
      .map((offer, index) => ({ offer, index, count: countOf(offer, quantity) }))
      .filter(({ offer }) => offer.want === want && reachable[offer.supplier])
      .sort((a, b) => a.count * a.offer.price - b.count * b.offer.price);
    if (cheapest) packs[cheapest.index] = cheapest.count;
  }
  for (const [index, supplier] of suppliers.entries()) {
    const own = offers.map((offer, place) => ({ offer, place })).filter(({ offer }) => offer.supplier === index);
    const spent = own.reduce((sum, { offer, place }) => sum + offer.price * (packs[place] ?? 0), 0);
    if (own.every(({ place }) => packs[place] === 0) || spent >= supplier.least) continue;
    const [filler] = own.filter(({ offer }) => offer.price > 0).sort((a, b) => a.offer.price * a.offer.atLeast - b.offer.price * b.offer.atLeast);
    if (filler) packs[filler.place] = Math.max(filler.offer.atLeast, (packs[filler.place] ?? 0) + Math.ceil((supplier.least - spent) / filler.offer.price));
  }
  return packs;
}

/** The least that any purchase costs, rounded up to whole money: the linear program's prices give a bound whatever they are. */
function linearBound(model: LinearModel, solve: LinearSolver, seconds: number): number {
  const answer = solve(model, Math.max(seconds, 0.05));
  if (!answer) return 0;
  const reduced = [...model.costs];
  let bound = 0;
  for (const [index, row] of model.rows.entries()) {
    // A row from below helps with a price above zero, one from above with one below.
    const price = row.least === undefined ? Math.min(0, answer.duals[index] ?? 0) : Math.max(0, answer.duals[index] ?? 0);
    bound += price * (row.least ?? row.most ?? 0);
    for (const [column, coefficient] of row.terms) reduced[column] = (reduced[column] ?? 0) - price * coefficient;
  }
  for (const [column, cost] of reduced.entries()) if (cost < 0) bound += cost * (model.upper[column] ?? 0);
  return Math.max(0, Math.ceil(bound - 1e-6));
}

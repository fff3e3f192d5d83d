import type { ColourwayRead, CostsRead, LotRead, StoreRead, StoresRead, SupplierRead } from "@yule/contract";
import { buy, costsTotal, day, highsSolver, inches, type HighsModule } from "@yule/core";
import { createRequire } from "node:module";
import { design, line, need, paper, season, stage } from "../examples.ts";
import { workOut, type Outlook } from "../season/workOut.ts";
import { alarmsOf, daysToCome, shortBy } from "./alarmed.ts";
import { buyingFor, chanceThere, ordersOf, surelyThereIn } from "./buying.ts";
import { batchCosts, cardCosts, changesOf, seasonCosts, unitValues } from "./cardCost.ts";
import { goingOff } from "./goingOff.ts";
import { insteadOf } from "./instead.ts";
import { kindsTaken, takingsOf } from "./takings.ts";

const engine = (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)().then(highsSolver);

const material = (id: string, kind: StoreRead["kind"], more: Partial<StoreRead> = {}): StoreRead => ({
  ...paper,
  id,
  kind,
  name: id,
  width: null,
  height: null,
  onHand: 10_000,
  ...more,
});
const tin = material("fluid", "masking fluid", { pack: 45_000, packCostMinor: 900 });
const blue = material("ferry", "paint", { name: "Ferry Blue", form: "pan", onHand: 1_600, pack: 1_600, packCostMinor: 400 });
const mask = { ...stage("mask", 2, 30), kind: "mask" as const, name: "Mask the lights" };
const way: ColourwayRead = { id: "blue", name: "blue", pictureId: null, paints: [{ name: "ferry blue", pigments: "PB29", hex: "#33479c" }] };
const painted = { ...design, stages: [mask, stage("wash", 3, 20), stage("mount", 4, 20, "assemble")], colourways: [way] };
const withShelf = (stores: readonly StoreRead[], needs = [{ ...need, priceMinor: 3_600 }], designs = [painted]): Outlook => {
  const worked = season(needs, [], { designs });
  return workOut({ ...(worked as unknown as Parameters<typeof workOut>[0]), needs, yields: [], left: [], stores });
};
const wantedOf = ({ stock }: Outlook, id: string): number => stock.find(({ store }) => store.id === id)?.outlook.wanted ?? -1;

describe("what a stage takes", () => {
  const [stores, perSheet] = [[paper, tin, blue], 1] as const;
  const taken = (index: number, told = painted) => takingsOf(told, told.stages[index] ?? mask, way, { stores, perSheet });

  test("masking goes by the panel's area, paint by the puddle that the wash asks for, from the paint of that name", () => {
    expect(taken(0)).toEqual([{ storeId: "fluid", amount: 157 }]);
    const [paint] = taken(1);
    // 130.6 cm2, four fifths of it, 0.018 ml each with a quarter more, a fiftieth of it paint from a pan.
    expect(paint).toEqual({ storeId: "ferry", amount: expect.closeTo(130.6 * 0.8 * 0.018 * 1.25 * 0.02 * 1_000, -0.7) as number });
    expect(kindsTaken(painted, painted.stages)).toEqual(expect.arrayContaining(["masking fluid", "paint", "glue"]));
  });

  test("what the maker told goes before the tables: another tin, more of it, or nothing", () => {
    const told = (amount: number | null) => taken(0, { ...painted, version: amount ?? 99, takings: [{ stageId: "mask", storeId: "fluid", amount }] });
    expect(told(300)).toEqual([{ storeId: "fluid", amount: 300 }]);
    expect(told(0)).toEqual([]);
    expect(told(null)).toEqual([{ storeId: "fluid", amount: 157 }]);
  });
});

test("the season takes what is still to go through each stage, as much as counts have taught", () => {
  const panels = withShelf([paper, tin, blue]).open[0]?.toPaint.reduce((sum, { make }) => sum + make, 0) ?? 0;
  expect(wantedOf(withShelf([paper, tin, blue]), "fluid")).toBe(157 * panels);
  const learned = withShelf([paper, { ...tin, counts: 3, logSum: Math.round(3 * Math.log(2) * 10_000), logSquares: Math.round(3 * Math.log(2) ** 2 * 10_000) }, blue]);
  expect(wantedOf(learned, "fluid") / (157 * panels)).toBeCloseTo(2 ** 0.75, 1);
});

const supplier = (id: string, more: Partial<SupplierRead> = {}): SupplierRead => ({
  id,
  version: 1,
  name: id,
  leadDays: 5,
  postMinor: 500,
  freeFromMinor: null,
  leastMinor: 0,
  archived: false,
  took: [],
  ...more,
});

test("a supplier that was often late is ordered from earlier, and a day later is seldom in time", () => {
  expect(surelyThereIn(supplier("quick", { took: new Array<number>(10).fill(4) }))).toBeLessThan(surelyThereIn(supplier("slow", { took: new Array<number>(10).fill(9) })));
  const slow = supplier("slow", { took: [9, 9, 9, 9, 9, 9] });
  expect(chanceThere(slow, day("2031-11-08"), day("2031-11-12"))).toBe(0);
  expect(chanceThere(slow, day("2031-11-08"), day("2031-11-13"))).toBeLessThan(0.5);
  expect(chanceThere(slow, day("2031-11-08"), day("2031-12-30"))).toBeCloseTo(1, 6);
});

test("what is missing is bought where all of it costs least, post and whole packs counted in; what is on its way is not bought again", async () => {
  const outlook = withShelf([{ ...paper, onHand: 0 }, { ...tin, onHand: 100 }, blue]);
  const suppliers = [supplier("dear"), supplier("both", { postMinor: 300, freeFromMinor: 1_500 })];
  const offer = { id: "o", version: 1, packName: "", atLeast: 1 };
  const offers = [
    { ...offer, storeId: "paper", supplierId: "dear", pack: 1, priceMinor: 250 },
    { ...offer, storeId: "paper", supplierId: "both", pack: 5, priceMinor: 1_100 },
    { ...offer, storeId: "fluid", supplierId: "both", pack: 45_000, priceMinor: 700 },
  ];
  const ask = ({ stock, today }: Outlook, toBuy: StoresRead["toBuy"]) => buyingFor(stock, { suppliers, offers, toBuy }, alarmsOf(stock, { suppliers, offers }, today));
  const question = ask(outlook, []);
  if (!question) throw new Error("nothing is missing");
  expect(question.wants.map(({ store }) => store.id)).toEqual(["paper", "fluid"]);
  const purchase = buy(question.job, await engine, () => 2);
  expect([purchase.total, purchase.proven]).toEqual([250 + 500 + 700 + 300, true]);
  const orders = ordersOf(question, purchase, outlook.today);
  expect(orders.reduce((sum, { goods, post }) => sum + goods + post, 0)).toBe(purchase.total);
  const coming = {
    id: "l",
    version: 1,
    storeId: "paper",
    supplierId: null,
    packs: 1,
    quantity: 5,
    costMinor: 0,
    orderBy: null,
    state: "ordered" as const,
    orderedOn: "2031-11-07",
  };
  expect(ask(outlook, [coming])?.wants.map(({ store }) => store.id)).toEqual(["fluid"]);
  expect(ask(withShelf([{ ...paper, onHand: 90 }]), [])).toBeNull();
});

const lot = (id: string, left: number, more: Partial<LotRead> = {}): LotRead => ({
  id,
  version: 1,
  storeId: "fluid",
  code: null,
  supplierId: null,
  quantity: left,
  costMinor: 900,
  left,
  valueLeft: 900,
  receivedOn: "2031-10-01",
  openedOn: null,
  goodUntil: null,
  ...more,
});

test("what goes off with something left in it is said with its day, and which designs would use it", () => {
  const outlook = withShelf([{ ...paper, onHand: 90 }, { ...tin, keepsDays: 30 }, blue]);
  const [off] = goingOff(outlook, outlook.stock, [lot("open", 8_000, { openedOn: "2031-10-20" }), lot("closed", 2_000)], 60);
  expect(off).toMatchObject({ store: { id: "fluid" }, on: "2031-11-19", designs: ["Paper boat"] });
  expect(off?.unused).toBeGreaterThan(5_000);
  expect(goingOff(outlook, outlook.stock, [lot("used up", 100, { goodUntil: "2031-11-30" })], 60)).toEqual([]);
  expect(goingOff(outlook, outlook.stock, [lot("later", 8_000, { goodUntil: "2032-11-30" })], 60)).toEqual([]);
});

test("instead of buying: the nearest paint of which enough stays, card of the same size, offcuts that hold panels", () => {
  const stocks = [
    material("slate", "card stock", { width: inches(12), height: inches(18), hex: "#5f7384", onHand: 0 }),
    material("sea", "card stock", { width: inches(12), height: inches(18), hex: "#5d7080", onHand: 40 }),
    material("brick", "card stock", { width: inches(12), height: inches(18), hex: "#a34a35", onHand: 40 }),
    material("scrap", "card stock", { width: inches(5), height: inches(5), hex: "#5f7384", onHand: 40 }),
  ];
  const outlook = withShelf([{ ...paper, onHand: 0 }, { ...blue, onHand: 0 }, ...stocks], undefined, [{ ...painted, cardStockId: "slate" }]);
  const short = (id: string) => {
    const found = outlook.stock.find(({ store }) => store.id === id);
    if (!found) throw new Error(id);
    return found;
  };
  const ways = (id: string, more = {}) => insteadOf(short(id), outlook, outlook.stock, { colour: undefined, offcuts: [], ...more });
  expect(ways("slate").map((each) => each.what === "card stock" && each.store.id)).toEqual(["sea", "brick"]);
  const offcuts = [{ id: "o", version: 1, storeId: "paper", width: inches(10), height: inches(10), count: 1 }];
  expect(ways("paper", { offcuts })).toContainEqual({ what: "offcuts", panels: 4, design: "Paper boat", sheets: 0 });
});

test("instead of buying paper: a design that is taped is cut where that saves a whole sheet, and not where it saves none", () => {
  const ways = (cards: number) => {
    const outlook = withShelf([{ ...paper, onHand: 0 }], [{ ...need, priceMinor: 3_600, lines: [line("l", "blue", cards)] }], [{ ...painted, method: "tape" as const }]);
    const [short] = outlook.stock;
    return short ? insteadOf(short, outlook, outlook.stock, { colour: undefined, offcuts: [] }) : [];
  };
  // Of 4 1/2 in, fifteen panels are taped on a sheet of 20 × 26 in, twenty are cut from it.
  expect(ways(6)).toEqual([]);
  expect(ways(16)).toEqual([{ what: "method", method: "cut", usual: "tape", design: "Paper boat", sheets: 1 }]);
});

const NO_MONEY: CostsRead = { materials: [], losses: [], batches: [], posted: [], outlays: [], weeks: [] };

test("a card's cost follows its lots' prices, its stages' hands and the fee of its price; the price of the wished hour leaves that hour", () => {
  const outlook = withShelf([{ ...paper, onHand: 40 }, tin, blue]);
  const paying = { ...outlook, shop: { ...outlook.shop, hourMinor: 1_800, feeHundredths: 500, feeMinor: 30 } };
  expect(unitValues(outlook.stores, [lot("a", 100, { valueLeft: 50 }), lot("b", 300, { valueLeft: 150 })]).get("fluid")).toBe(0.5);
  const [card] = cardCosts(paying, { lots: [], money: NO_MONEY });
  if (!card) throw new Error("no card");
  // A sheet of 20 × 26 in for 0.20 gives twenty panels of 4 1/2 in.
  expect(card.costs.paper).toBeCloseTo(20 / 20, 6);
  expect(card.price).toBe(600);
  // A twentieth of the price, and thirty for the sale of six.
  expect(card.costs.fees).toBe(35);
  const asked = withShelf([{ ...paper, onHand: 40 }, tin, blue], [{ ...need, priceMinor: (card.wished ?? 0) * 6 }]);
  const [again] = cardCosts({ ...asked, shop: paying.shop }, { lots: [], money: NO_MONEY });
  expect(again?.hour).toBeGreaterThanOrEqual(1_795);
  expect(again?.hour).toBeLessThanOrEqual(1_812);
  expect(changesOf(card, [card], paying).map(({ what }) => what)).toEqual(expect.arrayContaining(["simplify", "print"]));
});

test("what the season has cost is what left the shelf, the hours, fees and post; spoilt panels bear their share of the sheets", () => {
  const made = { ...need, priceMinor: 3_600, lines: [line("l", "blue", 6, 4)] };
  const outlook = withShelf([{ ...paper, onHand: 40 }], [made]);
  const money: CostsRead = {
    ...NO_MONEY,
    materials: [
      { needId: "n", kind: "sheet", spoilt: false, valueMinor: 500 },
      { needId: "n", kind: "paint", spoilt: true, valueMinor: 7 },
    ],
    losses: [{ storeId: "paper", reason: "counted", valueMinor: 41 }],
    batches: [{ batchId: "b", needId: "n", begunAt: "2031-11-06T10:00:00Z", panels: 5, spoilt: 1, stages: [{ stageId: "wash", panels: 5 }], valueMinor: 507 }],
    posted: [{ needId: "n", costMinor: 250 }],
    outlays: [{ id: "x", version: 1, kind: "tool", title: "Trimmer", costMinor: 900, on: day("2031-11-01") }],
  };
  const { needs, unshared } = seasonCosts({ ...outlook, shop: { ...outlook.shop, hourMinor: 1_200 } }, money);
  expect(needs[0]?.costs).toMatchObject({ paper: 400, "spoilt panels": 107, "lost on the shelf": 41, postage: 250, "tools and fairs": 900 });
  expect(needs[0]?.costs.hands).toBe(Math.round(((needs[0]?.hands ?? 0) * 1_200) / 60));
  expect(unshared + (needs[0] ? costsTotal(needs[0].costs) : 0)).toBe(500 + 7 + 41 + 250 + 900 + (needs[0]?.costs.hands ?? 0));
});

test("each batch has cost what it took and its hours, shared by the panels that are left: one that spoilt most is the dearest", () => {
  const outlook = withShelf([{ ...paper, onHand: 40 }], [{ ...need, priceMinor: 3_600 }]);
  const paying = { ...outlook, shop: { ...outlook.shop, hourMinor: 1_200 } };
  const batch = { needId: "n", begunAt: "2031-11-06T10:00:00Z", panels: 5, spoilt: 0, stages: [{ stageId: "wash", panels: 5 }], valueMinor: 500 };
  const batches = [
    { ...batch, batchId: "whole" },
    { ...batch, batchId: "half lost", spoilt: 3 },
    { ...batch, batchId: "all lost", spoilt: 5 },
    { ...batch, batchId: "of no need of the season", needId: "past" },
  ];
  const costs = batchCosts(paying, { ...NO_MONEY, batches });
  expect(costs.map(({ id, left }) => [id, left])).toEqual([
    ["all lost", 0],
    ["half lost", 2],
    ["whole", 5],
  ]);
  const [, dear, whole] = costs;
  // The wash is done on five panels, with its setup once.
  expect(whole?.handsWorth).toBe(Math.round(((whole?.hands ?? 0) * 1_200) / 60));
  expect(whole?.each).toBe(Math.round((500 + (whole?.handsWorth ?? 0)) / 5));
  expect(dear?.each).toBe(Math.round((500 + (whole?.handsWorth ?? 0)) / 2));
  expect(costs[0]?.each).toBeNull();
  // Without a price for an hour only what left the shelf counts.
  expect(batchCosts(outlook, { ...NO_MONEY, batches: [{ ...batch, batchId: "whole" }] })[0]?.each).toBe(100);
});

test("what is short is said in its own unit, and who is quickest decides when it is due", () => {
  const outlook = withShelf([{ ...paper, onHand: 0 }, { ...tin, onHand: 100 }, blue]);
  const of = (id: string) => {
    const found = outlook.stock.find(({ store }) => store.id === id);
    if (!found) throw new Error(id);
    return found;
  };
  expect(shortBy(of("fluid"))).toMatch(/^1\.\d+ ml$/);
  expect(shortBy(of("paper"))).toBe("1");
  const offer = { id: "o", version: 1, storeId: "fluid", pack: 1, packName: "", priceMinor: 5, atLeast: 1 };
  const sellers = { suppliers: [supplier("slow", { leadDays: 9 }), supplier("quick", { leadDays: 2 })], offers: [] };
  expect(daysToCome(of("fluid").store, sellers)).toBe(surelyThereIn({ leadDays: 3, took: [] }));
  expect(daysToCome(of("fluid").store, { ...sellers, offers: [{ ...offer, supplierId: "slow" }] })).toBe(surelyThereIn({ leadDays: 9, took: [] }));
  expect(
    daysToCome(of("fluid").store, {
      ...sellers,
      offers: [
        { ...offer, supplierId: "slow" },
        { ...offer, supplierId: "quick" },
      ],
    }),
  ).toBe(surelyThereIn({ leadDays: 2, took: [] }));
  expect([...alarmsOf(outlook.stock, sellers, outlook.today)].map(([id, alarm]) => [id, alarm])).toEqual(expect.arrayContaining([["paper", "runs out"]]));
});

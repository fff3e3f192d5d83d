import type { StoreRead, StoresRead } from "@yule/contract";
import { design, need, paper, season, stage } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { buy, highsSolver, type BuyJob, type HighsModule } from "@yule/core";
import { workOut, type Outlook } from "@yule/derive";
import { createRequire } from "node:module";
import { PretendServer, press, showScreen, write } from "../../plan/testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };
/** The solver's worker, here on this thread. */
const engine = (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)().then(highsSolver);
const api = { buy: async (job: BuyJob) => buy(job, await engine, () => 2) };
fake.unstable_mockModule("../../workers/solver.ts", () => ({ solver: () => api, asideSolver: () => api }));
const { default: StoresView } = await import("./StoresView.tsx");

const NOTHING: StoresRead = { stores: [], lots: [], suppliers: [], offers: [], toBuy: [], moves: [] };
const MONEY = { materials: [], losses: [], batches: [], posted: [], outlays: [], weeks: [] };
let server: PretendServer;
const serve = (stores: Partial<StoresRead> = {}): void => {
  server = new PretendServer({ stores: { ...NOTHING, ...stores }, costs: MONEY });
};
beforeEach(() => {
  serve();
  localStorage.clear();
});
afterEach(cleanup);

const fluid: StoreRead = {
  ...paper,
  id: "fluid",
  kind: "masking fluid",
  name: "Masking fluid",
  width: null,
  height: null,
  onHand: 20_000,
  pack: 45_000,
  packCostMinor: 890,
  place: "tin on the sill",
};
const priced = { ...need, priceMinor: 3_600 };
/** The season worked out again with another shelf. */
const withShelf = (stores: readonly StoreRead[], designs = [design]): Outlook => {
  const worked = season([priced], [], { designs });
  return workOut({ ...(worked as unknown as Parameters<typeof workOut>[0]), needs: [priced], yields: [], left: [], stores });
};
const show = (outlook: Outlook, at = "/stores") => showScreen(<StoresView />, { outlook, at });
const verdict = async () => (await screen.findByRole("heading", { level: 1 })).textContent;

test("what runs out is said with the day, before there is a plan too, and the figure says why", async () => {
  show(withShelf([paper]));
  await screen.findByRole("heading", { level: 1 });
  await waitFor(async () =>
    expect(await verdict()).toBe("Cotton runs out by Sat 15 Nov, the plan is still being made. Order 1 pack by Mon 10 Nov: €1.00, post free. Nothing else runs out this season."),
  );
  expect(screen.getByText("Buy, proven cheapest together")).toBeTruthy();
  await press("Put it on the list");
  await waitFor(() =>
    expect(server.commands).toEqual([["list-to-buy", { lines: [expect.objectContaining({ storeId: "paper", supplierId: null, packs: 1, quantity: 5, costMinor: 100 })] }]]),
  );
  await userEvent.setup().click(screen.getByRole("button", { name: /by Sat 15 Nov/ }));
  expect(await screen.findByText(/0 lie there; what is owed takes 1\. Office is the first to find too little\./)).toBeTruthy();
  expect(screen.getByRole("link", { name: /Cotton.*1 short on Sat 15 Nov/ })).toBeTruthy();
});

test("what nobody sells is said so, and what is enough too", async () => {
  show(withShelf([{ ...paper, packCostMinor: 0 }]));
  expect(await verdict()).toContain("Nobody is told who sells it: tell a supplier and a price.");
  cleanup();
  show(withShelf([{ ...paper, onHand: 30 }]));
  expect(await verdict()).toBe("The shelf holds enough for all that is owed. In which session it is taken is known when the plan is made.");
});

test("an empty shelf says what this page will decide, and offers the first step", async () => {
  show(withShelf([]));
  expect(await verdict()).toMatch(/^Nothing lies on the shelf yet/);
  expect(screen.getByRole("button", { name: "Add to the shelf" })).toBeTruthy();
});

test("something new is put on the shelf in the units of its kind; what is no amount is told at its field and nothing is sent", async () => {
  show(withShelf([paper]));
  const user = userEvent.setup();
  await user.click(await screen.findByRole("button", { name: "Add to the shelf" }));
  const dialog = within(screen.getByRole("dialog"));
  await user.type(dialog.getByLabelText("What it is"), "Blue fluid");
  await user.selectOptions(dialog.getByLabelText("Kind"), "masking fluid");
  await write("there now, ml", "3 yards");
  await write("in a pack, ml", "45 ml");
  await user.click(dialog.getByRole("button", { name: "Put it there" }));
  expect(await dialog.findByText("3 yards does not fit. Give one of ml, cl, l, drop, half pan, pan, fl oz.")).toBeTruthy();
  expect(server.sent).toEqual([]);
  await write("there now, ml", "1.5 fl oz");
  await write("a pack costs, EUR", "8.90");
  await user.click(dialog.getByRole("button", { name: "Put it there" }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([
    ["add-store", expect.objectContaining({ kind: "masking fluid", name: "Blue fluid", width: null, height: null, onHand: 44_361, pack: 45_000, packCostMinor: 890, hex: null })],
  ]);
});

test("the shelf is counted place by place; a count far from the books is asked about once, and kept as it was found", async () => {
  show(withShelf([fluid, { ...paper, onHand: 12, place: "long drawer" }]), "/stores?ask=count");
  expect(await verdict()).toMatch(/^No count would change/);
  await userEvent.setup().click(screen.getByText("Tin on the sill, 1 material"));
  await write("Counted, Masking fluid", "half of it");
  await press("Keep the count");
  expect((await screen.findByRole("alert")).textContent).toContain("Masking fluid: half of it does not fit. Give an amount such as 12 ml.");
  await write("Counted, Masking fluid", "2");
  await press("Keep the count");
  expect(await screen.findByText("The books have 20 ml: farther off than they usually are. Is it 2 ml?")).toBeTruthy();
  expect(server.sent).toEqual([]);
  await press("It is so");
  await waitFor(() => expect(server.commands).toEqual([["count-store", { id: "fluid", onHand: 2_000 }]]));
  expect(await screen.findByText("2 ml counted.")).toBeTruthy();
});

const tarn = { id: "tarn", version: 1, name: "Tarn Papers", leadDays: 5, postMinor: 450, freeFromMinor: null, leastMinor: 0, archived: false, took: [6] };
const toBuy = {
  id: "line",
  version: 1,
  storeId: "paper",
  supplierId: "tarn",
  packs: 2,
  quantity: 10,
  costMinor: 4_900,
  orderBy: "2031-11-12" as never,
  state: "listed" as const,
  orderedOn: null,
};

test("the buying list is ticked in the shop, ordered as a whole, and booked in with its price when it comes", async () => {
  serve({ suppliers: [tarn], toBuy: [toBuy] });
  show(withShelf([{ ...paper, onHand: 40 }]), "/stores?ask=buy");
  expect(await verdict()).toBe("Nothing has to be bought for what is owed.");
  const list = within(screen.getByRole("region", { name: "The buying list" }));
  await userEvent.setup().click(list.getByRole("checkbox", { name: "Cotton" }));
  await press("All of it is ordered");
  await press("It is here");
  const dialog = within(screen.getByRole("dialog"));
  expect(dialog.getByLabelText<HTMLInputElement>("How much").value).toBe("10");
  await write("What it cost, EUR", "51.20");
  await write("Its label", "C-12");
  await press("Put it on the shelf");
  await waitFor(() => expect(server.sent).toHaveLength(3));
  expect(server.commands.map(([kind]) => kind)).toEqual(["mark-to-buy", "mark-to-buy", "receive-lot"]);
  expect(server.commands[2]?.[1]).toMatchObject({ storeId: "paper", quantity: 10, costMinor: 5_120, supplierId: "tarn", toBuyId: "line", code: "C-12", paid: null });
  expect(screen.getByText(/€4.50 post\. There in \d days in 95 of 100 orders; the last took 6\./)).toBeTruthy();
});

test("what was paid in other money is kept as it was paid, and costs what it was worth", async () => {
  serve({ suppliers: [tarn], toBuy: [toBuy] });
  show(withShelf([{ ...paper, onHand: 40 }]), "/stores?ask=buy");
  await screen.findByRole("heading", { level: 1 });
  await press("It is here");
  await write("Paid in", "pounds");
  await press("Put it on the shelf");
  expect(await screen.findByText("pounds does not fit. Give three letters such as EUR.")).toBeTruthy();
  await write("Paid in", "JPY");
  await write("What it cost, JPY", "40.50");
  await press("Put it on the shelf");
  expect(await screen.findByText("40.50 does not fit. Give an amount such as 13, 0 where it was given.")).toBeTruthy();
  await write("Paid in", "GBP");
  await write("What it cost, GBP", "40.00");
  await write("One GBP in EUR", "1.165");
  await press("Put it on the shelf");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands[0]?.[1]).toMatchObject({ costMinor: 4_660, paid: { currency: "GBP", minor: 4_000, rateMillionths: 1_165_000 } });
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await press("It is here");
  await write("Paid in", "JPY");
  await write("What it cost, JPY", "7600");
  await write("One JPY in EUR", "0.0061");
  await press("Put it on the shelf");
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands[1]?.[1]).toMatchObject({ costMinor: 4_636, paid: { currency: "JPY", minor: 7_600, rateMillionths: 6_100 } });
});

test("a material says what takes it, in which order its lots are used up, and what counts have taught", async () => {
  const lot = { version: 1, storeId: "fluid", code: null, supplierId: null, quantity: 45_000, costMinor: 890, valueLeft: 400, openedOn: null, goodUntil: null };
  serve({
    lots: [
      { ...lot, id: "new", left: 15_000, receivedOn: "2031-11-01" },
      { ...lot, id: "old", left: 5_000, receivedOn: "2031-09-01", openedOn: "2031-09-02" },
    ],
    moves: [
      { storeId: "fluid", lotId: "old", quantity: -157, reason: "taken", why: "Office", at: "2031-11-08T09:02:00Z" },
      { storeId: "fluid", lotId: "old", quantity: -157, reason: "taken", why: "Office", at: "2031-11-08T09:01:00Z" },
      { storeId: "paper", lotId: "p", quantity: -1, reason: "taken", why: "Office", at: "2031-11-08T09:00:00Z" },
      { storeId: "fluid", lotId: "old", quantity: -2_000, reason: "spoilt", why: "", at: "2031-11-07T09:00:00Z" },
    ],
  });
  show(withShelf([paper, { ...fluid, keepsDays: 30, counts: 2, logSum: 5_000, logSquares: 1_300 }]), "/stores?material=fluid");
  expect(await verdict()).toBe("Masking fluid: 20 ml lie there. Nothing that is owed takes any.");
  const moved = within(screen.getByRole("region", { name: "What came and went" })).getAllByText(/Office|spoilt/);
  expect(moved.map(({ textContent }) => textContent)).toEqual(["taken, Office, Sat 8 Nov", "spoilt, Fri 7 Nov"]);
  expect(screen.getByText("− 0.31 ml")).toBeTruthy();
  const lots = within(screen.getByRole("region", { name: "Lots" })).getAllByText(/ml of 45 ml/);
  expect(lots.map(({ textContent }) => textContent)).toEqual(["5 ml of 45 ml", "15 ml of 45 ml"]);
  expect(screen.getByText("Past its day since Thu 2 Oct")).toBeTruthy();
  await press("Some is gone");
  await write("How much, of 20 ml", "5 ml");
  await press("Take it off the shelf");
  await waitFor(() => expect(server.commands).toEqual([["take-store", { id: "fluid", quantity: 5_000, reason: "spoilt" }]]));
});

test("a card is taken apart: what is left for an hour, and what to ask; without a price nothing is said of it", async () => {
  const outlook = withShelf([{ ...paper, onHand: 30 }]);
  show({ ...outlook, shop: { ...outlook.shop, hourMinor: 6_000 } }, "/stores?ask=cost");
  expect(await verdict()).toMatch(/^Paper boat leaves €[\d.]+ for an hour of hands\. To leave €60\.00 a card has to cost €[\d.]+, not €6\.00\.$/);
  expect(screen.getByRole("img", { name: /^Paper boat, €6\.00 a card\. It costs €.*hands €/ })).toBeTruthy();
  cleanup();
  const bare = season([need]);
  show(bare, "/stores?ask=cost");
  expect(await verdict()).toMatch(/^None of the open needs has a price/);
});

test("rates and outlays are read as they are typed; a share above a half is refused at its field", async () => {
  show(withShelf([{ ...paper, onHand: 30 }]), "/stores?ask=cost");
  await screen.findByRole("heading", { level: 1 });
  await write("An hour, EUR", "18,50");
  await write("Off a sale, %", "80");
  await press("Keep the rates");
  expect(await screen.findByText("80 does not fit. Give a share of the price from 0 to 50 %.")).toBeTruthy();
  await write("Off a sale, %", "6,5");
  await press("Keep the rates");
  await userEvent.setup().click(screen.getByText(/^Tools, fairs and printing/));
  await write("What was paid for", "Trimmer");
  await write("Paid, EUR", "0");
  await press("Add the outlay");
  expect(await screen.findByText(/^0 is too little\. Give at least/)).toBeTruthy();
  await write("Paid, EUR", "49");
  await press("Add the outlay");
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands).toEqual([
    ["set-rates", { hourMinor: 1_850, feeHundredths: 650, feeMinor: 0 }],
    ["add-outlay", expect.objectContaining({ title: "Trimmer", costMinor: 4_900, kind: "tool", on: "2031-11-08" })],
  ]);
});

const masked = { ...design, stages: [{ ...stage("mask", 2, 30), kind: "mask" as const, name: "Mask the lights" }, ...design.stages] };

test("how much goes for one panel is said by the tables and by counts, and told otherwise by the maker", async () => {
  show(
    withShelf(
      [
        { ...paper, onHand: 30 },
        { ...fluid, counts: 2, logSum: 5_000, logSquares: 1_300 },
      ],
      [masked],
    ),
    "/stores?material=fluid",
  );
  expect(await verdict()).toMatch(/^Masking fluid: 1\.\d+ ml go, 18\.\d ml stay\. It lasts 100 times in 100\.$/);
  const own = within(screen.getByRole("region", { name: "How much goes" }));
  expect(own.getByText(/^By 2 counts, give or take \d+ %\.$/)).toBeTruthy();
  expect(own.getByText("0.19 ml, not 0.16 ml")).toBeTruthy();
  await write("Masking fluid for one, Paper boat, Mask the lights", "2 m");
  await press("Tell it");
  expect(await screen.findByText(/^2 m does not fit\. Give one of ml, cl/)).toBeTruthy();
  await write("Masking fluid for one, Paper boat, Mask the lights", "0.25 ml");
  await press("Tell it");
  await waitFor(() => expect(server.commands).toEqual([["set-takings", { id: "boat", version: 1, takings: [{ stageId: "mask", storeId: "fluid", amount: 250 }] }]]));
});

test("what is left in a bottle is weighed: the scale's grams become a count that is looked at before it is kept", async () => {
  server = new PretendServer({ stores: NOTHING, costs: MONEY, scale: { grams: 38, step: 1, by: "Kitchen scale (simulated)", simulated: true } });
  show(withShelf([fluid, { ...paper, onHand: 12, place: "long drawer" }]), "/stores?ask=count");
  await userEvent.setup().click(await screen.findByText("Tin on the sill, 1 material"));
  await press("By weight");
  await write("Empty vessel of Masking fluid, g", "light");
  await press("Weigh it");
  expect(await screen.findByText("light does not fit. Give the weight of the empty vessel in g, such as 12.")).toBeTruthy();
  await write("Empty vessel of Masking fluid, g", "20");
  await press("Weigh it");
  expect(await screen.findByText("Kitchen scale (simulated): 38 g, that is 18 ml, give or take 1.4 ml.")).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>("Counted, Masking fluid").value).toBe("18 ml");
  await press("Keep the count");
  await waitFor(() => expect(server.commands).toEqual([["count-store", { id: "fluid", onHand: 18_000 }]]));
});

test("what the season has cost is told part by part and order by order; an hour only where cards were made", async () => {
  const spent = {
    ...MONEY,
    materials: [{ needId: "n", kind: "sheet", spoilt: false, valueMinor: 490 }],
    batches: [{ batchId: "b", needId: "n", begunAt: "2031-11-06T10:00:00Z", panels: 6, spoilt: 2, stages: [{ stageId: "wash", panels: 6 }], valueMinor: 490 }],
  };
  server = new PretendServer({ stores: NOTHING, costs: spent });
  const outlook = withShelf([{ ...paper, onHand: 30 }]);
  show({ ...outlook, shop: { ...outlook.shop, hourMinor: 1_200 } }, "/stores?ask=cost");
  await userEvent.setup().click(await screen.findByText(/^What this season has cost so far: €\d+\.\d\d$/));
  const row = within(screen.getByRole("table", { name: "What each order has cost" })).getByRole("row", { name: /Office/ });
  expect(row.textContent).toMatch(/^Office0€\d+\.\d\d€36\.00not yet known$/);
  const batch = within(screen.getByRole("table", { name: "What each batch has cost" })).getByRole("row", { name: /Office/ });
  expect(batch.textContent).toMatch(/^Office.*Thu 6 Nov4 of 6€4\.90.*€\d+\.\d\d$/);
});

test("the season's money stands week by week, as a chart in words and as a table whose weeks add up", async () => {
  const weeks = [
    { from: "2031-10-27", lots: 0, outlays: 2_500, post: 0, income: 0 },
    { from: "2031-11-03", lots: 1_100, outlays: 0, post: 390, income: 3_600 },
  ];
  server = new PretendServer({ stores: NOTHING, costs: { ...MONEY, weeks } });
  show(withShelf([paper]), "/stores?ask=cost");
  await userEvent.setup().click(await screen.findByText("Week by week: €36.00 came in, €39.90 was paid out"));
  expect(await screen.findByRole("img", { name: "Mon 27 Oct: came in €0.00, was paid out -€25.00; Mon 3 Nov: came in €36.00, was paid out -€14.90" })).toBeTruthy();
  expect(screen.getByRole("row", { name: /^Mon 3 Nov/ }).textContent).toBe("Mon 3 Nov€36.00€11.00€0.00€3.90€21.10");
});

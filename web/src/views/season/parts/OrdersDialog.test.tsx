import type { FeedOrder, NeedRead, OrdersRead } from "@yule/contract";
import { planSeason, shownPlan, type DayOffers } from "@yule/derive";
import { batch, design, line, need, season, unit } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import { day } from "@yule/core";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };
/** What the plan can keep: safe from a day on. */
const SAFE_FROM = "2031-12-12";
const planner = {
  ask: {
    offers: (_outlook: unknown, _planned: unknown, asked: readonly NeedRead[]): Promise<DayOffers> =>
      Promise.resolve({
        offers: asked.map(({ id, due }) => (due < SAFE_FROM ? { id, chance: 0.31, instead: { due: day(SAFE_FROM), chance: 0.84 } } : { id, chance: 0.93, instead: null })),
        others: -0.4,
        othersInstead: 0,
      }),
  },
  drop: () => undefined,
};
fake.unstable_mockModule("../../../workers/seasonSolver.ts", () => ({ seasonPlanner: () => planner }));
const { OrdersDialog } = await import("./OrdersDialog.tsx");
const { NeedDialog } = await import("./NeedDialog.tsx");

const [BOAT, BLUE] = ["01936b5c-0000-7000-8000-000000000003", "01936b5c-0000-7000-8000-000000000001"];
const boat = { ...design, id: BOAT, name: "Paper boat", colourways: [{ id: BLUE, name: "blue", paints: [], pictureId: null }] };
const order = (ref: string, promisedBy: string): FeedOrder => ({
  ...{ ref, placedOn: "2031-11-07", buyer: "Maud Teale", listing: "paper boat", variant: "Blue", quantity: 3, promisedBy, zone: "inland", paidMinor: 1650 },
});
let server: PretendServer;
afterEach(cleanup);

const taken = { ...need, kind: "order" as const, title: "Maud, SD-3" };
function show(read: Partial<OrdersRead>, more: Partial<Parameters<typeof season>[0][number]>[] = [], batches: Parameters<typeof season>[1] = []) {
  const base = season([taken, ...more.map((each) => ({ ...taken, ...each }))], batches);
  const outlook = { ...base, shop: { ...base.shop, country: "GB", occasionCountries: [] }, designs: [boat], offered: [boat] };
  const planned = shownPlan(planSeason(outlook, null, { effort: { seed: 1, turns: 5, pieces: 2_000 }, runs: 50 }));
  server = new PretendServer({ orders: { name: "A feed", simulated: true, orders: [], news: [], unread: [], ...read } });
  return { outlook, planned };
}

test("a day of a listing that the plan cannot keep stands with its chance and the day that can; the later day is promised by one press", async () => {
  const { outlook, planned } = show({ orders: [order("SD-1", "2031-11-24"), order("SD-2", "2031-12-20")] });
  showScreen(<OrdersDialog outlook={outlook} onClose={() => undefined} />, { outlook, planned });
  expect(await screen.findByText("By Mon 24 Nov it is there 31 times in 100. By Fri 12 Dec: 84 times in 100.")).toBeTruthy();
  expect(screen.getByText("By Sat 20 Dec it is there 93 times in 100.")).toBeTruthy();
  expect(screen.getByText("Of the promises that you have given, about 0.4 fewer would be kept.")).toBeTruthy();
  await press("Promise the later day");
  expect(await screen.findByText("Promised by Fri 12 Dec: in time 84 times in 100.")).toBeTruthy();
  expect(screen.getByText("The promises that you have given are as sure as before.")).toBeTruthy();
  await press("Take 2 orders");
  await waitFor(() => expect(server.commands).toHaveLength(1));
  const sent = server.commands[0]?.[1] as { needs: { due: string; orderRef: string }[] };
  expect(sent.needs.map(({ due, orderRef }) => [orderRef, due])).toEqual([
    ["SD-1", "2031-12-12"],
    ["SD-2", "2031-12-20"],
  ]);
});

test("what is new of orders is said with what follows, lines that could not be read are named, and a refusal is shown", async () => {
  const told = (kind: "changed" | "cancelled" | "paid" | "refunded", needId: string | null, more: object = {}) => ({
    ...{ ref: `${kind} ${String(needId)}`, orderRef: "SD-3", on: "2031-11-07", kind, quantity: null, minor: null, title: "Maud, SD-3", needId },
    ...more,
  });
  const news = [
    told("paid", "n", { minor: 1650 }),
    told("changed", "n", { quantity: 8, minor: 4400 }),
    told("cancelled", "n"),
    told("cancelled", "made"),
    told("refunded", null, { minor: 1650 }),
  ];
  const made = { id: "made", lines: [line("m", "blue", 6, 6)] };
  const { outlook, planned } = show({ news, unread: ["line 3, quantity: given -1, allowed at least 1"] }, [made], [batch([unit(1)])]);
  showScreen(<OrdersDialog outlook={outlook} onClose={() => undefined} />, { outlook, planned });
  for (const words of [
    "€16.50 is paid.",
    "6 cards become 8, for €44.00. The plan follows.",
    "It is cancelled. Its panels are begun: they are finished for the stash.",
    "It is cancelled. 6 cards are made for it: offered in the shop from now on.",
    "€16.50 goes back to the buyer.",
    "the feed, line 3, quantity: given -1, allowed at least 1",
  ])
    expect(await screen.findByText(words)).toBeTruthy();
  server.refuses = () => ({ status: 422, errors: [{ code: "fewer-than-made", path: ["refs", 0], given: "1", allowed: "at least 2, already assembled" }] });
  await press("Take up all 5");
  expect(await screen.findByText(/at least 2, already assembled/)).toBeTruthy();
  expect(server.commands.at(-1)).toEqual(["take-news", { refs: news.map(({ ref }) => ref), isLeft: false }]);
  server.refuses = () => null;
  await press("Leave what is told of Maud, SD-3, cancelled made");
  await waitFor(() => expect(server.commands.at(-1)).toEqual(["take-news", { refs: ["cancelled made"], isLeft: true }]));
});

test("a need that somebody asks for is promised on the first day that is safe, before it is added", async () => {
  const { outlook, planned } = show({});
  showScreen(<NeedDialog outlook={outlook} read={null} onClose={() => undefined} />, { outlook, planned });
  await write("Cards, blue", "3");
  await write("There by", "2031-11-24");
  await screen.findByRole("button", { name: "Promise Fri 12 Dec" });
  await press("Promise Fri 12 Dec");
  expect(screen.getByLabelText("There by")).toHaveProperty("value", "12/12/2031");
  expect(await screen.findByText(/^By Fri 12 Dec it is there 93 times in 100\./)).toBeTruthy();
});

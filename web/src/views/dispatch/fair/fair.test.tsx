import type { FairRead, FairsRead } from "@yule/contract";
import { inches } from "@yule/core";
import { design, line, need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, press, showScreen, write } from "../../../plan/testing.tsx";

const { default: DispatchView } = await import("../DispatchView.tsx");

const fair = (more: Partial<FairRead> = {}): FairRead => ({
  ...{ id: "f", title: "Quay fair", on: "2031-12-13", needIds: ["n"], size: "usual", weather: "fine", tableLength: inches(72), tableDepth: inches(30), tiers: 2 },
  ...{ standMinutes: 300, feeMinor: 3000, floatMinor: 2000, tinMinor: null, sales: [] },
  goods: [{ colourwayId: "blue", designId: design.id, brought: 3, priceMinor: 550, sold: null }],
  ...more,
});
const outlook = season([{ ...need, kind: "fair", title: "Quay fair", due: "2031-12-13", lines: [line("l", "blue", 6, 3)] }], []);
const FINISHED = { rescues: [], rescued: [], making: [], boxes: [{ id: "box", name: "Tin 1", place: "by the door" }], left: [], matters: [], fates: [] };
const COSTS = { materials: [], losses: [], batches: [], posted: [], outlays: [], weeks: [] };
const STORES = { stores: [], lots: [], suppliers: [], offers: [], toBuy: [], moves: [] };
let server: PretendServer;
function open(path: string, fairs: FairsRead): void {
  server = new PretendServer({
    fairs,
    finish: FINISHED,
    stores: STORES,
    costs: COSTS,
    designs: { designs: outlook.designs, series: [], sentiments: [] },
    dispatch: outlook.dispatch,
  });
  showScreen(<DispatchView />, { outlook, at: path });
}
afterEach(cleanup);
const verdict = async (): Promise<string> => (await screen.findByRole("heading", { level: 1 })).textContent;
const told = () => server.commands;

test("without a fair it says what it would decide", async () => {
  server = new PretendServer({ fairs: { fairs: [], past: [] } });
  showScreen(<DispatchView />, { outlook: season([], []), at: "/dispatch?ask=fair" });
  expect(await verdict()).toBe("No fair is to come.");
  expect(screen.getByText(/A need for a fair in Season opens one here/)).toBeTruthy();
});

test("a fair that only its need tells of is planned, and packing tells what it is first", async () => {
  open("/dispatch?ask=fair", { fairs: [], past: [] });
  await waitFor(async () => expect(await verdict()).toMatch(/^Quay fair, Sat 13 Dec: take \d+ cards/));
  expect(screen.getByRole("img", { name: /^The table from above\. From the front: step 1, \d+ of Paper boat, blue/ })).toBeTruthy();
  await write("Price of Paper boat, blue", "six");
  expect(screen.getByText(/six does not fit\. Give an amount such as 4\.50/)).toBeTruthy();
  await write("Price of Paper boat, blue", "6");
  await press("Pack 3 cards that lie there");
  await waitFor(() => expect(told()).toHaveLength(2));
  expect(told()[0]).toEqual(["set-fair", expect.objectContaining({ id: "n", needIds: ["n"], on: "2031-12-13" })]);
  expect(told()[1]).toEqual(["bring-to-fair", { fairId: "n", goods: [{ colourwayId: "blue", brought: 3, priceMinor: 600 }] }]);
});

test("the fair's own day is told at a form; a table of no length is met at its field", async () => {
  open("/dispatch?ask=fair", { fairs: [], past: [] });
  await userEvent.setup().click(await screen.findByText(/^Tell the fair's size/));
  await write("Table, length in in", "");
  await press("Keep this fair");
  expect(await screen.findByText("Give a length, as it was measured.")).toBeTruthy();
  await write("Table, length in in", "60");
  await press("Keep this fair");
  await waitFor(() => expect(told()[0]?.[1]).toMatchObject({ tableLength: inches(60), size: "usual", feeMinor: 0 }));
});

test("the till: pictures pressed, change in the fewest coins, too little refused, and the table emptier at once", async () => {
  open("/dispatch?ask=fair&till=1", { fairs: [fair()], past: [] });
  expect(await verdict()).toBe("Quay fair: 0 of 3 cards sold, €0.00 taken.");
  await press("Paper boat, blue, €5.50, 3 left");
  await press("Paper boat, blue, €5.50, 3 left");
  await press("Cash");
  await write("Handed over", "10");
  expect(screen.getByText("€10.00 is too little. Take at least €11.00.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "It is paid" })).toHaveProperty("disabled", true);
  await press("€20.00");
  expect(screen.getByText("Give back €9.00: 1 × €5.00, 2 × €2.00.")).toBeTruthy();
  await press("It is paid");
  await waitFor(() =>
    expect(told()[0]).toEqual([
      "ring-up",
      expect.objectContaining({ fairId: "f", paid: "cash", tenderMinor: 2000, tipMinor: 0, lines: [{ colourwayId: "blue", quantity: 2, priceMinor: 550 }] }),
    ]),
  );
});

test("taken back, and a tip that stays", async () => {
  open("/dispatch?ask=fair&till=1", { fairs: [fair()], past: [] });
  const card = () => screen.findByRole("button", { name: /^Paper boat, blue, €5\.50, \d left$/ });
  const user = userEvent.setup();
  await user.click(await card());
  await press("Take cards back");
  await press("Given in cash");
  await user.click(await card());
  await press("Cash");
  await press("€6.00");
  await userEvent.setup().click(screen.getByRole("checkbox", { name: "The rest is a tip" }));
  expect(screen.getByText("€0.50 is for you.")).toBeTruthy();
  await press("It is paid");
  await waitFor(() => expect(told()).toHaveLength(2));
  expect(told().map(([, payload]) => payload)).toEqual([expect.objectContaining({ isBack: true, paid: "cash" }), expect.objectContaining({ tipMinor: 50, tenderMinor: 600 })]);
});

test("what was paid by card is given back on the card: the tin keeps its cash", async () => {
  open("/dispatch?ask=fair&till=1", { fairs: [fair()], past: [] });
  await userEvent.setup().click(await screen.findByRole("button", { name: /^Paper boat, blue, €5\.50, \d left$/ }));
  await press("Take cards back");
  expect(screen.getByRole("heading", { name: "1 card comes back: give €5.50" })).toBeTruthy();
  await press("Given on the card");
  await waitFor(() => expect(told().map(([, payload]) => payload)).toEqual([expect.objectContaining({ isBack: true, paid: "card" })]));
});

test("at the end cards and tin are counted; more than were taken along, and an empty tin field, are each met at the field", async () => {
  const sales: FairRead["sales"] = [
    { id: "s", at: "2031-12-13T10:00:00Z", isBack: false, paid: "cash", tenderMinor: null, tipMinor: 0, lines: [{ colourwayId: "blue", quantity: 1, priceMinor: 550 }] },
  ];
  open("/dispatch?ask=fair&till=1", { fairs: [fair({ sales })], past: [] });
  await verdict();
  await press("Count the end of the fair");
  expect(await verdict()).toBe("2 cards should come home, and €25.50 should lie in the tin.");
  await write("Paper boat, blue, left of 3", "4");
  await press("Close the fair");
  expect(await screen.findByText("4 does not fit. Give a whole number from 0 to 3.")).toBeTruthy();
  expect(screen.getByText(/Give what lies in the tin, counted/)).toBeTruthy();
  await write("Paper boat, blue, left of 3", "2");
  await write("In the tin, EUR", "25.50");
  await press("Close the fair");
  await waitFor(() => expect(told()[0]?.[1]).toMatchObject({ fairId: "f", tinMinor: 2550, left: [{ colourwayId: "blue", cards: 2 }] }));
});

test("what a fair came to: for an hour, what sold out, what the tin says, and when it sold", async () => {
  const sales: FairRead["sales"] = [10, 11, 12].map((hour) => ({
    ...{ id: String(hour), at: `2031-12-13T${String(hour)}:15:00Z`, isBack: false, paid: "cash", tenderMinor: null, tipMinor: 0 },
    lines: [{ colourwayId: "blue", quantity: 1, priceMinor: 5500 }],
  }));
  const goods = [{ colourwayId: "blue", designId: design.id, brought: 3, priceMinor: 5500, sold: 3 }];
  open("/dispatch?ask=fair&over=1", { fairs: [fair({ sales, goods, tinMinor: 18_400 })], past: [] });
  expect(await verdict()).toBe("Quay fair, Sat 13 Dec: 3 of 3 cards sold. €27.00 for an hour at the table. Paper boat, blue sold out, so more were wanted than it shows.");
  expect(screen.getByText("The tin has €1.00 too little.")).toBeTruthy();
  expect(screen.getByRole("img", { name: /^Cards sold: from/ })).toBeTruthy();
});

test("what is to be painted is taken into the need, as many more as the table says", async () => {
  const past = [1, 2, 3].map((at) => ({
    ...{ id: `past ${String(at)}`, title: "Quay fair", on: "2030-12-14", isLeftOut: false },
    size: "usual" as const,
    weather: "fine" as const,
    goods: [{ design: design.id, colourwayId: "blue", brought: 5, sold: 5 }],
  }));
  open("/dispatch?ask=fair", { fairs: [fair({ goods: [] })], past });
  await waitFor(() => expect(screen.getByRole("button", { name: /^Plan to paint these \d+$/ })).toBeTruthy());
  const cells = screen.getAllByRole("cell").map(({ textContent }) => textContent);
  const wanted = Number(/^(\d+), asked for 3$/.exec(cells.find((text) => /asked for/.test(text)) ?? "")?.[1]);
  expect(wanted).toBeGreaterThan(3);
  await userEvent.setup().click(screen.getByRole("button", { name: /^Plan to paint these/ }));
  await waitFor(() => expect(told()[0]).toEqual(["change-need", expect.objectContaining({ id: "n", lines: [{ id: "l", colourwayId: "blue", quantity: 3 + wanted }] })]));
});

test("without what cards cost and what lies there it still plans what was made, and paints nothing", async () => {
  server = new PretendServer({ fairs: { fairs: [fair()], past: [] } });
  showScreen(<DispatchView />, { outlook, at: "/dispatch?ask=fair" });
  await waitFor(async () => expect(await verdict()).toMatch(/^Quay fair, Sat 13 Dec: take 3 cards\. About \d will go/));
});

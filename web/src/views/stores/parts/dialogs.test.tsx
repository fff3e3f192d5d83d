import type { StoreRead, StoresRead } from "@yule/contract";
import { day } from "@yule/core";
import { paper, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, press, showScreen, write } from "../../../plan/testing.tsx";
import { ListDialog } from "./ListDialog.tsx";
import { MaterialDialog } from "./MaterialDialog.tsx";
import { Offers } from "./Offers.tsx";
import { Suppliers } from "./Suppliers.tsx";

const STORE = "01936b5c-1001-7000-8000-000000000001";
const cotton: StoreRead = { ...paper, id: STORE, onHand: 12, packCostMinor: 2_450 };
const tarn = {
  id: "01936b5c-1001-7000-8000-000000000002",
  version: 3,
  name: "Tarn Papers",
  leadDays: 5,
  postMinor: 450,
  freeFromMinor: 4_500,
  leastMinor: 0,
  archived: false,
  took: [],
};
const told: StoresRead = { stores: [cotton], lots: [], suppliers: [tarn], offers: [], toBuy: [], moves: [] };
const outlook = { ...season([]), stores: [cotton], today: day("2031-11-08") };
let server: PretendServer;
let closed = 0;
beforeEach(() => {
  server = new PretendServer();
  closed = 0;
});
afterEach(cleanup);

test("a supplier's terms are told in money; what is no amount is told at its field, and one that is left is bought from no more", async () => {
  showScreen(<Suppliers stores={told} />, { outlook });
  expect(screen.getByText(/€4\.50 post, free from €45\.00\./)).toBeTruthy();
  await press("Add a supplier");
  const dialog = within(screen.getByRole("dialog"));
  await write("Name", "Marram");
  await write("Post, EUR", "four");
  await write("Days to come", "3");
  await userEvent.setup().click(dialog.getByRole("button", { name: "Keep the supplier" }));
  expect(await dialog.findByText("four does not fit. Give an amount such as 12.50.")).toBeTruthy();
  await write("Post, EUR", "4");
  await write("Least order", "8");
  await userEvent.setup().click(dialog.getByRole("button", { name: "Keep the supplier" }));
  await waitFor(() =>
    expect(server.commands).toEqual([["add-supplier", expect.objectContaining({ name: "Marram", postMinor: 400, freeFromMinor: null, leastMinor: 800, leadDays: 3 })]]),
  );
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await press("Change Tarn Papers");
  await press("Buy there no more");
  await waitFor(() =>
    expect(server.commands[1]).toEqual([
      "change-supplier",
      { id: tarn.id, version: 3, name: "Tarn Papers", postMinor: 450, freeFromMinor: 4_500, leastMinor: 0, leadDays: 5, archived: true },
    ]),
  );
});

test("a price is told for a pack in the material's own unit; a price of nothing is none", async () => {
  showScreen(<Offers store={{ ...cotton, kind: "tape", name: "Tape", pack: 10_000 }} stores={told} />, { outlook });
  expect(screen.getByText("Nobody is told: 10 m for €24.50, 3 days on the way, is what the shelf has.")).toBeTruthy();
  await press("Add a price");
  await write("One pack holds", "50 ml");
  await write("Price, EUR", "0");
  await press("Keep the price");
  expect(await screen.findByText("50 ml does not fit. Give one of mm, cm, m, in, ft, yd.")).toBeTruthy();
  expect(screen.getByText("0 is too little. Give at least 1.")).toBeTruthy();
  await write("One pack holds", "50 m");
  await write("It is called", "roll");
  await write("Price, EUR", "5.20");
  await press("Keep the price");
  await waitFor(() =>
    expect(server.commands).toEqual([["add-offer", expect.objectContaining({ storeId: STORE, supplierId: tarn.id, pack: 50_000, packName: "roll", priceMinor: 520, atLeast: 1 })]]),
  );
});

test("what is told of a paper is kept; it is not put away while some of it lies there, and that is said", async () => {
  showScreen(<MaterialDialog store={cotton} onClose={() => (closed += 1)} />, { outlook });
  await write("Where it lies", "long drawer");
  await write("Weight, gsm", "300");
  await userEvent.setup().selectOptions(screen.getByLabelText("Surface"), "rough");
  await userEvent.setup().click(screen.getByLabelText("deckle edges"));
  await press("Keep what is told");
  await waitFor(() => expect(closed).toBe(1));
  expect(server.commands).toEqual([
    [
      "change-store",
      expect.objectContaining({ id: STORE, version: 1, place: "long drawer", gsm: 300, surface: "rough", grain: null, deckle: true, packCostMinor: 2_450, keepsDays: null }),
    ],
  ]);
  server.refuses = () => ({
    status: 422,
    title: "Refused.",
    errors: [{ code: "not-empty", path: ["archived"], given: "Cotton, of which 12 lies there", allowed: "a material of which nothing is left" }],
  });
  await press("Put it away for good");
  expect(await screen.findByText(/given Cotton, of which 12 lies there, allowed a material of which nothing is left/)).toBeTruthy();
  expect(closed).toBe(1);
});

test("a list is looked at before it is taken; what the server refuses is told and the list stays", async () => {
  showScreen(<ListDialog outlook={outlook} stores={told} stock={[]} alarms={new Map()} onClose={() => (closed += 1)} />, { outlook });
  await write("Rows of the list", "material;kind;on hand\nCotton;sheet;15");
  expect(within(screen.getByRole("group", { name: "What will change" })).getByText(/counted, 15 in place of 12/)).toBeTruthy();
  server.refuses = () => ({ status: 422, title: "Refused.", errors: [{ code: "x", path: ["counts"], given: "15", allowed: "what was there" }] });
  await press("Take the 1 change");
  expect(await screen.findByText("counts: given 15, allowed what was there")).toBeTruthy();
  expect(closed).toBe(0);
  server.refuses = () => null;
  await press("Take the 1 change");
  await waitFor(() => expect(closed).toBe(1));
  expect(server.commands.at(-1)).toEqual(["import-stores", { stores: [], suppliers: [], offers: [], counts: [{ id: STORE, onHand: 15 }] }]);
});

test("a roll is counted in the sheets that come off it, and becomes what one pack holds; one that is too narrow is said", async () => {
  showScreen(<MaterialDialog store={cotton} onClose={() => (closed += 1)} />, { outlook });
  await userEvent.setup().click(screen.getByText("It comes as a roll"));
  await write("Width of the roll", "10");
  await write("Length of the roll", "100");
  await userEvent.setup().tab();
  expect(await screen.findByText(/^No sheet of .* comes off such a roll/)).toBeTruthy();
  await write("Width of the roll", "55");
  await write("Length of the roll", "400");
  await userEvent.setup().tab();
  // Twenty bands of two sheets that lie along the roll.
  expect(await screen.findByText(/it gives 40 sheets of /)).toBeTruthy();
  await press("Take a roll as one pack");
  await press("Keep what is told");
  await waitFor(() => expect(server.commands[0]?.[1]).toMatchObject({ id: STORE, pack: 40 }));
  expect(closed).toBe(1);
});

import type { QuickNeed } from "@yule/core";
import { design, need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import { NeedDialog } from "./NeedDialog.tsx";

/** Ids as the server asks for them: the form reads by its schema. */
const BOAT = "01936b5c-0000-7000-8000-000000000003";
const [BLUE, RED] = ["01936b5c-0000-7000-8000-000000000001", "01936b5c-0000-7000-8000-000000000002"];
const colourways = [
  { id: BLUE, name: "blue", paints: [], pictureId: null },
  { id: RED, name: "red", paints: [], pictureId: null },
];
const boat = { ...design, id: BOAT, colourways };
let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

function show(
  read: QuickNeed | null = null,
  books = [
    { country: "GB", households: 2, neutral: 1 },
    { country: "IE", households: 1, neutral: 0 },
  ],
) {
  const outlook = season([need]);
  let closed = 0;
  const shop = { ...outlook.shop, country: "GB", occasionCountries: [] };
  showScreen(<NeedDialog outlook={{ ...outlook, shop, offered: [boat], dispatch: { ...outlook.dispatch, books } }} read={read} onClose={() => (closed += 1)} />);
  return { closed: () => closed };
}
const faultOf = (field: string): string => {
  const id = screen.getByLabelText(field).getAttribute("aria-errormessage");
  return id ? (document.getElementById(id)?.textContent ?? "") : "";
};

test("a need is sent as it was written, and its own page is opened", async () => {
  const { closed } = show();
  await write("For whom or for what", "Harbour office");
  await write("Cards, blue", "8");
  await write("Cards, red", "4");
  await write("There by", "2031-12-19");
  await write("Price, EUR", "36.50");
  await userEvent.setup().selectOptions(screen.getByLabelText("How it goes"), "inland");
  await press("Add it");
  await waitFor(() => expect(closed()).toBe(1));
  const [kind, sent] = server.commands[0] ?? ["", {}];
  expect(kind).toBe("add-need");
  expect(sent).toMatchObject({ title: "Harbour office", kind: "commission", designId: BOAT, due: "2031-12-19", zone: "inland", priceMinor: 3650, depositMinor: null });
  expect((sent as { lines: unknown[] }).lines).toMatchObject([
    { colourwayId: BLUE, quantity: 8 },
    { colourwayId: RED, quantity: 4 },
  ]);
  await waitFor(() => expect(screen.getByLabelText("where").textContent).toBe(`/season?need=${(sent as { id: string }).id}`));
});

test("while the number is in the pen it says how many panels are to be painted, and how sure that is", async () => {
  show();
  expect(screen.queryByText(/to be painted/)).toBeNull();
  await write("Cards, blue", "8");
  expect(screen.getByText(/^1\d panels are to be painted for that: then enough are good 86 in 100 times, by what is guessed of a new design\.$/)).toBeTruthy();
  await write("Cards, red", "4");
  expect(screen.getByText(/panels are to be painted for that: then enough are good 86 in 100 times of each colourway/)).toBeTruthy();
  await write("Cards, blue", "-3");
  await write("Cards, red", "");
  expect(screen.queryByText(/to be painted/)).toBeNull();
});

test("what is wrong stands at its field, all of it at once, and nothing is sent", async () => {
  const { closed } = show();
  await write("Cards, blue", "many");
  await write("There by", "2031-11-01");
  await press("Add it");
  await waitFor(() => expect(faultOf("For whom or for what")).toBe("Give it a name."));
  expect(faultOf("Cards, blue")).toBe("many does not fit. Give a whole number from 0 to 10000.");
  expect(faultOf("There by")).toBe("Sat 1 Nov has passed. Choose today or later.");
  expect([server.sent, closed()]).toEqual([[], 0]);
  // Mended, it goes.
  await write("For whom or for what", "Office");
  await write("Cards, blue", "2");
  await write("There by", "2031-12-01");
  await press("Add it");
  await waitFor(() => expect(closed()).toBe(1));
});

test("a need of no cards is told once, under the fields of its colourways", async () => {
  show();
  await write("For whom or for what", "Office");
  await press("Add it");
  await waitFor(() => expect(screen.getAllByRole("alert").map((each) => each.textContent)).toEqual(["Give at least 1 in some colourway."]));
});

test("a mailing list takes a card for each household, and counts those who want neutral words", async () => {
  show();
  await userEvent.setup().selectOptions(screen.getByLabelText("Kind"), "mailing list");
  expect(screen.getByText("It goes to all 3 households in your books; so many cards are wanted.")).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>("Cards, blue").value).toBe("3");
  expect(screen.getByLabelText<HTMLInputElement>("Of these with neutral words").value).toBe("1");
});

test("how many were written stays as it is when it becomes a mailing list", async () => {
  show();
  await write("Cards, blue", "40");
  await userEvent.setup().selectOptions(screen.getByLabelText("Kind"), "mailing list");
  expect(screen.getByLabelText<HTMLInputElement>("Cards, blue").value).toBe("40");
});

test("each kind is asked what it alone needs", async () => {
  show();
  const asked = (): string[] =>
    ["Price, EUR", "Deposit, EUR", "Of these with neutral words", "May be set up from", "Length of the table", "Photographed on", "Live by"].filter((label) =>
      screen.queryByLabelText(label),
    );
  const kind = (name: string) => userEvent.setup().selectOptions(screen.getByLabelText("Kind"), name);
  expect(asked()).toEqual(["Price, EUR", "Deposit, EUR"]);
  await kind("order");
  expect(asked()).toEqual(["Price, EUR"]);
  await kind("fair");
  expect(asked()).toEqual(["May be set up from", "Length of the table"]);
  await kind("shop listing");
  expect(asked()).toEqual(["Photographed on", "Live by"]);
  await kind("stash");
  expect(asked()).toEqual([]);
});

test("a fair's table is told in her unit and its hour by the clock", async () => {
  show();
  await userEvent.setup().selectOptions(screen.getByLabelText("Kind"), "fair");
  await write("For whom or for what", "Harbour fair");
  await write("Cards, red", "30");
  await write("May be set up from", "08:30");
  await write("Length of the table", "72");
  await press("Add it");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands[0]?.[1]).toMatchObject({ kind: "fair", setUpFrom: 510, tableLength: 72 * 25.4 * 320 });
});

test("what the server refuses stands at its field, and the dialog stays with all that was written", async () => {
  const { closed } = show();
  server.refuses = () => ({ errors: [{ code: "custom", path: ["title"], given: "Office", allowed: "a name that no other need has" }] });
  await write("For whom or for what", "Office");
  await write("Cards, blue", "5");
  await press("Add it");
  await waitFor(() => expect(faultOf("For whom or for what")).toBe("Office does not fit. Give a name that no other need has."));
  expect(closed()).toBe(0);
  expect(screen.getByLabelText<HTMLInputElement>("Cards, blue").value).toBe("5");
});

test("without a design there is nothing to send", async () => {
  const outlook = season([need]);
  showScreen(<NeedDialog outlook={{ ...outlook, shop: { ...outlook.shop, country: "GB", occasionCountries: [] }, offered: [] }} read={null} onClose={() => undefined} />);
  await write("For whom or for what", "Office");
  await press("Add it");
  await waitFor(() => expect(screen.getAllByRole("alert").length).toBeGreaterThan(0));
  expect(server.sent).toEqual([]);
});

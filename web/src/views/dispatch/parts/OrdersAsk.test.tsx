import type { OrderRead } from "@yule/contract";
import { design, houseTo, line, need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, press, showScreen, write } from "../../../plan/testing.tsx";
import OrdersAsk from "./OrdersAsk.tsx";

const boats = { ...need, kind: "order" as const, title: "Boats", due: "2031-11-20", priceMinor: 2000, lines: [line("l", "blue", 4, 4)] };
const moths = { ...need, id: "n2", kind: "order" as const, title: "Moths", due: "2031-12-10", priceMinor: 1200, lines: [line("m", "blue", 2, 0)] };
const house = houseTo("h", { name: "Tolvan Books", language: "de" });
let server: PretendServer;
function open(orders: readonly OrderRead[] = []): void {
  const base = season([boats, moths], [], { designs: [design] });
  const undertakings = orders.map(({ id }) => ({ id, kind: "order" as const, title: "Tolvan order", needIds: ["n", "n2"] }));
  const outlook = { ...base, dispatch: { ...base.dispatch, orders, undertakings, households: [house] } };
  server = new PretendServer({ households: { households: [house], after: null } });
  showScreen(<OrdersAsk outlook={outlook} />, { outlook });
}
afterEach(cleanup);
const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const told = () => server.commands.at(-1);
const whole: OrderRead = { id: "o", householdId: "h", priceMinor: 3000, depositMinor: 1000, payments: [] };

test("two needs are made one order, with a price of its own and a household found by name; a deposit above the price is met at its field", async () => {
  open();
  expect(verdict()).toBe("2 customers wait, and €32.00 is still to be paid.");
  await press("Open Boats");
  await userEvent.setup().click(screen.getByRole("checkbox", { name: "Moths" }));
  await write("Price of all, EUR", "30");
  await write("Deposit, EUR", "40");
  await write("Goes to: find a household by its name", "tol");
  await waitFor(() => expect(screen.getByRole("button", { name: "To Tolvan Books" })).toBeTruthy());
  await press("To Tolvan Books");
  server.refuses = () => ({ status: 422, errors: [{ code: "custom", path: ["depositMinor"], given: "40.00", allowed: "at most the price, 30.00" }] });
  await press("Keep this order");
  await waitFor(() =>
    expect(told()).toEqual([
      "set-order",
      expect.objectContaining({ title: "Boats", needIds: ["n", "n2"], householdId: "h", priceMinor: 3000, depositMinor: 4000, due: "2031-11-20" }),
    ]),
  );
  expect(await screen.findByText("40.00 is too much. Give at most the price, 30.00.")).toBeTruthy();
});

test("what is paid and given back is noted, the deposit is asked for, and the message is in the customer's language", async () => {
  open([whole]);
  expect(verdict()).toBe("One customer waits, and €30.00 is still to be paid. Ask Tolvan order for the deposit before you paint.");
  await press("Open Tolvan order");
  expect(screen.getByLabelText("The message")).toHaveProperty(
    "value",
    expect.stringMatching(/^Guten Tag Tolvan Books,\n\nvielen Dank für Ihre Bestellung „Tolvan order“ über 6 Karten zu 30,00\s€\. Sie sind bis 10\. Dezember bei Ihnen\./),
  );
  await userEvent.setup().selectOptions(screen.getByLabelText("A message to the customer, for you to send"), "part");
  expect(screen.getByLabelText("The message")).toHaveProperty("value", expect.stringMatching(/der erste Teil/));
  await write("Amount, EUR", "ten");
  await press("Note it as paid");
  expect(await screen.findByText(/ten does not fit\. Give an amount such as 12\.50/)).toBeTruthy();
  await write("Amount, EUR", "10");
  await press("Note it as paid");
  await waitFor(() => expect(told()).toEqual(["pay-order", expect.objectContaining({ orderId: "o", minor: 1000 })]));
  await waitFor(() => expect(screen.getByLabelText("Amount, EUR")).toHaveProperty("value", ""));
  await write("Amount, EUR", "4");
  await press("Note it as given back");
  await waitFor(() => expect(told()).toEqual(["pay-order", expect.objectContaining({ minor: -400 })]));
});

test("without an order it says what would stand here", () => {
  server = new PretendServer({});
  const outlook = season([], []);
  showScreen(<OrdersAsk outlook={outlook} />, { outlook });
  expect(verdict()).toBe("No customer waits for anything.");
  expect(screen.getByText(/^Orders and commissions of Season stand here/)).toBeTruthy();
});

import type { ShopRead } from "@yule/contract";
import { mannerOf } from "@yule/core";
import { season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen, write } from "../plan/testing.tsx";
import { speakAs } from "../kit/say.ts";
import { ShopDialog } from "./ShopDialog.tsx";

const shop: ShopRead = { ...season([]).shop, name: "Tern Row Cards", country: "IE", currency: "EUR", timeZone: "Europe/Dublin", lengthSystem: "cm", manner: {} };
let server: PretendServer;
let closed = 0;
beforeEach(() => {
  server = new PretendServer();
  closed = 0;
  speakAs(mannerOf("IE"));
});
afterEach(() => {
  cleanup();
  speakAs(mannerOf("GB"));
});
const show = (more: Partial<ShopRead> = {}) => showScreen(<ShopDialog shop={{ ...shop, ...more }} onClose={() => (closed += 1)} />);
const reads = (): string => screen.getByText(/^It reads so/).textContent.replace(/[\u00A0\u202F]/g, " ");
const choose = (label: string, value: string) => userEvent.setup().selectOptions(screen.getByLabelText(label), value);

test("another country writes otherwise, which is seen before it is kept; what is chosen by hand goes before it", async () => {
  show();
  expect(reads()).toBe("It reads so: Sat 8 Nov · 19:30 · €1,234.50 · 21.5 °C. Weeks begin on Monday, and pages are A4.");
  await choose("Country", "US");
  expect(reads()).toBe("It reads so: Sat Nov 8 · 7:30 PM · €1,234.50 · 70.7 °F. Weeks begin on Sunday, and pages are letter.");
  expect(screen.getByText("In United States one pays in USD; your prices stay in EUR unless you change it.")).toBeTruthy();
  await choose("Times of the day", "24");
  await choose("Warmth of the room", "C");
  await write("Money, three letters such as EUR", "usd");
  expect(reads()).toBe("It reads so: Sat Nov 8 · 19:30 · $1,234.50 · 21.5 °C. Weeks begin on Sunday, and pages are letter.");
  expect(screen.getByText("Prices keep their numbers: what costs €1,234.50 will cost $1,234.50.")).toBeTruthy();
  await press("Keep these settings");
  await waitFor(() => expect(closed).toBe(1));
  expect(server.commands).toEqual([["set-shop", { country: "US", currency: "USD", manner: { hours: 24, temperature: "C" } }]]);
});

test("only what is told otherwise is told: a country told again would be taken for another one, and its region be forgotten", async () => {
  show({ region: "C" });
  await write("Name of the shop", "Tern Row Cards and Prints");
  await press("Keep these settings");
  await waitFor(() => expect(server.commands).toEqual([["set-shop", { name: "Tern Row Cards and Prints" }]]));
});

test("settings that stand as they stood are kept without a word to anybody", async () => {
  show();
  await press("Keep these settings");
  await waitFor(() => expect(closed).toBe(1));
  expect(server.commands).toEqual([]);
});

test("what was chosen before stands there, and goes back to what is usual", async () => {
  show({ manner: { decimal: ",", firstDay: 0 } });
  expect(reads()).toMatch(/€1\.234,50 · 21,5 °C\. Weeks begin on Sunday/);
  await choose("Decimal sign", "");
  await choose("The week begins on", "");
  await press("Keep these settings");
  await waitFor(() => expect(server.commands[0]?.[1]).toMatchObject({ manner: {} }));
});

test("money that is no currency is met at its field, and nothing is sent", async () => {
  show();
  await write("Money, three letters such as EUR", "euros");
  await write("Name of the shop", "");
  await press("Keep these settings");
  expect(await screen.findByText("euros does not fit. Give three capital letters such as EUR.")).toBeTruthy();
  expect(screen.getByText("Give it a name.")).toBeTruthy();
  expect(server.commands).toEqual([]);
});

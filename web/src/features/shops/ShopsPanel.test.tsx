import { FIRST_SHOP, type ShopsRead } from "@yule/contract";
import { season } from "@yule/derive/examples";
import { cleanup, screen } from "@testing-library/react";
import { PretendServer, press, showScreen } from "../../plan/testing.tsx";
import { ShopsPanel } from "./ShopsPanel.tsx";

const DEMO = "01936b5c-7a00-7000-8000-0000000000d0";
const mine = { id: FIRST_SHOP, name: "Quince Yard", isDemo: false };
const demo = { id: DEMO, name: "Tern Row Cards", isDemo: true };
let server: PretendServer;
function show(shopId: string, read: ShopsRead): void {
  server = new PretendServer({ shops: read });
  showScreen(<ShopsPanel shopId={shopId} />, { outlook: season([]) });
}
beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
});
afterEach(cleanup);

test("in her own shop the demo is opened beside it, and nothing there can be set back by a slip", async () => {
  show(FIRST_SHOP, { shops: [mine], mayOpen: true });
  expect(await screen.findByText(/You are in your own shop/)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Open the demo beside it" })).toBeTruthy();
  expect(screen.queryByRole("button", { name: /Set the demo back/ })).toBeNull();
});

test("in the demo she is told so; it is set back only once she has been asked, and what cannot be is said", async () => {
  show(DEMO, { shops: [mine, demo], mayOpen: true });
  expect(await screen.findByText(/This is the demo: try whatever you like/)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Enter Quince Yard" })).toBeTruthy();
  await press("Set the demo back to its beginning");
  expect(screen.getByText(/Your own shops stay as they are/)).toBeTruthy();
  await press("Leave it as it is");
  expect(screen.queryByText(/Your own shops stay as they are/)).toBeNull();
  // This server answers no such press.
  await press("Set the demo back to its beginning");
  await press("Set the demo back");
  expect(await screen.findByText(/Nothing was opened and nothing set back/)).toBeTruthy();
  expect((await screen.findByRole<HTMLButtonElement>("button", { name: "Set the demo back to its beginning" })).disabled).toBe(false);
});

test("a shop without a name is met at its field; elsewhere than where they run no shop is offered", async () => {
  show(FIRST_SHOP, { shops: [mine, demo], mayOpen: true });
  await screen.findByText(/You are in your own shop/);
  await press("Open a shop of your own");
  await press("Open this shop");
  expect(await screen.findByText("Give it a name.")).toBeTruthy();
  expect(server.sent).toEqual([]);
  cleanup();
  show(FIRST_SHOP, { shops: [mine], mayOpen: false });
  await new Promise((done) => setTimeout(done, 50));
  expect(screen.queryByText("Shops on this machine")).toBeNull();
});

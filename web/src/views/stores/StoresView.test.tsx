import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../plan/testing.tsx";
import StoresView from "./StoresView.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
  localStorage.clear();
});
afterEach(cleanup);

const show = () => showScreen(<StoresView />, { outlook: season([need]) });
const row = (name: RegExp) => screen.getByRole("row", { name });

test("what runs out is said with the day and what to order; a press buys whole packs", async () => {
  show();
  expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Cotton runs out on Sat 15 Nov: order 1 pack by Tue 11 Nov.");
  expect(row(/Cotton/).textContent).toMatch(/0 there1 wanted.*1 short/);
  await userEvent.setup().click(within(row(/Cotton/)).getByRole("button", { name: "5 bought" }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["buy-store", { id: "paper", quantity: 5 }]]);
});

test("a count replaces what the books say; what is no count is told at the field, and one that was changed meanwhile is not written over", async () => {
  show();
  const user = userEvent.setup();
  await user.click(within(row(/Cotton/)).getByRole("button", { name: "Count" }));
  const field = screen.getByLabelText("Counted, Cotton");
  await user.clear(field);
  await user.type(field, "two{Enter}");
  expect((await screen.findByRole("alert")).textContent).toBe("Cotton: given two, allowed a number");
  expect(server.sent).toEqual([]);
  server.refuses = () => ({ status: 409, present: { onHand: 7 } });
  await user.clear(field);
  await user.type(field, "3{Enter}");
  expect(await screen.findByText("It was changed meanwhile; now 7 are there")).toBeTruthy();
  server.refuses = () => null;
  await user.click(screen.getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(screen.queryByLabelText("Counted, Cotton")).toBeNull());
  expect(server.commands).toEqual([1, 2].map(() => ["count-store", { id: "paper", version: 1, onHand: 3 }]));
});

test("something new is put on the shelf: its size as it is written, an envelope's only if it is told, a card's colour with it", async () => {
  show();
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Add to the shelf" }));
  const dialog = within(screen.getByRole("dialog"));
  await user.type(dialog.getByLabelText("What it is"), "Kraft");
  await user.selectOptions(dialog.getByLabelText("Kind"), "card stock");
  await user.clear(dialog.getByLabelText("width"));
  await user.click(dialog.getByRole("button", { name: "Put it there" }));
  expect(await dialog.findByText("given nothing, allowed a width and a height for sheets and card stock")).toBeTruthy();
  await user.type(dialog.getByLabelText("width"), "12 1/2");
  await user.click(dialog.getByLabelText("it shimmers"));
  await user.click(dialog.getByRole("button", { name: "Put it there" }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([
    [
      "add-store",
      expect.objectContaining({
        kind: "card stock",
        name: "Kraft",
        width: 12.5 * 25.4 * 320,
        height: 26 * 25.4 * 320,
        onHand: 10,
        pack: 10,
        leadDays: 5,
        metallic: true,
        hex: "#c7a878",
      }),
    ],
  ]);
});

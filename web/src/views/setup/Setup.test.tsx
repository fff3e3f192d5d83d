import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent, { type UserEvent } from "@testing-library/user-event";
import { PretendServer, showScreen, write } from "../../plan/testing.tsx";
import { Setup } from "./Setup.tsx";

let server: PretendServer;
let user: UserEvent;
beforeEach(() => {
  server = new PretendServer({ shop: { timeZone: "Europe/Dublin", now: "2031-11-08T10:04:00Z" } });
  user = userEvent.setup();
  showScreen(<Setup />, { at: "/setup" });
});
afterEach(cleanup);

const question = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const next = (): Promise<void> => user.click(screen.getByRole("button", { name: "Next" }));
/** Up to the last question, everything left as it is proposed. */
async function toTheLast(): Promise<void> {
  await user.selectOptions(screen.getByLabelText("Lengths"), "in");
  for (const asked of ["When do you paint", "Which paper", "What is the first design"]) {
    await next();
    await waitFor(() => expect(question()).toContain(asked));
  }
  await write("Name of the design", "Paper boats");
  await write("Colourways, parted by commas", "blue, red");
  await next();
  await waitFor(() => expect(question()).toContain("Who is waiting"));
}

test("five questions make a shop, in the order in which one thing names another", async () => {
  await toTheLast();
  await write("For whom or for what", "Harbour office");
  await write("Cards, red", "4");
  await write("There by", "2099-12-19");
  await user.click(screen.getByRole("button", { name: "Say what it takes" }));
  await waitFor(() => expect(screen.getByLabelText("where").textContent).toBe("/season"));
  expect(server.commands.map(([kind]) => kind)).toEqual(["set-shop", "set-sessions", "add-store", "add-store", "add-series", "add-design", "add-need"]);
  expect(server.commands[0]?.[1]).toMatchObject({ lengthSystem: "in", timeZone: "Europe/Dublin" });
  expect(server.commands[6]?.[1]).toMatchObject({ title: "Harbour office", due: "2099-12-19", zone: "inland", lines: [{ quantity: 4 }] });
});

test("what cannot be is told before the next question is asked, and Back leaves it", async () => {
  await user.selectOptions(screen.getByLabelText("Lengths"), "in");
  await next();
  const remove = (): HTMLElement[] => screen.queryAllByRole("button", { name: "remove" });
  for (let left = remove().length; left > 0; left -= 1) await user.click(remove()[0] as HTMLElement);
  await next();
  expect((await screen.findByRole("alert")).textContent).toBe("Put in at least one session a week.");
  await user.click(screen.getByRole("button", { name: "One more session" }));
  await next();
  await waitFor(() => expect(question()).toContain("Which paper"));
  await write("sheets there", "2.5");
  await next();
  expect(await screen.findByText("2.5 does not fit. Give a whole number from 0 to 1000000.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Back" }));
  expect(question()).toContain("When do you paint");
});

test("without a card there is no need; what is refused is told, and it goes on from there without making anything twice", async () => {
  await toTheLast();
  await write("For whom or for what", "Harbour office");
  await user.click(screen.getByRole("button", { name: "Say what it takes" }));
  expect(await screen.findByText("Give at least 1 in some colourway.")).toBeTruthy();
  expect(server.sent).toEqual([]);
  await write("Cards, blue", "12");
  server.refuses = ({ kind }) => (kind === "add-design" ? { errors: [{ code: "taken", path: ["name"], given: "Paper boats", allowed: "a name of its own" }] } : null);
  await user.click(screen.getByRole("button", { name: "Say what it takes" }));
  expect((await screen.findByRole("alert")).textContent).toContain("name: given Paper boats, allowed a name of its own");
  server.refuses = () => null;
  await user.click(screen.getByRole("button", { name: "Say what it takes" }));
  await waitFor(() => expect(screen.getByLabelText("where").textContent).toBe("/season"));
  expect(server.commands.map(([kind]) => kind)).toEqual(["set-shop", "set-sessions", "add-store", "add-store", "add-series", "add-design", "add-design", "add-need"]);
}, 20_000);

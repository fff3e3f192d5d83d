import { batch, line, need, season, unit } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../plan/testing.tsx";
import DispatchView from "./DispatchView.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
  localStorage.clear();
});
afterEach(cleanup);

const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const made = { ...need, lines: [line("l", "blue", 6, 6)] };
const panels = batch([1, 2, 3, 4, 5, 6].map((number) => unit(number, "good")));

test("what is ready goes by its service at its price; a press posts it, and a refusal is told", async () => {
  showScreen(<DispatchView />, { outlook: season([made], [panels]) });
  expect(verdict()).toMatch(/^Office is ready to go\. Next to go is Office, by \w{3} \d+ Nov\.$/);
  const row = await screen.findByRole("row", { name: /Office/ });
  expect(row.textContent).toMatch(/6 × Paper boat.*Letter.*6 of 6 made/);
  await userEvent.setup().click(within(row).getByRole("button", { name: /Post/i }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["post-need", expect.objectContaining({ needId: "n", service: "Letter", on: "2031-11-08", costMinor: 100 })]]);
});

test("what is not finished is not posted; the soonest stands first", async () => {
  const later = { ...need, id: "n2", title: "Quay fair", due: "2031-12-10", lines: [line("l2", "blue", 4)] };
  showScreen(<DispatchView />, { outlook: season([later, need]) });
  expect(verdict()).toMatch(/^Nothing is ready to go yet\. Next to go is Office/);
  const rows = (await screen.findAllByRole("row")).map((row) => row.textContent);
  expect(rows.findIndex((text) => text.includes("Office"))).toBeLessThan(rows.findIndex((text) => text.includes("Quay fair")));
  expect(screen.queryByRole("button", { name: /^Post/i })).toBeNull();
});

test("with nothing owed it says so and what the page will show", async () => {
  showScreen(<DispatchView />, { outlook: season([]) });
  expect(verdict()).toBe("Everything owed is on its way.");
  expect(await screen.findByText(/Each need shows here with its last posting day/)).toBeTruthy();
});

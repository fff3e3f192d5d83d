import type { EventRead, EventTold } from "@yule/contract";
import { reliabilityOf, type Claim } from "@yule/core";
import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../plan/testing.tsx";
import LogbookView from "./LogbookView.tsx";

const event = (seq: number, happened: EventTold, more: Partial<EventRead> = {}): EventRead => ({
  seq,
  id: `e${String(seq)}`,
  at: "2031-11-08T09:30:00Z",
  kind: happened.kind,
  subjectKind: "need",
  subjectId: "n",
  happened,
  undoneBy: null,
  undoable: true,
  ...more,
});
const bought: EventTold = { kind: "buy-store", facts: { name: "Cotton", quantity: 4 } };
const events = [
  event(3, { kind: "post-need", facts: { title: "Office", service: "Letter", on: "2031-11-20" } }),
  event(2, { kind: "undo", facts: { of: bought, again: false } }),
  event(1, bought, { undoneBy: "e2", undoable: false, at: "2031-11-07T22:10:00Z" }),
];

let server: PretendServer;
beforeEach(() => {
  // Nothing is laid out here: all entries are taken to be in sight.
  Object.defineProperty(HTMLElement.prototype, "offsetHeight", { configurable: true, value: 60 });
  window.innerHeight = 2000;
  server = new PretendServer({ logbook: { events } });
  showScreen(<LogbookView />, { outlook: season([need]) });
});
afterEach(cleanup);

test("what happened reads in her own days, each under its day, what was taken back struck through", async () => {
  expect(await screen.findByText("Office posted by Letter on Thu 20 Nov")).toBeTruthy();
  expect(screen.getByText("Undone: 4 × Cotton bought")).toBeTruthy();
  expect(screen.getAllByRole("heading", { level: 2 }).map((heading) => heading.textContent)).toEqual(["Sat 8 Nov", "Fri 7 Nov"]);
  const struck = screen.getByText("4 × Cotton bought");
  expect(getComputedStyle(struck).textDecoration).toContain("line-through");
});

test("chances are set beside what came of them once there are enough; before, nothing is claimed", async () => {
  await screen.findByText("Office posted by Letter on Thu 20 Nov");
  expect(screen.queryByRole("region", { name: "How true the chances were" })).toBeNull();
  cleanup();
  const claims = Array.from({ length: 10 }, (_, at): Claim => ({ need: String(at), chance: 0.9, kept: at < 6 }));
  const reliability = reliabilityOf([...claims, { need: "tight", chance: 0.6, kept: true }]);
  showScreen(<LogbookView />, { outlook: { ...season([need]), reliability } });
  await screen.findByText("Office posted by Letter on Thu 20 Nov");
  expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("What was called safe was kept 60 times in 100, and 90 had been said.");
  const table = within(screen.getByRole("region", { name: "How true the chances were" }));
  expect(table.getByRole("row", { name: /safe/ }).textContent).toMatch(/safe90 in 10060 in 10010/);
  expect(table.getByRole("row", { name: /tight/ }).textContent).toMatch(/60 in 100100 in 1001/);
  expect(table.getByText(/The plans were too sure\. Times are now believed to spread 1\.\d times as wide/)).toBeTruthy();
});

test("an entry is taken back by one press, and a taking back is done again", async () => {
  await screen.findByText("Undone: 4 × Cotton bought");
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "undo it" }));
  await user.click(screen.getByRole("button", { name: "do it again" }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands).toEqual([
    ["undo", { eventId: "e3" }],
    ["undo", { eventId: "e2" }],
  ]);
});

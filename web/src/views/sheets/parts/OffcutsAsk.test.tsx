import type { SheetsRead } from "@yule/contract";
import { lengthOfUnits, mm } from "@yule/core";
import { need, paper, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import OffcutsAsk from "./OffcutsAsk.tsx";

/** The form reads ids as the server does. */
const COTTON = "01936b5c-0000-7000-8000-000000000009";
const cotton = { ...paper, id: COTTON };

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
  localStorage.clear();
});
afterEach(cleanup);

const INCH = 25.4 * 320;
const offcut = (id: string, width: number, height: number, count = 1, storeId = COTTON): SheetsRead["offcuts"][number] => ({
  id,
  version: 3,
  storeId,
  width: lengthOfUnits(width * INCH),
  height: lengthOfUnits(height * INCH),
  count,
});
function show(offcuts: SheetsRead["offcuts"], stores = [cotton]) {
  const outlook = season([need]);
  const designs = outlook.designs.map((design) => ({ ...design, paperId: COTTON }));
  const open = outlook.open.map((view) => ({ ...view, design: { ...view.design, paperId: COTTON } }));
  return showScreen(<OffcutsAsk outlook={{ ...outlook, stores, designs, open }} sheets={{ plans: [], offcuts, results: [] }} />);
}
const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const cells = (name: RegExp): string[] =>
  within(screen.getByRole("row", { name }))
    .getAllByRole("cell", { hidden: true })
    .map((cell) => cell.textContent);

test("it says how many panels of the season come out of what is kept, and what each gives", () => {
  show([offcut("large", 10, 5, 2), offcut("small", 2, 1)]);
  expect(verdict()).toBe("3 offcuts are kept: up to 4 panels of the season come out of them.");
  const [, size, many, from, gives] = cells(/10 × 5 in/);
  expect([size, many, from]).toEqual(["10 × 5 in", "2 offcuts", "Cotton"]);
  expect(gives).toMatch(/^2 × Paper boat/);
  expect(cells(/2 × 1 in/)[4]).not.toMatch(/Paper boat/);
});

test("each thing it could give stands on a line of its own", () => {
  show([offcut("large", 10, 5)]);
  const [first, second] = within(screen.getByRole("row", { name: /10 × 5 in/ })).getAllByText(/×.*[a-z]{4}/);
  expect(first?.textContent).toBe("2 × Paper boat");
  expect(second?.textContent).toMatch(/^or \d+ × /);
});

test("what gives no panel still gives tags and strips, and what is too small says so", () => {
  show([offcut("strip", 6, 2.2)]);
  expect(verdict()).toBe("One offcut is kept: no panel of the season comes out of them, but tags and test strips do.");
  cleanup();
  show([offcut("chip", 0.4, 0.4)]);
  expect(screen.getByText("nothing that is wanted: it is too small")).toBeTruthy();
});

test("an offcut of a paper that is gone is still shown", () => {
  show([offcut("orphan", 5, 5, 1, "gone")]);
  expect(cells(/5 × 5 in/)[3]).toBe("of a paper that is gone");
});

test("it is used up by a press, at the version that was seen", async () => {
  show([offcut("large", 10, 5, 2)]);
  const row = within(screen.getByRole("row", { name: /10 × 5 in/ }));
  await userEvent.setup().click(row.getByRole("button"));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands[0]?.[1]).toMatchObject({ id: "large", version: 3 });
});

test("an empty stash teaches what it is for, and takes what lies in the drawer", async () => {
  show([]);
  expect(verdict()).toBe("No offcut is kept.");
  await press("Put in what is in the drawer");
  await write("Width", "8 1/2");
  await write("Height", "wide");
  await write("How many", "0");
  await press("Keep it");
  await waitFor(() => expect(screen.getAllByText(/ Give /).map((each) => each.textContent)).toEqual([expect.stringMatching(/^wide does not fit/), expect.stringMatching(/^0 /)]));
  expect(server.sent).toEqual([]);
  await write("Height", "6");
  await write("How many", "2");
  await press("Keep it");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["keep-offcut", expect.objectContaining({ storeId: COTTON, width: 8.5 * INCH, height: mm(152.4), count: 2 })]]);
});

test("without any paper in the stores it says where to begin", () => {
  show([], []);
  expect(screen.getByText(/Add the paper in Stores first/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Put in what is in the drawer" })).toBeNull();
});

import type { NeedRead } from "@yule/contract";
import { design, line, need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import { NextSeasonDialog } from "./NextSeasonDialog.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

const fair: NeedRead = { ...need, id: "fair", kind: "fair", title: "Harbour fair", due: "2031-11-06", zone: null, lines: [line("l1", "blue", 12, 12)], postedOn: "2031-11-06" };
const told: NeedRead = { ...fair, lines: [{ ...line("l1", "blue", 12, 12), sold: 9, given: 1, leftOver: 2 }] };
const lesson = {
  id: "x",
  version: 1,
  text: "Cut the mats first",
  moment: "splitting" as const,
  designId: "boat",
  occasion: null,
  stageId: null,
  kind: "keep" as const,
  helped: 0,
  missed: 0,
  answeredOn: null,
  notedOn: "2031-11-01",
};

function show(needs = [fair], lessons: readonly (typeof lesson)[] = [], dropped: readonly string[] = [], repeated: readonly string[] = []) {
  const outlook = season(needs);
  let closed = 0;
  showScreen(
    <NextSeasonDialog
      outlook={{ ...outlook, lessons, shop: { ...outlook.shop, country: "GB" }, designs: [design] }}
      dropped={dropped}
      repeated={repeated}
      onClose={() => (closed += 1)}
    />,
  );
  return () => closed;
}
const outcome = () => within(screen.getByRole("region", { name: "What came of it" }));

test("what came of a fair is told per colourway, and no more can go than was made", async () => {
  show();
  await write("Harbour fair, blue, sold", "11");
  await write("Harbour fair, blue, given", "2");
  await press("That came of it");
  expect(outcome().getByRole("alert").textContent).toBe("blue: 11 sold and 2 given are more than the 12 cards made. Give fewer.");
  await write("Harbour fair, blue, given", "one");
  await press("That came of it");
  expect(outcome().getByRole("alert").textContent).toBe("blue: 11 sold and one given are no whole numbers. Give whole numbers.");
  expect(server.sent).toEqual([]);
  await write("Harbour fair, blue, given", "1");
  await press("That came of it");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["tell-outcome", { needId: "fair", lines: [{ lineId: "l1", sold: 11, given: 1 }] }]]);
  expect(outcome().queryByRole("alert")).toBeNull();
});

test("a fair is offered again a year on, with as many cards as went", async () => {
  const closed = show([told]);
  expect(screen.queryByRole("region", { name: "What came of it" })).toBeNull();
  const shown = screen.getByLabelText<HTMLInputElement>("Harbour fair, day").value;
  const day = shown.split("/").reverse().join("-");
  // The same weekday, in the same week of the next year.
  expect(day).toMatch(/^2032-11-0\d$/);
  expect(new Date(`${day}T00:00:00Z`).getUTCDay()).toBe(new Date("2031-11-06T00:00:00Z").getUTCDay());
  expect(screen.getByLabelText<HTMLInputElement>("Harbour fair, blue").value).toBe("10");
  expect(screen.getByText("as many as went")).toBeTruthy();
  await write("Harbour fair, blue", "14");
  await press("Copy 1 need forward");
  await waitFor(() => expect(closed()).toBe(1));
  // There is no season prepared yet: the next year's is made, and they go into it.
  const made = expect.objectContaining({ name: "Season 2032", from: "2032-01-01" }) as unknown;
  expect(server.commands).toEqual([
    ["prepare-season", made],
    ["add-needs", { needs: [expect.objectContaining({ title: "Harbour fair", kind: "fair", due: day, copiedFrom: "fair", lines: [expect.objectContaining({ quantity: 14 })] })] }],
  ]);
});

test("what cannot be copied is told by its need, and none is copied then", async () => {
  const closed = show([told, { ...told, id: "own", kind: "own use", title: "For the family" }]);
  await write("Harbour fair, blue", "ten");
  await write("For the family, day", "2031-01-01");
  await press("Copy 2 needs forward");
  expect(screen.getAllByRole("alert").map((each) => each.textContent)).toEqual([
    "Harbour fair, cards: given ten, allowed a whole number from 0 to 10000",
    expect.stringMatching(/^For the family, day: given 2031-01-01, allowed today, 2031-11-08, or later/),
  ]);
  expect([server.sent, closed()]).toEqual([[], 0]);
});

test("a need that is struck out stays behind, and with it the lessons of its design", async () => {
  show([told], [lesson]);
  const said = () => screen.queryByText(/comes along, each said again/);
  expect(said()?.textContent).toBe("1 lesson comes along, each said again when it matters:");
  expect(screen.getByText("Cut the mats first (splitting)")).toBeTruthy();
  await userEvent.setup().click(screen.getByRole("checkbox", { name: "Harbour fair" }));
  expect(said()).toBeNull();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Copy 0 needs forward" }).disabled).toBe(true);
  await userEvent.setup().click(screen.getByRole("checkbox", { name: "Harbour fair" }));
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Copy 1 need forward" }).disabled).toBe(false);
});

test("what the logbook's page chose to drop is offered, but not ticked", () => {
  show([told], [], ["boat"]);
  expect(screen.getByRole<HTMLInputElement>("checkbox", { name: "Harbour fair" }).checked).toBe(false);
  cleanup();
  show([told], [], ["another"]);
  expect(screen.getByRole<HTMLInputElement>("checkbox", { name: "Harbour fair" }).checked).toBe(true);
});

test("of what is repeated as many are offered as were asked for, though fewer went", () => {
  const quantity = () => screen.getAllByRole<HTMLInputElement>("textbox", { name: /^Harbour fair, (?!day)/ })[0]?.value;
  show([told]);
  expect(quantity()).toBe("10");
  cleanup();
  show([told], [], [], ["boat"]);
  expect(quantity()).toBe("12");
});

test("commissions come from outside by themselves and are not offered", () => {
  show([{ ...need, postedOn: "2031-11-07" }]);
  expect(screen.getByText(/There is none that is not copied yet/)).toBeTruthy();
});

test("a refusal is said in the dialog, which stays open", async () => {
  const closed = show([told]);
  server.refuses = () => ({ errors: [{ code: "custom", path: ["needs", 0, "due"], given: "2032-11-04", allowed: "a day within two years" }] });
  await press("Copy 1 need forward");
  expect((await screen.findByRole("alert")).textContent).toContain("allowed a day within two years");
  expect(closed()).toBe(0);
});

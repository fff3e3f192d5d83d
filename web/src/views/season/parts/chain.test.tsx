import { day } from "@yule/core";
import { batch, line, need, season, unit } from "@yule/derive/examples";
import type { ChainLink } from "@yule/derive";
import { cleanup, screen, waitFor } from "@testing-library/react";
import { press, PretendServer, showScreen } from "../../../plan/testing.tsx";
import { Ladder } from "./Ladder.tsx";
import { Standing } from "./Standing.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

const link = (part: Partial<ChainLink>): ChainLink => ({
  id: part.name ?? "",
  kind: "work",
  name: "",
  hands: 12,
  dry: 0,
  units: 4,
  latest: day("2031-11-20"),
  planned: null,
  ...part,
});
const row = (name: RegExp): string => screen.getByRole("row", { name }).textContent;

test("the chain of a need tells for each step its hands, its drying, the days the plan has it on and the last day for it", () => {
  const links = [
    link({ name: "Order Cotton", kind: "order", latest: day("2031-11-10") }),
    link({ name: "Wash", dry: 30, planned: { first: day("2031-11-12"), last: day("2031-11-14") } }),
    link({ name: "Flatten", dry: 480, planned: { first: day("2031-11-29"), last: day("2031-12-02") }, latest: day("2031-12-03") }),
    link({ name: "Handed over", kind: "there", latest: day("2031-12-04") }),
  ];
  showScreen(<Ladder links={links} today={day("2031-11-08")} title="Kites" />);
  expect(screen.getByRole("table", { name: "Kites, from the shelf to its day" })).toBeTruthy();
  expect(row(/Order Cotton/)).toBe("Order CottonMon 10 Nov");
  expect(row(/Wash/)).toBe("Wash12 min for 4, 30 min to dryWed 12 Nov to 14Thu 20 Nov");
  expect(row(/Flatten/)).toBe("Flatten12 min for 4, a nightSat 29 Nov to Tue 2 DecWed 3 Dec");
});

test("a last day that has passed, is missing or lies before the plan's is marked as passed; what the plan has not is said", () => {
  const links = [
    link({ name: "Wash", latest: day("2031-11-07") }),
    link({ name: "Ink", latest: null }),
    link({ name: "Letter", latest: day("2031-11-10"), planned: { first: day("2031-11-12"), last: day("2031-11-12") } }),
    link({ name: "Mount", latest: day("2031-11-12"), planned: { first: day("2031-11-12"), last: day("2031-11-12") } }),
  ];
  showScreen(<Ladder links={links} today={day("2031-11-08")} title="Kites" />);
  expect(row(/Wash/)).toMatch(/not placedFri 7 Nov, passed$/);
  expect(row(/Ink/)).toMatch(/too late, passed$/);
  expect(row(/Letter/)).toMatch(/Mon 10 Nov, passed$/);
  expect(row(/Mount/)).toMatch(/Wed 12 Nov$/);
});

test("each card of a need is a small one that tells how far it is; of many each stands for several", () => {
  const begun = season([{ ...need, lines: [line("l", "blue", 6)] }], [batch([unit(1), unit(2), unit(3, "good")])]);
  const [view] = begun.open;
  if (!view) throw new Error("the need is open");
  showScreen(<Standing view={view} outlook={begun} />);
  expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/^1 good panels?, .*2 on the bench.*to paint$/);
  cleanup();
  const [many] = season([{ ...need, lines: [line("l", "blue", 200)] }]).open;
  if (many) showScreen(<Standing view={many} outlook={begun} />);
  expect(screen.getByRole("region", { name: "Where it stands" }).textContent).toContain("200 to paint (each small card is 5)");
});

test("what lies in the stash is used by one press; a refusal is told where it was pressed", async () => {
  const outlook = season([need]);
  const [view] = outlook.open;
  if (!view) throw new Error("the need is open");
  const served = { ...view, serving: { units: ["u1", "u2"], cards: [{ line: "l", quantity: 1 }] } } as unknown as typeof view;
  showScreen(<Standing view={served} outlook={outlook} />);
  expect(screen.getByRole("region").textContent).toContain("1 finished card is left over and 2 panels lie in the stash: paint 3 fewer.");
  server.refuses = () => ({ detail: "They were given to another need meanwhile." });
  await press("Use them");
  expect(await screen.findByText(/They were given to another need meanwhile/)).toBeTruthy();
  server.refuses = () => null;
  await press("Use them");
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands[1]).toEqual(["serve-need", { needId: "n", unitIds: ["u1", "u2"], lines: [{ lineId: "l", quantity: 1 }] }]);
});

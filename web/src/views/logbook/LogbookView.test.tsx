import type { EventRead, EventTold, ReviewRead } from "@yule/contract";
import { day, reliabilityOf, type Claim } from "@yule/core";
import { need, season, reviewedNeed, reviewRead } from "@yule/derive/examples";
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
  by: null,
  notes: [],
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

const office = reviewedNeed("n2", {
  title: "Office",
  due: day("2031-11-05"),
  wentOn: day("2031-11-04"),
  begunOn: day("2031-10-20"),
  cards: 5,
  priceMinor: 3_000,
  panels: 6,
  lost: 0,
});
const reviewed: ReviewRead = reviewRead({
  seasons: [
    { id: "s", name: "Winter" },
    { id: "before", name: "Spring" },
  ],
  needs: [reviewedNeed("n1", { title: "Quay fair", kind: "fair", due: day("2031-11-05"), wentOn: null, begunOn: null, leftOver: 2, panels: 10 }), office],
  hands: [
    { week: day("2031-10-20"), designId: "moth", stage: "First wash", panels: 6, minutes: 60 },
    { week: day("2031-11-03"), designId: "moth", stage: "Moon", panels: 6, minutes: 30 },
  ],
  losses: [{ designId: "moth", stage: "Moon", why: "ran", panels: 1 }],
});
const showReview = (read: ReviewRead, reliability = season([need]).reliability): void => {
  cleanup();
  server = new PretendServer({ logbook: { events }, review: read });
  showScreen(<LogbookView />, { outlook: { ...season([need]), reliability }, at: "/logbook?ask=season" });
};
const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;

test("the season is looked back on: what was kept, what was late and why, where the hours went, what an hour earned", async () => {
  showReview(reviewed);
  await screen.findByRole("region", { name: "What was late, and what came first?" });
  expect(verdict()).toMatch(/^So far in Winter 1 of 2 promises were kept\. 1 h 30 min of hands went into it; 1 of 16 panels was lost\.$/);
  expect(screen.getByText(/It was never begun\. Say no to it earlier/)).toBeTruthy();
  expect(screen.getByText("Most went into First wash: 1 h, 67 in 100 of all. A minute saved there saves most.")).toBeTruthy();
  expect(screen.getByText("An hour of Lamp moth brought €20.00.")).toBeTruthy();
  expect(screen.getByText("Most at Moon of Lamp moth: ran.")).toBeTruthy();
  expect(screen.getByRole("region", { name: "What was left over?" }).textContent).toContain("Lamp moth21513 in 100");
  await userEvent.setup().selectOptions(screen.getByLabelText("Look back on which season"), "before");
  await waitFor(() => expect(server.asked.some((path) => path.endsWith("review?season=before"))).toBe(true));
});

test("a season without a fact claims nothing and says what will stand here", async () => {
  showReview({ ...reviewed, needs: [], hands: [], losses: [], seasons: [{ id: "s", name: "Winter" }] });
  expect(await screen.findByText("Nothing was painted in this season yet")).toBeTruthy();
  expect(verdict()).toBe("No promise of Winter has come due yet.");
  expect(screen.queryByRole("region", { name: "Where did the hours go?" })).toBeNull();
});

test("chances are set beside what came of them once there are enough; before, nothing is claimed", async () => {
  showReview(reviewed);
  await screen.findByText(/of hands went into it/);
  expect(screen.queryByRole("region", { name: "How true the chances were" })).toBeNull();
  const claims = Array.from({ length: 10 }, (_, at): Claim => ({ need: String(at), chance: 0.9, kept: at < 6 }));
  showReview(reviewed, reliabilityOf([...claims, { need: "tight", chance: 0.6, kept: true }]));
  expect(await screen.findByText(/What was called safe was kept/)).toBeTruthy();
  const table = within(screen.getByRole("region", { name: "How true the chances were" }));
  expect(table.getByRole("row", { name: /safe/ }).textContent).toMatch(/safe90 in 10060 in 10010/);
  expect(table.getByRole("row", { name: /tight/ }).textContent).toMatch(/60 in 100100 in 1001/);
  expect(table.getByText(/The plans were too sure\. Times are now believed to spread 1\.\d times as wide/)).toBeTruthy();
});

const tap = (seq: number, at: string, panel: number): EventRead =>
  event(seq, { kind: "tell-bench", facts: { stage: "First wash", what: "done", panels: [panel] } }, { at, subjectKind: "batch", subjectId: "b1" });

test("a session is one entry that opens to its taps; the verdict sums the last days up", async () => {
  cleanup();
  server = new PretendServer({ logbook: { events: [tap(8, "2031-11-08T09:50:00Z", 2), tap(7, "2031-11-08T09:30:00Z", 1)] } });
  showScreen(<LogbookView />, { outlook: season([need]) });
  expect(await screen.findByText("At the bench for 20 min: First wash on 2 panels.")).toBeTruthy();
  expect(verdict()).toBe("Since Sat 8 Nov you were at the bench once, 20 min in all; no panel was spoilt.");
  expect(screen.queryByText("First wash done: panel 1")).toBeNull();
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Show its 2 entries" }));
  expect(screen.getByText("First wash done: panel 1")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Hide its entries" }));
  expect(screen.queryByText("First wash done: panel 1")).toBeNull();
});

test("it is narrowed to a part of the work and to days; days the wrong way round are said and not asked", async () => {
  await screen.findByText("Office posted by Letter on Thu 20 Nov");
  const user = userEvent.setup();
  await user.selectOptions(screen.getByLabelText("About"), "stores");
  await waitFor(() => expect(server.asked.some((path) => path.includes("part=stores"))).toBe(true));
  await user.type(screen.getByLabelText("From"), "2031-11-05");
  await waitFor(() => expect(server.asked.some((path) => path.includes("from=2031-11-05"))).toBe(true));
  await user.type(screen.getByLabelText("To"), "2031-11-01");
  expect(await screen.findByText("Sat 1 Nov lies before Wed 5 Nov. Choose a later day.")).toBeTruthy();
  expect(server.asked.some((path) => path.includes("until=2031-11-01"))).toBe(false);
});

test("the story of a thing is named, leads back, and says so where it is no more; why something cannot be undone is told when asked", async () => {
  cleanup();
  const erased = event(9, { kind: "erase-household", facts: {} }, { undoable: false });
  server = new PretendServer({ logbook: { events: [erased], name: "Fern" } });
  showScreen(<LogbookView />, { outlook: season([need]), at: "/logbook?kind=household&of=h1" });
  await screen.findByRole("link", { name: "Back to all that happened" });
  await screen.findByText("The story of Fern, from Sat 8 Nov to Sat 8 Nov.");
  expect(server.asked.some((path) => path.includes("kind=household&of=h1"))).toBe(true);
  await userEvent.setup().click(screen.getByRole("button", { name: "Why not undo?" }));
  expect(screen.getByText("It cannot be undone: what was erased is gone for good.")).toBeTruthy();
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

test("a session tells of the air, a note stands with what it is pinned to, and a device that told something is named", async () => {
  cleanup();
  const air = { warm: 19, humid: 0.62 };
  const damp = (seq: number, at: string): EventRead =>
    event(seq, { kind: "tell-bench", facts: { stage: "First wash", what: "done", panels: [seq], air } }, { at, subjectKind: "batch", subjectId: "b1" });
  const note = { id: "n1", version: 1, at: "2031-11-08T11:00:00Z", text: "Too wet", pictureId: null, recordingId: null };
  const told = [
    event(9, { kind: "pin-note", facts: { to: "e7", text: "Too wet", photo: false, voice: false } }),
    { ...damp(8, "2031-11-08T09:50:00Z") },
    { ...damp(7, "2031-11-08T09:30:00Z"), notes: [note] },
    event(6, bought, { at: "2031-11-07T12:00:00Z", by: { device: "Kitchen tablet", role: "helper" } }),
  ];
  server = new PretendServer({ logbook: { events: told }, devices: { devices: [{ id: "d", name: "Kitchen tablet" }], isHere: true } });
  showScreen(<LogbookView />, { outlook: season([need]) });
  expect(await screen.findByText("The air was at 62 % humidity and 19 °C.")).toBeTruthy();
  // Once, with its session, and not a second time as an entry of its own.
  expect(screen.getAllByText(/Too wet/)).toHaveLength(1);
  expect(screen.getByText(/a helper, from Kitchen tablet/)).toBeTruthy();
  await userEvent.setup().selectOptions(await screen.findByLabelText("Told by"), "Kitchen tablet");
  await waitFor(() => expect(server.asked.some((path) => path.includes("who=Kitchen+tablet"))).toBe(true));
  await userEvent.setup().selectOptions(screen.getByLabelText("Told by"), "where the shop runs");
  await waitFor(() => expect(server.asked.some((path) => /who=(&|$)/.test(path))).toBe(true));
});

test("weeks of promises and hands against what was kept free are told in words before their charts", async () => {
  const needs = [office, { ...office, id: "n3", due: day("2031-10-28"), wentOn: day("2031-10-30") }];
  showReview({ ...reviewed, needs, sessions: [{ id: "t", weekday: 2, from: 1140, to: 1260, who: "maker", light: false }] });
  expect(await screen.findByText("Most in the week from Mon 27 Oct: 1 of the 1 that were due in it. Next year let fewer fall due there.")).toBeTruthy();
  expect(screen.getByText(/^Of 6 h kept free for painting, hands filled 1 h 30 min\. The rest went into waiting/)).toBeTruthy();
});

import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { BelievedRead, CommandEnvelope, SeasonSum, TaughtBatch } from "@yule/contract";
import { day } from "@yule/core";
import { design, need, season } from "@yule/derive/examples";
import { PretendServer, press, showScreen, write } from "../../plan/testing.tsx";
import LogbookView from "./LogbookView.tsx";

const [BATCH, OUT] = ["01936b5c-1001-7000-8000-000000000001", "01936b5c-1001-7000-8000-000000000002"];
const batch = (more: Partial<TaughtBatch> = {}): TaughtBatch => ({
  ...{ id: BATCH, title: "Quay fair", days: [day("2031-11-04"), day("2031-11-05")], good: 8, bad: 1, lost: 1, times: [] },
  ...more,
});
const fairs = {
  fairs: [],
  past: [
    {
      id: OUT,
      title: "Harbour fair",
      on: "2030-12-14",
      isLeftOut: false,
      size: "usual",
      weather: "fine",
      goods: [{ design: design.id, colourwayId: design.colourways[0]?.id ?? "", brought: 9, sold: 4 }],
    },
  ],
};

let server: PretendServer;
const show = (path: string, believed: BelievedRead, more: object = {}): void => {
  cleanup();
  server = new PretendServer({ logbook: { events: [] }, believed, fairs, devices: { devices: [], isHere: true }, ...more });
  showScreen(<LogbookView />, { outlook: season([need]), at: `/logbook?ask=${path}` });
};
afterEach(cleanup);

test("a day at a batch is left out with why, and what is left out counts again at a press", async () => {
  const out = { id: OUT, version: 3, of: "batch" as const, ofId: BATCH, day: day("2031-11-04"), why: "The heating was broken", at: "2031-11-06T10:00:00Z" };
  show("believed", { batches: [batch()], leftOut: [out] });
  expect(await screen.findByText("8 of 10 good")).toBeTruthy();
  expect(screen.getByText("The batch for Quay fair, Tue 4 Nov: The heating was broken")).toBeTruthy();
  await press("Count it again");
  await waitFor(() => expect(server.commands).toEqual([["count-again", { id: OUT, version: 3 }]]));
  await press("Leave out: the batch for Quay fair");
  const dialog = within(await screen.findByRole("dialog"));
  await userEvent.setup().click(dialog.getByRole("button", { name: "Leave it out" }));
  // Without why nothing is sent.
  expect(server.sent).toHaveLength(1);
  await userEvent.setup().selectOptions(dialog.getByLabelText("What nothing is learned of"), "the whole batch");
  await userEvent.setup().type(dialog.getByLabelText("Why"), "I was ill");
  await userEvent.setup().click(dialog.getByRole("button", { name: "Leave it out" }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]?.payload).toMatchObject({ of: "batch", batchId: BATCH, day: null, why: "I was ill" });
});

test("a batch that is left out as a whole says so, and is not offered to be left out again", async () => {
  const out = { id: OUT, version: 1, of: "batch" as const, ofId: BATCH, day: null, why: "I was ill", at: "2031-11-06T10:00:00Z" };
  show("believed", { batches: [batch()], leftOut: [out] });
  expect(await screen.findByText("does not count")).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Leave out: the batch for Quay fair" })).toBeNull();
});

test("a design is learned anew, with why", async () => {
  show("believed", { batches: [batch()], leftOut: [] });
  await userEvent.setup().click(await screen.findByText(`Learn ${design.name} anew`));
  await write("Why", "Another room");
  await press("Learn anew from now");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.sent[0] as CommandEnvelope<"learn-anew">).toMatchObject({ kind: "learn-anew", payload: { of: "design", designId: design.id, why: "Another room" } });
});

test("later batches are held against earlier ones once there are four", async () => {
  const batches = [
    batch({ id: "d", good: 10, bad: 0, lost: 0 }),
    batch({ id: "c", good: 9, bad: 1, lost: 0 }),
    batch({ id: "b", good: 6, bad: 4, lost: 0 }),
    batch({ id: "a", good: 5, bad: 5, lost: 0 }),
  ];
  show("believed", { batches, leftOut: [] });
  expect(await screen.findByText("Yes: 95 in 100 came out good in the later half of its batches, 55 in 100 in the earlier.")).toBeTruthy();
});

test("sessions, the post, fairs and materials each say what is believed, and from how much", async () => {
  show("believed&about=fairs", { batches: [], leftOut: [] });
  await waitFor(() => expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/^At a usual fair in fine weather, \d+ of .* are wanted, mostly \d+ to \d+\.$/));
  expect(screen.getByText(/^Harbour fair, /)).toBeTruthy();
  show("believed&about=post", { batches: [], leftOut: [] });
  expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/^Nothing was seen of the post yet/);
  show("believed&about=evenings", { batches: [], leftOut: [] });
  expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/none of it was seen yet|No sessions/);
  show("believed&about=materials", { batches: [], leftOut: [] });
  expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("No count has told yet how much goes of anything.");
});

const year = (name: string, more: Partial<SeasonSum>): SeasonSum => ({
  ...{ id: name, name, from: day("2030-01-01"), until: day("2030-12-31"), state: "closed", promises: 20, kept: 15, cards: 200, leftOver: 10, panels: 220, lost: 20 },
  ...{ minutes: 6_000, inMinor: 90_000, outMinor: 30_000 },
  ...more,
});

test("years beside each other say what went better and what worse; one season alone says when there will be more", async () => {
  show("years", { batches: [], leftOut: [] }, { years: { years: [year("2031", { kept: 19, lost: 30 }), year("2030", {})] } });
  await waitFor(() =>
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(
      /^2031 beside 2030\. Better: promises kept, 95 in 100 after 75 in 100\. Worse: panels lost, 14 in 100 after 9 in 100\.$/,
    ),
  );
  expect(screen.getByRole("row", { name: /^2030/ }).textContent).toContain("15 of 20 kept");
  show("years", { batches: [], leftOut: [] }, { years: { years: [year("2031", { state: "open" })] } });
  expect(await screen.findByText("From the second season on")).toBeTruthy();
});

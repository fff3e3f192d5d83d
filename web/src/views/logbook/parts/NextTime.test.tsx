import { day, lookBack } from "@yule/core";
import { need, reviewedNeed, reviewRead, season, stage } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../../plan/testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };
const planner = { ask: { lookBack: (...asked: Parameters<typeof lookBack>) => Promise.resolve(lookBack(...asked)) }, drop: () => undefined };
fake.unstable_mockModule("../../../workers/seasonSolver.ts", () => ({ seasonPlanner: () => planner }));
const { default: SeasonAsk } = await import("./SeasonAsk.tsx");

afterEach(cleanup);
const sessions = [2, 6].map((weekday) => ({ id: String(weekday), weekday, from: 1140, to: 1260, who: "maker" as const, light: false }));
const designs = [{ id: "moth", name: "Lamp moth", stages: [{ ...stage("wash", 12, 20), position: 0 }] }];
const late = reviewedNeed("late", { title: "Quay order", due: day("2031-11-05"), toldOn: day("2031-10-10"), begunOn: day("2031-11-01"), wentOn: day("2031-11-07"), lost: 0 });
function show(needs = [late]): PretendServer {
  const server = new PretendServer({ review: reviewRead({ needs, sessions, designs }) });
  showScreen(<SeasonAsk outlook={season([need])} />, { outlook: season([need]) });
  return server;
}

test("the season planned again says what would have kept the promise, and it is said again when the next one is planned", async () => {
  const server = show();
  const part = await screen.findByRole("region", { name: "What would have helped most?" });
  await waitFor(() => expect(part.textContent).toMatch(/Begin \d+ days? earlier: planned again so, 1 more promise is kept\./));
  expect(part.textContent).not.toContain("time enough by the plan");
  // Where it was late the same proposal stands, and nothing is promised of what brought nothing.
  expect((await screen.findByRole("region", { name: "What was late, and what came first?" })).textContent).toMatch(/Begin \d+ days? earlier/);
  await userEvent.setup().click(screen.getByRole("button", { name: /^Say it again when I plan: Begin/ }));
  await screen.findByText("noted for planning");
  expect(server.commands).toMatchObject([["note-lesson", { moment: "planning", kind: "change" }]]);
});

test("where nothing would have helped it says so, and a season that cannot be planned again is not spoken of", async () => {
  show([{ ...late, wentOn: day("2031-11-04"), begunOn: day("2031-10-14") }]);
  await screen.findByText(/^None of these changes would have kept more promises\. Keep on as you do\.$/);
  cleanup();
  // Late although it was begun in good time: nothing is promised of beginning earlier still.
  show([{ ...late, begunOn: day("2031-10-14") }]);
  await screen.findByText(/1 late promise had time enough by the plan: look at what they waited for\./);
  expect(screen.queryByText(/planned again so/)).toBeNull();
  cleanup();
  show([]);
  await screen.findByText("No promise of Winter has come due yet.");
  await waitFor(() => expect(screen.queryByRole("region", { name: "What would have helped most?" })).toBeNull());
});

test("for each design it is proposed to repeat, change or drop it; what is chosen goes along to the plan of the next season", async () => {
  const kite = { id: "kite", name: "Three kites", stages: [] };
  const read = reviewRead({ needs: [late, reviewedNeed("fair", { designId: "kite", leftOver: 8 })], sessions, designs: [...designs, kite] });
  new PretendServer({ review: read });
  const user = userEvent.setup();
  showScreen(<SeasonAsk outlook={season([need])} />, { outlook: season([need]) });
  const part = within(await screen.findByRole("region", { name: "What is painted again next season?" }));
  expect(part.getByText("1 design is dropped, 1 stays. Choose otherwise where you know better.")).toBeTruthy();
  expect(part.getByText("8 of 10 cards were left over")).toBeTruthy();
  expect(part.getByText("1 of 1 promise was late")).toBeTruthy();
  await user.selectOptions(part.getByLabelText("Three kites in the next season"), "the same number");
  await user.selectOptions(part.getByLabelText("Lamp moth in the next season"), "none");
  await user.click(part.getByRole("button", { name: "Plan the next season so" }));
  expect(screen.getByLabelText("where").textContent).toBe("/season?dropped=moth&repeated=kite");
});

import type { BatchRead } from "@yule/contract";
import { batch, need, season, unit } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../plan/testing.tsx";
import FinishView from "./FinishView.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer({ designs: { series: [], designs: [], sentiments: [] } });
});
afterEach(cleanup);

const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const done = (id: string, stage: string): BatchRead["facts"][number] => ({ id: `${id} ${stage}`, unitId: id, stageId: stage, what: "done", at: "2031-11-07T11:00:00Z" });
/** Six panels of six cards: two judged good, one lost at the table, three to be judged. */
const inspected = batch(
  [unit(1, "good"), unit(2, "good"), unit(3), unit(4), unit(5), unit(6)],
  [...["u3", "u4", "u5"].flatMap((id) => [done(id, "wash"), done(id, "dots")]), { id: "lost", unitId: "u6", stageId: "wash", what: "spoilt", at: "2031-11-07T11:00:00Z" }],
);
const show = (batches: readonly BatchRead[]) => showScreen(<FinishView />, { outlook: season([need], batches) });

test("it says how many are good, how many are still to be judged, and how many more to paint for those that were lost", async () => {
  show([inspected]);
  expect(verdict()).toMatch(/^Office: 2 of 6 are good, and 3 are still to be judged\. Paint \d more\.$/);
  expect(screen.getByText("6, blue, spoilt")).toBeTruthy();
  expect(screen.queryByRole("group", { name: "Grade panel 6" })).toBeNull();
  await userEvent.setup().click(screen.getByRole("button", { name: /^Split for \d more$/ }));
  expect(screen.getByLabelText("where").textContent).toBe("/sheets?need=n");
});

test("a panel is judged by one press, and those that are left by one more; what was lost is judged by neither", async () => {
  show([inspected]);
  const user = userEvent.setup();
  await user.click(within(screen.getByRole("group", { name: "Grade panel 3" })).getByRole("button", { name: "stash" }));
  await user.click(screen.getByRole("button", { name: "The 3 that are left are good" }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands).toEqual([
    ["grade-panels", { batchId: "b", grades: [{ unitId: "u3", grade: "stash" }] }],
    ["grade-panels", { batchId: "b", grades: ["u3", "u4", "u5"].map((unitId) => ({ unitId, grade: "good" })) }],
  ]);
  expect(
    within(screen.getByRole("group", { name: "Grade panel 1" }))
      .getByRole("button", { name: "good" })
      .getAttribute("aria-pressed"),
  ).toBe("true");
});

test("good panels become cards, and what is refused is said where it was asked for", async () => {
  show([batch([1, 2, 3, 4, 5, 6].map((number) => unit(number, "good")))]);
  expect(verdict()).toBe("Office: 6 of 6 are good, that is enough. ");
  expect(screen.getByText(/Takes nothing from the stores/)).toBeTruthy();
  const user = userEvent.setup();
  server.refuses = () => ({ errors: [{ code: "not-enough", path: ["uses", 0], given: "6 of Kraft", allowed: "at most 4, what is on the shelf" }] });
  await user.click(screen.getByRole("button", { name: "Assemble 6 cards" }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["assemble-cards", { needId: "n", lines: [{ lineId: "l", quantity: 6 }], uses: [] }]]);
  expect((await screen.findByRole("alert")).textContent).toContain("given 6 of Kraft, allowed at most 4, what is on the shelf");
});

test("a panel to be rescued leads to where its good part is cut out; with nothing begun it says what the page will do", async () => {
  show([batch([unit(1, "rescue"), unit(2)])]);
  await userEvent.setup().click(screen.getByRole("button", { name: "Cut the good part out of a rescued panel" }));
  expect(screen.getByLabelText("where").textContent).toBe("/sheets?ask=painted&panel=boat");
  cleanup();
  show([]);
  expect(verdict()).toBe("No panels wait to be inspected.");
});

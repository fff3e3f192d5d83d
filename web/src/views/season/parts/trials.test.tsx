import type { QuickNeed, SeasonChange } from "@yule/core";
import { line, need, season } from "@yule/derive/examples";
import { planSeason, shownPlan } from "@yule/derive";
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };
const outlook = season([{ ...need, due: "2031-12-20" }]);
const planned = shownPlan(planSeason(outlook, null, { effort: { seed: 1, turns: 5, pieces: 2_000 }, runs: 50 }));
/** The chance that a trial is answered with. */
const answer = { chance: 0.2 };
const planner = {
  ask: {
    trial: (_: unknown, facts: typeof planned.facts) =>
      Promise.resolve({ facts, answer: planned.answer, odds: { ...planned.odds, needs: planned.odds.needs.map((each) => ({ ...each, chance: answer.chance })) } }),
  },
  drop: () => undefined,
};
fake.unstable_mockModule("../../../workers/seasonSolver.ts", () => ({ seasonPlanner: () => planner }));
const { TrialForm } = await import("./TrialForm.tsx");
const { WhatIf } = await import("./WhatIf.tsx");
const { QuickLine } = await import("./QuickLine.tsx");

let server: PretendServer;
let trial: readonly SeasonChange[] = [];
beforeEach(() => {
  server = new PretendServer();
  trial = [];
});
afterEach(cleanup);

const [view] = outlook.open;
if (!view) throw new Error("the need is open");
/** The form with what is tried, as Season keeps it. */
function Form() {
  const [tried, setTried] = useState<readonly SeasonChange[]>([]);
  trial = tried;
  return view ? <TrialForm view={view} outlook={outlook} trial={tried} onChange={setTried} /> : null;
}
const day = (text: string): void => void fireEvent.change(screen.getByLabelText("What if it is due"), { target: { value: text } });
const fault = (): string | null => screen.queryByRole("alert")?.textContent ?? null;

test("another day is tried as it is chosen; the day it has takes the trial back, and one that has passed is refused in words", () => {
  showScreen(<Form />);
  day("2031-12-24");
  // The post takes two days of them.
  expect(trial).toEqual([{ kind: "later", need: "n", days: 4, readyBy: "2031-12-22" }]);
  day("2031-12-15");
  expect(trial).toMatchObject([{ kind: "later", need: "n", days: -5 }]);
  day("2031-11-07");
  expect(fault()).toBe("Fri 7 Nov has passed. Choose today or later.");
  expect(trial).toHaveLength(1);
  day("2031-12-20");
  expect([trial, fault()]).toEqual([[], null]);
});

test("another number is tried as it is written; what is no number of cards is refused with what is allowed", async () => {
  showScreen(<Form />);
  await write("Cards", "4");
  expect(trial).toEqual([{ kind: "cards", need: "n", cards: 4 }]);
  await write("Cards", "2.5");
  expect(fault()).toBe("2.5 does not fit. Give a whole number of cards from 1 to 10000.");
  await write("Cards", "20000");
  expect(fault()).toContain("20000 does not fit");
  // Nothing of what was refused is tried.
  expect(trial).toEqual([{ kind: "cards", need: "n", cards: 4 }]);
  await write("Cards", "6");
  expect([trial, fault()]).toEqual([[], null]);
});

test("the heat tool, one master printed, a stage left out: each is tried once and taken back by the same press", async () => {
  showScreen(<Form />);
  const user = userEvent.setup({ delay: null });
  await user.click(screen.getByLabelText("heat tool"));
  await user.click(screen.getByLabelText("printed"));
  expect(trial).toEqual([
    { kind: "heat", need: "n", on: true },
    { kind: "print", need: "n", on: true },
  ]);
  await user.click(screen.getByLabelText("heat tool"));
  const stages = screen.getAllByRole("button", { pressed: true });
  const [first] = stages;
  if (!first) throw new Error("the route has stages");
  await user.click(first);
  expect(trial.map(({ kind }) => kind)).toEqual(["print", "skip"]);
  expect(first.getAttribute("aria-pressed")).toBe("false");
  await user.click(first);
  expect(trial.map(({ kind }) => kind)).toEqual(["print"]);
});

const what: SeasonChange = { kind: "later", need: "n", days: 4 };
let now: readonly SeasonChange[] = [what];
const showTrial = (changes: readonly SeasonChange[]) => showScreen(<WhatIf trial={changes} outlook={outlook} planned={planned} onChange={(next) => (now = next)} />);

test("a trial stands beside the plan with what is kept by each, and whom it makes likelier; nothing is told to the shop before it is kept", async () => {
  answer.chance = 0.2;
  showTrial([what]);
  const [chance] = planned.odds.needs.map((each) => each.chance);
  const box = screen.getByRole("region", { name: "What if" });
  expect(box.textContent).toContain("Office: ask for 4 more days, Wed 24 Dec");
  expect(box.textContent).toContain(`as it is${(chance ?? 0).toFixed(1)} of 1 promises kept`);
  await waitFor(() => expect(box.textContent).toContain("with this0.2 of 1 promises kept"));
  expect(box.textContent).toMatch(/Office: \d+ in 100 → 20 in 100/);
  expect(server.sent).toEqual([]);
  await press("Keep it");
  await waitFor(() => expect(server.commands).toEqual([["change-need", { id: "n", version: 1, due: "2031-12-24" }]]));
  expect(now).toEqual([]);
});

test("where nobody becomes likelier it says so; one change is taken out of several, and all are thrown away", async () => {
  answer.chance = planned.odds.needs[0]?.chance ?? 0;
  const heat: SeasonChange = { kind: "heat", need: "n", on: true };
  showTrial([what, heat]);
  expect(await screen.findByText("No single need becomes likelier or less likely by it.")).toBeTruthy();
  const user = userEvent.setup({ delay: null });
  const [first] = screen.getAllByRole("button", { name: "not this" });
  if (first) await user.click(first);
  expect(now).toEqual([heat]);
  await press("Throw it away");
  expect([now, server.sent]).toEqual([[], []]);
});

test("a line is read while it is written, with what is still open; Enter hands it over and empties the line", async () => {
  const read: QuickNeed[] = [];
  showScreen(<QuickLine outlook={season([{ ...need, lines: [line("l", "blue", 6)] }])} onRead={(one) => read.push(one)} />);
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Read it" }).disabled).toBe(true);
  await write("A need in one line", "9 boats for the quay by 12 December");
  expect(
    screen
      .getAllByRole("status")
      .map(({ textContent }) => textContent)
      .join(),
  ).toMatch(/by Fri 12 Dec/);
  await userEvent.setup({ delay: null }).type(screen.getByLabelText("A need in one line"), "{Enter}");
  expect(read).toHaveLength(1);
  expect(read[0]).toMatchObject({ due: "2031-12-12" });
  expect(screen.getByLabelText<HTMLInputElement>("A need in one line").value).toBe("");
});

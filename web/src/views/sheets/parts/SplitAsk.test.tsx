import type { SheetsRead } from "@yule/contract";
import { highsSolver, limitsFor, split, type HighsModule, type SplitJob } from "@yule/core";
import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createRequire } from "node:module";
import { PretendServer, showScreen } from "../../../plan/testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };

/** The solver's worker, here on this thread. */
const engine = (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)().then(highsSolver);
const api = {
  split: async (job: SplitJob, seconds: number) =>
    split(
      job,
      limitsFor(Math.min(seconds, 0.4), () => performance.now()),
      await engine,
    ),
};
fake.unstable_mockModule("../../../workers/solver.ts", () => ({ solver: () => api, asideSolver: () => api }));
const { default: SplitAsk } = await import("./SplitAsk.tsx");

const SHEETS: SheetsRead = { plans: [], offcuts: [], results: [] };
beforeEach(() => {
  localStorage.clear();
  new PretendServer();
});
afterEach(cleanup);

const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const show = (needs = [need], at = "/sheets") => showScreen(<SplitAsk outlook={season(needs)} sheets={SHEETS} />, { at });

test("it says how many sheets the season's panels take, draws them to scale, and lists the moves", async () => {
  show();
  await waitFor(() => expect(verdict()).toBe("One sheet of 20 × 26 in gives all 9 pieces, and no plan needs less. One sheet is missing."), { timeout: 10_000 });
  expect(screen.getByRole("img", { name: /^Sheet 20 × 26 in, 1 times: \d+ pieces/ })).toBeTruthy();
  expect(screen.getByRole("button", { name: /^Start cutting/ })).toBeTruthy();
}, 20_000);

test("a need that is left out takes nothing, and is taken in again", async () => {
  show([need, { ...need, id: "n2", title: "Quay fair", lines: need.lines.map((line) => ({ ...line, id: "l2", quantity: 20 })) }]);
  await waitFor(() => expect(verdict()).toMatch(/^Two sheets .* give all 35 pieces/), { timeout: 10_000 });
  const both = verdict();
  const user = userEvent.setup();
  await user.click(await screen.findByRole("checkbox", { name: /Quay fair/ }, { timeout: 10_000 }));
  await waitFor(() => expect(verdict()).not.toBe(both), { timeout: 10_000 });
  await user.click(await screen.findByRole("checkbox", { name: /Office/ }, { timeout: 10_000 }));
  expect(verdict()).toBe("Nothing is chosen to be split.");
  await user.click(await screen.findByRole("checkbox", { name: /Office/ }, { timeout: 10_000 }));
  await user.click(await screen.findByRole("checkbox", { name: /Quay fair/ }, { timeout: 10_000 }));
  await waitFor(() => expect(verdict()).toBe(both), { timeout: 10_000 });
}, 40_000);

test("with no need that lacks panels there is nothing to split, and one that is asked for by name says why not", () => {
  show([{ ...need, postedOn: "2031-11-07" }]);
  expect(verdict()).toBe("Nothing has to be split.");
});

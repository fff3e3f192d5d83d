import type { StartChance } from "@yule/core";
import { need, season } from "@yule/derive/examples";
import { planSeason, rowOf, shownPlan } from "@yule/derive";
import { cleanup, screen } from "@testing-library/react";
import { PretendServer, showScreen } from "../../../plan/testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };

let points: readonly StartChance[] = [];
const asked: string[] = [];
const planner = {
  ask: {
    curve: (_: unknown, __: unknown, id: string) => {
      asked.push(id);
      return Promise.resolve(points);
    },
  },
  drop: () => undefined,
};
fake.unstable_mockModule("../../../workers/seasonSolver.ts", () => ({ seasonPlanner: () => planner }));
const { default: StartCurve } = await import("./StartCurve.tsx");

const outlook = season([{ ...need, due: "2031-12-20" }]);
const plan = planSeason(outlook, null, { effort: { seed: 1, turns: 5, pieces: 2_000 }, runs: 50 });
beforeEach(() => {
  new PretendServer();
  asked.length = 0;
});
afterEach(cleanup);

function show(session: number | null, told: readonly StartChance[]) {
  points = told;
  const starts = { sureIn100: 80, needs: [{ id: "n", session, curve: told }], season: { session: null, curve: [] }, tonight: null };
  const planned = { ...shownPlan(plan, starts), odds: { ...plan.odds, needs: plan.odds.needs.map((each) => ({ ...each, chance: 0.93 })) } };
  const [view] = outlook.open;
  if (!view) throw new Error("the need is open");
  showScreen(<StartCurve row={rowOf(view, planned)} outlook={outlook} planned={planned} />);
}
const at = (session: number, chance: number): StartChance => ({ session, chance });

test("the curve is drawn through what was worked out, with the chance that is asked for; the last day is said in words", async () => {
  show(1, [at(0, 0.93), at(1, 0.86), at(2, 0.41), at(3, 0)]);
  expect(screen.getByText("What waiting costs is being worked out …")).toBeTruthy();
  const drawing = await screen.findByRole("img");
  expect(drawing.textContent).toBe("93 86 41 0 / 80 80 80 80");
  expect(drawing.getAttribute("aria-label")).toBe("Chance of Office by the day of beginning: Sat 8 Nov 93 in 100, Sat 15 Nov 86 in 100, Sat 22 Nov 41 in 100, Sat 29 Nov 0 in 100");
  expect(screen.getByRole("figure").textContent).toContain(
    "Begun on Sat 8 Nov, it is ready in time 93 in 100. Sat 15 Nov is the last day that leaves 80 in 100; on Sat 22 Nov it would be 41.",
  );
  expect(asked).toEqual(["n"]);
});

test("where no later session leaves enough it is said, and where none is left at all", async () => {
  show(null, [at(0, 0.71), at(1, 0.3)]);
  await screen.findByRole("img");
  expect(screen.getByRole("figure").textContent).toContain("No later session leaves 80 in 100.");
  cleanup();
  show(null, []);
  await screen.findByRole("img");
  expect(screen.getByRole("figure").textContent).toContain("No session is left in which it could be begun.");
});

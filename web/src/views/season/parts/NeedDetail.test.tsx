import { need, season } from "@yule/derive/examples";
import type { PlanStarts } from "@yule/contract";

import { nextFree, planSeason, rowOf, shownPlan } from "@yule/derive";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen } from "../../../plan/testing.tsx";
import { NeedDetail } from "./NeedDetail.tsx";
import { SeasonVerdict } from "./SeasonVerdict.tsx";
import { printDay } from "../../../kit/say.ts";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer({ designs: { series: [], designs: [], sentiments: [] } });
});
afterEach(cleanup);

const QUICK = { effort: { seed: 1, turns: 10, pieces: 5_000 }, runs: 200 } as const;
const planned = (needs: readonly (typeof need)[]) => {
  const outlook = season(needs);
  return { outlook, planned: shownPlan(planSeason(outlook, null, QUICK)) };
};
/** Chances as they would be, in the order of the needs. */
function withChances(needs: readonly (typeof need)[], chances: readonly number[]) {
  const { outlook, planned: made } = planned(needs);
  const odds = { ...made.odds, needs: made.odds.needs.map((each, index) => ({ ...each, chance: chances[index] ?? 1 })) };
  const shown = { ...made, odds };
  return { outlook, planned: shown, rows: outlook.open.map((view) => rowOf(view, shown)) };
}
const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const [kites, moths, quinces] = ["Kites", "Moths", "Quinces"].map((title) => ({ ...need, id: title, title, due: "2031-12-20" }));
if (!kites || !moths || !quinces) throw new Error("three needs are made");

test("how much a need matters is told by one choice, at the version that was seen", async () => {
  const { outlook, planned: shown } = planned([need]);
  const [view] = outlook.open;
  if (!view) throw new Error("the need is open");
  showScreen(<NeedDetail row={rowOf(view, shown)} outlook={outlook} planned={shown} trial={[]} onTry={() => undefined} />);
  const choice = screen.getByLabelText<HTMLSelectElement>("How much Office matters");
  expect(choice.value).toBe("ordinary");
  await userEvent.setup().selectOptions(choice, "one that must not fail");
  await waitFor(() => expect(server.commands).toEqual([["change-need", { id: "n", version: 1, matters: "must not fail" }]]));
});

test("a need that is not begun can be removed", async () => {
  const { outlook, planned: shown } = planned([need]);
  const [view] = outlook.open;
  if (!view) throw new Error("the need is open");
  showScreen(<NeedDetail row={rowOf(view, shown)} outlook={outlook} planned={shown} trial={[]} onTry={() => undefined} />);
  await press("Remove");
  await waitFor(() => expect(server.commands).toEqual([["remove-need", { id: "n", version: 1 }]]));
});

test("the verdict names what cannot be promised, then counts what is safe, at risk and tight", () => {
  showScreen(<SeasonVerdict onTry={() => undefined} {...withChances([kites, moths, quinces], [0.05, 0.3, 0.97])} />);
  expect(verdict()).toMatch(/^Kites cannot be promised for \w{3} \d+ Dec: 5 in 100\. 1 of 3 promises are safe\. Moths is at risk\. $/);
});

test("where all is safe it says so with its hours, and of days of beginning nothing before they are known", () => {
  showScreen(<SeasonVerdict onTry={() => undefined} {...withChances([kites, moths], [0.8, 0.95])} />);
  expect(verdict()).toMatch(/^All 2 promises are safe: .* of hands\. $/);
  cleanup();
  showScreen(<SeasonVerdict onTry={() => undefined} {...withChances([kites], [0.79])} />);
  expect(verdict()).toBe("Kites is tight. ");
});

const TWO = [kites, moths];
/** The same with what waiting costs. */
function waiting(tonight: Partial<NonNullable<PlanStarts["tonight"]>>, session: number | null = 4) {
  const made = withChances(TWO, [0.8, 0.95]);
  const off = { session: nextFree(made.planned)?.session ?? -1, before: 1.75, after: 1.75, falls: [], ...tonight };
  const starts = {
    sureIn100: 80,
    needs: ["Kites", "Moths"].map((id, at) => ({ id, session: session === null ? null : session + at, curve: [] })),
    season: { session: 3, curve: [] },
    tonight: off,
  };
  const shown = { ...made.planned, starts };
  return { ...made, planned: shown, rows: made.outlook.open.map((view) => rowOf(view, shown)) };
}

test("what to begin next is said with its day and how sure that leaves it; pressing needs are begun at once", () => {
  const made = waiting({});
  const on = printDay(made.planned.facts.sessions[4]?.day ?? made.outlook.today);
  showScreen(<SeasonVerdict onTry={() => undefined} {...made} />);
  expect(verdict()).toContain(`Begin Kites by ${on} at the latest, for 80 in 100. `);
  expect(verdict()).not.toContain("Not painting");
  cleanup();
  showScreen(<SeasonVerdict onTry={() => undefined} {...waiting({}, null)} />);
  expect(verdict()).toContain("Begin Kites at once: each session later it is less sure.");
});

test("what the next session is worth is said in promises, and pressed it is looked at", async () => {
  const tried: unknown[] = [];
  const made = waiting({
    after: 1.1,
    falls: [
      { id: "Moths", before: 0.95, after: 0.4 },
      { id: "Kites", before: 0.8, after: 0.7 },
    ],
  });
  showScreen(<SeasonVerdict onTry={(trial) => tried.push(...trial)} {...made} />);
  expect(verdict()).toMatch(/costs 0\.6 promises: Moths would be at risk, and 1 more would be less sure\. $/);
  await press("costs 0.6 promises");
  expect(tried).toEqual([nextFree(made.planned)?.change]);
});

test("what the plan does not know yet is being planned, and nothing is said to be safe before there is a plan", () => {
  const { outlook, planned: old } = planned([kites]);
  const later = season([kites, moths]);
  showScreen(<SeasonVerdict onTry={() => undefined} outlook={later} rows={later.open.map((view) => rowOf(view, old))} planned={old} />);
  expect(verdict()).toContain("Moths is being planned.");
  cleanup();
  showScreen(<SeasonVerdict onTry={() => undefined} outlook={outlook} rows={outlook.open.map((view) => rowOf(view, null))} planned={null} />);
  expect(verdict()).toMatch(/^.* of hands are owed\. The plan is being made …$/);
  cleanup();
  const empty = season([]);
  showScreen(<SeasonVerdict onTry={() => undefined} outlook={empty} rows={[]} planned={null} />);
  expect(verdict()).toBe("Nothing is owed. The season begins with the first need you add.");
});

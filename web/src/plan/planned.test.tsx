import type { PlanRead } from "@yule/contract";
import { planSeason, type Outlook } from "@yule/derive";
import { need, season } from "@yule/derive/examples";
import { act, cleanup, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { planAsked, serverReached } from "../data/notices.ts";
import { store } from "../data/store.ts";
import { PretendServer, showScreen } from "./testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };

const QUICK = { effort: { seed: 1, turns: 5, pieces: 2_000 }, runs: 100 } as const;
const asked: string[] = [];
/** The planner's worker, here on this thread. */
const planner = {
  ask: {
    own: (outlook: Outlook, before: Parameters<typeof planSeason>[1]) => {
      asked.push("own");
      return Promise.resolve(planSeason(outlook, before, QUICK));
    },
    starts: () => {
      asked.push("starts");
      return Promise.resolve({ sureIn100: 80, needs: [], season: { session: null, curve: [] }, tonight: null });
    },
    anyway: () => Promise.resolve([]),
    remedies: () => {
      asked.push("remedies");
      return Promise.resolve([]);
    },
  },
  drop: () => undefined,
};
fake.unstable_mockModule("../workers/seasonSolver.ts", () => ({ seasonPlanner: () => planner }));
const { usePlannedSeason } = await import("./planned.ts");

const [before, after] = [season([need]), season([need, { ...need, id: "later", title: "Ferry" }])];
const stored = (part: Partial<PlanRead> = {}): PlanRead => ({ plan: planSeason(before, null, QUICK), starts: null, revision: 3, wanted: 3, isSetAside: false, ...part });

function Told({ outlook, deep = false }: { outlook: Outlook | null; deep?: boolean }) {
  const { planned, planning } = usePlannedSeason(outlook, deep);
  return (
    <output aria-label="plan">
      {planned ? planned.facts.needs.map(({ id }) => id).join("+") : "none"}, {planning ?? "as it is"}, {planned?.remedies ? "helped" : "not helped"}
    </output>
  );
}
const told = (): string => screen.getByLabelText("plan").textContent;

beforeEach(() => {
  asked.length = 0;
  store.dispatch(serverReached(true));
});
afterEach(cleanup);

test("the plan that the shop has is shown, and no device makes another while the server is there", async () => {
  new PretendServer({ plan: stored() });
  showScreen(<Told outlook={after} />);
  expect(told()).toBe("none, as it is, not helped");
  await waitFor(() => expect(told()).toBe("n, as it is, not helped"));
  expect(asked).toEqual([]);
});

test("while a newer one is being made it is said, from the plan itself or from the feed; one that failed is said too", async () => {
  new PretendServer({ plan: stored({ wanted: 4 }) });
  showScreen(<Told outlook={before} />);
  await waitFor(() => expect(told()).toBe("n, renewing, not helped"));
  cleanup();
  new PretendServer({ plan: stored({ wanted: 4, isSetAside: true }) });
  showScreen(<Told outlook={before} />);
  await waitFor(() => expect(told()).toBe("n, set aside, not helped"));
  cleanup();
  new PretendServer({ plan: stored() });
  showScreen(<Told outlook={before} />);
  await waitFor(() => expect(told()).toBe("n, as it is, not helped"));
  act(() => void store.dispatch(planAsked(7)));
  expect(told()).toBe("n, renewing, not helped");
});

test("in Season what would help is worked out where a promise is not safe, and not looked for where all are", async () => {
  const made = stored({ wanted: 9, revision: 9 });
  const withChance = (chance: number): PlanRead => {
    if (!made.plan) throw new Error("there is a plan");
    return { ...made, plan: { ...made.plan, odds: { ...made.plan.odds, needs: made.plan.odds.needs.map((each) => ({ ...each, chance })) } } };
  };
  new PretendServer({ plan: withChance(0.6) });
  showScreen(<Told outlook={before} deep />);
  await waitFor(() => expect(told()).toBe("n, as it is, helped"));
  expect(asked).toEqual(["remedies"]);
  cleanup();
  new PretendServer({ plan: withChance(0.9) });
  showScreen(<Told outlook={before} deep />);
  await waitFor(() => expect(told()).toBe("n, as it is, not helped"));
  expect(asked).toEqual(["remedies"]);
});

test("a plan that is read before the facts beside it is helped once they are there", async () => {
  const made = stored({ wanted: 9, revision: 9 });
  if (!made.plan) throw new Error("there is a plan");
  new PretendServer({ plan: { ...made, plan: { ...made.plan, odds: { ...made.plan.odds, needs: made.plan.odds.needs.map((each) => ({ ...each, chance: 0.3 })) } } } });
  const late: { show?: (outlook: Outlook) => void } = {};
  function Late() {
    const [outlook, setOutlook] = useState<Outlook | null>(null);
    late.show = setOutlook;
    return <Told outlook={outlook} deep />;
  }
  showScreen(<Late />);
  await waitFor(() => expect(told()).toBe("n, as it is, not helped"));
  act(() => late.show?.(before));
  await waitFor(() => expect(told()).toBe("n, as it is, helped"));
});

test("without the server the stored plan stands while its facts do; once they differ the device plans, and says so", async () => {
  new PretendServer({ plan: stored({ wanted: 9, revision: 9 }) });
  showScreen(<Told outlook={before} />);
  await waitFor(() => expect(told()).toBe("n, as it is, not helped"));
  act(() => void store.dispatch(serverReached(false)));
  await new Promise((soon) => setTimeout(soon, 2_300));
  expect([told(), asked]).toEqual(["n, as it is, not helped", []]);
  cleanup();
  showScreen(<Told outlook={after} />);
  await waitFor(() => expect(told()).toBe("n+later, own, not helped"), { timeout: 8_000 });
  expect(asked).toEqual(["own", "starts"]);
  // The server is back: its plan is the one again.
  act(() => void store.dispatch(serverReached(true)));
  await waitFor(() => expect(told()).toMatch(/^n, (as it is|renewing), not helped$/));
}, 30_000);

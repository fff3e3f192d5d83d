import { need, season } from "@yule/derive/examples";
import { planSeason, shownPlan, type PlannedSeason } from "@yule/derive";
import type { Remedy, SeasonChange } from "@yule/core";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../../plan/testing.tsx";
import { Hopeless } from "./Hopeless.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

const outlook = season(["Mural", "Kites", "Moths"].map((title) => ({ ...need, id: title, title, due: "2031-12-20" })));
const made = shownPlan(planSeason(outlook, null, { effort: { seed: 1, turns: 5, pieces: 2_000 }, runs: 50 }));
const remedy = (change: SeasonChange, part: Partial<Remedy> = {}): Remedy => ({
  changes: [change],
  ...{ before: 2, after: 3, repairs: ["Mural"], unsafe: 0, costs: { minutes: 0, cards: 0, minor: 0, days: 5 } },
  ...part,
});
const later: SeasonChange = { kind: "later", need: "Mural", days: 5 };
const anyway = { id: "Mural", chance: 0.04, risks: ["Kites", "Moths"], before: 1.9, after: 0.7 };
const tried: Remedy[] = [];
const show = (part: Partial<PlannedSeason>) => showScreen(<Hopeless planned={{ ...made, ...part }} outlook={outlook} onTry={(one) => tried.push(one)} />);
const choice = () => screen.getByRole("region", { name: "Mural: keep it or take it back" });

test("both sides are told: what keeping it would cost whom, and each way out with what is safe then", async () => {
  const helped = remedy({ kind: "session", day: outlook.today, from: 600, to: 700, who: "maker" });
  show({ anyway: [anyway], remedies: [remedy(later), remedy({ kind: "print", need: "Mural", on: true }, { unsafe: 1 }), helped] });
  expect(choice().textContent).toContain("Even before all else it is ready in time 4 in 100. Kites, Moths would not be safe any more; 1.2 promises fewer would be kept.");
  const ways = within(choice()).getAllByRole("group");
  // A session more is no way to take it back: it stands among what would help.
  expect(ways).toHaveLength(2);
  expect(ways[0]?.textContent).toMatch(/^Ask for 5 more days, .*all promises would be safe; a word with whoever waits\./);
  expect(ways[1]?.textContent).toMatch(/^Paint one master and print the rest.*it and one other would be safe/);
  const user = userEvent.setup({ delay: null });
  await user.click(within(ways[0] ?? choice()).getByRole("button", { name: "See it first" }));
  expect(tried.map(({ changes }) => changes)).toEqual([[later]]);
  await user.click(within(ways[0] ?? choice()).getByRole("button", { name: "Do it" }));
  await waitFor(() => expect(server.commands).toEqual([["change-need", { id: "Mural", version: 1, due: "2031-12-25" }]]));
});

test("nothing is said of ways out before they are planned, nor that one helps where none does", () => {
  show({ anyway: [{ ...anyway, risks: [] }], remedies: null });
  expect(choice().textContent).toContain("No safe promise is risked by trying.");
  expect(choice().textContent).toContain("Ways out are being planned …");
  cleanup();
  show({ anyway: [anyway], remedies: [remedy(later, { repairs: [] })] });
  expect(choice().textContent).toContain("No single change that was tried makes it safe.");
  cleanup();
  show({ anyway: null, remedies: null });
  expect(screen.queryByRole("region")).toBeNull();
});

import { day, type Remedy, type SeasonChange } from "@yule/core";
import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen } from "../../../plan/testing.tsx";
import { Remedies } from "./Remedies.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

const outlook = season(["Kites", "Moths", "Quinces"].map((title) => ({ ...need, id: title, title, due: "2031-12-20" })));
const remedy = (changes: readonly SeasonChange[], part: Partial<Remedy> = {}): Remedy => ({
  changes,
  ...{ before: 1.2, after: 2.4, repairs: ["Kites"], unsafe: 1, costs: { minutes: 0, cards: 0, minor: 0, days: 0 } },
  ...part,
});
const paint = (on: string): SeasonChange => ({ kind: "session", day: day(on), from: 540, to: 720, who: "maker" });
const tried: Remedy[] = [];
const show = (remedies: readonly Remedy[]) => showScreen(<Remedies remedies={remedies} outlook={outlook} onTry={(one) => tried.push(one)} />);
const lines = () => screen.getAllByRole("group").map((group) => group.textContent);

test("each way is told with what it repairs, what it keeps more and what it costs", () => {
  show([
    remedy([paint("2031-11-10")], { unsafe: 0, costs: { minutes: 180, cards: 0, minor: 0, days: 0 } }),
    remedy([{ kind: "post", need: "Kites", service: "Swift", readyBy: day("2031-12-19"), costMinor: 160 }], { costs: { minutes: 0, cards: 0, minor: 160, days: 0 } }),
    remedy([{ kind: "cards", need: "Moths", cards: 4 }], { repairs: ["Kites", "Moths", "Quinces"], costs: { minutes: -40, cards: 2, minor: 0, days: 0 } }),
    remedy(
      [
        { kind: "later", need: "Quinces", days: 1 },
        { kind: "heat", need: "Kites", on: true },
      ],
      { repairs: [], costs: { minutes: 0, cards: 0, minor: 0, days: 1 } },
    ),
  ]);
  expect(lines().map((line) => line.replace(/See it firstDo it$/, ""))).toEqual([
    "Paint on Mon 10 Nov, 09:00 to 12:00all promises would be safe; 3 h more of your time.",
    "Kites: post as Swift, by Fri 19 DecKites would be safe; 1.2 promises more would be kept; €1.60 more postage.",
    "Moths: 4 cards instead of 6Kites, Moths and 1 more would be safe; 1.2 promises more would be kept; spares 40 min, 2 cards not made.",
    "Quinces: ask for 1 more day, Sun 21 Dec, and Kites: dry with the heat tool1.2 promises more would be kept; a word with whoever waits.",
  ]);
});

test("four are shown, the rest is asked for; where nothing helps it is said", async () => {
  show(Array.from({ length: 6 }, (_, at) => remedy([paint(`2031-11-1${String(at)}`)])));
  expect(lines()).toHaveLength(4);
  await press("2 more");
  expect(lines()).toHaveLength(6);
  await press("Show fewer");
  expect(lines()).toHaveLength(4);
  cleanup();
  show([]);
  expect(screen.getByText("Nothing that was tried, alone or in twos, keeps more promises.")).toBeTruthy();
});

test("one is seen first before it is done; done, all its changes are told to the shop at the version that was seen", async () => {
  const both = remedy([{ kind: "later", need: "Kites", days: 5 }, { kind: "heat", need: "Kites", on: true }, paint("2031-11-10")]);
  show([both]);
  const user = userEvent.setup({ delay: null });
  const [group] = screen.getAllByRole("group");
  if (!group) throw new Error("there is a way");
  await user.click(within(group).getByRole("button", { name: "See it first" }));
  expect(tried).toEqual([both]);
  expect(server.sent).toEqual([]);
  await user.click(within(group).getByRole("button", { name: "Do it" }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands).toEqual([
    ["add-session-change", expect.objectContaining({ what: "extra", first: "2031-11-10", last: "2031-11-10", from: 540, to: 720, who: "maker" })],
    ["change-need", { id: "Kites", version: 1, due: "2031-12-25", heat: true }],
  ]);
});

import { learnBench } from "@yule/core";
import { PlannedTable, standingBatches, type StandingBatch } from "@yule/derive";
import { batch, need, season, unit } from "@yule/derive/examples";
import { cleanup, screen } from "@testing-library/react";
import { press, showScreen } from "../../../plan/testing.tsx";
import { ChosenCard, NowCard, WhySpoilt } from "./NowCard.tsx";

afterEach(cleanup);

const NOW = new Date("2031-11-08T08:00:00Z");
/** Three panels: two wait for their wash, one is washed and dries. */
function table(): StandingBatch {
  const told = batch([unit(1), unit(2), unit(3)], [{ id: "f", unitId: "u3", stageId: "wash", what: "done", at: "2031-11-08T07:58:00Z" }]);
  const outlook = season([need], [told]);
  const [view] = outlook.open;
  if (!view) throw new Error("no need");
  const [standing] = standingBatches(new PlannedTable().with([{ view, batch: told }], learnBench([]), null), NOW);
  if (!standing) throw new Error("no batch lies on the table");
  return standing;
}
const on = table();
type Told = readonly [what: string, taps: readonly { readonly unit: string; readonly stage: number }[]];
let told: Told[] = [];
const tell = (_on: unknown, what: string, taps: Told[1]): void => void told.push([what, taps]);
beforeEach(() => {
  told = [];
});
const show = (move: Parameters<typeof NowCard>[0]["move"], more: Partial<Parameters<typeof NowCard>[0]> = {}) =>
  showScreen(<NowCard on={on} move={move} many={false} filling={null} rests={false} heatTool={false} onTell={tell} onUndo={null} {...more} />);

test("one panel is next: done, all that are ready, or spoilt, a tap each", async () => {
  show({ kind: "do", stage: 0, units: ["u1", "u2"], urgent: false });
  expect(screen.getByText("wash, panel 1")).toBeTruthy();
  await press("Done");
  await press("All 2 done");
  await press("Spoilt");
  const [one, two] = [
    { unit: "u1", stage: 0 },
    { unit: "u2", stage: 0 },
  ];
  expect(told).toEqual([
    ["done", [one]],
    ["done", [one, two]],
    ["spoilt", [one]],
  ]);
});

test("what must be caught wet says so, and a tired hand is told to rest", () => {
  show({ kind: "do", stage: 0, units: ["u1"], urgent: true }, { rests: true, filling: "cut envelopes" });
  expect(screen.getByText("now, while it is wet")).toBeTruthy();
  expect(screen.getByText(/The hand has been at it for long: rest it for 5 min, or cut envelopes\./)).toBeTruthy();
  expect(screen.queryByRole("button", { name: /^All/ })).toBeNull();
});

test("while the hands wait it says for what, what may be done meanwhile, and takes that it is dry already; heat only where a tool lies at hand", async () => {
  const wait = { kind: "wait", unit: "u3", stage: 1, until: new Date(NOW.getTime() + 18 * 60_000) } as const;
  show(wait, { filling: "rule the next sheet" });
  expect(screen.getByText("Panel 3 is drying. Meanwhile: rule the next sheet.")).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Dried with heat" })).toBeNull();
  await press("Dry already");
  cleanup();
  show(wait, { heatTool: true });
  await press("Dried with heat");
  expect(told).toEqual([
    ["dry", [{ unit: "u3", stage: 0 }]],
    ["heated", [{ unit: "u3", stage: 0 }]],
  ]);
});

test("the last tap is taken back where there is one", async () => {
  let back = 0;
  show({ kind: "do", stage: 0, units: ["u1"], urgent: false }, { onUndo: () => (back += 1) });
  await press("Undo the last tap");
  expect(back).toBe(1);
  expect(told).toEqual([]);
});

test("panels that were chosen get what may have happened to them, in any order", async () => {
  showScreen(<ChosenCard on={on} chosen={new Set(["u1", "u3"])} heatTool={false} onTell={tell} onLeave={() => told.push(["left", []])} />);
  expect(screen.getByText("The next stage of each: wash, dots")).toBeTruthy();
  await press("Done");
  await press("Dry already (1 of them)");
  await press("Leave this stage out");
  await press("Choose none");
  const next = [
    { unit: "u1", stage: 0 },
    { unit: "u3", stage: 1 },
  ];
  expect(told).toEqual([
    ["done", next],
    ["dry", [{ unit: "u3", stage: 0 }]],
    ["skipped", next],
    ["left", []],
  ]);
});

test("after a panel was lost it is asked why, in the words makers use", async () => {
  const why: string[] = [];
  showScreen(<WhySpoilt numbers={[3]} onWhy={(reason) => why.push(reason)} onLeave={() => why.push("")} />);
  await press("crept under the tape");
  await press("no matter");
  expect(why).toEqual(["crept under the tape", ""]);
});

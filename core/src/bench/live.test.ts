import { minutes } from "../measure/minutes.ts";
import { changesAt, nextMove, sameStanding, unitState, type BenchFact, type LiveStage } from "./live.ts";

const stage = (id: string, hands: number, dry: number, within: number | null = null): LiveStage => ({
  id,
  name: id,
  hands: minutes(hands),
  dry: minutes(dry),
  within: within === null ? null : minutes(within),
});
const route = [stage("wash", 3, 5), stage("drop-in", 1, 30, 4), stage("dots", 2, 0)];
const at = (minute: number): Date => new Date(Date.UTC(2031, 10, 8, 10, minute));
const fact = (unit: string, id: string, what: BenchFact["what"], minute: number): BenchFact => ({ unit, stage: id, what, at: at(minute) });
const state = (facts: BenchFact[], minute: number) => unitState("1", route, facts, at(minute));

test("a unit is wet until its time, then to be caught, then missed", () => {
  const washed = [fact("1", "wash", "done", 0)];
  expect(state([], 0).wetness).toEqual({ state: "waiting" });
  expect(state(washed, 4).wetness).toEqual({ state: "wet", dryAt: at(5) });
  expect(state(washed, 5).wetness).toEqual({ state: "catch", until: at(9) });
  expect(state(washed, 10).wetness).toEqual({ state: "missed", since: at(9) });
});

test("what the heat tool dried is dry from then on; found wet again, it is wet", () => {
  const dropped = [fact("1", "wash", "done", 0), fact("1", "drop-in", "done", 6)];
  const heated = [...dropped, fact("1", "drop-in", "heated", 12)];
  expect(state(dropped, 12).wetness.state).toBe("wet");
  expect(state(heated, 12)).toMatchObject({ wetness: { state: "dry" }, dryAt: at(12) });
  expect(state([...heated, fact("1", "drop-in", "still-wet", 14)], 15).wetness.state).toBe("wet");
});

test("the same fact told by two devices counts at the earlier moment", () => {
  expect(state([fact("1", "wash", "done", 3), fact("1", "wash", "done", 1)], 4).wetness).toEqual({ state: "wet", dryAt: at(6) });
});

test("still wet and dry already move the clock", () => {
  const washed = [fact("1", "wash", "done", 0), fact("1", "drop-in", "done", 6)];
  expect(state([...washed, fact("1", "drop-in", "still-wet", 35)], 36).wetness).toEqual({ state: "wet", dryAt: at(45) });
  expect(state([...washed, fact("1", "drop-in", "dry", 20)], 21).wetness).toEqual({ state: "dry" });
});

test("spoilt is the end of a unit, and all stages done and dry is finished", () => {
  expect(state([fact("1", "wash", "spoilt", 1)], 2).wetness.state).toBe("spoilt");
  const all = [fact("1", "wash", "done", 0), fact("1", "drop-in", "done", 6), fact("1", "dots", "done", 40)];
  expect(state(all, 41).wetness.state).toBe("finished");
});

test("what is wet goes first, then the same stage on the others, and nothing runs into a wet window", () => {
  const units = (facts: BenchFact[], minute: number) =>
    ["1", "2"].map((unit) =>
      unitState(
        unit,
        route,
        facts.filter((each) => each.unit === unit),
        at(minute),
      ),
    );
  expect(nextMove(route, units([], 0), at(0), null)).toEqual({ kind: "do", stage: 0, units: ["1", "2"], urgent: false });
  const first = [fact("1", "wash", "done", 0)];
  expect(nextMove(route, units(first, 1), at(1), 0)).toMatchObject({ kind: "do", stage: 0, units: ["2"] });
  // At minute 7 a wash of 3 would end after the window closes at 9, so the drop-in comes first.
  expect(nextMove(route, units(first, 7), at(7), 0)).toEqual({ kind: "do", stage: 1, units: ["1"], urgent: true });
  const both = [...first, fact("1", "drop-in", "done", 6), fact("2", "wash", "done", 6), fact("2", "drop-in", "done", 12)];
  expect(nextMove(route, units(both, 20), at(20), 1)).toEqual({ kind: "wait", until: at(36), unit: "1", stage: 2 });
});

test("the later word counts: wet again after it was called dry, and dry again after that", () => {
  const route: LiveStage[] = [{ id: "wash", name: "wash", hands: minutes(2), dry: minutes(30), within: null, damp: minutes(20), bone: minutes(45) }];
  const told = (...words: readonly [BenchFact["what"], number][]) =>
    unitState(
      "1",
      [...route, { id: "dots", name: "dots", hands: minutes(1), dry: minutes(0), within: null }],
      words.map(([what, minute]) => ({ unit: "1", stage: "wash", what, at: at(minute) })),
      at(16),
    ).wetness.state;
  expect(told(["done", 0], ["dry", 10])).toBe("dry");
  expect(told(["done", 0], ["dry", 10], ["still-wet", 12])).toBe("wet");
  expect(told(["done", 0], ["dry", 10], ["still-wet", 12], ["dry", 14])).toBe("dry");
});

test("damp before it is surely dry, bone dry when it always is, and a stage left out wets nothing", () => {
  const route: LiveStage[] = [
    { id: "wash", name: "wash", hands: minutes(2), dry: minutes(30), within: null, damp: minutes(20), bone: minutes(45) },
    { id: "dots", name: "dots", hands: minutes(1), dry: minutes(10), within: null },
  ];
  const facts: BenchFact[] = [{ unit: "1", stage: "wash", what: "done", at: at(0) }];
  expect(unitState("1", route, facts, at(10)).wetness).toEqual({ state: "wet", dryAt: at(30), dampAt: at(20) });
  expect(unitState("1", route, facts, at(31)).wetness).toEqual({ state: "dry", boneAt: at(45) });
  const skipped: BenchFact[] = [{ unit: "1", stage: "wash", what: "skipped", at: at(0) }];
  expect(unitState("1", route, skipped, at(1))).toMatchObject({ done: 1, wetness: { state: "waiting" } });
});

test("a unit next stands otherwise when it is damp, dry, when its window closes, and when it is bone dry; then only hands change it", () => {
  const drying: LiveStage = { ...stage("wash", 3, 20), damp: minutes(12), bone: minutes(40) };
  const of = (minute: number) => changesAt(unitState("1", [drying, stage("dots", 2, 0)], [fact("1", "wash", "done", 0)], at(minute)), at(minute));
  expect([0, 15, 25, 45].map(of)).toEqual([at(12), at(20), at(40), null]);
  const washed = [fact("1", "wash", "done", 0)];
  expect(changesAt(state(washed, 6), at(6))).toEqual(at(9));
  expect([changesAt(state(washed, 30), at(30)), changesAt(state([], 0), at(0))]).toEqual([null, null]);
});

test("a unit stands alike while no clock of it is another, however often it is looked at", () => {
  const washed = [fact("1", "wash", "done", 0)];
  expect(sameStanding(state(washed, 1), state(washed, 4))).toBe(true);
  expect(sameStanding(state(washed, 4), state(washed, 5))).toBe(false);
  expect(sameStanding(state(washed, 1), state([...washed, fact("1", "wash", "still-wet", 4)], 4))).toBe(false);
  expect(sameStanding(state(washed, 1), { ...state(washed, 1), unit: "2" })).toBe(false);
});

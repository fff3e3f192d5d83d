import type { BenchRead, LogbookRead } from "@yule/contract";
import { v7 } from "uuid";
import { simulatedHygrometer } from "../outside/hygrometer.ts";
import { furnish, NOW, openTestShop, type TestShop, wordsOf } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
const batchId = v7();
const units = [v7(), v7(), v7()];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
  await shop.give("split-sheets", {
    batches: [{ batchId, needId: ids.need, units: units.map((id, index) => ({ id, number: index + 1, colourwayId: index === 2 ? ids.red : ids.blue })) }],
    uses: [{ storeId: ids.paper, sheets: 1 }],
  });
}, 60_000);
afterAll(() => shop.close());

const bench = () => shop.get<BenchRead>("bench");
const facts = async () => (await bench()).batches.find((batch) => batch.id === batchId)?.facts ?? [];
const ago = (minutes: number): string => new Date(Date.parse(NOW) - minutes * 60_000).toISOString();
const tap = (unit: number, stageId: string, at: string, what: "done" | "dry" | "heated" | "skipped" | "spoilt" = "done") => ({
  id: v7(),
  unitId: units[unit] ?? "",
  stageId,
  what,
  at,
});

test("each tap keeps the room's air as it was at that moment, and the room now is told with who tells it", async () => {
  const told = tap(0, ids.wash, ago(300));
  expect((await shop.give("tell-bench", { batchId, facts: [told] })).status).toBe(200);
  expect((await facts()).find((fact) => fact.id === told.id)?.room).toEqual(simulatedHygrometer.at(new Date(ago(300))));
  expect((await bench()).room).toEqual({ ...simulatedHygrometer.at(new Date(NOW)), by: "Hygrometer (simulated)", simulated: true });
});

test("the invented room stays within what rooms are, all year", () => {
  for (let day = 0; day < 366; day += 1) {
    const air = simulatedHygrometer.at(new Date(Date.UTC(2031, 0, 1 + day, (day * 7) % 24)));
    expect(air?.warm).toBeGreaterThan(15);
    expect(air?.warm).toBeLessThan(25);
    expect(air?.humid).toBeGreaterThanOrEqual(0.3);
    expect(air?.humid).toBeLessThanOrEqual(0.85);
  }
});

test("a stage left out, a panel dried with heat and one spoilt with its reason are kept and said in the logbook", async () => {
  await shop.give("tell-bench", { batchId, facts: [tap(1, ids.wash, ago(20), "skipped")] });
  await shop.give("tell-bench", { batchId, facts: [{ ...tap(2, ids.wash, ago(19), "spoilt"), why: "fell on the floor" }] });
  await shop.give("tell-bench", { batchId, facts: [tap(1, ids.wash, ago(18), "heated")] });
  const told = await facts();
  expect(told.find((fact) => fact.what === "heated")?.unitId).toBe(units[1]);
  expect(told.find((fact) => fact.what === "skipped")?.unitId).toBe(units[1]);
  expect(told.find((fact) => fact.what === "spoilt")?.why).toBe("fell on the floor");
  const { events } = await shop.get<LogbookRead>("logbook");
  expect(events.slice(0, 3).map(wordsOf)).toEqual(["Wash dried with heat: panel 2", "Wash spoilt: panel 3", "Wash skipped: panel 2"]);
});

test("a session is begun, paused, gone on with and closed, each told once, and can be taken back", async () => {
  const begun = { id: v7(), what: "begun" as const, at: ago(60), meant: { panels: 14, until: ago(-90) } };
  for (const _ of [1, 2]) expect((await shop.give("tell-session", begun)).status).toBe(200);
  await shop.give("tell-session", { id: v7(), what: "paused", at: ago(30) });
  const closed = await shop.give("tell-session", { id: v7(), what: "closed", at: ago(5), note: "the blue ran" });
  expect((await bench()).sessions[0]?.meant?.until).toBe(ago(-90));
  expect((await bench()).sessions.map(({ what, meant, note }) => [what, meant?.panels ?? null, note])).toEqual([
    ["begun", 14, ""],
    ["paused", null, ""],
    ["closed", null, "the blue ran"],
  ]);
  expect(wordsOf(closed.body.event)).toMatch(/^Session closed, \d panels? moved on of 14 planned, 1 spoilt \(fell on the floor\): the blue ran$/);
  await shop.give("undo", { eventId: closed.body.event.id });
  expect((await bench()).sessions.map(({ what }) => what)).toEqual(["begun", "paused"]);
});

test("a device whose clock is two hours wrong is put right by the present that it sends along", async () => {
  const wrong = (minutes: number): string => ago(minutes - 120);
  const told = tap(0, ids.wash, wrong(10), "dry");
  const answer = await shop.send({ id: v7(), kind: "tell-bench", at: wrong(10), sentAt: wrong(0), payload: { batchId, facts: [told] } });
  expect(answer.status).toBe(200);
  expect((await facts()).find((fact) => fact.id === told.id)?.at).toBe(ago(10));
  expect(answer.body.event.at).toBe(ago(10));
  // Seconds on the way are not a wrong clock.
  const right = tap(0, ids.dots, ago(3));
  await shop.send({ id: v7(), kind: "tell-bench", at: ago(3), sentAt: ago(1), payload: { batchId, facts: [right] } });
  expect((await facts()).find((fact) => fact.id === right.id)?.at).toBe(ago(3));
});

test("a tap from the future, of a clock that tells nothing of itself, counts as now", async () => {
  const told = tap(1, ids.dots, ago(-600));
  await shop.give("tell-bench", { batchId, facts: [told] });
  const at = Date.parse((await facts()).find((fact) => fact.id === told.id)?.at ?? "");
  expect(at - Date.parse(NOW)).toBeLessThanOrEqual(120_000);
});

test.each([
  ["taps for a batch that was taken off meanwhile", "tell-bench", () => ({ batchId: v7(), facts: [tap(0, ids.wash, ago(1))] }), 422, "batchId"],
  ["a panel of another batch", "tell-bench", () => ({ batchId, facts: [{ ...tap(0, ids.wash, ago(1)), unitId: v7() }] }), 422, "facts"],
  ["a session that is neither begun nor closed", "tell-session", () => ({ id: v7(), what: "slept", at: ago(1) }), 422, "what"],
  ["a number of panels below nothing", "tell-session", () => ({ id: v7(), what: "begun", at: ago(1), meant: { panels: -1, until: null } }), 422, "meant"],
])("%s is said, and nothing is kept", async (_, kind, payload, status, field) => {
  const before = JSON.stringify(await bench());
  const answer = await shop.send({ id: v7(), kind, payload: payload() });
  expect(answer.status).toBe(status);
  expect(answer.body.errors[0]?.path[0]).toBe(field);
  expect(JSON.stringify(await bench())).toBe(before);
});

import type { BenchRead, FinishRead, SeasonRead } from "@yule/contract";
import { v7 } from "uuid";
import { inShop } from "../db/pool.ts";
import { relearn } from "../learned/fold.ts";
import { HOME } from "../shop/reads.ts";
import { furnish, NOW, openTestShop, type TestShop, wordsOf } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
let base: Awaited<ReturnType<typeof furnish>>["need"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids, need: base } = await furnish(shop));
  await shop.give("count-store", { id: ids.paper, onHand: 100 });
}, 60_000);
afterAll(() => shop.close());

const finish = () => shop.get<FinishRead>("finish");
const unitNow = async (id: string) => (await shop.get<BenchRead>("bench")).batches.flatMap((batch) => batch.units).find((unit) => unit.id === id);
const lineNow = async (id: string) => (await shop.get<SeasonRead>("season")).needs.flatMap(({ lines }) => lines).find((line) => line.id === id);

/** A need for so many blue cards, with so many panels on the table. */
async function painted(title: string, cards: number, panels: number): Promise<{ need: string; line: string; batchId: string; units: string[] }> {
  const [need, line, batchId] = [v7(), v7(), v7()];
  await shop.give("add-need", { ...base, id: need, title, zone: null, lines: [{ id: line, colourwayId: ids.blue, quantity: cards }] });
  const units = Array.from({ length: panels }, (_, index) => ({ id: v7(), number: index + 1, colourwayId: ids.blue }));
  const split = await shop.give("split-sheets", { batches: [{ batchId, needId: need, units }], uses: [{ storeId: ids.paper, sheets: 1 }] });
  expect(split.status).toBe(200);
  return { need, line, batchId, units: units.map(({ id }) => id) };
}
const judge = (batchId: string, units: readonly string[], grade: "good" | "rescue" | "stash" | "scrap", more: object = {}) =>
  shop.give("grade-panels", { batchId, grades: units.map((unitId) => ({ unitId, grade, ...more })) });

describe("judging", () => {
  test("what is wrong with a panel and how unlike its sisters it was are kept, and forgotten once it is good", async () => {
    const { batchId, units } = await painted("Judged", 2, 3);
    const [first = "", second = ""] = units;
    await judge(batchId, [first], "scrap", { causes: ["bloom", "creep"], doubt: 0.834 });
    expect(await unitNow(first)).toMatchObject({ grade: "scrap", causes: ["bloom", "creep"], doubt: 0.83 });
    await judge(batchId, [first], "good", { causes: ["bloom"] });
    expect(await unitNow(first)).toMatchObject({ grade: "good", causes: [], doubt: 0.83 });
    await judge(batchId, [second], "scrap", { causes: ["torn"] });
    expect((await finish()).fates).toContainEqual({ design: ids.design, paper: ids.paper, air: null, hour: null, stage: null, cause: "torn", panels: 1 });
    const unknown = await judge(batchId, [second], "scrap", { causes: ["ugly"] });
    expect(unknown.status).toBe(422);
    expect(unknown.body.errors[0]?.path).toEqual(["grades", 0, "causes", 0]);
    expect((await judge(batchId, [second], "good", { doubt: 2 })).status).toBe(422);
  });

  test("graded on two devices at once, the panel has one grade and both are in the logbook", async () => {
    const { batchId, units } = await painted("Judged twice", 1, 1);
    const answers = await Promise.all([judge(batchId, units, "good"), judge(batchId, units, "scrap", { causes: ["mud"] })]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    expect(["good", "scrap"]).toContain((await unitNow(units[0] ?? ""))?.grade);
  });

  test("what is lost at a stage, what comes through and what is judged is counted by stage, and an undo takes it out again", async () => {
    const { batchId, units } = await painted("Counted", 3, 3);
    const tell = (unit: number, stageId: string, what: "done" | "spoilt", minute: number) =>
      shop.give("tell-bench", {
        batchId,
        facts: [{ id: v7(), unitId: units[unit] ?? "", stageId, what, at: new Date(Date.parse(NOW) - minute * 60_000).toISOString(), why: what === "spoilt" ? "it ran" : "" }],
      });
    const stage = async () => (await shop.get<BenchRead>("bench")).yields.find(({ designId }) => designId === ids.design)?.stages.find(({ stageId }) => stageId === ids.wash);
    const before = (await stage()) ?? { through: 0, lost: 0 };
    await tell(0, ids.wash, "done", 90);
    await tell(1, ids.wash, "done", 85);
    const spoilt = await tell(2, ids.wash, "spoilt", 80);
    expect(await stage()).toMatchObject({ through: before.through + 2, lost: before.lost + 1 });
    expect((await finish()).fates).toContainEqual(expect.objectContaining({ stage: ids.wash, cause: "it ran", panels: 1 }) as object);
    await shop.give("undo", { eventId: spoilt.body.event.id });
    expect(await stage()).toMatchObject({ through: before.through + 2, lost: before.lost });
  });
});

describe("rescue", () => {
  test("a panel to be rescued is work at the bench until it is judged again, and what came of it is learned", async () => {
    const { batchId, units } = await painted("Rescued", 2, 2);
    const [first = "", second = ""] = units;
    const [one, other] = [v7(), v7()];
    const planned = await shop.give("plan-rescue", { id: one, batchId, unitId: first, cause: "pale", way: "glaze" });
    expect(wordsOf(planned.body.event)).toBe("Panel 1 is to be rescued, too pale: glaze it over");
    await shop.give("plan-rescue", { id: other, batchId, unitId: second, cause: "pale", way: "glaze" });
    expect((await finish()).rescues.filter((each) => each.batchId === batchId)).toEqual([
      { id: one, unitId: first, batchId, cause: "pale", way: "glaze", doneAt: null },
      { id: other, unitId: second, batchId, cause: "pale", way: "glaze", doneAt: null },
    ]);
    expect(await unitNow(first)).toMatchObject({ grade: "rescue", causes: ["pale"] });
    for (const id of [one, one, other]) expect((await shop.give("tell-rescue", { id, at: NOW })).status).toBe(200);
    expect((await finish()).rescues.find(({ id }) => id === one)?.doneAt).toBe("2031-11-08T10:04:00.000Z");
    await judge(batchId, [first], "good");
    const judged = await judge(batchId, [second], "scrap", { causes: ["mud"] });
    expect((await finish()).rescued).toContainEqual({ cause: "pale", way: "glaze", worked: 1, failed: 1 });
    expect((await finish()).rescues.filter((each) => each.batchId === batchId)).toEqual([]);
    await shop.give("undo", { eventId: judged.body.event.id });
    expect((await finish()).rescued).toContainEqual({ cause: "pale", way: "glaze", worked: 1, failed: 0 });
    const folded = await finish();
    await inShop(shop.database, HOME.shopId, (tx) => relearn(tx, HOME.shopId));
    expect(await finish()).toEqual(folded);
  });

  test("a way that saves nothing of the kind is refused with those that may; one that was never begun teaches nothing", async () => {
    const { batchId, units } = await painted("Not rescued", 1, 1);
    const [unitId = ""] = units;
    const refused = await shop.give("plan-rescue", { id: v7(), batchId, unitId, cause: "buckled", way: "glaze" });
    expect(refused.status).toBe(422);
    expect(refused.body.errors[0]).toMatchObject({
      path: ["way"],
      given: "glaze it over",
      allowed: "for buckled: press it flat overnight, cut down to a smaller card, a tag or a strip",
    });
    await shop.give("plan-rescue", { id: v7(), batchId, unitId, cause: "torn", way: "cut down" });
    await judge(batchId, units, "scrap");
    expect((await finish()).rescued.some(({ cause }) => cause === "torn")).toBe(false);
    expect((await shop.give("plan-rescue", { id: v7(), batchId, unitId: v7(), cause: "torn", way: "cut down" })).status).toBe(422);
    expect((await shop.give("tell-rescue", { id: v7(), at: NOW })).status).toBe(422);
  });
});

describe("who gets which", () => {
  test("a good panel becomes another need's, is assembled there and not where it was painted, and goes back", async () => {
    const [from, to] = [await painted("Gives", 2, 2), await painted("Takes", 1, 1)];
    await judge(from.batchId, from.units, "good");
    const moved = await shop.give("give-panels", { moves: [{ unitId: from.units[0] ?? "", needId: to.need }] });
    expect(wordsOf(moved.body.event)).toBe("Panel 1 to Takes");
    const short = await shop.give("assemble-cards", { needId: from.need, lines: [{ lineId: from.line, quantity: 2 }] });
    expect(short.body.errors[0]).toMatchObject({ given: "2", allowed: "at most 1, the good panels not yet in a card" });
    expect((await shop.give("assemble-cards", { needId: to.need, lines: [{ lineId: to.line, quantity: 1 }] })).status).toBe(200);
    const late = await shop.give("give-panels", { moves: [{ unitId: from.units[0] ?? "", needId: from.need }] });
    expect(late.body.errors[0]).toMatchObject({ path: ["moves", 0, "unitId"], given: "panel 1", allowed: "a panel that is not in a card yet" });
    const stashed = await shop.give("give-panels", { moves: [{ unitId: from.units[1] ?? "", needId: null }] });
    expect(wordsOf(stashed.body.event)).toBe("Panel 2 to the stash");
    expect(await unitNow(from.units[1] ?? "")).toMatchObject({ grade: "stash", servesNeedId: null });
    expect((await shop.give("give-panels", { moves: [{ unitId: from.units[1] ?? "", needId: from.need }] })).status).toBe(200);
    expect(await unitNow(from.units[1] ?? "")).toMatchObject({ servesNeedId: from.need });
  });

  test("a panel nobody judged, of another colourway or of nobody is refused, and nothing of the rest is kept", async () => {
    const [from, to] = [await painted("Has", 2, 2), await painted("Wants", 1, 1)];
    const [first = "", second = ""] = from.units;
    await judge(from.batchId, [first], "good");
    const refused = await shop.give("give-panels", {
      moves: [
        { unitId: first, needId: to.need },
        { unitId: second, needId: to.need },
      ],
    });
    expect(refused.body.errors[0]).toMatchObject({ path: ["moves", 1, "unitId"], given: "panel 2, not judged", allowed: "a panel that is good or in the stash" });
    expect(await unitNow(first)).toMatchObject({ servesNeedId: null });
    const red = v7();
    await shop.give("add-need", { ...base, id: red, title: "Red alone", lines: [{ id: v7(), colourwayId: ids.red, quantity: 1 }] });
    const other = await shop.give("give-panels", { moves: [{ unitId: first, needId: red }] });
    expect(other.body.errors[0]).toMatchObject({ path: ["moves", 0, "needId"], given: "panel 1 for Red alone" });
    expect((await shop.give("give-panels", { moves: [{ unitId: first, needId: v7() }] })).status).toBe(422);
  });

  test("two devices give one panel to two needs: it is one's alone, and never more cards than panels", async () => {
    const [from, one, other] = [await painted("Owns", 1, 1), await painted("First", 1, 1), await painted("Second", 1, 1)];
    await judge(from.batchId, from.units, "good");
    const [unitId = ""] = from.units;
    const given = await Promise.all([one, other].map(({ need }) => shop.give("give-panels", { moves: [{ unitId, needId: need }] })));
    expect(given.every(({ status }) => status === 200 || status === 422)).toBe(true);
    const made = await Promise.all([from, one, other].map(({ need, line }) => shop.give("assemble-cards", { needId: need, lines: [{ lineId: line, quantity: 1 }] })));
    expect(made.filter(({ status }) => status === 200)).toHaveLength(1);
  });
});

describe("making cards", () => {
  test("each step of making is told by how many cards are through, once, and never more than there are", async () => {
    const { need } = await painted("Made", 4, 4);
    const id = v7();
    const told = await shop.give("tell-making", { id, needId: need, step: "score", cards: 3, at: NOW });
    expect(wordsOf(told.body.event)).toBe("Scoring and folding done for Made: 3 cards");
    await shop.give("tell-making", { id, needId: need, step: "score", cards: 3, at: NOW });
    const over = await shop.give("tell-making", { id: v7(), needId: need, step: "score", cards: 2, at: NOW });
    expect(over.body.errors[0]).toMatchObject({ path: ["cards"], given: "2", allowed: "at most 1, the cards that are not through this step" });
    expect((await finish()).making.filter(({ needId }) => needId === need)).toEqual([{ needId: need, step: "score", cards: 3, last: "2031-11-08T10:04:00.000Z" }]);
    expect((await shop.give("tell-making", { id: v7(), needId: need, step: ids.wash, cards: 1, at: NOW })).status).toBe(422);
    await shop.give("undo", { eventId: told.body.event.id });
    expect((await finish()).making.filter(({ needId }) => needId === need)).toEqual([]);
  });
});

describe("finished stock", () => {
  /** A fair that is over with so many cards left. */
  async function leftOver(title: string, cards: number): Promise<string> {
    const { need, line, batchId, units } = await painted(title, cards, cards);
    await judge(batchId, units, "good");
    await shop.give("assemble-cards", { needId: need, lines: [{ lineId: line, quantity: cards }] });
    await shop.give("post-need", { id: v7(), needId: need, on: "2031-11-08", service: "by hand", costMinor: 0 });
    await shop.give("tell-outcome", { needId: need, lines: [{ lineId: line, sold: 0, given: 0 }] });
    return line;
  }
  const free = async () => (await shop.get<SeasonRead>("season")).left.find(({ colourwayId }) => colourwayId === ids.blue)?.cards ?? 0;

  test("cards stand in a box with a name and a place; two boxes are told apart by their names", async () => {
    const [box, line] = [v7(), (await painted("Boxed", 1, 1)).line];
    await shop.give("add-box", { id: box, name: "Box A", place: "shelf by the window" });
    const twice = await shop.give("add-box", { id: v7(), name: "Box A" });
    expect(twice.body.errors[0]).toMatchObject({ path: ["name"], given: "Box A", allowed: "a name that no other box has" });
    await shop.give("change-box", { id: box, place: "under the bench" });
    const put = await shop.give("put-in-box", { boxId: box, lineIds: [line], colourwayIds: [ids.blue] });
    expect(wordsOf(put.body.event)).toBe("Cards put in box Box A");
    expect((await lineNow(line))?.boxId).toBe(box);
    expect((await finish()).boxes).toEqual([{ id: box, name: "Box A", place: "under the bench" }]);
    await leftOver("Boxed fair", 2);
    expect((await finish()).left).toEqual([expect.objectContaining({ colourwayId: ids.blue, colourway: "blue", cards: 2, boxId: box })]);
    await shop.give("put-in-box", { boxId: null, colourwayIds: [ids.blue] });
    expect((await finish()).left[0]?.boxId).toBeNull();
    expect((await shop.give("put-in-box", { boxId: box })).body.errors[0]).toMatchObject({ given: "nothing", allowed: "cards of a need, or cards left over" });
    expect((await shop.give("put-in-box", { boxId: v7(), lineIds: [line] })).status).toBe(422);
  });

  test("a count stands, whatever the books say, and can be taken back", async () => {
    await leftOver("Counted fair", 5);
    const before = await free();
    const counted = await shop.give("count-cards", { colourwayId: ids.blue, cards: before - 2 });
    expect(wordsOf(counted.body.event)).toMatch(new RegExp(`counted: ${String(before - 2)}, ${String(before)} were in the books`));
    expect(await free()).toBe(before - 2);
    await shop.give("undo", { eventId: counted.body.event.id });
    expect(await free()).toBe(before);
  });

  test("left-over cards are never given twice: eight devices reach for the last five", async () => {
    await leftOver("Last fair", 5);
    await shop.give("count-cards", { colourwayId: ids.blue, cards: 5 });
    const needs = await Promise.all(
      Array.from({ length: 8 }, async (_, index) => {
        const [need, line] = [v7(), v7()];
        await shop.give("add-need", { ...base, id: need, title: `Wants ${String(index)}`, zone: null, lines: [{ id: line, colourwayId: ids.blue, quantity: 1 }] });
        return { need, line };
      }),
    );
    const given = await Promise.all(needs.map(({ need, line }) => shop.give("serve-need", { needId: need, lines: [{ lineId: line, quantity: 1 }] })));
    expect(given.filter(({ status }) => status === 200)).toHaveLength(5);
    expect(given.find(({ status }) => status !== 200)?.body.errors[0]).toMatchObject({ given: "1", allowed: "at most 0, left over" });
    expect(await free()).toBe(0);
  });
});

import type { BenchRead, HolidaysRead, OrdersRead, Problem, SeasonRead } from "@yule/contract";
import { v7 } from "uuid";
import { furnish, openTestShop, type TestShop, wordsOf } from "../testing.ts";

let shop: TestShop;
let furnished: Awaited<ReturnType<typeof furnish>>;
beforeAll(async () => {
  shop = await openTestShop();
  furnished = await furnish(shop);
}, 60_000);
afterAll(() => shop.close());

const needNow = async (id: string) => {
  const found = (await shop.get<SeasonRead>("season")).needs.find((need) => need.id === id);
  if (!found) throw new Error("the need was lost");
  return found;
};
/** A need for blue cards whose panels are split, judged, and as many cards assembled and handed over. */
async function finished(cards: number, stashed: number): Promise<{ need: string; line: string; panels: string[] }> {
  const [need, line, batchId] = [v7(), v7(), v7()];
  await shop.give("add-need", {
    ...furnished.need,
    id: need,
    kind: "fair",
    title: "Quay fair",
    zone: null,
    lines: [{ id: line, colourwayId: furnished.ids.blue, quantity: cards }],
  });
  const units = Array.from({ length: cards + stashed }, (_, index) => ({ id: v7(), number: index + 1, colourwayId: furnished.ids.blue }));
  await shop.give("split-sheets", { batches: [{ batchId, needId: need, units }], uses: [{ storeId: furnished.ids.paper, sheets: 1 }] });
  await shop.give("grade-panels", { batchId, grades: units.map((unit, index) => ({ unitId: unit.id, grade: index < cards ? "good" : "stash" })) });
  await shop.give("assemble-cards", { needId: need, lines: [{ lineId: line, quantity: cards }], uses: [] });
  await shop.give("post-need", { id: v7(), needId: need, on: "2031-11-08", service: "by hand", costMinor: 0 });
  return { need, line, panels: units.slice(cards).map((unit) => unit.id) };
}
const given = { ...({} as { need: string; line: string }) };

test("what came of a fair is told once it is over, and what was not sold is left over", async () => {
  const early = await shop.give("tell-outcome", { needId: furnished.ids.need, lines: [{ lineId: furnished.ids.blueLine, sold: 1, given: 0 }] });
  expect(early.body.errors[0]).toMatchObject({ path: ["needId"], given: "Harbour office", allowed: "a need that was posted or handed over" });
  const fair = await finished(6, 2);
  const over = await shop.give("tell-outcome", { needId: fair.need, lines: [{ lineId: fair.line, sold: 5, given: 2 }] });
  expect(over.body.errors[0]).toMatchObject({ given: "5 sold and 2 given", allowed: "together at most 6, the cards made" });
  const said = await shop.give("tell-outcome", { needId: fair.need, lines: [{ lineId: fair.line, sold: 2, given: 1 }] });
  expect(wordsOf(said.body.event)).toBe("Quay fair: 2 sold, 3 left over");
  expect((await needNow(fair.need)).lines[0]).toMatchObject({ sold: 2, given: 1, leftOver: 3 });
  Object.assign(given, fair);
});

test("left-over cards and panels of the stash serve another need, each once, and go back when that is taken back", async () => {
  const fair = await finished(4, 2);
  await shop.give("tell-outcome", { needId: fair.need, lines: [{ lineId: fair.line, sold: 4, given: 0 }] });
  const served = await shop.give("serve-need", { needId: furnished.ids.need, unitIds: [fair.panels[0] ?? ""], lines: [{ lineId: furnished.ids.blueLine, quantity: 1 }] });
  expect(wordsOf(served.body.event)).toBe("1 panel of the stash and 1 left-over card given to Harbour office");
  expect((await needNow(furnished.ids.need)).lines.find((line) => line.id === furnished.ids.blueLine)).toMatchObject({ assembled: 1, fromLeft: 1 });
  const panelNow = async () => (await shop.get<BenchRead>("bench")).batches.flatMap((batch) => batch.units).find((unit) => unit.id === fair.panels[0]);
  expect(await panelNow()).toMatchObject({ grade: "stash", servesNeedId: furnished.ids.need });
  const twice = await shop.give("serve-need", { needId: furnished.ids.need, unitIds: [fair.panels[0] ?? ""], lines: [] });
  expect(twice.body.errors[0]).toMatchObject({ given: "panel 5, given away already", allowed: "a panel of the stash" });
  // The panel is one of the need's own now, and becomes a card.
  expect((await shop.give("assemble-cards", { needId: furnished.ids.need, lines: [{ lineId: furnished.ids.blueLine, quantity: 1 }], uses: [] })).status).toBe(200);
  const tooMany = await shop.give("assemble-cards", { needId: furnished.ids.need, lines: [{ lineId: furnished.ids.redLine, quantity: 1 }], uses: [] });
  expect(tooMany.body.errors[0]).toMatchObject({ given: "1", allowed: "at most 0, the good panels not yet in a card" });
});

test("two needs that reach for the last left-over cards at the same time do not both get them", async () => {
  const other = await Promise.all(
    [0, 1].map(async () => {
      const [id, line] = [v7(), v7()];
      await shop.give("add-need", { ...furnished.need, id, lines: [{ id: line, colourwayId: furnished.ids.blue, quantity: 2 }] });
      return { id, line };
    }),
  );
  // Two of the three left over are still there.
  const answers = await Promise.all(other.map(({ id, line }) => shop.give("serve-need", { needId: id, unitIds: [], lines: [{ lineId: line, quantity: 2 }] })));
  expect(answers.map((answer) => answer.status).sort()).toEqual([200, 422]);
  const refused = answers.find((answer) => answer.status === 422);
  expect(refused?.body.errors[0]).toMatchObject({ given: "2", allowed: "at most 0, left over" });
  // What serves a need already cannot be said to be sold after all.
  const late = await shop.give("tell-outcome", { needId: given.need, lines: [{ lineId: given.line, sold: 5, given: 1 }] });
  expect(late.body.errors[0]).toMatchObject({ given: "0 left over", allowed: "at least 3, which serve another need already" });
  const won = answers.find((answer) => answer.status === 200);
  await shop.give("undo", { eventId: won?.body.event.id ?? "" });
  expect((await shop.give("tell-outcome", { needId: given.need, lines: [{ lineId: given.line, sold: 4, given: 1 }] })).status).toBe(200);
});

test("a red need is not served by blue panels, and serving nothing is refused", async () => {
  const fair = await finished(1, 1);
  const [id, line] = [v7(), v7()];
  await shop.give("add-need", { ...furnished.need, id, lines: [{ id: line, colourwayId: furnished.ids.red, quantity: 2 }] });
  expect((await shop.give("serve-need", { needId: id, unitIds: fair.panels, lines: [] })).body.errors[0]?.allowed).toBe("a panel of a design and colourway that the need asks for");
  expect((await shop.give("serve-need", { needId: id, unitIds: [], lines: [] })).body.errors[0]?.given).toBe("nothing");
  const version = (await needNow(id)).version;
  expect((await shop.give("remove-need", { id, version })).status).toBe(200);
});

test("a lesson is kept with its moment, said no longer when it is removed, and comes back on undo", async () => {
  const id = v7();
  await shop.give("note-lesson", { id, text: "Soap the brush before masking fluid", moment: "painting", designId: furnished.ids.design });
  const lessons = async () => (await shop.get<SeasonRead>("season")).lessons;
  expect(await lessons()).toMatchObject([{ text: "Soap the brush before masking fluid", moment: "painting", designId: furnished.ids.design, notedOn: "2031-11-08" }]);
  const removed = await shop.give("remove-lesson", { id, version: 1 });
  expect(await lessons()).toEqual([]);
  await shop.give("undo", { eventId: removed.body.event.id });
  expect(await lessons()).toHaveLength(1);
  expect((await shop.give("note-lesson", { id: v7(), text: " ", moment: "painting" })).status).toBe(422);
});

test("whether a lesson helped is kept with the day; one miss after a help counts from there, and is taken back", async () => {
  const id = v7();
  await shop.give("note-lesson", { id, text: "Wet the sky first", moment: "painting" });
  const told = async () => (await shop.get<SeasonRead>("season")).lessons.find((each) => each.id === id);
  expect(await told()).toMatchObject({ helped: 0, missed: 0, answeredOn: null });
  await shop.give("answer-lesson", { id, version: 1, helped: false });
  await shop.give("answer-lesson", { id, version: 2, helped: true });
  expect(await told()).toMatchObject({ version: 3, helped: 1, missed: 0, answeredOn: "2031-11-08" });
  const { body } = await shop.give("answer-lesson", { id, version: 3, helped: false });
  expect(await told()).toMatchObject({ helped: 1, missed: 1 });
  await shop.give("undo", { eventId: body.event.id });
  expect(await told()).toMatchObject({ helped: 1, missed: 0 });
  // Two devices at once: the second is told that it was answered.
  expect((await shop.send({ id: v7(), kind: "answer-lesson", payload: { id, version: 1, helped: true } })).status).toBe(409);
  expect((await shop.send({ id: v7(), kind: "answer-lesson", payload: { id: v7(), version: 1, helped: true } })).status).toBe(422);
});

test("the feed's orders become needs once, however often they are sent", async () => {
  const orders = () => shop.get<OrdersRead>("orders");
  const before = await orders();
  expect(before).toMatchObject({ simulated: true });
  const [first] = before.orders;
  if (!first) throw new Error("the feed is empty");
  const take = () =>
    shop.give("add-need", { ...furnished.need, id: v7(), kind: "order", orderRef: first.ref, lines: [{ id: v7(), colourwayId: furnished.ids.blue, quantity: first.quantity }] });
  expect((await take()).status).toBe(200);
  expect((await orders()).orders.map((order) => order.ref)).not.toContain(first.ref);
  expect((await take()).body.errors[0]).toMatchObject({ path: ["orderRef"], given: first.ref, allowed: "an order not taken yet: this one is Harbour office" });
});

test("a region has its own days, another's are not told, and one that is not there is named with those that are", async () => {
  const read = async (places: string) => {
    const answer = await fetch(`${shop.base}/holidays?places=${places}&from=2031-11-08`);
    return { status: answer.status, body: (await answer.json()) as HolidaysRead & Problem };
  };
  const { body } = await read("GB-SCT,DE-BY");
  expect(body.days.find((each) => each.on === "2031-11-30" && /Andrew/.test(each.name))?.places).toEqual(["GB-SCT"]);
  expect(body.days.find((each) => each.on === "2032-01-06")).toMatchObject({ places: ["DE-BY"], isPublic: true });
  // Days the core works out itself are not told a second time.
  expect(body.days.filter((each) => /mother|father|valentine|^easter sunday$/i.test(each.name))).toEqual([]);
  expect(body.regions.DE?.find((each) => each.code === "BY")?.name).toMatch(/Ba/);
  const wrong = await read("DE-XX");
  expect(wrong).toMatchObject({ status: 422, body: { errors: [{ path: ["places", 0], given: "XX" }] } });
  expect((await read("IE-D")).body.errors[0]?.allowed).toBe("none: IE is not divided here");
  expect((await read("ZZ")).body.errors[0]?.allowed).toMatch(/two letters/);
  expect((await shop.give("set-shop", { country: "GB", region: "BY" })).body.errors[0]).toMatchObject({ path: ["region"], given: "BY" });
  expect((await shop.give("set-shop", { country: "GB", region: "SCT" })).status).toBe(200);
  expect((await shop.give("set-shop", { occasionCountries: ["DE-BY", "US"] })).status).toBe(200);
  expect((await shop.give("set-shop", { occasionCountries: ["QQ"] })).body.errors[0]?.path).toEqual(["occasionCountries", 0]);
});

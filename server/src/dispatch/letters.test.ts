import type { DesignsRead, DispatchRead, Problem, ScaleRead, SeasonRead, ShopRead, StoresRead } from "@yule/contract";
import { v7 } from "uuid";
import { furnish, makeCards, openTestShop, wordsOf, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
let base: Awaited<ReturnType<typeof furnish>>["need"];
let home: string;
const stamp = v7();
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids, need: base } = await furnish(shop));
  home = (await shop.get<ShopRead>("shop")).country;
  await shop.give("count-store", { id: ids.paper, onHand: 500 });
  await shop.give("add-store", {
    id: stamp,
    kind: "postage stamp",
    name: "Stamps, 0.85",
    width: null,
    height: null,
    pack: 10,
    packCostMinor: 850,
    leadDays: 2,
    onHand: 500,
    valueMinor: 85,
  });
}, 60_000);
afterAll(() => shop.close());

const dispatch = () => shop.get<DispatchRead>("dispatch");
const needNow = async (id: string) => (await shop.get<SeasonRead>("season")).needs.find((need) => need.id === id);
const lettersOf = async (needId: string) => (await dispatch()).letters.filter((letter) => letter.needId === needId);
const stampsLeft = async () => (await shop.get<StoresRead>("stores")).stores.find(({ id }) => id === stamp)?.onHand;

async function households(count: number, more: object = {}): Promise<string[]> {
  const made = Array.from({ length: count }, (_, index) => ({ id: v7(), name: `House ${String(index)}`, address: `${String(index + 1)} Mill Race`, country: home, ...more }));
  if (count > 0) expect((await shop.give("add-households", { households: made })).status).toBe(200);
  return made.map(({ id }) => id);
}

/** A list with so many cards in two colourways, all of them assembled. */
async function made(title: string, householdIds: readonly string[], blue: number, red = 0): Promise<{ need: string; blue: string; red: string }> {
  const [need, one, other] = [v7(), v7(), v7()];
  const lines = [{ id: one, colourwayId: ids.blue, quantity: blue }, ...(red > 0 ? [{ id: other, colourwayId: ids.red, quantity: red }] : [])];
  expect((await shop.give("add-need", { ...base, id: need, kind: "mailing list", title, zone: "inland", householdIds: [...householdIds], lines })).status).toBe(200);
  await makeCards(shop, ids.paper, need, lines);
  return { need, blue: one, red: other };
}
const post = (letters: readonly string[], stamps: { storeId: string; quantity: number }[] = []) =>
  shop.give("post-letters", { id: v7(), letters: letters.map((id) => ({ id, service: "Slow letter", stamps })), on: "2031-11-08" });

describe("posting letter by letter", () => {
  test("a list is posted once its last letter has gone; each letter has its day, what it cost and the stamps it took", async () => {
    const { need } = await made("Some today", await households(3), 3);
    const [first, second, third] = (await lettersOf(need)).map(({ id }) => id) as [string, string, string];
    const before = (await stampsLeft()) ?? 0;
    const sent = await post([first, second], [{ storeId: stamp, quantity: 1 }]);
    expect(wordsOf(sent.body.event)).toMatch(/^2 letters of Some today posted on /);
    expect(await stampsLeft()).toBe(before - 2);
    expect((await needNow(need))?.postedOn).toBeNull();
    expect((await dispatch()).postings.filter((each) => each.needId === need).map(({ costMinor }) => costMinor)).toEqual([170]);
    await post([third]);
    expect((await needNow(need))?.postedOn).toBe("2031-11-08");
    expect((await dispatch()).postings.filter((each) => each.needId === need).map(({ costMinor }) => costMinor)).toEqual([170, 85]);
    // Taken back, the letter lies here again, and nobody has had it.
    await shop.give("undo", { eventId: sent.body.event.id });
    expect(
      (await lettersOf(need))
        .filter(({ postedOn }) => postedOn === null)
        .map(({ id }) => id)
        .sort(),
    ).toEqual([first, second].sort());
    expect(await stampsLeft()).toBe(before);
  });

  test("two devices that tick the same 200 letters post each once, and take its stamp once", async () => {
    const { need } = await made("Ticked twice", await households(200), 200);
    const letters = (await lettersOf(need)).map(({ id }) => id);
    const before = (await stampsLeft()) ?? 0;
    const tick = (some: readonly string[]) => post(some, [{ storeId: stamp, quantity: 1 }]);
    const answers = await Promise.all([0, 50, 100, 150].flatMap((from) => [tick(letters.slice(from, from + 50)), tick(letters.slice(from ? from - 25 : 0, from + 50))]));
    expect(answers.map(({ status }) => status)).toEqual(Array.from({ length: 8 }, () => 200));
    expect((await lettersOf(need)).every(({ postedOn }) => postedOn === "2031-11-08")).toBe(true);
    expect(await stampsLeft()).toBe(before - 200);
    expect((await dispatch()).postings.filter((each) => each.needId === need).reduce((sum, { costMinor }) => sum + costMinor, 0)).toBe(200 * 85);
    expect((await needNow(need))?.postedOn).toBe("2031-11-08");
  }, 60_000);

  test("two devices that post the halves of a list at once have posted all of it; a letter named twice in one is refused", async () => {
    const { need } = await made("In halves", await households(6), 6);
    const letters = (await lettersOf(need)).map(({ id }) => id);
    expect((await post([letters[0] ?? "", letters[0] ?? ""])).body.errors[0]?.path).toEqual(["letters", 1, "id"]);
    await Promise.all([post(letters.slice(0, 3)), post(letters.slice(3))]);
    expect((await needNow(need))?.postedOn).toBe("2031-11-08");
  });

  test("a letter abroad costs what its own country costs; a service that does not go there is refused by name", async () => {
    const [abroad = ""] = await households(1, { country: "NZ" });
    const { need } = await made("One far away", [abroad], 1);
    const [letter = ""] = (await lettersOf(need)).map(({ id }) => id);
    const wrong = await post([letter]);
    expect(wrong.body.errors[0]).toMatchObject({ path: ["letters", 0, "service"], given: "Slow letter", allowed: expect.stringContaining("Letter overseas") as string });
    expect((await shop.give("post-letters", { id: v7(), letters: [{ id: letter, service: "Letter overseas" }], on: "2031-11-08" })).status).toBe(200);
    expect((await dispatch()).postings.find((each) => each.needId === need)?.costMinor).toBe(230);
  });

  test("no more letters go than cards are made, and no letter is heard of before it was posted", async () => {
    const three = await households(3);
    const { need } = await made("Two for three", three, 2);
    const letters = (await lettersOf(need)).map(({ id }) => id);
    const over = await post(letters);
    expect(over.body.errors[0]).toMatchObject({ given: "3 letters", allowed: "as many as cards are made, 2" });
    expect((await shop.give("tell-letters", { letterIds: letters.slice(0, 1), what: "arrived", on: "2031-11-12" })).body.errors[0]?.allowed).toBe("a letter that was posted");
    await post(letters.slice(0, 2));
    expect((await shop.give("tell-letters", { letterIds: letters.slice(0, 1), what: "came back", on: "2031-11-07" })).status).toBe(422);
    expect((await shop.give("tell-letters", { letterIds: letters.slice(0, 1), what: "came back", on: "2031-11-12" })).status).toBe(200);
    expect((await lettersOf(need)).find(({ id }) => id === letters[0])).toMatchObject({ fate: "came back", fateOn: "2031-11-12" });
  });
});

describe("who gets which", () => {
  test("cards are given within one list; no line gives more than it has, and what was posted stays", async () => {
    const four = await households(4);
    const one = await made("List, one", four, 2, 2);
    const other = await made("List, other", [], 3);
    const undertaking = v7();
    const told = await shop.give("bind-needs", { id: undertaking, kind: "mailing list", title: "The list", needIds: [one.need, other.need] });
    expect(wordsOf(told.body.event)).toBe("The list is one mailing list of 2 needs");
    expect((await dispatch()).undertakings.find(({ id }) => id === undertaking)).toEqual({
      id: undertaking,
      kind: "mailing list",
      title: "The list",
      needIds: [one.need, other.need].sort(),
    });
    const letters = (await lettersOf(one.need)).map(({ id }) => id);
    const give = (...lineIds: (string | null)[]) => shop.give("allot-cards", { cards: lineIds.map((lineId, index) => ({ letterId: letters[index] ?? "", lineId })) });
    expect((await give(one.blue, one.blue, one.blue)).body.errors[0]).toMatchObject({ given: "3 households for one colourway", allowed: "at most its 2 cards" });
    expect((await give(one.blue, one.red, other.blue, null)).status).toBe(200);
    expect((await lettersOf(other.need)).map(({ id, lineId }) => [id, lineId])).toEqual([[letters[2], other.blue]]);
    await post([letters[2] ?? ""]);
    expect((await needNow(other.need))?.postedOn).toBe("2031-11-08");
    expect((await give(one.blue, one.red, one.red)).body.errors[0]?.path).toEqual(["cards", 2, "letterId"]);
    expect((await dispatch()).had).toContainEqual({ householdId: four[2], designId: ids.design, on: "2031-11-08" });
    const elsewhere = await made("Another list", await households(1), 1);
    const [strange = ""] = (await lettersOf(elsewhere.need)).map(({ id }) => id);
    const mixed = await shop.give("allot-cards", {
      cards: [
        { letterId: letters[0] ?? "", lineId: one.blue },
        { letterId: strange, lineId: one.red },
      ],
    });
    expect(mixed.body.errors[0]).toMatchObject({ path: ["cards", 1, "letterId"], allowed: "a letter of The list" });
  });

  test("a line that is taken out of its need leaves its households open", async () => {
    const { need, blue } = await made("Red goes", await households(2), 2);
    const extra = v7();
    const now = await needNow(need);
    const lines = [{ id: blue, colourwayId: ids.blue, quantity: 2 }];
    await shop.give("change-need", { id: need, version: now?.version ?? 0, lines: [...lines, { id: extra, colourwayId: ids.red, quantity: 1 }] });
    const [letter = ""] = (await lettersOf(need)).map(({ id }) => id);
    expect((await shop.give("allot-cards", { cards: [{ letterId: letter, lineId: extra }] })).status).toBe(200);
    expect((await shop.give("change-need", { id: need, version: (await needNow(need))?.version ?? 0, lines })).status).toBe(200);
    expect((await lettersOf(need)).find(({ id }) => id === letter)?.lineId).toBeNull();
  });

  test("what a household had before, likes and sent is known of it", async () => {
    const [house = ""] = await households(1, { likes: ["Boats"], language: "de" });
    await made("For the likes", [house], 1);
    expect((await shop.give("tell-had", { id: v7(), householdId: house, designId: ids.design })).status).toBe(200);
    expect(wordsOf((await shop.give("tell-sent", { id: v7(), householdId: house, on: "2030-12-20" })).body.event)).toMatch(/^A card came from House 0 on /);
    expect((await dispatch()).households.find(({ id }) => id === house)).toMatchObject({ likes: ["boats"], language: "de", sentOn: "2030-12-20" });
    expect((await dispatch()).had).toContainEqual({ householdId: house, designId: ids.design, on: null });
    expect((await shop.give("tell-had", { id: v7(), householdId: v7(), designId: ids.design })).body.errors[0]?.path).toEqual(["householdId"]);
  });

  test("households of a file come in all or none, and the first that cannot be is named with its row", async () => {
    const one = { id: v7(), name: "Of a file", address: "1 Chalk Lane", country: home };
    const before = (await dispatch()).books.reduce((sum, each) => sum + each.households, 0);
    const refused = await shop.give("add-households", { households: [one, { ...one, id: v7(), country: "QQ" }] });
    expect(refused.body.errors[0]).toMatchObject({ path: ["households", 1, "country"], given: '"QQ"' });
    expect((await dispatch()).books.reduce((sum, each) => sum + each.households, 0)).toBe(before);
    const taken = await shop.give("add-households", { households: [one, { ...one, id: v7(), name: "Also" }] });
    expect(wordsOf(taken.body.event)).toBe("2 households from a file");
    await shop.give("undo", { eventId: taken.body.event.id });
    expect((await dispatch()).books.reduce((sum, each) => sum + each.households, 0)).toBe(before);
  });
});

test("the carrier's days become those that letters took, and a lost one counts as one that never comes", async () => {
  const { need } = await made("Slow post", await households(30), 30);
  const letters = (await lettersOf(need)).map(({ id }) => id);
  const daysOf = async () => (await dispatch()).carrier.table.find(({ service }) => service === "Slow letter");
  expect((await daysOf())?.workingDays).toBe(4);
  expect((await shop.give("post-letters", { id: v7(), letters: letters.map((id) => ({ id, service: "Slow letter", stamps: [] })), on: "2031-11-03" })).status).toBe(200);
  await shop.give("tell-letters", { letterIds: letters.slice(1), what: "arrived", on: "2031-11-11" });
  await shop.give("tell-letters", { letterIds: letters.slice(0, 1), what: "lost", on: "2031-11-12" });
  const learned = await daysOf();
  // Tue 4 to Sat 8 are five, Mon 10 and Tue 11 two more.
  expect(learned).toMatchObject({ tableDays: 4, workingDays: 7 });
  expect(learned?.seen?.[7]).toBe(29);
  expect(learned?.seen?.reduce((sum, each) => sum + each, 0)).toBe(30);
});

test("a card on the scale goes by what it weighs, until it is built otherwise", async () => {
  const { need } = await made("Weighed", await households(2), 2);
  const design = async () => (await shop.get<DesignsRead>("designs")).designs.find(({ id }) => id === ids.design);
  const read = await shop.get<ScaleRead>(`letter-scale?design=${ids.design}`);
  expect(read).toMatchObject({ step: 1, simulated: true });
  expect(read.grams).toBeGreaterThan(5);
  const version = (await design())?.version ?? 0;
  const told = await shop.give("weigh-letter", { id: ids.design, version, grams: 5000 });
  expect(wordsOf(told.body.event)).toMatch(/ in its envelope weighs 5000 g$/);
  const letters = (await lettersOf(need)).map(({ id }) => id);
  expect(JSON.stringify((await post(letters)).body.errors)).toMatch(/5000 g|5 kg|heavy/i);
  const stack = (await design())?.stack;
  if (!stack) throw new Error("the design is there");
  expect((await shop.give("change-stack", { id: ids.design, version: version + 1, stack: { ...stack, layers: [...stack.layers] } })).status).toBe(200);
  expect((await design())?.weighed).toBeNull();
  expect((await post(letters)).status).toBe(200);
  expect((await shop.give("weigh-letter", { id: ids.design, version: 99, grams: 20 })).status).toBe(409);
  expect((await shop.give("weigh-letter", { id: ids.design, version, grams: 0 })).body.errors[0]).toMatchObject({ path: ["grams"], given: "0", allowed: "more than 0" });
  const answer = await fetch(`${shop.base}/letter-scale?design=${v7()}`);
  expect([answer.status, ((await answer.json()) as Problem).errors[0]?.allowed]).toEqual([422, "a design of this shop"]);
});

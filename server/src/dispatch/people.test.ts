import type { DispatchRead, HouseholdRead, HouseholdsRead, LogbookRead, SeasonRead } from "@yule/contract";
import { sql } from "drizzle-orm";
import { v7 } from "uuid";
import { inShop } from "../db/pool.ts";
import { HOME } from "../shop/reads.ts";
import { furnish, openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
let base: Awaited<ReturnType<typeof furnish>>["need"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids, need: base } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

const parts = { street: "20 Mill Race", district: "", town: "Ballymarsh", region: "Co. Clare", code: "V95 X285" };
async function household(name: string, more: object = {}): Promise<string> {
  const id = v7();
  expect((await shop.give("add-household", { id, name, address: "1 Quay", country: "IE", ...more })).status).toBe(200);
  return id;
}
const found = async (name: string): Promise<HouseholdRead[]> => [...(await shop.get<HouseholdsRead>(`households?find=${encodeURIComponent(name)}`)).households];
const one = async (name: string): Promise<HouseholdRead | undefined> => (await found(name))[0];
const birthdays = async (householdId: string) => (await shop.get<SeasonRead>("season")).ownOccasions.filter((each) => each.householdId === householdId);

test("an address told in its parts is written in the order of its country, and told as one line again has none", async () => {
  await household("Oonagh Trask", { parts });
  await household("Ilse Brandt", { parts: { ...parts, code: "28195", town: "Bremen", region: "" }, country: "DE" });
  expect((await one("Oonagh"))?.address).toBe("20 Mill Race, Ballymarsh, Co. Clare, V95 X285");
  expect((await one("Ilse"))?.address).toBe("20 Mill Race, 28195 Bremen");
  const { id, version } = (await one("Ilse")) ?? { id: "", version: 1 };
  await shop.give("change-household", { id, version, neutral: false, without: [], country: "US", parts: { ...parts, town: "Springfield", region: "IL", code: "62701" } });
  expect((await one("Ilse"))?.address).toBe("20 Mill Race, Springfield, IL 62701");
  await shop.give("change-household", { id, version: version + 1, neutral: false, without: [], address: "Somewhere 4, Bremen" });
  expect(await one("Ilse")).toMatchObject({ parts: null, address: "Somewhere 4, Bremen" });
});

test("a birthday is a day of the season's own; who has died has none, and the household is bereaved; all of it can be taken back", async () => {
  const home = await household("Tavi and Nell Aske");
  const person = v7();
  await shop.give("add-person", { id: person, householdId: home, name: "Nell", birthday: { month: 12, date: 19, year: 1961 } });
  expect(await birthdays(home)).toMatchObject([{ title: "Nell's birthday", kind: "birthday", since: 1961, month: 12, date: 19 }]);
  const died = await shop.give("tell-died", { id: person, on: "2031-11-01" });
  expect(await birthdays(home)).toEqual([]);
  expect(await one("Tavi and Nell")).toMatchObject({ state: "bereaved", stateOn: "2031-11-01", people: [{ name: "Nell", diedOn: "2031-11-01", occasionId: null }] });
  await shop.give("undo", { eventId: died.body.event.id });
  expect(await birthdays(home)).toHaveLength(1);
  expect((await one("Tavi and Nell"))?.state).toBe("here");
});

test("where they are for a while is kept with its days; a last day before the first, and 31 June, are met at their field", async () => {
  const home = await household("Winterers");
  await shop.give("add-address", {
    id: v7(),
    householdId: home,
    parts: { ...parts, code: "28195", town: "Bremen", region: "" },
    country: "DE",
    from: "2031-12-01",
    until: "2032-02-28",
  });
  expect((await one("Winterers"))?.elsewhere).toMatchObject([{ address: "20 Mill Race, 28195 Bremen", country: "DE", from: "2031-12-01" }]);
  const wrong = async (kind: Parameters<TestShop["give"]>[0], payload: object): Promise<string> => JSON.stringify((await shop.give(kind, payload)).body);
  expect(await wrong("add-address", { id: v7(), householdId: home, parts, country: "DE", from: "2031-12-01", until: "2031-11-01" })).toMatch(/"until".*a day not before the first/);
  expect(await wrong("add-address", { id: v7(), householdId: home, parts: { ...parts, town: "" }, country: "DE", from: "2031-12-01", until: "2031-12-02" })).toMatch(
    /"parts","town"/,
  );
  expect(await wrong("add-person", { id: v7(), householdId: home, name: "Bo", birthday: { month: 6, date: 31 } })).toMatch(/"birthday","date".*1 to 30 in that month/);
});

test("two entries of one household become one: its letters, days and wishes come along, nobody gets two cards, and it can be taken back", async () => {
  const [keep, gone] = [await household("Aske", { likes: ["boats"] }), await household("T. Aske", { address: "1 The Quay", without: ["glitter"], neutral: true })];
  await shop.give("add-person", { id: v7(), householdId: gone, name: "Tavi" });
  await shop.give("tell-had", { id: v7(), householdId: gone, designId: ids.design });
  const need = v7();
  await shop.give("add-need", {
    ...base,
    id: need,
    kind: "mailing list",
    title: "Both on it",
    zone: "inland",
    householdIds: [keep, gone],
    lines: [{ id: v7(), colourwayId: ids.blue, quantity: 2 }],
  });
  const merged = await shop.give("merge-households", { keepId: keep, goneId: gone });
  expect(await found("Aske")).toHaveLength(2); // The Askes of the other test live elsewhere.
  expect((await found("Aske")).find(({ id }) => id === keep)).toMatchObject({ likes: ["boats"], without: ["glitter"], neutral: true, people: [{ name: "Tavi" }] });
  const { letters, had } = await shop.get<DispatchRead>("dispatch");
  expect(letters.filter((letter) => letter.needId === need).map(({ householdId }) => householdId)).toEqual([keep]);
  expect(had).toContainEqual({ householdId: keep, designId: ids.design, on: null });
  expect((await shop.give("merge-households", { keepId: keep, goneId: keep })).status).toBe(422);
  await shop.give("undo", { eventId: merged.body.event.id });
  expect((await found("Aske")).find(({ id }) => id === gone)).toMatchObject({ without: ["glitter"], people: [{ name: "Tavi" }] });
  expect((await shop.get<DispatchRead>("dispatch")).letters.filter((letter) => letter.needId === need)).toHaveLength(2);
});

test("what is kept of a household is one file; erased, nothing of it stands anywhere, in the logbook neither, and nothing brings it back", async () => {
  const home = await household("Sunniva Quell-Marrable", { address: "77 Lantern Stairs, Ossery" });
  await shop.give("add-person", { id: v7(), householdId: home, name: "Sunniva", birthday: { month: 2, date: 3 } });
  await shop.give("add-address", { id: v7(), householdId: home, parts: { ...parts, street: "9 Hidden Row" }, country: "IE", from: "2031-12-01", until: "2031-12-31" });
  await shop.give("tell-had", { id: v7(), householdId: home, designId: ids.design });
  await shop.give("add-need", {
    ...base,
    id: v7(),
    kind: "mailing list",
    title: "To her",
    zone: "inland",
    householdIds: [home],
    lines: [{ id: v7(), colourwayId: ids.blue, quantity: 1 }],
  });
  const kept = await shop.get<Record<string, unknown>>(`households/${home}/everything`);
  expect(kept).toMatchObject({
    household: { name: "Sunniva Quell-Marrable" },
    people: [{ name: "Sunniva" }],
    had: [{ designId: ids.design }],
    letters: [{ householdId: home }],
    days: [{ month: 2 }],
  });
  const erased = await shop.give("erase-household", { id: home });
  expect(erased.status).toBe(200);
  expect(erased.body.event.undoable).toBe(false);
  expect(await found("Quell-Marrable")).toEqual([]);
  const { rows } = await inShop(shop.database, HOME.shopId, (tx) => tx.execute(sql`select kind, row_to_json(event)::text as told from event where shop_id = ${HOME.shopId}`));
  const all = rows.filter(({ kind }) => kind !== "erase-household").map(({ told }) => String(told));
  for (const word of ["Quell-Marrable", "Lantern Stairs", "Hidden Row", home, "Sunniva"]) expect(all.filter((told) => told.includes(word))).toEqual([]);
  const { events } = await shop.get<LogbookRead>("logbook?most=40");
  expect(events.map(({ happened }) => (happened as { facts?: { name?: string } }).facts?.name).filter((name) => name === "a household").length).toBeGreaterThan(2);
  // What told of it before can be taken back without bringing it back.
  for (const { id } of events.filter(({ undoable, kind }) => undoable && /person|had|household/.test(kind)).slice(0, 2)) await shop.give("undo", { eventId: id });
  expect(await found("Quell-Marrable")).toEqual([]);
  expect((await fetch(`${shop.base}/households/${home}/everything`)).status).toBe(404);
});

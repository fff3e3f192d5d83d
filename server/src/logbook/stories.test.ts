import { cursorAfter, type BenchRead, type DispatchRead, type EventRead, type LogbookRead, type Problem, type ReviewRead, type SeasonRead } from "@yule/contract";
import { v7 } from "uuid";
import { openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ demo: true });
}, 120_000);
afterAll(() => shop.close());

const page = (query: string) => shop.get<LogbookRead>(`logbook?most=200${query}`);
async function all(query: string): Promise<EventRead[]> {
  const found: EventRead[] = [];
  for (let before = ""; ;) {
    const { events } = await page(`${query}${before}`);
    found.push(...events);
    const last = events[199];
    if (!last) return found;
    before = `&before=${cursorAfter(last)}`;
  }
}
const isInOrder = (events: readonly EventRead[]): boolean =>
  events.every((event, index) => {
    const after = events[index - 1];
    return after === undefined || event.at < after.at || (event.at === after.at && event.seq < after.seq);
  });

test("the logbook is read by when things happened, each entry once over all pages, however late it arrived", async () => {
  const id = v7();
  const given = { id, kind: "buy-store", at: "2031-10-02T09:00:00.000Z", payload: { id: (await shop.get<{ stores: { id: string }[] }>("stores")).stores[0]?.id, quantity: 1 } };
  expect((await shop.send(given)).status).toBe(200);
  const events = await all("");
  expect(isInOrder(events)).toBe(true);
  expect(new Set(events.map((event) => event.id)).size).toBe(events.length);
  const place = events.findIndex((event) => event.id === id);
  expect(place).toBeGreaterThan(0);
  expect(events.slice(0, place).every(({ at }) => at >= "2031-10-02T09:00:00.000Z")).toBe(true);
});

test("a part of the work, and days of the shop, narrow it", async () => {
  const bench = await all("&part=bench");
  expect(bench.length).toBeGreaterThan(0);
  expect(bench.every(({ kind }) => kind === "tell-bench" || kind === "tell-session")).toBe(true);
  const events = await all("");
  const some = events.filter(({ at }) => at >= "2031-11-01T00:00:00.000Z" && at < "2031-11-08T00:00:00.000Z").map(({ id }) => id);
  expect((await all("&from=2031-11-01&until=2031-11-07")).map(({ id }) => id)).toEqual(some);
  expect(some.length).toBeGreaterThan(0);
});

test("the story of a need goes from its order over its batch at the bench to its cards", async () => {
  const { needs } = await shop.get<SeasonRead>("season");
  const need = needs.find(({ title }) => title === "Gull Steps order");
  const { events, name } = await page(`&kind=need&of=${need?.id ?? ""}`);
  expect(name).toBe("Gull Steps order");
  const kinds = new Set(events.map(({ kind }) => kind));
  expect([...kinds]).toEqual(expect.arrayContaining(["tell-bench", "split-sheets"]));
  expect([...kinds].some((kind) => kind === "add-need" || kind === "add-needs")).toBe(true);
  expect(isInOrder(events)).toBe(true);
  // Another need's bench is not in it.
  const others = new Set(events.filter(({ kind }) => kind === "tell-bench").map(({ subjectId }) => subjectId));
  const bench = (await all("&part=bench")).filter(({ kind }) => kind === "tell-bench");
  expect(bench.some(({ subjectId }) => !others.has(subjectId))).toBe(true);
});

test("the story of a household is told by its letters too, and is gone with it when it is erased", async () => {
  const { letters, households } = await shop.get<DispatchRead>("dispatch");
  const household = households.find(({ id }) => letters.some(({ householdId, written }) => householdId === id && !written));
  const letter = letters.find(({ householdId }) => householdId === household?.id);
  const told = await shop.give("tell-written", { letterIds: [letter?.id ?? ""], written: true });
  const story = await page(`&kind=household&of=${household?.id ?? ""}`);
  expect([story.name, story.events.some(({ id }) => id === told.body.event.id)]).toEqual([household?.name, true]);
  expect((await shop.give("erase-household", { id: household?.id ?? "" })).status).toBe(200);
  const after = await page(`&kind=household&of=${household?.id ?? ""}`);
  expect(after.name).toBeNull();
  expect(JSON.stringify(after.events)).not.toContain(household?.name);
});

test("what cannot be asked is said: a page that is none, days the wrong way round, half a thing", async () => {
  const detail = async (query: string): Promise<string> => ((await (await fetch(`${shop.base}/logbook?${query}`)).json()) as Problem).detail;
  expect(await detail("before=yesterday")).toBe('before: given "yesterday", allowed where another page ends');
  expect(await detail("from=2031-11-08&until=2031-11-01")).toBe('until: given "2031-11-01", allowed a day not before the first');
  expect(await detail("kind=need")).toBe("of: given nothing, allowed a kind and an id of one thing");
  expect(await detail("part=kitchen")).toMatch(/^part: given "kitchen", allowed one of season, designs/);
  expect(await page(`&kind=need&of=${v7()}`)).toEqual({ events: [], name: null });
});

test("the review of the season is of its needs alone, counts each tap that stands, and asks for one season", async () => {
  const review = await shop.get<ReviewRead>("review");
  const { needs, season } = await shop.get<SeasonRead>("season");
  expect([review.season.id, review.season.state]).toEqual([season.id, "open"]);
  expect(
    review.needs
      .filter(({ kind }) => kind !== "stash")
      .map(({ id }) => id)
      .sort(),
  ).toEqual(
    needs
      .filter(({ kind }) => kind !== "stash")
      .map(({ id }) => id)
      .sort(),
  );
  const gull = review.needs.find(({ title }) => title === "Gull Steps order");
  const { batches } = await shop.get<BenchRead>("bench");
  const batch = batches.find(({ needId }) => needId === gull?.id);
  expect([gull?.panels, gull?.lost]).toEqual([batch?.units.length, batch?.facts.filter(({ what }) => what === "spoilt").length]);
  const done = (await page(`&kind=need&of=${gull?.id ?? ""}`)).events.length;
  expect(done).toBeGreaterThan(0);
  const before = review.hands.reduce((sum, { panels }) => sum + panels, 0);
  const [last] = (await all("&part=bench")).filter(({ undoable, happened }) => undoable && happened.kind === "tell-bench" && happened.facts.what === "done");
  await shop.give("undo", { eventId: last?.id ?? "" });
  const after = (await shop.get<ReviewRead>("review")).hands.reduce((sum, { panels }) => sum + panels, 0);
  expect(before - after).toBe(last?.happened.kind === "tell-bench" ? last.happened.facts.panels.length : 0);
  const missing = await fetch(`${shop.base}/review?season=${v7()}`);
  expect([missing.status, ((await missing.json()) as Problem).title]).toEqual([404, "There is no such season."]);
});

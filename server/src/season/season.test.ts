import type { LogbookRead, SeasonRead, ShopRead } from "@yule/contract";
import ICAL from "ical.js";
import { v7 } from "uuid";
import { furnish, openTestShop, type TestShop, wordsOf } from "../testing.ts";

let shop: TestShop;
let furnished: Awaited<ReturnType<typeof furnish>>;
beforeAll(async () => {
  shop = await openTestShop();
  furnished = await furnish(shop);
}, 60_000);
afterAll(() => shop.close());

const season = (): Promise<SeasonRead> => shop.get<SeasonRead>("season");
const needNow = async () => {
  const found = (await season()).needs.find((need) => need.id === furnished.ids.need);
  if (!found) throw new Error("the need was lost");
  return found;
};
const another = (part: object = {}) => ({
  ...furnished.need,
  id: v7(),
  title: "Quay café",
  lines: [{ id: v7(), colourwayId: furnished.ids.blue, quantity: 4 }],
  ...part,
});

test("how much a need matters is kept and said, and a word that is none of the three is refused", async () => {
  const { id, version } = await needNow();
  expect((await needNow()).matters).toBe("ordinary");
  const dear = await shop.give("change-need", { id, version, matters: "must not fail" });
  expect(wordsOf(dear.body.event)).toBe("Harbour office changed: one that must not fail");
  expect((await needNow()).matters).toBe("must not fail");
  const wrong = await shop.give("change-need", { id, version: version + 1, matters: "a lot" as never });
  expect(wrong.status).toBe(422);
  expect(wrong.body.errors[0]).toMatchObject({ path: ["matters"], given: '"a lot"' });
  expect(wrong.body.errors[0]?.allowed).toMatch(/ordinary.*dear.*must not fail/);
  await shop.give("undo", { eventId: dear.body.event.id });
  expect((await needNow()).matters).toBe("ordinary");
});

test("a need keeps all that its kind has, and a change says in the logbook what it was", async () => {
  const id = v7();
  await shop.give("add-need", another({ id, kind: "commission", priceMinor: 4500, depositMinor: 1000, proofWanted: true, neutralCards: 1, occasion: "yule" }));
  expect((await season()).needs.find((need) => need.id === id)).toMatchObject({
    priceMinor: 4500,
    depositMinor: 1000,
    proofWanted: true,
    neutralCards: 1,
    occasion: "yule",
    skipped: [],
    print: false,
  });
  const { version } = await needNow();
  const changed = await shop.give("change-need", { id: furnished.ids.need, version, print: true, skipped: [furnished.ids.dots], service: "Letter" });
  expect(wordsOf(changed.body.event)).toBe("Harbour office changed: printed from one master, posted as Letter, 1 stage left out");
  expect(await needNow()).toMatchObject({ print: true, skipped: [furnished.ids.dots], service: "Letter", due: "2031-11-20", priceMinor: null });
  await shop.give("undo", { eventId: changed.body.event.id });
  expect(await needNow()).toMatchObject({ print: false, skipped: [], service: null });
});

test("a stage of another design, a whole route left out and a service that does not go there are refused", async () => {
  const { version } = await needNow();
  const id = furnished.ids.need;
  expect((await shop.give("change-need", { id, version, skipped: [v7()] })).body.errors[0]?.path).toEqual(["skipped", 0]);
  expect((await shop.give("change-need", { id, version, skipped: [furnished.ids.wash, furnished.ids.dots] })).body.errors[0]).toMatchObject({
    given: "every stage",
    allowed: "a route with at least one stage left",
  });
  expect((await shop.give("change-need", { id, version, service: "Swift abroad" })).body.errors[0]).toMatchObject({
    path: ["service"],
    given: "Swift abroad",
    allowed: "Slow letter, Letter, Parcel",
  });
  expect((await needNow()).version).toBe(version);
});

test("terms that contradict each other are refused, new or changed: a photograph after the listing, more ahead than in all", async () => {
  const listing = another({ kind: "shop listing", zone: null, due: "2031-12-20", liveBy: "2031-12-10", photoOn: "2031-12-12" });
  expect((await shop.give("add-need", listing)).body.errors[0]).toMatchObject({
    path: ["photoOn"],
    given: '"2031-12-12"',
    allowed: "a day not after 2031-12-10, when it is listed",
  });
  const right = another({ kind: "shop listing", zone: null, due: "2031-12-20", liveBy: "2031-12-10", photoOn: "2031-12-08" });
  await shop.give("add-need", right);
  const sooner = await shop.give("change-need", { id: right.id, version: 1, due: "2031-12-05" });
  expect(sooner.body.errors[0]).toMatchObject({ path: ["liveBy"], given: "2031-12-10", allowed: "a day not after 2031-12-05, when it is due" });
  expect((await shop.give("change-need", { id: right.id, version: 1, due: "2031-12-18" })).status).toBe(200);
});

test("many needs are added together or not at all, and the fault names its row", async () => {
  const before = (await season()).needs.length;
  const broken = await shop.give("add-needs", { needs: [another({ title: "First" }), another({ title: "Second", due: "2031-11-01" })] });
  expect(broken.status).toBe(422);
  expect(broken.body.errors[0]).toMatchObject({ path: ["needs", 1, "due"], given: "2031-11-01" });
  expect((await season()).needs).toHaveLength(before);
  const added = await shop.give("add-needs", { needs: [another({ title: "First" }), another({ title: "Second" })] });
  expect((await season()).needs).toHaveLength(before + 2);
  await shop.give("undo", { eventId: added.body.event.id });
  expect((await season()).needs).toHaveLength(before);
});

test("extra sessions, days away and busy hours are kept; those that end before they begin are not", async () => {
  const extra = { id: v7(), what: "extra" as const, first: "2031-11-10", last: "2031-11-10", from: 1170, to: 1290 };
  expect(wordsOf((await shop.give("add-session-change", extra)).body.event)).toBe("An extra session 2031-11-10, 19:30 to 21:30");
  await shop.give("add-session-change", { id: v7(), what: "away", title: "Cousins", first: "2031-12-20", last: "2031-12-28" });
  expect((await season()).changes.map((change) => [change.what, change.first, change.who])).toEqual([
    ["extra", "2031-11-10", "maker"],
    ["away", "2031-12-20", "maker"],
  ]);
  const wrong = await shop.give("add-session-change", { ...extra, id: v7(), from: 1290, to: 1170 });
  expect(wrong.body.errors[0]).toMatchObject({ path: ["to"], given: "1170", allowed: "a time after the start" });
  expect((await shop.give("add-session-change", { ...extra, id: v7(), last: "2031-11-09" })).body.errors[0]?.allowed).toBe("a day not before 2031-11-10");
  const before = (await season()).changes.length;
  const past = await shop.give("add-session-change", { ...extra, id: v7(), first: "2031-11-03", last: "2031-11-03" });
  expect(past.body.errors[0]).toMatchObject({ path: ["last"], given: "2031-11-03", allowed: "today, 2031-11-08, or later" });
  const over = await shop.give("add-session-changes", {
    changes: [
      { ...extra, id: v7() },
      { ...extra, id: v7(), first: "2031-11-08", last: "2031-11-08", from: 60, to: 120 },
    ],
  });
  expect(over.body.errors[0]).toMatchObject({ path: ["changes", 1, "to"], given: "02:00" });
  expect(over.body.errors[0]?.allowed).toMatch(/^an end after \d\d:\d\d, as it is now$/);
  expect((await season()).changes).toHaveLength(before);
  const overlapping = await shop.give("set-sessions", {
    pattern: [
      { id: v7(), weekday: 2, from: 600, to: 700 },
      { id: v7(), weekday: 2, from: 650, to: 720 },
    ],
  });
  expect(overlapping.body.errors[0]).toMatchObject({ path: ["pattern", 1, "from"], allowed: "a session that does not overlap another on its day" });
  // A helper's hours beside her own are no overlap.
  const beside = {
    pattern: [
      { id: v7(), weekday: 2, from: 600, to: 700 },
      { id: v7(), weekday: 2, from: 650, to: 720, who: "helper" as const },
    ],
  };
  expect((await shop.give("set-sessions", beside)).status).toBe(200);
});

test("own occasions come back every year; a day that a month does not have is refused, 29 February is not", async () => {
  const occasion = { id: v7(), title: "Ida's birthday", kind: "birthday" as const, month: 2, date: 29, weeksAhead: 3 };
  expect((await shop.give("add-own-occasion", occasion)).status).toBe(200);
  expect((await shop.give("add-own-occasion", { ...occasion, id: v7(), month: 6, date: 31 })).body.errors[0]).toMatchObject({
    path: ["date"],
    given: "31",
    allowed: "1 to 30 in that month",
  });
  expect((await shop.give("add-own-occasion", { ...occasion, id: v7(), year: 2031, date: 29 })).body.errors[0]?.allowed).toBe("1 to 28 in that month");
  const { ownOccasions } = await season();
  expect(ownOccasions).toMatchObject([{ title: "Ida's birthday", year: null, month: 2, date: 29 }]);
  await shop.give("remove-own-occasion", { id: occasion.id, version: ownOccasions[0]?.version ?? 0 });
  expect((await season()).ownOccasions).toEqual([]);
});

describe("the calendar address", () => {
  const read = (secret: string): Promise<Response> => fetch(`${shop.base}/calendar/${secret}.ics`);
  const secretNow = async (): Promise<string | null> => (await shop.get<ShopRead>("shop")).calendarSecret;

  test("tells due days, last posting days and sessions, in a form a strict parser takes", async () => {
    expect(await secretNow()).toBeNull();
    await shop.give("set-shop", { timeZone: "Europe/Dublin" });
    await shop.give("set-calendar-address", { open: true });
    const answer = await read((await secretNow()) ?? "");
    expect(answer.status).toBe(200);
    expect(answer.headers.get("content-type")).toContain("text/calendar");
    const calendar = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[]);
    const events = calendar.getAllSubcomponents("vevent").map((each) => new ICAL.Event(each));
    const due = events.find((event) => event.summary === "Due: Harbour office, 3 cards");
    expect(due?.startDate.isDate).toBe(true);
    expect(due?.startDate.toString()).toBe("2031-11-20");
    expect(events.find((event) => event.summary.startsWith("Last day to post: Harbour office"))?.startDate.toString()).toBe("2031-11-15");
    // Tuesday's session at ten in the morning, in winter and after the clocks went forward.
    const extra = events.find((event) => event.summary === "At the card table" && event.startDate.toJSDate().toISOString().startsWith("2031-11-10"));
    expect(extra?.startDate.toJSDate().toISOString()).toBe("2031-11-10T19:30:00.000Z");
    expect(new Set(events.map((event) => event.uid)).size).toBe(events.length);
  });

  test("guessed wrong or withdrawn there is nothing there, without a hint, and a new one is another", async () => {
    const old = (await secretNow()) ?? "";
    const wrong = await read("guess");
    expect(wrong.status).toBe(404);
    expect(((await wrong.json()) as { detail: string }).detail).toBe("There is no /api/calendar/guess.ics.");
    await shop.give("set-calendar-address", { open: false });
    expect((await read(old)).status).toBe(404);
    await shop.give("set-calendar-address", { open: true });
    expect(await secretNow()).not.toBe(old);
    expect((await read(old)).status).toBe(404);
    expect(wordsOf((await shop.get<LogbookRead>("logbook")).events[0])).toBe("The calendar has a new address");
  });
});

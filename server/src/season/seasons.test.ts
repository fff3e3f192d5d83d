import type { BenchRead, DesignsRead, DispatchRead, HouseholdsRead, LogbookRead, PutAwayRead, SeasonNeedsRead, SeasonRead, SeasonsRead } from "@yule/contract";
import { v7 } from "uuid";
import { furnish, openTestShop, wordsOf, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
beforeEach(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
}, 60_000);
afterEach(() => shop.close());

const season = () => shop.get<SeasonRead>("season");
const bench = () => shop.get<BenchRead>("bench");
const spring = { id: v7(), name: "Spring 2032", from: "2032-02-01", until: "2032-05-31" };
const prepare = () => shop.give("prepare-season", spring);
const close = async (more: { handOn?: boolean; next?: string } = {}) => {
  const { season: open } = await season();
  return shop.give("close-season", { id: open.id, version: open.version, next: spring.id, ...more });
};
const need = (title: string, more: { seasonId?: string } = {}) => ({
  ...{ id: v7(), kind: "commission" as const, title, designId: ids.design, due: "2031-11-25" },
  ...{ lines: [{ id: v7(), colourwayId: ids.blue, quantity: 2 }], ...more },
});

/** The need of the furnished shop painted, judged, and with one panel left for the stash. */
async function paint(): Promise<{ batchId: string; spare: string }> {
  const batchId = v7();
  const spare = v7();
  const units = [v7(), v7(), v7(), spare];
  const colourways = [ids.blue, ids.blue, ids.red, ids.blue];
  const told = { batchId, needId: ids.need, units: units.map((id, index) => ({ id, number: index + 1, colourwayId: colourways[index] ?? "" })) };
  await shop.give("split-sheets", { batches: [told], uses: [{ storeId: ids.paper, sheets: 1 }] });
  for (const stageId of [ids.wash, ids.dots])
    await shop.give("tell-bench", {
      batchId,
      facts: units.map((unitId, index) => ({ id: v7(), unitId, stageId, what: "done" as const, at: `2031-11-08T09:0${String(index)}:00Z` })),
    });
  await shop.give("grade-panels", { batchId, grades: units.map((unitId, index) => ({ unitId, grade: index === 3 ? ("stash" as const) : ("good" as const) })) });
  return { batchId, spare };
}
async function post(): Promise<void> {
  await shop.give("assemble-cards", { needId: ids.need, lines: [ids.blueLine, ids.redLine].map((lineId, index) => ({ lineId, quantity: 2 - index })) });
  expect((await shop.give("post-need", { id: v7(), needId: ids.need, on: "2031-11-08", service: "Letter" })).status).toBe(200);
}

test("a new shop has one season open; what is added belongs to it, and a season is prepared beside it with needs of its own", async () => {
  expect((await season()).season).toMatchObject({ name: "Season 2031", from: "2031-11-08", until: "2032-12-31", state: "open" });
  expect((await prepare()).status).toBe(200);
  const early = need("Early", { seasonId: spring.id });
  expect((await shop.give("add-need", early)).status).toBe(200);
  const { needs, prepared } = await season();
  expect(needs.map(({ title }) => title)).toEqual(["Harbour office"]);
  expect(prepared).toEqual([{ ...spring, version: 1, state: "prepared", needs: 1 }]);
  const told = await shop.get<SeasonNeedsRead>(`seasons/${spring.id}`);
  expect(told.needs.map(({ title, design }) => [title, design])).toEqual([["Early", "Tide pool"]]);
});

test("a season with needs that are not done is not closed: it says which, and what may become of them; handed on, they go on with their panels", async () => {
  await prepare();
  const { batchId } = await paint();
  const refused = await close();
  expect(refused.status).toBe(422);
  expect(refused.body.errors[0]).toMatchObject({
    code: "needs-open",
    given: "1 need that is not done: Harbour office",
    allowed: "a season whose needs are done; hand it on to Spring 2032, or remove it",
  });
  expect((await season()).season.name).toBe("Season 2031");
  const closed = await close({ handOn: true });
  expect(wordsOf(closed.body.event)).toBe("Season 2031 closed, Spring 2032 opened; 1 need handed on");
  const after = await season();
  expect([after.season.name, after.needs.map(({ title }) => title)]).toEqual(["Spring 2032", ["Harbour office"]]);
  expect((await bench()).batches.map(({ id }) => id)).toEqual([batchId]);
  // Taken back, all is as it was.
  await shop.give("undo", { eventId: closed.body.event.id });
  expect((await season()).season).toMatchObject({ name: "Season 2031", state: "open" });
  expect((await season()).needs.map(({ title }) => title)).toEqual(["Harbour office"]);
});

test("what is closed is read only, is looked up, and can be opened again; its stash stays in reach", async () => {
  await prepare();
  const { batchId, spare } = await paint();
  await post();
  await shop.give("note-lesson", { id: v7(), text: "Wet the sky first", moment: "painting" });
  expect((await close()).status).toBe(200);
  const { season: open, needs, lessons } = await season();
  expect([open.name, needs, lessons.map(({ text }) => text)]).toEqual(["Spring 2032", [], ["Wet the sky first"]]);
  expect((await bench()).batches).toEqual([]);

  for (const answer of [
    await shop.give("change-need", { id: ids.need, version: 1, title: "Harbour" }),
    await shop.give("tell-bench", { batchId, facts: [{ id: v7(), unitId: spare, stageId: ids.wash, what: "dry", at: "2031-11-08T10:00:00Z" }] }),
    await shop.give("grade-panels", { batchId, grades: [{ unitId: spare, grade: "good" }] }),
    await shop.give("add-need", need("Late", { seasonId: (await shop.get<SeasonsRead>("seasons")).seasons[0]?.id ?? "" })),
  ])
    expect([answer.status, answer.body.errors[0]?.given]).toEqual([422, "Season 2031, which is closed"]);
  const posted = (await shop.get<LogbookRead>("logbook?find=posted")).events[0];
  expect((await shop.give("undo", { eventId: posted?.id ?? "" })).status).toBe(422);

  // The panel of its stash serves a need of the new season.
  const gulls = need("Gulls");
  await shop.give("add-need", gulls);
  // Of its batch only the panel in the stash is carried along, without what was told of it, once its design is asked for.
  expect((await bench()).batches).toMatchObject([{ id: batchId, units: [{ id: spare, grade: "stash" }], facts: [] }]);
  expect((await shop.give("serve-need", { needId: gulls.id, unitIds: [spare], lines: [] })).status).toBe(200);
  expect((await bench()).batches).toMatchObject([{ id: batchId, units: [{ id: spare, servesNeedId: gulls.id }] }]);

  const [past] = (await shop.get<SeasonsRead>("seasons")).seasons;
  expect(past).toMatchObject({ name: "Season 2031", state: "closed", needs: 1, cards: 3, posted: 1, inTime: 1 });
  const told = await shop.get<SeasonNeedsRead>(`seasons/${past?.id ?? ""}`);
  expect([told.needs[0]?.title, told.needs[0]?.postedOn, told.lessons[0]?.text]).toEqual(["Harbour office", "2031-11-08", "Wet the sky first"]);

  const again = (instead: string) => shop.give("open-season", { id: past?.id ?? "", version: past?.version ?? 0, instead });
  const two = await again(v7());
  expect([two.status, two.body.errors[0]?.allowed]).toEqual([422, "Spring 2032, which is open: one season is open at a time"]);
  expect((await again(open.id)).status).toBe(200);
  const opened = await season();
  expect([opened.season.name, opened.prepared.map(({ name }) => name)]).toEqual(["Season 2031", ["Spring 2032"]]);
  expect((await shop.give("change-need", { id: ids.need, version: 1, title: "Harbour" })).status).toBe(200);
});

test("a season ends no earlier than it begins, told at once or changed later", async () => {
  const early = await shop.give("prepare-season", { ...spring, until: "2032-01-31" });
  expect([early.status, early.body.errors[0]]).toMatchObject([422, { path: ["until"], given: '"2032-01-31"', allowed: "a day not before 2032-02-01, when it begins" }]);
  await prepare();
  const later = await shop.give("change-season", { id: spring.id, version: 1, from: "2032-06-01" });
  expect([later.status, later.body.errors[0]?.path]).toEqual([422, ["from"]]);
  expect((await season()).prepared).toMatchObject([spring]);
});

test("a need that another device adds while the season is closed comes before it, or is refused: never into a season that is closed", async () => {
  await prepare();
  const { needs } = await season();
  for (const { id, version } of needs) await shop.give("remove-need", { id, version });
  for (let round = 0; round < 6; round += 1) {
    const { season: open, prepared } = await season();
    const late = need(`Late ${String(round)}`, { seasonId: open.id });
    const next = prepared[0]?.id ?? "";
    const [added, closed] = await Promise.all([shop.give("add-need", late), shop.give("close-season", { id: open.id, version: open.version, next })]);
    expect([added.status, closed.status].sort()).toEqual([200, 422]);
    if (closed.status === 200) expect(added.body.errors[0]?.code).toBe("season-closed");
    else await shop.give("remove-need", { id: late.id, version: 1 });
    if (closed.status === 200) await shop.give("open-season", { id: open.id, version: open.version + 1, instead: next });
  }
}, 60_000);

test("households, designs that are put away and seasons are looked up page by page; a page that never was is refused", async () => {
  for (let number = 0; number < 103; number += 1)
    await shop.give("add-household", {
      id: v7(),
      name: `Family ${String(number).padStart(3, "0")}`,
      address: number === 7 ? "Kiln Lane" : "Quay",
      country: number % 2 ? "IE" : "GB",
    });
  const first = await shop.get<HouseholdsRead>("households");
  const second = await shop.get<HouseholdsRead>(`households?after=${encodeURIComponent(first.after ?? "")}`);
  expect([first.households.length, second.households.map(({ name }) => name), second.after]).toEqual([100, ["Family 100", "Family 101", "Family 102"], null]);
  expect((await shop.get<HouseholdsRead>("households?find=kiln")).households.map(({ name }) => name)).toEqual(["Family 007"]);
  // What is carried along is how many there are, not who.
  const { households, books } = await shop.get<DispatchRead>("dispatch");
  expect(households).toEqual([]);
  expect(books).toEqual([
    { country: "GB", households: 52, neutral: 0 },
    { country: "IE", households: 51, neutral: 0 },
  ]);
  const list = { ...need("Cards for all"), kind: "mailing list" as const, zone: "inland" as const, allHouseholds: true };
  await shop.give("add-need", list);
  expect((await season()).needs.find(({ id }) => id === list.id)?.households).toBe(103);

  const { designs } = await shop.get<DesignsRead>("designs");
  await shop.give("archive-design", { id: ids.design, version: designs[0]?.version ?? 1, archived: true });
  // While an open need asks for it, it is carried along all the same.
  expect((await shop.get<DesignsRead>("designs")).designs.map(({ id }) => id)).toEqual([ids.design]);
  expect((await shop.get<PutAwayRead>("put-away")).designs.map(({ name }) => name)).toEqual(["Tide pool"]);
  for (const page of ["households?after=nobody", "put-away?after=x%0A1", "seasons?before=2031-99-99.x", "seasons?before=yesterday", `seasons/${v7()}`, "seasons/none"])
    expect([page, (await fetch(`${shop.base}/${page}`)).status]).toEqual([page, page.startsWith("seasons/") ? 404 : 422]);
}, 60_000);

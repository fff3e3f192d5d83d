import { eventPhrase, phraseText, type PlanRead, type SeasonRead } from "@yule/contract";
import { planSeason, type Outlook } from "@yule/derive";
import { v7 } from "uuid";
import { simulatedOutside } from "../../outside/outside.ts";
import { furnish, NOW, openTestShop, type TestShop } from "../../testing.ts";
import { Planner } from "./planner.ts";

let shop: TestShop;
let planner: Planner | null = null;
beforeEach(async () => {
  shop = await openTestShop({ planner: { want: (shopId) => planner?.want(shopId) ?? Promise.resolve() } });
  planner = new Planner({
    ...{ database: shop.database, url: shop.url, clock: { now: () => new Date(NOW) }, outside: simulatedOutside, log: { error: () => undefined } as never },
    make: (outlook: Outlook, before) => Promise.resolve(planSeason(outlook, before, { effort: { seed: 1, turns: 10, pieces: 6_000 }, runs: 100 })),
  });
  await planner.open();
}, 60_000);
afterEach(async () => {
  await planner?.close();
  planner = null;
  await shop.close();
});

const plan = async (): Promise<NonNullable<PlanRead["plan"]>> => {
  for (let tries = 0; tries < 200; tries += 1) {
    const read = await shop.get<PlanRead>("plan");
    if (read.plan && read.revision === read.wanted) return read.plan;
    await new Promise((soon) => setTimeout(soon, 100));
  }
  throw new Error("no plan was made");
};
const weekly = () =>
  shop.give("set-sessions", { pattern: [1, 3, 6].map((weekday) => ({ id: `01936b5c-7a00-7000-8000-00000000010${String(weekday)}`, weekday, from: 1080, to: 1260 })) });
/** What each need does in the session of a day. */
const workOn = ({ answer, facts }: NonNullable<PlanRead["plan"]>, on: string): string[] =>
  answer.plan.blocks.flatMap((block) => (facts.sessions[block.session]?.day === on ? [`${block.needs.join()} ${block.step}`] : []));

test("a pinned session keeps its work when something more pressing comes; let go, it is planned as all others", async () => {
  const { ids } = await furnish(shop);
  await weekly();
  const first = await plan();
  const session = first.facts.sessions[first.answer.plan.blocks[0]?.session ?? 0];
  if (!session) throw new Error("there is a session with work");
  const pinId = v7();
  const told = await shop.give("pin-session", { id: pinId, day: session.day, to: session.to });
  expect(phraseText(eventPhrase(told.body.event.happened))).toBe(`The session on ${session.day} stays as it is planned`);
  const before = workOn(await plan(), session.day);
  expect(before.length).toBeGreaterThan(0);
  // An order that is due sooner, and must not fail.
  const { needs } = await shop.get<SeasonRead>("season");
  const known = needs.find(({ id }) => id === ids.need);
  const line = known?.lines[0];
  if (!known || !line) throw new Error("the need is there");
  const added = await shop.give("add-need", {
    ...{ id: v7(), kind: "order", title: "Rush", designId: known.designId, due: "2031-11-13", zone: null, matters: "must not fail" },
    lines: [{ id: v7(), colourwayId: line.colourwayId, quantity: 2 }],
  });
  expect(added.status).toBe(200);
  expect(workOn(await plan(), session.day).slice(0, before.length)).toEqual(before);
  const [pinned] = (await shop.get<SeasonRead>("season")).pinned;
  expect(pinned).toEqual({ id: pinId, version: 1, day: session.day, to: session.to, who: "maker" });
  await shop.give("unpin-session", { id: pinId, version: 1 });
  expect((await shop.get<SeasonRead>("season")).pinned).toEqual([]);
  expect((await plan()).facts.pinned).toEqual([]);
}, 60_000);

test("a session that has passed, one that is pinned already and one that is not pinned are refused in words", async () => {
  await furnish(shop);
  await weekly();
  const past = await shop.give("pin-session", { id: v7(), day: "2031-11-07", to: 1260 });
  expect(past.body.errors).toMatchObject([{ path: ["day"], given: "2031-11-07", allowed: expect.stringMatching(/^a session from today, 2031-/) as string }]);
  await shop.give("pin-session", { id: v7(), day: "2031-11-12", to: 1260 });
  const twice = await shop.give("pin-session", { id: v7(), day: "2031-11-12", to: 1260 });
  expect(twice.body.errors).toMatchObject([{ path: ["day"], given: "2031-11-12", allowed: "a session that does not stay as it is already" }]);
  // Her own and the helper's are two.
  expect((await shop.give("pin-session", { id: v7(), day: "2031-11-12", to: 1260, who: "helper" })).status).toBe(200);
  expect((await shop.give("unpin-session", { id: v7(), version: 1 })).body.errors[0]?.path).toEqual(["id"]);
}, 60_000);

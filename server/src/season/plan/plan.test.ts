import { v7 } from "uuid";
import { SHOP_HEADER, type PlanRead, type PlanStarts, type SeasonRead, type StoredPlan } from "@yule/contract";
import { planSeason, startsOfPlan, type Outlook } from "@yule/derive";
import { HOME } from "../../shop/reads.ts";
import { simulatedOutside } from "../../outside/outside.ts";
import { furnish, NOW, openTestShop, type TestShop } from "../../testing.ts";
import { Planner } from "./planner.ts";

/** So much of a server's work that a test does not wait. */
const quick = (outlook: Outlook, before: StoredPlan | null): StoredPlan => planSeason(outlook, before, { effort: { seed: 1, turns: 10, pieces: 3_000 }, runs: 100 });

let shop: TestShop;
const opened: Planner[] = [];
const logged: string[] = [];
/** The shop's server asks whoever plans now. */
const asked = { planner: null as Planner | null };

beforeEach(async () => {
  shop = await openTestShop({ planner: { want: (shopId) => asked.planner?.want(shopId) ?? Promise.resolve() } });
  logged.length = 0;
}, 60_000);
afterEach(async () => {
  await Promise.all(opened.splice(0).map((planner) => planner.close()));
  asked.planner = null;
  await shop.close();
});

type Make = (outlook: Outlook, before: StoredPlan | null) => Promise<StoredPlan>;
type FindStarts = (shopId: string, outlook: Outlook, plan: StoredPlan) => Promise<PlanStarts | null>;
const followed: FindStarts = (_, outlook, plan) => {
  const work = startsOfPlan(outlook, plan);
  for (let step = work.next(); ; step = work.next()) if (step.done) return Promise.resolve(step.value);
};
/** A process that plans, with a clock of its own. */
async function openPlanner(make: Make | null = (outlook, before) => Promise.resolve(quick(outlook, before)), now = NOW, findStarts: FindStarts = followed): Promise<Planner> {
  const planner = new Planner({
    database: shop.database,
    url: shop.url,
    clock: { now: () => new Date(now) },
    outside: simulatedOutside,
    log: { error: (_: unknown, words?: string) => void logged.push(words ?? "") } as never,
    make,
    findStarts,
  });
  opened.push(planner);
  asked.planner = planner;
  await planner.open();
  return planner;
}
/** Three evenings a week. */
const weekly = () =>
  shop.give("set-sessions", { pattern: [1, 3, 6].map((weekday) => ({ id: `01936b5c-7a00-7000-8000-00000000010${String(weekday)}`, weekday, from: 1080, to: 1260 })) });
const plan = () => shop.get<PlanRead>("plan");
async function until(what: (read: PlanRead) => boolean): Promise<PlanRead> {
  for (let tries = 0; tries < 150; tries += 1) {
    const read = await plan();
    if (what(read)) return read;
    await new Promise((soon) => setTimeout(soon, 100));
  }
  throw new Error(`it was waited for in vain: ${JSON.stringify({ ...(await plan()), plan: null })}`);
}
const isFresh = (read: PlanRead): boolean => read.revision === read.wanted;

test("after changes there is one plan of the newest facts, and what comes within a second is planned once", async () => {
  let made = 0;
  await openPlanner((outlook, before) => {
    made += 1;
    return Promise.resolve(quick(outlook, before));
  });
  await until(isFresh);
  const first = made;
  const { ids } = await furnish(shop);
  await weekly();
  const told = await plan();
  // Told at once that the plan is no longer of the present.
  expect(told.wanted).toBeGreaterThan(told.revision);
  const read = await until(isFresh);
  expect(made).toBe(first + 1);
  expect(read.plan?.facts.needs.map(({ id }) => id)).toEqual([ids.need]);
  expect(read.plan?.odds.needs[0]?.chance).toBeGreaterThan(0);
}, 40_000);

test("a change while a plan is being made is planned after it, and the plan is never of older facts than before", async () => {
  const { ids } = await furnish(shop);
  let open = (): void => undefined;
  const gate = new Promise<void>((resolve) => (open = resolve));
  const begun: string[][] = [];
  await openPlanner(async (outlook, before) => {
    begun.push(outlook.open.map(({ need }) => need.title));
    if (begun.length === 1) await gate;
    return quick(outlook, before);
  });
  // However busy the machine is: once it has begun it stands at the gate, and no second one begins beside it.
  for (let look = 0; look < 200 && begun.length === 0; look += 1) await new Promise((soon) => setTimeout(soon, 100));
  await new Promise((soon) => setTimeout(soon, 500));
  expect(begun).toHaveLength(1);
  await shop.give("set-shop", { changeover: 12 });
  open();
  const read = await until(isFresh);
  expect(begun.length).toBeGreaterThanOrEqual(2);
  expect(read.plan?.facts.changeover).toBe(12);
  expect(read.plan?.facts.needs.map(({ id }) => id)).toEqual([ids.need]);
}, 40_000);

test("what changes nothing that is planned from asks for no plan", async () => {
  await openPlanner();
  await furnish(shop);
  const { wanted } = await until(isFresh);
  const outlay = { id: "01936b5c-7a00-7000-8000-0000000000f1", kind: "tool" as const, title: "Trimmer", costMinor: 4900, on: "2031-11-07" };
  expect((await shop.give("add-outlay", outlay)).status).toBe(200);
  expect((await plan()).wanted).toBe(wanted);
}, 40_000);

test("the same command told twice is counted once", async () => {
  const { ids } = await furnish(shop);
  const { wanted } = await plan();
  const id = "01936b5c-7a00-7000-8000-0000000000f2";
  await shop.give("count-store", { id: ids.paper, version: 1, onHand: 9 }, { id });
  await shop.give("count-store", { id: ids.paper, version: 1, onHand: 9 }, { id });
  expect((await plan()).wanted).toBe(wanted + 1);
});

test("a plan that fails three times is set aside and told; the next change is tried again", async () => {
  let tries = 0;
  let isPoisoned = true;
  await furnish(shop);
  await openPlanner((outlook, before) => {
    tries += 1;
    return isPoisoned ? Promise.reject(new Error("no plan comes of this")) : Promise.resolve(quick(outlook, before));
  });
  const read = await until((each) => each.isSetAside);
  expect(tries).toBe(3);
  expect(read.plan).toBeNull();
  expect(logged).toContain("A plan failed three times and is set aside.");
  isPoisoned = false;
  await shop.give("set-shop", { changeover: 7 });
  const after = await until(isFresh);
  expect(after.isSetAside).toBe(false);
  expect(after.plan?.facts.changeover).toBe(7);
}, 60_000);

test("of two processes that plan one goes on where the other ended in the middle", async () => {
  await furnish(shop);
  // The first is asked and does not answer, as one that was killed.
  let end = (): void => undefined;
  await openPlanner(() => new Promise<StoredPlan>((_, reject) => (end = () => reject(new Error("it was killed")))));
  await new Promise((soon) => setTimeout(soon, 2_500));
  await openPlanner();
  // What was begun and never ended is given back by the queue's own clock; a change need not wait for it.
  await shop.give("set-shop", { changeover: 8 });
  await shop.database.$client.query("update pgboss.job set started_on = now() - interval '5 minutes' where state = 'active'");
  expect((await until(isFresh)).plan?.facts.changeover).toBe(8);
  end();
}, 60_000);

test("a process that only answers asks for plans and makes none", async () => {
  await openPlanner(null);
  await furnish(shop);
  await new Promise((soon) => setTimeout(soon, 2_000));
  expect((await plan()).plan).toBeNull();
  // One that joins takes what was asked before it came.
  await openPlanner();
  expect((await until(isFresh)).plan).not.toBeNull();
}, 40_000);

test("when its day has turned or the clock was set back, the plan is made anew without any change", async () => {
  await furnish(shop);
  await openPlanner();
  const today = (await until(isFresh)).plan?.facts.today;
  expect(today).toBe("2031-11-08");
  for (const now of ["2031-11-09T00:30:00Z", "2031-11-07T08:00:00Z"]) {
    await Promise.all(opened.splice(0).map((planner) => planner.close()));
    await openPlanner(undefined, now);
    expect((await until((read) => read.plan?.facts.today === now.slice(0, 10))).plan?.facts.since).toBe(new Date(now).toISOString());
  }
}, 60_000);

test("no sessions at all: it is planned, and said that it cannot be promised", async () => {
  await furnish(shop);
  await shop.give("set-sessions", { pattern: [] });
  await openPlanner();
  const { plan: made } = await until(isFresh);
  expect(made?.answer.plan.blocks).toEqual([]);
  expect(made?.odds.needs[0]?.chance).toBe(0);
}, 40_000);

test("the calendar says what each session is for", async () => {
  await furnish(shop);
  await weekly();
  await openPlanner();
  await until(isFresh);
  const calendar = await (await fetch(`${shop.base}/season.ics`)).text();
  expect(calendar.replace(/\r\n /g, "")).toMatch(/DESCRIPTION:Harbour office: split sheets/);
}, 40_000);

test("another shop's plan is not read", async () => {
  await furnish(shop);
  await openPlanner();
  await until(isFresh);
  const client = await shop.database.$client.connect();
  await client.query("begin");
  await client.query("select set_config('role', 'yule_app', true), set_config('yule.shop', '01936b5c-7a00-7000-8000-0000000000ff', true)");
  expect((await client.query("select * from season_plan")).rows).toEqual([]);
  await client.query("rollback");
  client.release();
  shop.recorded.askedByTest("select * from season_plan");
  expect(HOME.shopId).not.toBe("01936b5c-7a00-7000-8000-0000000000ff");
}, 40_000);

test("a change in one shop plans that shop, and leaves the other's plan as it was", async () => {
  await furnish(shop);
  await weekly();
  await openPlanner();
  const first = await until(isFresh);
  const opened = await fetch(`${shop.base}/shops`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ name: "Quince Yard" }) });
  const nextDoor = { [SHOP_HEADER]: ((await opened.json()) as { id: string }).id, "content-type": "application/json" };
  const theirs = async () => (await (await fetch(`${shop.base}/plan`, { headers: nextDoor })).json()) as PlanRead;
  const body = JSON.stringify({ id: v7(), kind: "set-shop", payload: { changeover: 12 } });
  expect((await fetch(`${shop.base}/commands`, { method: "POST", headers: nextDoor, body })).status).toBe(200);
  let next = await theirs();
  for (let tries = 0; !isFresh(next) && tries < 150; tries += 1) {
    await new Promise((soon) => setTimeout(soon, 100));
    next = await theirs();
  }
  expect(next.plan).not.toBeNull();
  expect(next.plan?.odds.needs).toEqual([]);
  expect(await plan()).toMatchObject({ revision: first.revision, plan: first.plan });
}, 40_000);

test("until when work may wait follows the plan it is of; a newer plan has none until its own are there", async () => {
  await furnish(shop);
  await weekly();
  let let_go = (): void => undefined;
  let asked = 0;
  await openPlanner(undefined, NOW, async (...told) => {
    asked += 1;
    if (asked === 2) await new Promise<void>((resolve) => (let_go = resolve));
    return followed(...told);
  });
  const first = await until((read) => isFresh(read) && read.starts !== null);
  expect(first.starts?.needs.map(({ id }) => id)).toEqual(first.plan?.odds.needs.map(({ id }) => id));
  await shop.give("set-shop", { changeover: 12 });
  const second = await until((read) => isFresh(read) && read.revision > first.revision);
  expect(second.starts).toBeNull();
  let_go();
  const whole = await until((read) => read.starts !== null);
  expect(whole.revision).toBe(second.revision);
}, 40_000);

test("a plan whose starts were never told, as a server that stopped leaves it, gets them when one plans again", async () => {
  await furnish(shop);
  const first = await openPlanner(undefined, NOW, () => Promise.reject(new Error("the thread ended")));
  await until(isFresh);
  await until(() => logged.length > 0);
  expect(logged).toContain("Until when a plan may wait could not be worked out.");
  await first.close();
  await openPlanner();
  const read = await until((each) => each.starts !== null);
  expect(read.starts?.sureIn100).toBe(80);
}, 40_000);

test("how sure a latest day is to be is the shop's own, within what is allowed", async () => {
  await furnish(shop);
  await weekly();
  await openPlanner();
  await shop.give("set-shop", { sureIn100: 90 });
  const read = await until((each) => isFresh(each) && each.starts?.sureIn100 === 90);
  expect(read.starts?.needs).toHaveLength(1);
  const refused = await shop.give("set-shop", { sureIn100: 97 });
  expect(refused.status).toBe(422);
  expect(JSON.stringify(refused.body.errors)).toContain("sureIn100");
}, 40_000);

const reliability = async () => (await shop.get<SeasonRead>("season")).reliability;
const forecasts = async () =>
  (await shop.database.$client.query<{ week: string; ready_by: string; kept: boolean | null }>("select week::text, ready_by::text, kept from forecast order by week")).rows;
/** The same shop, so many days later. */
const later = async (days: number): Promise<void> => {
  for (const planner of opened.splice(0)) await planner.close();
  const now = new Date(Date.parse(NOW) + days * 86_400_000);
  await openPlanner(undefined, now.toISOString());
  await until((read) => isFresh(read) && read.plan?.facts.today === now.toISOString().slice(0, 10));
};

test("the first plan of each week is kept as what was said; when the need has gone out or missed its day, what came stands beside it", async () => {
  const { ids } = await furnish(shop);
  await weekly();
  await openPlanner();
  await until(isFresh);
  const first = await forecasts();
  expect(first).toMatchObject([{ kept: null }]);
  // Another plan in the same week says nothing more.
  await shop.give("set-shop", { changeover: 12 });
  await until(isFresh);
  expect(await forecasts()).toEqual(first);
  expect(await reliability()).toMatchObject({ needs: 0, brier: null, widen: 1 });
  await later(7);
  expect(await forecasts()).toHaveLength(2);
  const due = first[0]?.ready_by ?? "";
  // Its day is past.
  await later(16);
  expect((await forecasts()).map(({ kept }) => kept)).toEqual([false, false]);
  const missed = await reliability();
  expect(missed).toMatchObject({ needs: 1, claims: 2 });
  // It had gone out in time after all, and was told late.
  await shop.database.$client.query("insert into posting (shop_id, id, version, need_id, posted_on, service, cost_minor) values ($1, gen_random_uuid(), 1, $2, $3, 'Letter', 0)", [
    HOME.shopId,
    ids.need,
    due,
  ]);
  await shop.give("set-shop", { changeover: 5 });
  await until(isFresh);
  expect((await forecasts()).map(({ kept }) => kept)).toEqual([true, true]);
  expect((await reliability()).brier ?? 1).toBeLessThan(missed.brier ?? 0);
}, 60_000);

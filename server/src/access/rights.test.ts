import {
  ALL_READS,
  commandSchemas,
  lookUps,
  mayRead,
  mayTell,
  roles,
  type CommandKind,
  type DevicesRead,
  type DispatchRead,
  type LogbookRead,
  type LookUp,
  type Problem,
  type Role,
  type SeasonRead,
  type ShopRead,
} from "@yule/contract";
import { v7 } from "uuid";
import { inShop } from "../db/pool.ts";
import { runCommand } from "../logbook/run.ts";
import { simulatedOutside } from "../outside/outside.ts";
import { HOME } from "../shop/reads.ts";
import { NOW, openTestShop, type TestShop } from "../testing.ts";
import { letDeviceIn, makeCode, type Asker } from "./devices.ts";
import { lock, unlock } from "./lock.ts";
import { hashByHeart } from "./secrets.ts";
import { seenBy } from "./seen.ts";
import { deviceOf } from "./testing.ts";

const now = new Date(NOW);
let shop: TestShop;
const cookies = new Map<Role, string>();
const letIn = (role: Role) =>
  inShop(shop.database, HOME.shopId, async (tx) => {
    const { code } = await makeCode(tx, HOME, role, now);
    const made = await letDeviceIn(tx, HOME.shopId, code, `Tablet of the ${role}`, now);
    return { id: made?.id ?? "", cookie: `yule=${HOME.shopId}.${made?.id ?? ""}.${made?.secret ?? ""}` };
  });

beforeAll(async () => {
  shop = await openTestShop({ demo: true });
  for (const role of roles) cookies.set(role, (await letIn(role)).cookie);
}, 120_000);
afterAll(() => shop.close());

const asDevice = deviceOf(() => shop.base);
const as = (role: Role, method: string, path: string, body?: unknown) => asDevice(method, path, { cookie: cookies.get(role) ?? "", ...(body === undefined ? {} : { body }) });
const tell = (role: Role, kind: CommandKind, payload: unknown) => as(role, "POST", "commands", { id: v7(), kind, payload });

/** How each thing of the table is asked for. */
const ROUTES: Readonly<Record<LookUp, readonly [method: string, path: string]>> = {
  holidays: ["GET", "holidays?places=IE&from=2031-11-08"],
  seasons: ["GET", "seasons"],
  scale: ["GET", "scale"],
  "card-scale": ["GET", "card-scale"],
  "letter-scale": ["GET", "letter-scale"],
  households: ["GET", "households"],
  "households/everything": ["GET", `households/${HOME.shopId}/everything`],
  "shop-window": ["GET", "shop-window"],
  "put-away": ["GET", "put-away"],
  book: ["GET", "book"],
  review: ["GET", "review"],
  years: ["GET", "years"],
  believed: ["GET", `believed?design=${HOME.shopId}`],
  recordings: ["GET", `recordings/${HOME.shopId}`],
  "recordings/keep": ["PUT", `recordings/${HOME.shopId}`],
  pictures: ["GET", `pictures/${HOME.shopId}`],
  "pictures/keep": ["PUT", `pictures/${HOME.shopId}`],
  scan: ["GET", "scan"],
  "print-labels": ["POST", "print-labels"],
  "season.ics": ["GET", "season.ics"],
};

test("every read and look-up is for whom the table of rights says, and for nobody else", async () => {
  for (const role of roles) {
    for (const name of ALL_READS) {
      const { status, body } = await as(role, "GET", name);
      expect([role, name, status]).toEqual([role, name, mayRead(role, name) ? 200 : 403]);
      if (status === 403) expect((body as Problem).title).toBe("This is the maker's to see and to do.");
    }
    for (const what of lookUps) {
      const [method, path] = ROUTES[what];
      const { status } = await as(role, method, path, method === "GET" ? undefined : {});
      expect([role, what, status === 403]).toEqual([role, what, !mayRead(role, what)]);
    }
  }
});

test("every command is for whom the table of rights says; another role's changes nothing", async () => {
  for (const role of roles)
    for (const kind of Object.keys(commandSchemas) as CommandKind[]) {
      // Said wrongly on purpose: whoever may is told what is wrong with it.
      const { status } = await tell(role, kind, { nothing: "of it" });
      expect([role, kind, status]).toEqual([role, kind, mayTell(role, kind) ? 422 : 403]);
    }
  const { lengthSystem } = await shop.get<ShopRead>("shop");
  expect((await tell("helper", "set-shop", { lengthSystem: lengthSystem === "in" ? "cm" : "in" })).status).toBe(403);
  expect((await shop.get<ShopRead>("shop")).lengthSystem).toBe(lengthSystem);
});

test("the shop itself is the maker's: backups, devices and codes", async () => {
  for (const role of ["helper", "till"] as const) {
    for (const [method, path] of [
      ["GET", "backups"],
      ["POST", "backups"],
      ["POST", "devices/code"],
      ["DELETE", "devices"],
    ] as const)
      expect([role, path, (await as(role, method, path, method === "GET" ? undefined : {})).status]).toEqual([role, path, 403]);
    expect(((await as(role, "GET", "devices")).body as DevicesRead).devices.map(({ role: each }) => each)).toEqual([role]);
    expect(((await as(role, "GET", "shop")).body as ShopRead).account.role).toBe(role);
  }
});

/** Every value of a key anywhere in a body. */
function* valuesOf(body: unknown, key: RegExp): Generator {
  if (body === null || typeof body !== "object") return;
  for (const [name, value] of Object.entries(body)) {
    if (!Array.isArray(body) && key.test(name)) yield value;
    yield* valuesOf(value, key);
  }
}

test("a helper sees no money, and of households only what the envelope of a letter that is still to go has", async () => {
  const reads = await Promise.all(ALL_READS.filter((name) => mayRead("helper", name)).map(async (name) => [name, (await as("helper", "GET", name)).body] as const));
  // What a stamp is worth is printed on it.
  for (const [name, body] of reads) expect([name, [...valuesOf(body, /(?<!value)Minor$|^minor$/)].filter((value) => value !== null && value !== 0)]).toEqual([name, []]);
  const [mine, theirs] = [await shop.get<DispatchRead>("dispatch"), (await as("helper", "GET", "dispatch")).body as DispatchRead];
  const going = new Set(mine.letters.filter(({ postedOn }) => postedOn === null).map(({ householdId }) => householdId));
  expect(theirs.households.map(({ id }) => id)).toEqual(mine.households.filter(({ id }) => going.has(id)).map(({ id }) => id));
  expect(theirs.households.length).toBeGreaterThan(0);
  expect(theirs.households.flatMap(({ people, likes, without, elsewhere }) => [...people, ...likes, ...without, ...elsewhere])).toEqual([]);
  const addresses = mine.households.filter(({ id }) => !going.has(id)).map(({ address }) => address);
  const text = JSON.stringify(reads);
  for (const address of addresses) expect(text).not.toContain(JSON.stringify(address));
  expect(((await as("helper", "GET", "season")).body as SeasonRead).ownOccasions).toEqual([]);
});

test("of the logbook a helper sees what a helper may tell, so that the last tap is taken back; a command told before is told again to whom it is for", async () => {
  const mine = (await shop.get<LogbookRead>("logbook?most=200")).events;
  const theirs = ((await as("helper", "GET", "logbook?most=200")).body as LogbookRead).events;
  expect(theirs.length).toBeGreaterThan(0);
  expect(theirs.every(({ kind }) => mayTell("helper", kind as CommandKind))).toBe(true);
  const [household] = (await shop.get<DispatchRead>("dispatch")).households;
  expect(JSON.stringify((await as("helper", "GET", `logbook?kind=household&of=${household?.id ?? ""}`)).body)).not.toContain(household?.name);
  const others = mine.find(({ kind }) => !mayTell("helper", kind as CommandKind));
  expect((await as("helper", "POST", "commands", { id: others?.id, kind: "tell-written", payload: {} })).status).toBe(403);
});

test("the till sees a fair and its prices, and no household, order or panel", async () => {
  const mine = await shop.get<DispatchRead>("dispatch");
  const text = JSON.stringify(await Promise.all(ALL_READS.filter((name) => mayRead("till", name) && name !== "designs").map(async (name) => (await as("till", "GET", name)).body)));
  for (const { name, address } of mine.households) {
    expect(text).not.toContain(JSON.stringify(name));
    expect(text).not.toContain(JSON.stringify(address));
  }
  const { needs } = (await as("till", "GET", "season")).body as SeasonRead;
  expect([...new Set(needs.map(({ kind }) => kind))]).toEqual(["fair"]);
  expect([...valuesOf((await as("till", "GET", "fairs")).body, /^priceMinor$/)].some((price) => price !== null && price !== 0)).toBe(true);
});

test("the maker sees all, and what nobody made less of is shown as it is", () => {
  const read = { needs: [{ priceMinor: 900 }] };
  expect(seenBy("maker", "season", read)).toBe(read);
  expect(seenBy("helper", "sheets", read)).toBe(read);
});

test("a helper takes back what a helper may tell, and nothing else", async () => {
  const given = { id: v7(), kind: "set-shop" as CommandKind, payload: { changeover: 7 } };
  await runCommand(shop.database, { ...HOME, now, outside: simulatedOutside }, given);
  expect((await tell("helper", "undo", { eventId: given.id })).status).toBe(403);
  expect((await shop.get<ShopRead>("shop")).changeover).toBe(7);
  const { letters } = await shop.get<DispatchRead>("dispatch");
  const letter = letters.find(({ postedOn, written }) => postedOn === null && !written);
  const told = await tell("helper", "tell-written", { letterIds: [letter?.id], written: true });
  expect(told.status).toBe(200);
  const { event } = told.body as { readonly event: { readonly id: string } };
  expect((await tell("helper", "undo", { eventId: event.id })).status).toBe(200);
  expect((await tell("till", "undo", { eventId: event.id })).status).toBe(403);
});

describe("a lock", () => {
  const after = (seconds: number): Date => new Date(now.getTime() + seconds * 1000);

  test("makes a maker's device a helper's, wherever its requests come from, until the figures are told", async () => {
    const { cookie } = await letIn("maker");
    const ask = (method: string, path: string, body?: unknown) => asDevice(method, path, { cookie, ...(body === undefined ? {} : { body }) });
    expect((await ask("GET", "costs")).status).toBe(200);
    expect((await ask("POST", "devices/lock", { pin: "27" })).status).toBe(422);
    expect((await ask("POST", "devices/lock", { pin: "2718" })).status).toBe(204);
    const locked = await ask("GET", "costs");
    expect([locked.status, (locked.body as Problem).title]).toEqual([403, "This device is locked. Unlock it first."]);
    expect(((await ask("GET", "shop")).body as ShopRead).account).toMatchObject({ role: "helper", isLocked: true });
    expect((await ask("GET", "bench")).status).toBe(200);
    expect((await ask("POST", "devices/lock", { pin: "1111" })).status).toBe(409);
    const wrong = await ask("POST", "devices/unlock", { pin: "1111" });
    expect([wrong.status, (wrong.body as Problem).detail]).toEqual([422, "pin: given What was typed, allowed the figures it was locked with"]);
    expect((await ask("POST", "devices/unlock", { pin: "2718" })).status).toBe(204);
    expect((await ask("GET", "costs")).status).toBe(200);
  });

  test("keeps figures as argon2id, by no less than 19 MiB and two rounds", async () => {
    expect(await hashByHeart("2718")).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  });

  test("slows down whoever tries figures, and lets in nobody sooner for the right ones", async () => {
    const { id } = await letIn("maker");
    const who: Asker = { ...HOME, deviceId: id, device: "Tablet", role: "maker", isLocked: false, isProven: false };
    const held: Asker = { ...who, role: "helper", isLocked: true };
    const attempt = (pin: string, at: Date) => inShop(shop.database, HOME.shopId, (tx) => unlock(tx, held, pin, at));
    await inShop(shop.database, HOME.shopId, async (tx) => lock(tx, who, await hashByHeart("2718")));
    for (let tries = 0; tries < 5; tries += 1) expect(await attempt("1111", after(tries))).toBe(0);
    // Half a minute, then twice as long each time.
    expect(await attempt("2718", after(5))).toBe(29);
    expect(await attempt("1111", after(40))).toBe(0);
    expect(await attempt("2718", after(70))).toBe(30);
    expect(await attempt("2718", after(101))).toBeNull();
  });

  test("is for a maker's device: the machine of the shop and a helper's are not locked", async () => {
    expect((await fetch(`${shop.base}/devices/lock`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ pin: "2718" }) })).status).toBe(409);
    expect((await as("helper", "POST", "devices/lock", { pin: "2718" })).status).toBe(403);
  });
});

test("a code is for one role, and the list tells which device is whose", async () => {
  const odd = await fetch(`${shop.base}/devices/code`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ role: "owner" }) });
  expect([odd.status, ((await odd.json()) as Problem).detail]).toEqual([422, 'role: given "owner", allowed one of maker, helper, till']);
  const { devices } = await shop.get<DevicesRead>("devices");
  for (const role of roles) expect(devices.some((each) => each.role === role)).toBe(true);
  expect(new Set(ALL_READS).size).toBe(ALL_READS.length);
});

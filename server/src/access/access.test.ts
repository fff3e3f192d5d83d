import type { DevicesRead, LetInRead, Problem, ShopRead } from "@yule/contract";
import { ALL_READS } from "@yule/contract";
import { v7 } from "uuid";
import { inShop } from "../db/pool.ts";
import { HOME } from "../shop/reads.ts";
import { NOW, openTestShop, type TestShop } from "../testing.ts";
import { letDeviceIn, makeCode, sendOut, whoCarries } from "./devices.ts";
import { cookieOf, deviceOf } from "./testing.ts";
import { Tries } from "./tries.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ keeps: true });
}, 60_000);
afterAll(() => shop.close());

const asDevice = deviceOf(() => shop.base);
const code = async (): Promise<LetInRead> => (await (await fetch(`${shop.base}/devices/code`, { method: "POST" })).json()) as LetInRead;
const enter = async (name: string): Promise<string> => cookieOf(await asDevice("POST", "devices", { body: { code: (await code()).code, name } }));
const devices = () => shop.get<DevicesRead>("devices");

const PATHS = [
  ...ALL_READS,
  ...[
    "feed",
    "seasons",
    "households",
    "put-away",
    "shop-window",
    "season.ics",
    "scan",
    "devices",
    "shops",
    "backups",
    "readable",
    "holidays?places=IE&from=2031-11-08",
    "logbook?most=5",
  ],
  `pictures/${HOME.shopId}`,
  `seasons/${HOME.shopId}`,
  `households/${HOME.shopId}/everything`,
  "scale?store=x",
  "card-scale?x",
  "letter-scale?x",
];

test("whoever was not let in reads nothing, writes nothing, hears nothing, and is told the same everywhere", async () => {
  for (const path of PATHS) {
    const { status, body } = await asDevice("GET", path);
    expect([path, status, (body as Problem).title]).toEqual([path, 401, "This device was not let in. Ask for a code where the shop runs."]);
  }
  for (const [method, path] of [
    ["POST", "commands"],
    ["POST", "devices/code"],
    ["DELETE", "devices"],
    ["PUT", `pictures/${v7()}`],
    ["POST", "print-labels"],
    ["POST", "shops"],
    ["POST", "shops/demo"],
    ["POST", "backups"],
    ["PUT", "backups/incoming"],
    ["POST", "backups/yule-20311108-100400-asked.zip/restore"],
  ] as const)
    expect([path, (await asDevice(method, path, { body: {} })).status]).toEqual([path, 401]);
  expect([(await asDevice("GET", "health")).body, (await asDevice("GET", "ready")).body]).toEqual([{ state: "alive" }, { state: "ready" }]);
  // Whoever sits at the machine is asked nothing; passed on by a proxy of this machine one does not sit at it.
  expect((await fetch(`${shop.base}/shop`)).status).toBe(200);
  expect((await fetch(`${shop.base}/shop`, { headers: { "x-forwarded-for": "203.0.113.7" } })).status).toBe(401);
});

test("a code lets one device in, once; what it carries is for this site alone and unseen by scripts, and only its hash is kept", async () => {
  const { code: shown, until } = await code();
  expect([shown, until]).toEqual([expect.stringMatching(/^[A-HJ-NP-Z2-9]{8}$/), "2031-11-08T10:14:00.000Z"]);
  const entered = await asDevice("POST", "devices", { body: { code: ` ${shown.slice(0, 4).toLowerCase()} ${shown.slice(4)}`, name: "Kitchen tablet" } });
  expect(entered.status).toBe(200);
  expect(entered.headers["set-cookie"]?.[0]).toMatch(/^yule=[^;]+; path=\/; expires=[^;]+; samesite=strict; httponly$/i);
  const cookie = cookieOf(entered);
  expect((await asDevice("GET", "shop", { cookie })).body).toMatchObject({ account: { role: "maker" } } satisfies { account: Partial<ShopRead["account"]> });
  expect((await asDevice("POST", "devices", { body: { code: shown, name: "Somebody else" } })).status).toBe(422);
  const { rows } = await shop.database.$client.query<{ secret_hash: string }>("select secret_hash from device");
  expect(cookie).not.toContain(rows[0]?.secret_hash);
  expect((await devices()).devices).toMatchObject([{ name: "Kitchen tablet", isThis: false }]);
  // Others are let in where the shop runs, and nowhere else; so are backups.
  expect((await asDevice("POST", "devices/code", { cookie })).status).toBe(403);
  expect((await asDevice("GET", "backups", { cookie })).status).toBe(403);
  expect((await asDevice("GET", "readable", { cookie })).status).toBe(403);
});

test("where a proxy with TLS stands before the shop, what a device carries goes over TLS alone", async () => {
  const entered = await asDevice("POST", "devices", { body: { code: (await code()).code, name: "Phone" }, more: { "x-forwarded-proto": "https" } });
  expect(entered.headers["set-cookie"]?.[0]).toMatch(/^yule=[^;]+; path=\/; expires=[^;]+; samesite=strict; secure; httponly$/i);
});

test("what is sent out is out at once, its open screen too; a device sends itself out, but no other", async () => {
  const [lost, kept] = [await enter("Lost phone"), await enter("Fair phone")];
  const ended = asDevice("GET", "feed", { cookie: lost });
  const { devices: all } = await devices();
  const idOf = (name: string): string => all.find((each) => each.name === name)?.id ?? "";
  expect((await asDevice("DELETE", `devices/${idOf("Fair phone")}`, { cookie: lost })).status).toBe(403);
  expect((await fetch(`${shop.base}/devices/${idOf("Lost phone")}`, { method: "DELETE" })).status).toBe(204);
  await expect(ended.catch(() => "closed")).resolves.toBeTruthy();
  expect((await asDevice("GET", "shop", { cookie: lost })).status).toBe(401);
  expect((await asDevice("GET", "shop", { cookie: kept })).status).toBe(200);
  expect((await asDevice("DELETE", `devices/${idOf("Fair phone")}`, { cookie: kept })).status).toBe(204);
  expect((await asDevice("GET", "shop", { cookie: kept })).status).toBe(401);
  expect((await fetch(`${shop.base}/devices/${idOf("Fair phone")}`, { method: "DELETE" })).status).toBe(404);
  const again = await enter("Tablet");
  await fetch(`${shop.base}/devices`, { method: "DELETE" });
  expect([(await asDevice("GET", "shop", { cookie: again })).status, (await devices()).devices]).toEqual([401, []]);
});

test("a shop that is put back from a backup lets nobody in again who was sent out since, and sends nobody out", async () => {
  const stays = await enter("Stays");
  const goes = await enter("Goes");
  const made = (await (await fetch(`${shop.base}/backups`, { method: "POST" })).json()) as { file: string };
  const id = (await devices()).devices.find(({ name }) => name === "Goes")?.id ?? "";
  await fetch(`${shop.base}/devices/${id}`, { method: "DELETE" });
  expect((await fetch(`${shop.base}/backups/${made.file}/restore`, { method: "POST" })).status).toBe(200);
  expect((await asDevice("GET", "shop", { cookie: goes })).status).toBe(401);
  expect((await asDevice("GET", "shop", { cookie: stays })).status).toBe(200);
}, 60_000);

test("codes that are guessed are slowed down by address, and end the code that stands; the maker at her machine is never locked out", async () => {
  await code();
  const guess = (guessed: unknown) => asDevice("POST", "devices", { body: { code: guessed, name: "Guest" } });
  for (const bad of ["", "SHORT", 7, "IIIIOOOO", "A".repeat(100)]) {
    const { status, body } = await guess(bad);
    expect([status, (body as Problem).errors[0]?.path]).toEqual([422, ["code"]]);
  }
  const statuses = [];
  for (let index = 0; index < 14; index += 1) statuses.push((await guess("AAAAAAAA")).status);
  expect([statuses[0], statuses.at(-1)]).toEqual([422, 429]);
  expect(Number((await guess("AAAAAAAA")).headers["retry-after"])).toBeGreaterThan(500);
  expect((await fetch(`${shop.base}/shop`)).status).toBe(200);
});

test("cookies that were made up, of another shop, or cut are nobody's; one that another site sends writes nothing", async () => {
  for (const cookie of [
    "yule=",
    "yule=x.y.z",
    `yule=${HOME.shopId}.${v7()}.${"a".repeat(43)}`,
    `yule=${v7()}.${v7()}.${"a".repeat(43)}`,
    `yule=${"-".repeat(36)}.${"-".repeat(36)}.${"a".repeat(43)}`,
  ])
    expect([cookie, (await asDevice("GET", "shop", { cookie })).status]).toEqual([cookie, 401]);
});

describe("what a device carries", () => {
  const after = (minutes: number): Date => new Date(new Date(NOW).getTime() + minutes * 60_000);
  const DAY = 24 * 60;
  const within = <T>(work: (tx: Parameters<Parameters<typeof inShop>[2]>[0]) => Promise<T>): Promise<T> => inShop(shop.database, HOME.shopId, work);
  const letIn = () =>
    within(async (tx) => {
      const { code: made } = await makeCode(tx, HOME, "maker", after(0));
      return letDeviceIn(tx, HOME.shopId, made, "Laptop", after(1));
    });
  const carries = (id: string, secret: string, minutes: number) => within((tx) => whoCarries(tx, HOME.shopId, id, secret, after(minutes)));

  test("is changed each day; what it carried before counts ten minutes more, and then is worth nothing", async () => {
    const made = await letIn();
    const { id, secret } = made ?? { id: "", secret: "" };
    expect(await carries(id, secret, 60)).toMatchObject({ changed: null });
    const changed = (await carries(id, secret, DAY + 2))?.changed ?? "";
    expect(changed).toMatch(/^[\w-]{43}$/);
    expect(await carries(id, secret, DAY + 8)).toMatchObject({ changed: null });
    expect(await carries(id, secret, DAY + 20)).toBeNull();
    expect(await carries(id, changed, DAY + 20)).toMatchObject({ who: { deviceId: id, shopId: HOME.shopId } });
  });

  test("a code is over after ten minutes, after fifty wrong ones, and when another is made", async () => {
    const [late, missed, replaced] = await within(async (tx) => {
      const who = { ...HOME, deviceId: null };
      const { code: first } = await makeCode(tx, who, "maker", after(0));
      const tooLate = await letDeviceIn(tx, HOME.shopId, first, "Late", after(11));
      const { code: second } = await makeCode(tx, who, "maker", after(0));
      for (let index = 0; index < 50; index += 1) await letDeviceIn(tx, HOME.shopId, "AAAAAAAA", "Guess", after(1));
      const tooOften = await letDeviceIn(tx, HOME.shopId, second, "Guessed", after(1));
      const { code: third } = await makeCode(tx, who, "maker", after(0));
      await makeCode(tx, who, "maker", after(0));
      return [tooLate, tooOften, await letDeviceIn(tx, HOME.shopId, third, "Replaced", after(1))];
    });
    expect([late, missed, replaced]).toEqual([null, null, null]);
  });

  test("is worth nothing after half a year unseen, and nothing in another shop", async () => {
    const made = await letIn();
    const { id, secret } = made ?? { id: "", secret: "" };
    expect(await inShop(shop.database, v7(), (tx) => whoCarries(tx, HOME.shopId, id, secret, after(5)))).toBeNull();
    expect(await carries(id, secret, 181 * DAY)).toBeNull();
    expect(await within((tx) => sendOut(tx, HOME.shopId, id, after(5)))).toEqual([id]);
    expect(await carries(id, secret, 6)).toBeNull();
  });
});

test("misses are forgotten after their span, and of many addresses the oldest go first", () => {
  const tries = new Tries();
  for (let index = 0; index < 10; index += 1) tries.miss("a", 0);
  expect([tries.wait("a", 1000), tries.wait("b", 1000), tries.wait("a", 601_000)]).toEqual([599, 0, 0]);
  for (let index = 0; index < 10_001; index += 1) tries.miss(`x${String(index)}`, 2000);
  expect(tries.wait("a", 3000)).toBe(0);
});

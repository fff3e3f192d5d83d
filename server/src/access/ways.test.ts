import type { DevicesRead, LetInRead, PassphraseSetRead, Problem, WaysInRead } from "@yule/contract";
import { inShop } from "../db/pool.ts";
import { HOME } from "../shop/reads.ts";
import { NOW, openTestShop, type TestShop } from "../testing.ts";
import { claimTry, giveBack } from "./passphrase.ts";
import { cookieOf, deviceOf, type Answer } from "./testing.ts";

const WORDS = "quince ferry lamp under moth";
const OTHERS = "slow kettle paints the tide";

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop({});
}, 60_000);
afterEach(() => shop.close());

const asDevice = deviceOf(() => shop.base);
const here = async (method: string, path: string, body?: object): Promise<{ status: number; body: unknown }> => {
  const answer = await fetch(`${shop.base}/${path}`, { method, ...(body && { headers: { "content-type": "application/json" }, body: JSON.stringify(body) }) });
  return { status: answer.status, body: await answer.json().catch(() => null) };
};
const set = async (passphrase = WORDS): Promise<string> => ((await here("PUT", "passphrase", { passphrase })).body as PassphraseSetRead).code;
const enter = (passphrase: string, more: { cookie?: string; name?: string } = {}): Promise<Answer> =>
  asDevice("POST", "sign-in", { body: { passphrase, name: more.name ?? "Laptop at night" }, ...(more.cookie !== undefined && { cookie: more.cookie }) });
const title = ({ body }: { body: unknown }): string => (body as Problem).title;
const fault = ({ body }: { body: unknown }): unknown => (body as Problem).errors[0]?.path;
/** What a browser keeps of having been in. */
const knownOf = ({ headers }: Answer): string => (headers["set-cookie"]?.[1] ?? "").split(";")[0] ?? "";

test("a passphrase that is set where the shop runs lets any device in for the maker; only argon2id of it is kept, and its code as a hash", async () => {
  expect((await asDevice("GET", "ways-in")).body).toEqual({ areSeveral: false, hasPassphrase: false, hasPasskeys: false } satisfies WaysInRead);
  expect(title(await enter(WORDS))).toBe("No passphrase opens this shop. Ask for a code where the shop runs.");
  const code = await set();
  expect(code).toMatch(/^[A-HJ-NP-Z2-9]{20}$/);
  expect((await asDevice("GET", "ways-in")).body).toEqual({ areSeveral: false, hasPassphrase: true, hasPasskeys: false } satisfies WaysInRead);
  const wrong = await enter("quince ferry lamp under moths");
  expect([wrong.status, title(wrong), fault(wrong), wrong.headers["set-cookie"]]).toEqual([422, "This is not the passphrase of the shop.", ["passphrase"], undefined]);
  // As another keyboard types it: spaces and signs that are written in two ways are the same.
  const entered = await enter("  quince  ferry lamp under moth ");
  expect([entered.status, (await asDevice("GET", "shop", { cookie: cookieOf(entered) })).status]).toEqual([204, 200]);
  expect((await here("GET", "devices")).body).toMatchObject({
    devices: [{ name: "Laptop at night", role: "maker" }],
    mayManage: true,
    passphraseSince: new Date(NOW).toISOString(),
  });
  const { rows } = await shop.database.$client.query<Record<string, unknown>>("select * from sign_in");
  expect(rows[0]?.passphrase_hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  expect(JSON.stringify(rows)).not.toContain(code);
});

test.each([
  ["short", { passphrase: "tide pools" }, "12 signs or more, such as four words that have nothing to do with each other"],
  ["longer than anybody says", { passphrase: "kite ".repeat(40) }, "a passphrase of at most 128 signs"],
  ["common", { passphrase: "password password" }, "words that have nothing to do with each other, with the shop, or with a pattern of keys"],
  ["one sign again and again", { passphrase: "oooooooooooooooo" }, "words that have nothing to do with each other, with the shop, or with a pattern of keys"],
])("a passphrase that is %s is not kept, and what is allowed is said", async (_, given, allowed) => {
  const answer = await here("PUT", "passphrase", given);
  expect([answer.status, (answer.body as Problem).errors.map((each) => [each.path, each.allowed])]).toEqual([422, [[["passphrase"], allowed]]]);
  expect((await asDevice("GET", "ways-in")).body).toMatchObject({ areSeveral: false, hasPassphrase: false });
});

test("of a thousand wrong ones at once from a hundred addresses a few are tried, and neither a device that was in before nor the machine is kept waiting", async () => {
  await set();
  const known = await enter(WORDS);
  const tried = await inShop(shop.database, HOME.shopId, async (tx) => {
    const waits = [];
    for (let index = 0; index < 1000; index += 1) waits.push(await claimTry(tx, HOME, new Date(NOW)));
    return waits;
  });
  expect([tried.filter((wait) => wait === 0).length, tried.at(-1)]).toEqual([20, 60]);
  // Who is in says that she is the maker, and who has the paper comes in, whatever strangers try.
  const proves = await asDevice("POST", "passphrase/prove", { cookie: cookieOf(known), body: { passphrase: WORDS } });
  const byPaper = await asDevice("POST", "sign-in/code", { body: { code: "A".repeat(20), passphrase: OTHERS, name: "Laptop" } });
  expect([proves.status, byPaper.status]).toEqual([204, 422]);
  const stranger = await enter(WORDS);
  expect([stranger.status, stranger.headers["retry-after"], title(stranger)]).toEqual([
    429,
    "60",
    "Too many tries were wrong. Wait 1 min, or take a code from where the shop runs.",
  ]);
  // It left by itself, and comes back.
  const { devices } = (await asDevice("GET", "devices", { cookie: cookieOf(known) })).body as DevicesRead;
  expect((await asDevice("DELETE", `devices/${devices[0]?.id ?? ""}`, { cookie: cookieOf(known) })).status).toBe(204);
  expect((await enter(WORDS, { cookie: knownOf(known) })).status).toBe(204);
  expect((await here("GET", "shop")).status).toBe(200);
  const later = (minutes: number) => inShop(shop.database, HOME.shopId, (tx) => claimTry(tx, HOME, new Date(new Date(NOW).getTime() + minutes * 60_000)));
  expect([await later(1.1), await later(1.2), await later(60 * 25), await later(60 * 25)]).toEqual([0, 54, 0, 0]);
  await inShop(shop.database, HOME.shopId, (tx) => giveBack(tx, HOME));
});

test("a known browser guesses no oftener than any other, and one that was sent out is a stranger", async () => {
  await set();
  const known = await enter(WORDS);
  const statuses = [];
  for (let index = 0; index < 11; index += 1) statuses.push((await enter("not the words at all", { cookie: knownOf(known) })).status);
  expect([statuses[0], statuses.at(-1)]).toEqual([422, 429]);
  await fetch(`${shop.base}/devices`, { method: "DELETE" });
  // A stranger again: it is counted by its address, and finds its way as everybody does.
  expect((await enter(WORDS, { cookie: knownOf(known) })).status).toBe(204);
});

test("it is changed with the one before, elsewhere than where the shop runs; others may be sent out with it", async () => {
  await set();
  const [mine, other] = [cookieOf(await enter(WORDS)), cookieOf(await enter(WORDS, { name: "Old tablet" }))];
  const change = (body: object) => asDevice("PUT", "passphrase", { cookie: mine, body });
  expect(fault(await change({ passphrase: OTHERS }))).toEqual(["before"]);
  expect(fault(await change({ passphrase: OTHERS, before: "not the words at all" }))).toEqual(["before"]);
  expect((await change({ passphrase: OTHERS, before: WORDS, sendOthersOut: true })).status).toBe(200);
  expect([(await asDevice("GET", "shop", { cookie: mine })).status, (await asDevice("GET", "shop", { cookie: other })).status]).toEqual([200, 401]);
  expect([(await enter(WORDS)).status, (await enter(OTHERS)).status]).toEqual([422, 204]);
});

test("the code that was kept sets a new one, once, and sends all devices out", async () => {
  const code = await set();
  const before = cookieOf(await enter(WORDS));
  const reset = (told: string) => asDevice("POST", "sign-in/code", { body: { code: told, passphrase: OTHERS, name: "New laptop" } });
  expect(fault(await reset("A".repeat(20)))).toEqual(["code"]);
  expect(fault(await reset("short"))).toEqual(["code"]);
  const done = await reset(`${code.slice(0, 7).toLowerCase()} ${code.slice(7)}`);
  expect([done.status, (await asDevice("GET", "shop", { cookie: cookieOf(done) })).status, (await asDevice("GET", "shop", { cookie: before })).status]).toEqual([200, 200, 401]);
  expect((done.body as PassphraseSetRead).code).not.toBe(code);
  expect((await reset(code)).status).toBe(422);
  expect([(await enter(WORDS)).status, (await enter(OTHERS)).status]).toEqual([422, 204]);
});

test("from elsewhere others are let in and sent out for ten minutes after the passphrase; a helper, a locked device and who came by a code are told what to do", async () => {
  await set();
  const letIn = async (role: string): Promise<string> => {
    const { code } = (await here("POST", "devices/code", { role })).body as LetInRead;
    return cookieOf(await asDevice("POST", "devices", { body: { code, name: role } }));
  };
  const [mine, byCode, helper] = [cookieOf(await enter(WORDS)), await letIn("maker"), await letIn("helper")];
  expect((await asDevice("POST", "devices/code", { cookie: mine, body: { role: "helper" } })).status).toBe(200);
  const asked = await asDevice("POST", "devices/code", { cookie: byCode, body: {} });
  expect([asked.status, title(asked)]).toEqual([403, "This is done where the shop runs, or by the maker once she has said her passphrase again."]);
  const prove = (cookie: string) => asDevice("POST", "passphrase/prove", { cookie, body: { passphrase: WORDS } });
  expect([(await prove(helper)).status, (await prove(byCode)).status]).toEqual([403, 204]);
  expect((await asDevice("POST", "devices/code", { cookie: byCode, body: {} })).status).toBe(200);
  await asDevice("POST", "devices/lock", { cookie: byCode, body: { pin: "4711" } });
  for (const [method, path] of [
    ["POST", "devices/code"],
    ["PUT", "passphrase"],
    ["DELETE", "passphrase"],
    ["POST", "passkeys/ask"],
    ["DELETE", "passkeys/x"],
    ["DELETE", "devices"],
  ] as const)
    expect([method, path, (await asDevice(method, path, { cookie: byCode, body: {} })).status, (await asDevice(method, path, { cookie: helper, body: {} })).status]).toEqual([
      method,
      path,
      403,
      403,
    ]);
  // Somebody else's devices are none of theirs to see.
  expect((await asDevice("GET", "devices", { cookie: helper })).body).toMatchObject({ mayManage: false, passphraseSince: null, passkeys: [] });
  expect((await here("DELETE", "passphrase")).status).toBe(204);
  expect((await enter(WORDS)).status).toBe(422);
});

test("a passkey is asked for by a name alone, once and for a while, and one that was made up opens nothing", async () => {
  await set();
  const cookie = cookieOf(await enter(WORDS));
  const origin = { origin: "http://tern-row.example" };
  expect((await asDevice("POST", "passkeys/ask", { cookie, body: {} })).status).toBe(409);
  const asked = await asDevice("POST", "passkeys/ask", { cookie, body: {}, more: origin });
  expect(asked.body).toMatchObject({ rp: { id: "tern-row.example" }, authenticatorSelection: { residentKey: "required", userVerification: "required" } });
  const made = { id: "AAAA", rawId: "AAAA", type: "public-key", response: { clientDataJSON: "e30", attestationObject: "oA" }, clientExtensionResults: {} };
  const keep = () => asDevice("POST", "passkeys", { cookie, body: { name: "My phone", credential: made }, more: origin });
  expect([title(await keep()), title(await keep())]).toEqual(["This passkey could not be checked. Nothing was kept.", "Too much time went by. Begin anew."]);
  const { challenge } = (await asDevice("POST", "sign-in/passkey/ask", { more: origin })).body as { challenge: string };
  const signed = { ...made, response: { clientDataJSON: "e30", authenticatorData: "AA", signature: "AA", userHandle: "AA" } };
  const come = () => asDevice("POST", "sign-in/passkey", { body: { challenge, name: "Phone", credential: signed }, more: origin });
  // One address asks no more than ten times without signing; what strangers ask keeps the maker from making none.
  const asks = [];
  for (let index = 0; index < 10; index += 1) asks.push((await asDevice("POST", "sign-in/passkey/ask", { more: origin })).status);
  expect([asks[0], asks.at(-1), (await asDevice("POST", "passkeys/ask", { cookie, body: {}, more: origin })).status]).toEqual([200, 429, 200]);
  expect([title(await come()), title(await come())]).toEqual(["This passkey does not open the shop. Try another one, or another way in.", "Too much time went by. Begin anew."]);
});

import type { BackupsRead, Problem, ShopOpened, ShopRead, ShopsRead, StoresRead } from "@yule/contract";
import { FIRST_SHOP, SHOP_HEADER } from "@yule/contract";
import { v7 } from "uuid";
import { cookieOf, deviceOf } from "../access/testing.ts";
import { openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ keeps: true });
}, 60_000);
afterAll(() => shop.close());

/** A page where the shops run, which shows one of them. */
const on = (id: string) => ({
  read: async <T>(path: string) => (await (await fetch(`${shop.base}/${path}`, { headers: { [SHOP_HEADER]: id } })).json()) as T,
  post: async (path: string, body?: object) => {
    const answer = await fetch(`${shop.base}/${path}`, {
      method: "POST",
      headers: { [SHOP_HEADER]: id, "content-type": "application/json" },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    return { status: answer.status, body: (await answer.json()) as ShopOpened & Problem };
  },
});
const first = on(FIRST_SHOP);
const glue = (name: string) => ({
  id: v7(),
  kind: "add-store",
  payload: { id: v7(), kind: "glue", name, width: null, height: null, onHand: 2, pack: 1, packCostMinor: 100, leadDays: 1 },
});
const names = async (page: ReturnType<typeof on>) => (await page.read<StoresRead>("stores")).stores.map(({ name }) => name);

describe("several shops on one machine", () => {
  let second: ReturnType<typeof on>;
  let secondId: string;

  test("another shop is opened, begins as the one she is in writes, and neither sees the other's things", async () => {
    await first.post("commands", { id: v7(), kind: "set-shop", payload: { country: "IE", currency: "EUR", lengthSystem: "cm" } });
    const opened = await first.post("shops", { name: "Quince Yard" });
    expect(opened.status).toBe(200);
    secondId = opened.body.id;
    second = on(secondId);
    expect(await second.read<ShopRead>("shop")).toMatchObject({ id: secondId, name: "Quince Yard", country: "IE", currency: "EUR", lengthSystem: "cm", isDemo: false });
    expect((await first.post("commands", glue("Fish glue"))).status).toBe(200);
    expect((await second.post("commands", glue("Bone glue"))).status).toBe(200);
    expect(await names(first)).toEqual(["Fish glue"]);
    expect(await names(second)).toEqual(["Bone glue"]);
    // Also where the address says it, as a picture's does, whatever else it asks.
    for (const path of ["logbook?most=5", "households?", "seasons?", "put-away?", "review?", "years?", "book?", "holidays?places=IE&from=2031-11-08", "shop-window?"])
      expect([path, (await fetch(`${shop.base}/${path}&shop=${secondId}`)).status]).toEqual([path, 200]);
    const asked = await fetch(`${shop.base}/stores?shop=${secondId}`);
    expect([asked.headers.get(SHOP_HEADER), ((await asked.json()) as StoresRead).stores.length]).toEqual([secondId, 1]);
  });

  test("a name that another shop has is refused, and so is a shop that is not there", async () => {
    const taken = await first.post("shops", { name: "quince yard" });
    expect([taken.status, taken.body.errors[0]?.path]).toEqual([422, ["name"]]);
    expect((await first.post("shops", { name: "  " })).status).toBe(422);
    const renamed = await first.post("commands", { id: v7(), kind: "set-shop", payload: { name: " QUINCE yard " } });
    expect([renamed.status, renamed.body.errors[0]?.path]).toEqual([422, ["name"]]);
    expect((await second.post("commands", { id: v7(), kind: "set-shop", payload: { name: "Quince Yard" } })).status).toBe(200);
    const gone = await fetch(`${shop.base}/shop`, { headers: { [SHOP_HEADER]: v7() } });
    expect(gone.status).toBe(410);
  });

  test("backups are each shop's own, also in one folder that both are told", async () => {
    await first.post("backups");
    expect((await second.read<BackupsRead>("backups")).backups).toEqual([]);
    await second.post("backups");
    const [mine, hers] = [await first.read<BackupsRead>("backups"), await second.read<BackupsRead>("backups")];
    expect([mine.backups.length, hers.backups.length]).toEqual([1, 1]);
    expect(hers.folder).not.toBe(mine.folder);
    const put = (id: string, folder: string) =>
      fetch(`${shop.base}/backups/folder`, { method: "PUT", headers: { [SHOP_HEADER]: id, "content-type": "application/json" }, body: JSON.stringify({ folder }) });
    const named = mine.folder;
    await put(secondId, named);
    const told = (await second.read<BackupsRead>("backups")).folder;
    expect(told.startsWith(`${named}/shop-`)).toBe(true);
    expect((await second.read<BackupsRead>("backups")).backups).toEqual([]);
    await second.post("backups");
    // Told once more as it is shown it stays where it is.
    await put(secondId, told);
    expect(await second.read<BackupsRead>("backups")).toMatchObject({ folder: told, backups: [{ cause: "asked", isChecked: true }] });
    expect((await first.read<BackupsRead>("backups")).backups).toHaveLength(1);
  });

  test("the demo is opened beside her own, set back to its beginning by a press, and hers stay as they are", async () => {
    const opened = await first.post("shops/demo");
    expect(opened.status).toBe(200);
    const demo = on(opened.body.id);
    expect(await demo.read<ShopRead>("shop")).toMatchObject({ name: "Tern Row Cards", isDemo: true });
    const begun = await names(demo);
    expect(begun.length).toBeGreaterThan(20);
    await demo.post("commands", glue("A glue too many"));
    expect(await names(demo)).toHaveLength(begun.length + 1);
    const before = (await fetch(`${shop.base}/stores`, { headers: { [SHOP_HEADER]: opened.body.id } })).headers.get("etag") ?? "";
    expect((await first.post("shops/demo")).body.id).toBe(opened.body.id);
    expect(await names(demo)).toEqual(begun);
    // A screen that read what was there is not told that it is still so.
    expect((await fetch(`${shop.base}/stores`, { headers: { [SHOP_HEADER]: opened.body.id, "if-none-match": before } })).status).toBe(200);
    expect(await names(first)).toEqual(["Fish glue"]);
    expect(await names(second)).toEqual(["Bone glue"]);
    expect((await first.read<ShopsRead>("shops")).shops.map(({ name, isDemo }) => [name, isDemo])).toEqual([
      ["My card table", false],
      ["Quince Yard", false],
      ["Tern Row Cards", true],
    ]);
  }, 240_000);

  test("a code lets into the shop that gave it; a device sees that shop alone, and opens none", async () => {
    const asDevice = deviceOf(() => shop.base);
    const { code } = (await second.post("devices/code", { role: "maker" })).body as unknown as { code: string };
    const came = await asDevice("POST", "devices", { body: { code, name: "Phone" } });
    expect(came.status).toBe(200);
    const cookie = cookieOf(came);
    expect((await asDevice("GET", "shop", { cookie })).body).toMatchObject({ id: secondId });
    expect((await asDevice("GET", "shops", { cookie })).body).toEqual({ shops: [{ id: secondId, name: "Quince Yard", isDemo: false }], mayOpen: false });
    expect((await asDevice("POST", "shops", { cookie, body: { name: "Mine too" } })).status).toBe(403);
    expect((await asDevice("POST", "shops/demo", { cookie })).status).toBe(403);
    // What it read of another shop is not of this one.
    expect((await asDevice("GET", `shop?shop=${FIRST_SHOP}`, { cookie })).status).toBe(409);
  });

  test("where several shops have a passphrase the door asks for the name, and a name that is none's is told like a wrong passphrase", async () => {
    const asDevice = deviceOf(() => shop.base);
    const set = (id: string, passphrase: string) =>
      fetch(`${shop.base}/passphrase`, { method: "PUT", headers: { [SHOP_HEADER]: id, "content-type": "application/json" }, body: JSON.stringify({ passphrase }) });
    expect((await set(secondId, "ladder quince ferry nine moths")).status).toBe(200);
    // One shop to come into: nobody has to name it.
    expect((await asDevice("POST", "sign-in", { body: { passphrase: "ladder quince ferry nine moths", name: "Laptop" } })).status).toBe(204);
    expect((await set(FIRST_SHOP, "paper anchor drizzle seven vanes")).status).toBe(200);
    expect((await asDevice("GET", "ways-in")).body).toEqual({ areSeveral: true, hasPassphrase: true, hasPasskeys: true });
    const unnamed = await asDevice("POST", "sign-in", { body: { passphrase: "ladder quince ferry nine moths", name: "Laptop" } });
    expect([unnamed.status, (unnamed.body as Problem).errors[0]?.path]).toEqual([422, ["shop"]]);
    const named = await asDevice("POST", "sign-in", { body: { passphrase: "ladder quince ferry nine moths", name: "Laptop", shop: "quince yard" } });
    expect(named.status).toBe(204);
    expect((await asDevice("GET", "shop", { cookie: cookieOf(named) })).body).toMatchObject({ id: secondId });
    const wrong = await asDevice("POST", "sign-in", { body: { passphrase: "ladder quince ferry nine moths", name: "Laptop", shop: "My card table" } });
    const nobodys = await asDevice("POST", "sign-in", { body: { passphrase: "ladder quince ferry nine moths", name: "Laptop", shop: "Nobody's" } });
    expect([wrong.status, wrong.body]).toEqual([422, nobodys.body]);
    expect(nobodys.status).toBe(422);
  });
});

import { SHOP_HEADER, type StoresRead } from "@yule/contract";
import { v7 } from "uuid";
import { KeptAnswers } from "./keptAnswers.ts";
import { furnish, openTestShop, type TestShop } from "../testing.ts";

test("what was worked out once is answered again; a work that fails is tried again", async () => {
  const answers = new KeptAnswers();
  let worked = 0;
  const work = (): Promise<unknown> => Promise.resolve({ worked: (worked += 1) });
  expect([await answers.of("a", work), await answers.of("a", work), await answers.of("b", work)]).toEqual(['{"worked":1}', '{"worked":1}', '{"worked":2}']);
  await expect(answers.of("c", () => Promise.reject(new Error("away")))).rejects.toThrow("away");
  expect(await answers.of("c", work)).toBe('{"worked":3}');
});

describe("reads that several screens ask for", () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await openTestShop({ checksAnswers: false });
  }, 60_000);
  afterAll(() => shop.close());

  const asked = (): number => [...shop.recorded.inShop].filter((text) => text.includes('from "store"')).length;

  test("the second screen is answered without a look at the shelf; after a change both see it", async () => {
    await furnish(shop);
    const first = await shop.get<StoresRead>("stores");
    shop.recorded.inShop.clear();
    expect(await shop.get<StoresRead>("stores")).toEqual(first);
    expect(asked()).toBe(0);
    const [paper] = first.stores;
    expect(
      (await shop.give("add-store", { id: v7(), kind: "glue", name: "Fish glue", width: null, height: null, onHand: 2, pack: 1, packCostMinor: 100, leadDays: 1 })).status,
    ).toBe(200);
    const after = await shop.get<StoresRead>("stores");
    expect(after.stores.map(({ name }) => name)).toEqual(expect.arrayContaining([paper?.name, "Fish glue"]));
    expect(asked()).toBeGreaterThan(0);
  });

  test("nothing is answered across shops, and an answer is JSON with its tag as before", async () => {
    const opened = (await (
      await fetch(`${shop.base}/shops`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ name: "Quince Yard" }) })
    ).json()) as { readonly id: string };
    await shop.get("stores");
    const theirs = await fetch(`${shop.base}/stores`, { headers: { [SHOP_HEADER]: opened.id } });
    expect(theirs.headers.get("content-type")).toContain("application/json");
    expect(((await theirs.json()) as StoresRead).stores).toEqual([]);
    const again = await fetch(`${shop.base}/stores`, { headers: { [SHOP_HEADER]: opened.id, "if-none-match": theirs.headers.get("etag") ?? "" } });
    expect(again.status).toBe(304);
  });
});

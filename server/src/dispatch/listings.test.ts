import type { ShopWindowRead } from "@yule/contract";
import { inches } from "@yule/core";
import { readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { v7 } from "uuid";
import { simulatedOutside } from "../outside/outside.ts";
import { HOME } from "../shop/reads.ts";
import { furnish, openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

const mayBeSold = async (): Promise<number> => (await shop.get<ShopWindowRead>("shop-window")).stock.find(({ colourwayId }) => colourwayId === ids.red)?.cards ?? 0;

test("what lies on the table of a fair is not sold in the window too, and what sold there does not come back into it", async () => {
  await shop.give("count-cards", { colourwayId: ids.red, cards: 6 });
  expect(await mayBeSold()).toBe(6);
  const fair = v7();
  await shop.give("set-fair", { id: fair, title: "Quay fair", on: "2031-11-08", needIds: [], tableLength: inches(72), tableDepth: inches(30) });
  await shop.give("bring-to-fair", { fairId: fair, goods: [{ colourwayId: ids.red, brought: 4, priceMinor: 500 }] });
  expect(await mayBeSold()).toBe(2);
  await shop.give("ring-up", { id: v7(), fairId: fair, at: "2031-11-08T10:00:00Z", paid: "cash", lines: [{ colourwayId: ids.red, quantity: 3, priceMinor: 500 }] });
  expect(await mayBeSold()).toBe(2);
  await shop.give("close-fair", { fairId: fair, on: "2031-11-08", tinMinor: 1500, left: [{ colourwayId: ids.red, cards: 1 }] });
  expect(await mayBeSold()).toBe(3);
});

test("the window is told after a change, without anybody asking", async () => {
  await shop.give("count-cards", { colourwayId: ids.red, cards: 9 });
  const until = Date.now() + 10_000;
  const told = (): number => simulatedOutside.window.told(HOME.shopId).find(({ colourwayId }) => colourwayId === ids.red)?.cards ?? 0;
  while (told() !== 9 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 50));
  expect(told()).toBe(9);
});

test("labels sent to the invented printer lie as a file; what is no PDF, or too much, is refused", async () => {
  const print = (body: Uint8Array | string) => fetch(`${shop.base}/print-labels`, { method: "POST", headers: { "content-type": "application/pdf" }, body: body as BodyInit });
  const printed = (await (await print("%PDF-1.7 labels")).json()) as { file: string; by: string };
  expect(printed).toMatchObject({ by: "Label printer (simulated)", file: expect.stringMatching(/^labels-2031-11-08T10-04-00-000Z-15\.pdf$/) as string });
  expect(readFileSync(join(process.env.YULE_DATA ?? tmpdir(), "printed", printed.file), "utf8")).toBe("%PDF-1.7 labels");
  const none = await print("labels");
  expect([none.status, JSON.stringify(await none.json())]).toEqual([422, expect.stringMatching(/"labels".*labels as a PDF file/)]);
  expect((await print(new Uint8Array(5_000_001))).status).toBe(413);
});

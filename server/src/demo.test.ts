import { demoCommands } from "@yule/demo";
import type { BenchRead, DesignsRead, DispatchRead, LogbookRead, SeasonRead, StoresRead } from "@yule/contract";
import { inShop } from "./db/pool.ts";
import { runCommand } from "./logbook/run.ts";
import { simulatedOutside } from "./outside/outside.ts";
import { pictureHeader, savePicture } from "./shop/pictures.ts";
import { HOME } from "./shop/reads.ts";
import { NOW, openTestShop, type TestShop } from "./testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
}, 60_000);
afterAll(() => shop.close());

test("the demo loads through the contract, twice without doubling, and is a busy shop", async () => {
  const now = new Date(NOW);
  const { pictures, commands } = demoCommands(now);
  for (const picture of pictures) expect(pictureHeader(Buffer.from(picture.bytes))?.mediaType).toBe("image/png");
  await inShop(shop.database, HOME.shopId, async (tx) => {
    for (const picture of pictures) await savePicture(tx, HOME.shopId, picture.id, Buffer.from(picture.bytes), now);
  });
  // A load that was broken off goes on where it stopped.
  for (const command of [...commands.slice(0, 100), ...commands]) await runCommand(shop.database, { ...HOME, now, outside: simulatedOutside }, command);
  const { needs } = await shop.get<SeasonRead>("season");
  expect(needs.length).toBeGreaterThanOrEqual(20);
  expect(needs.filter((need) => need.kind === "fair")).toHaveLength(2);
  expect(needs.filter((need) => need.kind === "commission").length).toBeGreaterThanOrEqual(3);
  expect(needs.find((need) => need.kind === "mailing list")?.households).toBe(40);
  const { designs, series } = await shop.get<DesignsRead>("designs");
  expect([series.length, designs.length]).toEqual([3, 8]);
  expect(designs.every((design) => design.colourways.every((colourway) => colourway.pictureId !== null))).toBe(true);
  const { households } = await shop.get<DispatchRead>("dispatch");
  expect(new Set(households.map((household) => household.country)).size).toBeGreaterThan(3);
  const { batches, yields } = await shop.get<BenchRead>("bench");
  expect(batches.flatMap((batch) => batch.units).filter((unit) => unit.grade === "stash").length).toBeGreaterThan(2);
  expect(yields.some((each) => each.bad > 0)).toBe(true);
  expect((await shop.get<StoresRead>("stores")).stores.every((store) => store.onHand >= 0)).toBe(true);
  const days = new Set((await shop.get<LogbookRead>("logbook?most=200")).events.map((event) => event.at.slice(0, 10)));
  expect(days.size).toBeGreaterThan(4);
}, 60_000);

test("a picture comes back as it was stored, and may run nothing", async () => {
  const { designs } = await shop.get<DesignsRead>("designs");
  const answer = await fetch(`${shop.base}/pictures/${designs[0]?.colourways[0]?.pictureId ?? ""}`);
  expect(answer.headers.get("content-type")).toBe("image/png");
  expect(answer.headers.get("content-security-policy")).toBe("default-src 'none'");
  expect(pictureHeader(Buffer.from(await answer.arrayBuffer()))?.width).toBeGreaterThan(200);
}, 120_000);

import type { BenchRead, DesignsRead, DispatchRead, LogbookRead, SeasonRead, StoresRead } from "@yule/contract";
import { runCommand } from "./logbook/run.ts";
import { simulatedOutside } from "./outside/outside.ts";
import { pictureHeader } from "./shop/pictures.ts";
import { HOME } from "./shop/reads.ts";
import { NOW, openTestShop, testDemo, type TestShop } from "./testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ demo: true });
}, 120_000);
afterAll(() => shop.close());

test("the demo loads through the contract, twice without doubling, and is a busy shop", async () => {
  const now = new Date(NOW);
  const told = async () => (await shop.get<SeasonRead>("season")).needs.length;
  const before = await told();
  // A load that was broken off begins anew: what is told already is not told again.
  for (const command of testDemo().commands) await runCommand(shop.database, { ...HOME, now, outside: simulatedOutside }, command);
  expect(await told()).toBe(before);
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
});

test("a picture comes back as it was stored, and may run nothing", async () => {
  const { designs } = await shop.get<DesignsRead>("designs");
  const answer = await fetch(`${shop.base}/pictures/${designs[0]?.colourways[0]?.pictureId ?? ""}`);
  expect(answer.headers.get("content-type")).toBe("image/png");
  expect(answer.headers.get("content-security-policy")).toBe("default-src 'none'");
  expect(pictureHeader(Buffer.from(await answer.arrayBuffer()))?.width).toBeGreaterThan(200);
});

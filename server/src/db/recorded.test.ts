import { sql } from "drizzle-orm";
import { inShop } from "./pool.ts";
import { namesOurs, withoutShop } from "./recorded.ts";
import { household, need, needLine, shop as shopTable } from "./tables.ts";
import { HOME } from "../shop/reads.ts";
import { furnish, openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ demo: true });
}, 60_000);
afterAll(() => shop.close());

test.each([
  ["select id from need", ["need"]],
  ['select "id" from "need" where "need"."id" = $1', ["need"]],
  ["select id from need where shop_id = $1 and id = (select need_id from batch where id = $2)", ["batch"]],
  ["update shop set name = $1", ["shop"]],
  ["select 1 from need n join batch b on b.need_id = n.id where n.shop_id = $1", ["b"]],
  ['delete from "unit" where "unit"."id" = $1', ["unit"]],
  ["select id from need where shop_id = $1 for no key update", []],
  ["select 1 from need n join batch b on b.shop_id = n.shop_id and b.need_id = n.id where n.shop_id = $1", []],
  ['select "id" from "need" "late" where ("late"."shop_id" = $1 and "late"."id" = $2)', []],
  ["insert into need (shop_id, id) values ($1, $2) on conflict (shop_id, id) do update set version = 2", []],
  ["select 1", []],
])("%s is without the shop of %j", (text, missing) => {
  expect(withoutShop(text)).toEqual(missing);
});

test("a statement that names no shop is given it, in joins, in queries within it, and where many rows are changed", async () => {
  shop.recorded.inShop.clear();
  const shops = await inShop(shop.database, HOME.shopId, async (tx) => {
    await tx
      .select({ id: need.id, cards: needLine.quantity })
      .from(need)
      .leftJoin(needLine, sql`${needLine.needId} = ${need.id}`);
    await tx
      .update(household)
      .set({ neutral: true })
      .where(sql`false`);
    await tx.delete(household).where(sql`exists ${tx.select({ id: need.id }).from(need)} and false`);
    return tx.select({ id: shopTable.id }).from(shopTable);
  });
  expect(shops).toEqual([{ id: HOME.shopId }]);
  const [joined, changed, deleted] = [...shop.recorded.inShop];
  expect(joined).toContain('left join "need_line" on ("need_line"."shop_id" = $1 and "need_line"."need_id" = "need"."id") where "need"."shop_id" = $2');
  expect(changed).toContain('where ("household"."shop_id" = $2 and ');
  expect(deleted).toContain('"need"."shop_id" = $');
  expect(shop.recorded.faults()).toEqual([]);
});

test("whatever screens ask and devices tell asks for its own shop; only who stands at the door, and whose plans are old, is looked for in all", async () => {
  for (const path of [
    "shop",
    "season",
    "plan",
    "designs",
    "stores",
    "colour",
    "sheets",
    "bench",
    "dispatch",
    "orders",
    "logbook",
    "costs",
    "finish",
    "fairs",
    "years",
    "seasons",
    "put-away",
  ])
    await shop.get(path);
  await furnish(shop);
  expect(shop.recorded.inShop.size).toBeGreaterThan(120);
  expect(shop.recorded.faults()).toEqual([]);
  const over = [...shop.recorded.outside].filter(namesOurs);
  expect(over.filter((text) => !/^select (1|shop_id|shop_id as id, name, is_demo as "isDemo") from shop\b/.test(text))).toEqual([]);
  await inShop(shop.database, HOME.shopId, (tx) => tx.execute(sql`select id from need`));
  expect(shop.recorded.faults()).toEqual(["need without its shop: select id from need"]);
  shop.recorded.askedByTest("select id from need");
});

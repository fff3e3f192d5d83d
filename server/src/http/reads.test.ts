import pg from "pg";
import { inShop } from "../db/pool.ts";
import { HOME } from "../shop/reads.ts";
import { openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
/** How often each read of the demo was answered with so many bytes, before there was a past behind it. */
const bytesBefore = new Map<string, number>();
const READS = ["shop", "season", "plan", "designs", "stores", "colour", "sheets", "bench", "dispatch", "orders", "logbook", "costs", "finish", "fairs"] as const;
const LOOKED_UP = [
  "seasons",
  "seasons/01936b5c-7a00-7000-8000-000000000004",
  "households?find=quay",
  "put-away",
  "logbook?find=posted",
  "logbook?who=Kitchen%20tablet",
  "believed?design=01936b5c-7aff-7000-8000-000000000001",
  "years",
] as const;
const bytesOf = async (path: string): Promise<number> => (await (await fetch(`${shop.base}/${path}`)).arrayBuffer()).byteLength;

beforeAll(async () => {
  shop = await openTestShop({ demo: true });
  for (const path of READS) bytesBefore.set(path, await bytesOf(path));
  // The rows of ten years take longer than any request may: a connection of their own, without limits.
  const own = new pg.Client({ connectionString: shop.url });
  await own.connect();
  for (const statement of PAST) await own.query(statement);
  await own.query("analyze");
  // Laid there past the commands, it has made nothing stale.
  await own.query("delete from read_revision");
  await own.query("insert into read_revision (shop_id, name, revision) select $1::uuid, unnest($2::text[]), 1000", [HOME.shopId, READS]);
  await own.end();
}, 300_000);
afterAll(() => shop.close());

/** A past of 4,000 needs, laid beside the demo row by row: what the planner of PostgreSQL sees is that there is much of everything. */
const uuid = (area: string, of: string): string => `('01936b5c-${area}-7000-8000-' || lpad(to_hex(${of}), 12, '0'))::uuid`;
const OWN = `'${HOME.shopId}'::uuid`;
const one = (table: string): string => `(select id from ${table} order by id limit 1)`;
const [ONE_COLOURWAY, ONE_STAGE, ONE_STORE] = [one("colourway"), one("stage"), one("store")];
const ONE_DESIGN = "'01936b5c-7aff-7000-8000-000000000001'::uuid";
const PAST = [
  `insert into design select (jsonb_populate_record(null::design, to_jsonb(old) || '{"id": "01936b5c-7aff-7000-8000-000000000001", "name": "Of the past", "archived": true}')).* from design old order by id limit 1`,
  `insert into season select ${OWN}, ${uuid("7a00", "y")}, 1, 'Season ' || 2020 + y, make_date(2020 + y, 1, 1), make_date(2020 + y, 12, 31), 'closed', '{}' from generate_series(1, 10) y`,
  `insert into need (shop_id, id, season_id, kind, title, design_id, due) select ${OWN}, ${uuid("7b01", "n")}, ${uuid("7a00", "1 + n % 10")}, 'order', 'Past ' || n, ${ONE_DESIGN}, '2030-01-01'::date + n % 360 from generate_series(1, 4000) n`,
  `insert into need_line (shop_id, id, need_id, colourway_id, quantity, assembled) select ${OWN}, ${uuid("7b02", "n")}, ${uuid("7b01", "n")}, ${ONE_COLOURWAY}, 9, 9 from generate_series(1, 4000) n`,
  `insert into batch (shop_id, id, need_id, design_id, started_at) select ${OWN}, ${uuid("7b03", "n")}, ${uuid("7b01", "n")}, ${ONE_DESIGN}, '2030-01-01'::timestamptz + n % 360 * interval '1 day' from generate_series(1, 4000) n`,
  `insert into unit (shop_id, id, batch_id, colourway_id, number, grade) select ${OWN}, ${uuid("7b04", "n * 16 + u")}, ${uuid("7b03", "n")}, ${ONE_COLOURWAY}, u, case when n % 90 = 0 and u = 9 then 'stash' when u = 9 then 'scrap' else 'good' end from generate_series(1, 4000) n, generate_series(1, 9) u`,
  `insert into bench_fact (shop_id, id, batch_id, unit_id, stage_id, what, at) select ${OWN}, ${uuid("7b05", "n * 64 + u * 4 + f")}, ${uuid("7b03", "n")}, ${uuid("7b04", "n * 16 + u")}, ${ONE_STAGE}, 'done', '2030-01-01'::timestamptz + n % 360 * interval '1 day' from generate_series(1, 4000) n, generate_series(1, 9) u, generate_series(1, 3) f`,
  `insert into batch_lesson (shop_id, batch_id, "of") select ${OWN}, ${uuid("7b03", "n")}, '{"good": 8, "bad": 1, "times": [], "losses": []}' from generate_series(1, 4000) n`,
  `insert into batch_day select ${OWN}, ${uuid("7b03", "n")}, '2030-01-01'::date + n % 360, 1170, 1260 from generate_series(1, 4000) n`,
  `insert into posting (shop_id, id, need_id, posted_on, service, cost_minor) select ${OWN}, ${uuid("7b06", "n")}, ${uuid("7b01", "n")}, '2030-01-01'::date + n % 360, 'Letter', 0 from generate_series(1, 4000) n`,
  `insert into household (shop_id, id, name, address, country, neutral) select ${OWN}, ${uuid("7b07", "n")}, 'House ' || n, 'Street ' || n, 'IE', false from generate_series(1, 1000) n`,
  `insert into recipient (shop_id, id, need_id, household_id) select ${OWN}, ${uuid("7b08", "n * 8 + h")}, ${uuid("7b01", "n")}, ${uuid("7b07", "1 + n % 1000")} from generate_series(1, 4000) n, generate_series(1, 2) h`,
  `insert into household_had (shop_id, id, household_id, design_id, need_id) select ${OWN}, ${uuid("7b12", "n")}, ${uuid("7b07", "1 + n % 1000")}, ${ONE_DESIGN}, ${uuid("7b01", "1 + n % 4000")} from generate_series(1, 8000) n`,
  `insert into household_sent (shop_id, id, household_id, sent_on) select ${OWN}, ${uuid("7b13", "n")}, ${uuid("7b07", "1 + n % 1000")}, '2030-01-01'::date + n % 360 from generate_series(1, 4000) n`,
  `insert into undertaking (shop_id, id, kind, title) select ${OWN}, ${uuid("7b14", "n")}, 'mailing list', 'List ' || n from generate_series(1, 1000) n`,
  `insert into bound_need (shop_id, id, undertaking_id, need_id) select ${OWN}, ${uuid("7b15", "n")}, ${uuid("7b14", "1 + n % 1000")}, ${uuid("7b01", "n")} from generate_series(1, 4000) n`,
  `insert into customer_order (shop_id, id) select ${OWN}, ${uuid("7b14", "n")} from generate_series(401, 1000) n`,
  `insert into order_payment (shop_id, id, order_id, minor, paid_on) select ${OWN}, ${uuid("7b19", "n")}, ${uuid("7b14", "401 + n % 600")}, 100, '2030-01-01' from generate_series(1, 2000) n`,
  `insert into person (shop_id, id, household_id, name) select ${OWN}, ${uuid("7b1a", "n")}, ${uuid("7b07", "1 + n % 1000")}, 'Somebody ' || n from generate_series(1, 3000) n`,
  `insert into household_address (shop_id, id, household_id, address, parts, country, first_day, last_day) select ${OWN}, ${uuid("7b1b", "n")}, ${uuid("7b07", "1 + n % 1000")}, 'Street', '{}', 'IE', '2030-01-01', '2030-02-01' from generate_series(1, 2000) n`,
  `insert into fair (shop_id, id, fair_on, size, weather, table_length, table_depth, tiers, stand_minutes, fee_minor, float_minor, tin_minor) select ${OWN}, ${uuid("7b14", "n")}, '2030-01-01'::date + n % 360, 'usual', 'fine', 1, 1, 1, 1, 0, 0, 0 from generate_series(1, 400) n`,
  `insert into order_news (shop_id, id, ref, order_ref, order_id, is_left) select ${OWN}, ${uuid("7b1d", "n")}, 'OLD-' || n || '/paid', 'OLD-' || n, ${uuid("7b14", "401 + n % 600")}, false from generate_series(1, 2000) n`,
  `insert into fair_good (shop_id, id, fair_id, colourway_id, brought, price_minor, sold) select ${OWN}, ${uuid("7b16", "n * 16 + c.place")}, ${uuid("7b14", "1 + n % 400")}, c.id, 9, 500, 4 from generate_series(1, 400) n, (select id, row_number() over (order by id) as place from colourway order by id limit 12) c`,
  `insert into sale (shop_id, id, fair_id, at, is_back, paid, tip_minor) select ${OWN}, ${uuid("7b17", "n")}, ${uuid("7b14", "1 + n % 400")}, '2030-01-01'::timestamptz, false, 'cash', 0 from generate_series(1, 20000) n`,
  `insert into sale_line (shop_id, id, sale_id, colourway_id, quantity, price_minor) select ${OWN}, ${uuid("7b18", "n")}, ${uuid("7b17", "n")}, ${ONE_COLOURWAY}, 1, 500 from generate_series(1, 20000) n`,
  `insert into lot (shop_id, id, store_id, quantity, cost_minor, left_of_it, value_left, received_on) select ${OWN}, ${uuid("7b0d", "n")}, ${ONE_STORE}, 5, 100, 0, 0, '2030-01-01'::date + n % 360 from generate_series(1, 4000) n`,
  `insert into store_move (shop_id, id, store_id, need_id, quantity, reason, at) select ${OWN}, ${uuid("7b09", "n")}, ${ONE_STORE}, ${uuid("7b01", "1 + n % 4000")}, case when n % 2 = 1 then 1 else -1 end, 'taken', '2030-01-01'::timestamptz + n * interval '1 minute' from generate_series(1, 20000) n`,
  `insert into to_buy (shop_id, id, store_id, packs, quantity, cost_minor, state, received_on) select ${OWN}, ${uuid("7b0e", "n")}, ${ONE_STORE}, 1, 5, 100, 'received', '2030-01-01'::date + n % 360 from generate_series(1, 4000) n`,
  `insert into rescue (shop_id, id, unit_id, cause, way, done_at, worked) select ${OWN}, ${uuid("7b10", "n")}, ${uuid("7b04", "n * 16 + 1")}, 'bloom', 'lift', '2030-01-01'::timestamptz, n % 3 <> 0 from generate_series(1, 2000) n`,
  `insert into making (shop_id, id, need_id, step, cards, at) select ${OWN}, ${uuid("7b11", "n")}, ${uuid("7b01", "1 + n % 4000")}, 'score', 3, '2030-01-01'::timestamptz from generate_series(1, 12000) n`,
  `insert into session_fact (shop_id, id, what, at) select ${OWN}, ${uuid("7b0a", "n")}, 'closed', '2030-01-01'::timestamptz + n * interval '1 hour' from generate_series(1, 6000) n`,
  `insert into event (shop_id, id, account_id, at, kind, subject_kind, subject_id, summary, payload, changes) select ${OWN}, ${uuid("7b0b", "n")}, '${HOME.accountId}', '2030-01-01'::timestamptz + n * interval '1 minute', 'tell-bench', 'batch', ${uuid("7b03", "1 + n % 4000")}, 'First wash done: panel ' || n, '{}', '[]' from generate_series(1, 40000) n`,
  `insert into entry_note (shop_id, id, event_id, at, text) select ${OWN}, ${uuid("7b1e", "n")}, ${uuid("7b0b", "n * 10")}, '2030-01-01'::timestamptz, 'Too wet' from generate_series(1, 4000) n`,
  `insert into left_out (shop_id, id, "of", of_id, why, at) select ${OWN}, ${uuid("7b1f", "n")}, 'batch', ${uuid("7b03", "n * 8")}, 'Ill', '2030-01-01'::timestamptz from generate_series(1, 500) n`,
  `insert into season_sum select shop_id, id, jsonb_build_object('id', id) from season where state = 'closed'`,
  `insert into forecast select ${OWN}, ${uuid("7b01", "n")}, '2030-01-07'::date + 7 * w, 0.8, '2030-12-01', true from generate_series(1, 4000) n, generate_series(0, 2) w`,
  `insert into split_result (shop_id, id, method, at, wanted, spoilt) select ${OWN}, ${uuid("7b0c", "n")}, 'cut', '2030-01-01'::timestamptz + n * interval '1 hour', 9, 0 from generate_series(1, 4000) n`,
] as const;

/** What grows with the years. Households are counted by country, which takes a millisecond for a thousand of them. */
const GROWING: ReadonlySet<string> = new Set([
  "need",
  "need_line",
  "batch",
  "unit",
  "bench_fact",
  "batch_day",
  "posting",
  "recipient",
  "store_move",
  "session_fact",
  "event",
  "forecast",
  "split_result",
  "lot",
  "to_buy",
  "making",
  "rescue",
  "household_had",
  "household_sent",
  "bound_need",
  "undertaking",
  "customer_order",
  "order_payment",
  "order_news",
  "person",
  "household_address",
  "fair_good",
  "sale",
  "sale_line",
  "entry_note",
]);
interface PlanNode {
  readonly "Node Type": string;
  readonly "Relation Name"?: string;
  readonly "Index Name"?: string;
  readonly "Index Cond"?: string;
  readonly "Recheck Cond"?: string;
  readonly Plans?: readonly PlanNode[];
}

/** The statements that a request runs, as they were sent. */
async function statementsOf(path: string): Promise<{ readonly text: string; readonly values: unknown[] }[]> {
  const found: { text: string; values: unknown[] }[] = [];
  const spy = import.meta.jest.spyOn(pg.Client.prototype, "query");
  await (await fetch(`${shop.base}/${path}`)).arrayBuffer();
  for (const [first, second] of spy.mock.calls as unknown as [string | { text: string }, unknown[]?][]) {
    const text = typeof first === "string" ? first : first.text;
    if (/^\s*(select|with)/i.test(text) && !text.includes("set_config")) found.push({ text, values: second ?? [] });
  }
  spy.mockRestore();
  return found;
}

/** Who is asked for in a condition of an index, which narrows nothing. */
const OF_SHOP = /\b[a-z_]+\.shop_id\b|\bshop_id = (?:'[^']*'|\(current_setting\('yule\.shop'::text\)\))::uuid|\bshop_id\b|\band\b/gi;

/**
 * What of a plan reads a growing table from one end to the other: without an index, or by one of which nothing but the shop is asked. An index that
 * holds what is open alone may be read whole.
 */
function walksIn(node: PlanNode, ofOpen: ReadonlySet<string>): string[] {
  const [table = "", kind, index = ""] = [node["Relation Name"], node["Node Type"], node["Index Name"] ?? node.Plans?.[0]?.["Index Name"]];
  const asked = `${node["Index Cond"] ?? ""} ${node["Recheck Cond"] ?? ""}`.replace(OF_SHOP, "");
  const isWhole = /^(Index|Bitmap Heap)/.test(kind) && !/[a-z]/i.test(asked);
  const isWalk = GROWING.has(table) && (kind === "Seq Scan" || (isWhole && !ofOpen.has(index)));
  return [...(isWalk ? [`${kind} of ${table} by ${index} ${asked}`] : []), ...(node.Plans ?? []).flatMap((part) => walksIn(part, ofOpen))];
}

/** Pages by an index read as far as they go; what stops a walk is a limit above it. */
const isPage = (text: string): boolean => /limit \$\d+/.test(text) && !/json_agg/.test(text);

test.each([...READS, ...LOOKED_UP])("%s is read by indices: nothing that grows with the years is walked through", async (path) => {
  const statements = await statementsOf(path);
  // More than how new it is: what was kept of an answer is not looked at here.
  expect(statements.length).toBeGreaterThan(path === "shop" ? 0 : 1);
  const { rows: partial } = await shop.database.$client.query<{ name: string }>("select indexrelid::regclass::text as name from pg_index where indpred is not null");
  const ofOpen = new Set(partial.map(({ name }) => name));
  await inShop(shop.database, HOME.shopId, async (tx) => {
    const client = (tx as unknown as { session: { client: pg.PoolClient } }).session.client;
    for (const { text, values } of statements) {
      const { rows } = await client.query<{ "QUERY PLAN": [{ Plan: PlanNode }] }>(`explain (format json) ${text}`, values);
      const walks = rows.flatMap((row) => walksIn(row["QUERY PLAN"][0].Plan, ofOpen));
      expect([text, isPage(text) ? walks.filter((walk) => walk.startsWith("Seq")) : walks]).toEqual([text, []]);
    }
  });
});

test.each(READS)("%s is no longer for having years behind it", async (path) => {
  const before = bytesBefore.get(path) ?? 0;
  // A page of the logbook is as long as its entries; of splittings the newest hundred are told, to learn from.
  // Of fairs the last twelve are told with all their goods, and the demo has one.
  const room = path === "fairs" ? 30_000 : 0;
  if (path !== "logbook" && path !== "sheets") expect(await bytesOf(path)).toBeLessThan(1.2 * before + room);
});

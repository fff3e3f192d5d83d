import type { BenchRead, CostsRead, DesignsRead, LogbookRead, SeasonRead, StoresRead } from "@yule/contract";
import { inches } from "@yule/core";
import { v7 } from "uuid";
import pg from "pg";
import { sql } from "drizzle-orm";
import { inShop } from "./db/pool.ts";
import { furnish, openTestShop, type TestShop, wordsOf } from "./testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

const onHand = async (): Promise<number | undefined> => (await shop.get<StoresRead>("stores")).stores.find((store) => store.id === ids.paper)?.onHand;
const needNow = async () => (await shop.get<SeasonRead>("season")).needs.find((need) => need.id === ids.need);

test("a need goes through the shop to the post, and each step takes from the stores and tells the logbook", async () => {
  const [batchId, ...units] = [v7(), v7(), v7(), v7()];
  const colourways = [ids.blue, ids.blue, ids.red];
  const split = await shop.give("split-sheets", {
    batches: [{ batchId, needId: ids.need, units: units.map((id, index) => ({ id, number: index + 1, colourwayId: colourways[index] ?? "" })) }],
    uses: [{ storeId: ids.paper, sheets: 1 }],
  });
  expect(split.status).toBe(200);
  expect(await onHand()).toBe(2);
  for (const stageId of [ids.wash, ids.dots]) {
    expect(
      (await shop.give("tell-bench", { batchId, facts: units.map((unitId) => ({ id: v7(), unitId, stageId, what: "done" as const, at: "2031-11-08T10:00:00Z" })) })).status,
    ).toBe(200);
  }
  expect((await shop.get<BenchRead>("bench")).batches.find((batch) => batch.id === batchId)?.facts).toHaveLength(6);
  const early = await shop.give("post-need", { id: v7(), needId: ids.need, on: "2031-11-08", service: "Letter", costMinor: 125 });
  expect(early.status).toBe(422);
  expect(early.body.errors[0]?.given).toContain("3 cards not assembled");
  await shop.give("grade-panels", { batchId, grades: units.map((unitId) => ({ unitId, grade: "good" as const })) });
  const tooMany = await shop.give("assemble-cards", { needId: ids.need, lines: [{ lineId: ids.redLine, quantity: 2 }], uses: [] });
  expect(tooMany.body.errors[0]).toMatchObject({ path: ["lines", 0, "quantity"], given: "2", allowed: expect.stringContaining("at most 1") as string });
  expect(
    (
      await shop.give("assemble-cards", {
        needId: ids.need,
        lines: [
          { lineId: ids.blueLine, quantity: 2 },
          { lineId: ids.redLine, quantity: 1 },
        ],
        uses: [],
      })
    ).status,
  ).toBe(200);
  await shop.give("change-need", { id: ids.need, version: (await needNow())?.version ?? 0, priceMinor: 2_400 });
  expect((await shop.give("post-need", { id: v7(), needId: ids.need, on: "2031-11-08", service: "Letter", costMinor: 125 })).status).toBe(200);
  expect((await needNow())?.postedOn).toBe("2031-11-08");
  // Monday to Sunday: the price comes in on the day the need goes out.
  expect((await shop.get<CostsRead>("costs")).weeks).toEqual([{ from: "2031-11-03", lots: 0, outlays: 0, post: 125, income: 2_400 }]);
  const { events } = await shop.get<LogbookRead>("logbook");
  expect(wordsOf(events[0])).toBe("Harbour office posted by Letter on 2031-11-08");
  expect((await shop.get<LogbookRead>("logbook?find=split")).events.map(wordsOf)).toEqual(["1 × Cotton split into 3 panels for Harbour office"]);
});

test("the same command sent twice, or twice at once, is done once and answers the same", async () => {
  const id = v7();
  const before = (await onHand()) ?? 0;
  const answers = await Promise.all([shop.give("buy-store", { id: ids.paper, quantity: 5 }, { id }), shop.give("buy-store", { id: ids.paper, quantity: 5 }, { id })]);
  expect(answers.map((answer) => answer.status)).toEqual([200, 200]);
  expect(answers[0].body.event).toEqual(answers[1].body.event);
  expect(await onHand()).toBe(before + 5);
});

test("the same bench fact told by two devices stands once", async () => {
  const batchId = v7();
  const unitId = v7();
  const needId = v7();
  await shop.give("add-need", {
    id: needId,
    kind: "own use",
    title: "For the door",
    designId: ids.design,
    due: "2031-11-25",
    lines: [{ id: v7(), colourwayId: ids.blue, quantity: 1 }],
  });
  await shop.give("split-sheets", { batches: [{ batchId, needId, units: [{ id: unitId, number: 1, colourwayId: ids.blue }] }], uses: [] });
  const fact = { id: v7(), unitId, stageId: ids.wash, what: "dry" as const, at: "2031-11-08T10:02:00Z" };
  for (const _ of [1, 2]) expect((await shop.give("tell-bench", { batchId, facts: [fact] })).status).toBe(200);
  expect((await shop.get<BenchRead>("bench")).batches.find(({ id }) => id === batchId)?.facts.filter((each) => each.id === fact.id)).toHaveLength(1);
});

test("undo takes back everything a command wrote, and undoing the undo does it again", async () => {
  const before = await onHand();
  const bought = await shop.give("buy-store", { id: ids.paper, quantity: 4 });
  const undone = await shop.give("undo", { eventId: bought.body.event.id });
  expect(wordsOf(undone.body.event)).toBe("Undone: 4 × Cotton bought");
  expect(await onHand()).toBe(before);
  expect((await shop.get<StoresRead>("stores")).moves.some((move) => move.quantity === 4)).toBe(false);
  expect((await shop.give("undo", { eventId: bought.body.event.id })).status).toBe(409);
  const again = await shop.give("undo", { eventId: undone.body.event.id });
  expect(wordsOf(again.body.event)).toBe("Done again: 4 × Cotton bought");
  expect(await onHand()).toBe((before ?? 0) + 4);
});

test("the paints of a colourway are changed without its picture, and the logbook says which of them", async () => {
  const { designs } = await shop.get<DesignsRead>("designs");
  const [design] = designs;
  if (!design) throw new Error("no design");
  const change = { id: design.id, version: design.version, colourwayId: ids.blue, paints: [] };
  expect(wordsOf((await shop.give("change-colourway", change)).body.event)).toBe("The paints of Tide pool, blue");
});

test("the logbook keeps values; an entry of before that was so has its words, is found by them and can be taken back", async () => {
  const bought = await shop.give("buy-store", { id: ids.paper, quantity: 6 });
  expect(bought.body.event.happened).toEqual({ kind: "buy-store", facts: { name: "Cotton", kind: "sheet", quantity: 6 } });
  await shop.database.execute(sql`update event set facts = null, summary = 'Six sheets of Cotton were bought' where id = ${bought.body.event.id}`);
  const { events } = await shop.get<LogbookRead>("logbook?find=six%20sheets");
  expect(events.map(wordsOf)).toEqual(["Six sheets of Cotton were bought"]);
  expect(wordsOf((await shop.give("undo", { eventId: bought.body.event.id })).body.event)).toBe("Undone: Six sheets of Cotton were bought");
});

test("what was changed again since cannot be taken back, and what is counted stays a sum: a purchase is taken back though another came after it", async () => {
  const before = (await onHand()) ?? 0;
  const first = await shop.give("buy-store", { id: ids.paper, quantity: 1 });
  await shop.give("buy-store", { id: ids.paper, quantity: 2 });
  expect((await shop.give("undo", { eventId: first.body.event.id })).status).toBe(200);
  expect(await onHand()).toBe(before + 2);
  const named = await shop.give("change-store", { id: ids.paper, version: await versionOf(), holdsMasking: true });
  await shop.give("change-store", { id: ids.paper, version: await versionOf(), holdsMasking: false });
  const answer = await shop.give("undo", { eventId: named.body.event.id });
  expect(answer.status).toBe(409);
  expect(answer.body.title).toContain("Something later has changed this");
});

const versionOf = async () => (await shop.get<StoresRead>("stores")).stores.find(({ id }) => id === ids.paper)?.version ?? 0;

test("a stale write gets 409 with the row as it is now", async () => {
  const version = await versionOf();
  await shop.give("change-store", { id: ids.paper, version, place: "long drawer" });
  const stale = await shop.give("change-store", { id: ids.paper, version, place: "attic" });
  expect(stale.status).toBe(409);
  expect(stale.body.present).toMatchObject({ place: "long drawer" });
});

test("stale sizes of a design are refused, and removed layers come back by undo", async () => {
  const read = async () => (await shop.get<DesignsRead>("designs")).designs.find((design) => design.id === ids.design);
  const design = await read();
  const stack = {
    ...design?.stack,
    fold: "left" as const,
    width: inches(6),
    height: inches(6),
    envelope: null,
    thickness: 0,
    layers: [{ kind: "panel" as const, name: "panel", width: inches(5), height: inches(5), x: null, y: null }],
  };
  const changed = await shop.give("change-stack", { id: ids.design, version: design?.version ?? 0, stack });
  expect((await read())?.stack.layers[0]?.width).toBe(inches(5));
  expect((await shop.give("change-stack", { id: ids.design, version: design?.version ?? 0, stack })).status).toBe(409);
  await shop.give("undo", { eventId: changed.body.event.id });
  expect((await read())?.stack).toMatchObject({ width: inches(5.5), layers: [{ width: inches(4.5) }] });
});

describe("bad input gets one clear message with field, given and allowed, and saves nothing", () => {
  const refused = (answer: { status: number; body: { errors: { path: (string | number)[]; given: string; allowed: string }[] } }) => {
    expect(answer.status).toBe(422);
    return answer.body.errors[0];
  };

  test("a due day in the past", async () => {
    const need = { id: v7(), kind: "order" as const, title: "Late", designId: ids.design, due: "2031-11-07", lines: [{ id: v7(), colourwayId: ids.blue, quantity: 1 }] };
    expect(refused(await shop.give("add-need", need))).toMatchObject({
      code: "past",
      path: ["due"],
      given: "2031-11-07",
      allowed: "today, 2031-11-08, or later",
      values: { given: [{ day: "2031-11-07" }] },
    });
    expect((await shop.get<SeasonRead>("season")).needs.some((each) => each.id === need.id)).toBe(false);
  });

  test("a colourway of another design, half way through a command", async () => {
    const need = {
      id: v7(),
      kind: "order" as const,
      title: "Odd",
      designId: ids.design,
      due: "2031-12-07",
      lines: [
        { id: v7(), colourwayId: ids.blue, quantity: 1 },
        { id: v7(), colourwayId: v7(), quantity: 1 },
      ],
    };
    expect(refused(await shop.give("add-need", need))?.path).toEqual(["lines", 1, "colourwayId"]);
    expect((await shop.get<SeasonRead>("season")).needs.some((each) => each.id === need.id)).toBe(false);
  });

  test("negative stock", async () => {
    expect(refused(await shop.give("count-store", { id: ids.paper, version: 1, onHand: -3 }))?.allowed).toBe("at least 0");
    const there = (await onHand()) ?? 0;
    const answer = refused(
      await shop.give("split-sheets", {
        batches: [{ batchId: v7(), needId: ids.need, units: [{ id: v7(), number: 1, colourwayId: ids.blue }] }],
        uses: [{ storeId: ids.paper, sheets: there + 2 }],
      }),
    );
    expect(answer?.allowed).toContain("(2 short)");
    expect(await onHand()).toBe(there);
  });

  test("sessions that overlap or end before they start", async () => {
    const session = (weekday: number, from: number, to: number) => ({ id: v7(), weekday, from, to });
    expect(refused(await shop.give("set-sessions", { pattern: [session(2, 600, 500)] }))?.allowed).toBe("a time after the start");
    expect(refused(await shop.give("set-sessions", { pattern: [session(2, 600, 700), session(2, 650, 720)] }))?.path).toEqual(["pattern", 1, "from"]);
  });

  test("a panel wider than its card", async () => {
    const design = (await shop.get<DesignsRead>("designs")).designs[0];
    const stack = {
      fold: "left" as const,
      width: 100,
      height: 100,
      envelope: null,
      thickness: 0,
      layers: [{ kind: "panel" as const, name: "panel", width: 200, height: 50, x: null, y: null }],
    };
    expect(refused(await shop.give("change-stack", { id: ids.design, version: design?.version ?? 0, stack }))?.path).toEqual(["stack", "layers", 0, "width"]);
  });

  test.each([
    ["an unknown kind", { id: v7(), kind: "dance", payload: {} }],
    ["no id", { kind: "set-shop", payload: {} }],
    ["an id that is none", { id: "7", kind: "set-shop", payload: {} }],
  ])("%s", async (_, body) => {
    expect((await shop.send(body)).status).toBe(422);
  });

  test("text that is not JSON, and a page that is not there", async () => {
    const answer = await fetch(`${shop.base}/commands`, { method: "POST", headers: { "content-type": "application/json" }, body: "{" });
    expect([answer.status, answer.headers.get("content-type")]).toEqual([400, "application/problem+json"]);
    expect((await fetch(`${shop.base}/nowhere`)).status).toBe(404);
    expect((await fetch(`${shop.base}/logbook?most=0`)).status).toBe(422);
  });

  test("a picture that is none", async () => {
    const put = (bytes: Buffer) => fetch(`${shop.base}/pictures/${v7()}`, { method: "PUT", body: new Uint8Array(bytes) });
    expect((await put(Buffer.from("<svg onload=alert(1)>"))).status).toBe(415);
    const huge = Buffer.alloc(33);
    huge.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
    huge.writeUInt32BE(90_000, 16);
    huge.writeUInt32BE(90_000, 20);
    expect((await put(huge)).status).toBe(413);
  });
});

test("writing from another site is refused", async () => {
  const answer = await fetch(`${shop.base}/commands`, { method: "POST", headers: { "content-type": "application/json", origin: "http://elsewhere.example" }, body: "{}" });
  expect(answer.status).toBe(403);
});

test("a change is told to every open screen within a second", async () => {
  const told = await new Promise<{ kind: string; after: number }>((resolve, reject) => {
    const stop = new AbortController();
    void fetch(`${shop.base}/feed`, { signal: stop.signal })
      .then(async (answer) => {
        let sent = 0;
        let text = "";
        for await (const part of answer.body as unknown as AsyncIterable<Uint8Array>) {
          text += Buffer.from(part).toString();
          if (sent === 0) {
            sent = performance.now();
            void shop.give("buy-store", { id: ids.paper, quantity: 1 });
          }
          const note = /data: (.*)\n/.exec(text);
          if (note) {
            stop.abort();
            resolve({ kind: (JSON.parse(note[1] ?? "{}") as { kind: string }).kind, after: performance.now() - sent });
            return;
          }
        }
      })
      .catch(reject);
  });
  expect(told.kind).toBe("buy-store");
  expect(told.after).toBeLessThan(1000);
});

describe("the database holds the rules too", () => {
  const asApp = async (shopId: string | null, statement: string) => {
    const client = new pg.Client({ connectionString: shop.url });
    await client.connect();
    try {
      await client.query("begin");
      await client.query("select set_config('role', 'yule_app', true)");
      if (shopId) await client.query("select set_config('yule.shop', $1, true)", [shopId]);
      return await client.query(statement);
    } finally {
      await client.end();
    }
  };

  test("another shop sees nothing and can write nothing here", async () => {
    const other = v7();
    for (const table of ["shop", "need", "store", "design", "event", "bench_fact"]) {
      expect((await asApp(other, `select count(*)::int as n from ${table}`)).rows).toEqual([{ n: 0 }]);
      expect((await asApp(null, `select count(*)::int as n from ${table}`)).rows).toEqual([{ n: 0 }]);
    }
    const { id } = await shop.get<{ id: string }>("shop");
    await expect(asApp(other, `insert into series (shop_id, id, name, palette) values ('${id}', '${v7()}', 'x', 'x')`)).rejects.toThrow(/row-level security/);
  });

  test("every table with a shop has its policy", async () => {
    const client = new pg.Client({ connectionString: shop.url });
    await client.connect();
    const { rows } = await client.query(
      "select c.relname from pg_class c join information_schema.columns k on k.table_name = c.relname and k.column_name = 'shop_id' where c.relkind = 'r' and not (c.relrowsecurity and c.relforcerowsecurity)",
    );
    await client.end();
    expect(rows).toEqual([]);
  });

  test("stock below nothing, and deleting from the logbook", async () => {
    const { id } = await shop.get<{ id: string }>("shop");
    await expect(asApp(id, "update store set on_hand = -1")).rejects.toThrow(/store_on_hand/);
    await expect(asApp(id, "delete from event")).rejects.toThrow(/permission denied/);
  });
});

test("a connection cut while a transaction thinks fails that request alone", async () => {
  const { id } = await shop.get<{ id: string }>("shop");
  const thinking = inShop(shop.database, id, async (tx) => {
    const { rows } = await tx.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`);
    await shop.database.execute(sql`select pg_terminate_backend(${rows[0]?.pid ?? 0})`);
    // Long enough for the cut to be noticed while no query is under way.
    await new Promise((resolve) => setTimeout(resolve, 300));
    await tx.execute(sql`select 1`);
  });
  await expect(thinking).rejects.toThrow();
  expect((await needNow())?.title).toBe("Harbour office");
});

test("with PostgreSQL stopped requests fail clearly, and recover by themselves when it is back", async () => {
  const own = await openTestShop({ own: true });
  try {
    await furnish(own);
    for (let round = 0; round < 3; round += 1) {
      await own.postgres?.stop();
      // More than there are connections: none of those that broke may be kept.
      const away = await Promise.all(Array.from({ length: 12 }, () => fetch(`${own.base}/season`)));
      expect(away.map(({ status }) => status)).toEqual(away.map(() => 503));
      expect(await away[0]?.json()).toMatchObject({ title: "The database is not answering." });
      await own.postgres?.again();
      const back = await Promise.all(Array.from({ length: 12 }, () => own.get<SeasonRead>("season")));
      expect(back.map(({ needs }) => needs[0]?.title)).toEqual(back.map(() => "Harbour office"));
    }
  } finally {
    await own.close();
  }
}, 60_000);

import { commandSchemas, type CommandKind, type Problem } from "@yule/contract";
import { sql } from "drizzle-orm";
import fc from "fast-check";
import { request } from "node:http";
import { z } from "zod";
import { inShop } from "./db/pool.ts";
import type { Change } from "./db/change.ts";
import { nameInDatabase, type WrittenTable } from "./db/writing.ts";
import { HOME } from "./shop/reads.ts";
import { openTestShop, testDemo, type TestShop } from "./testing.ts";

/** So many commands are tried; ten times as many by a flag. */
const TRIED = Number(process.env.YULE_HOSTILE ?? 2_000);

let shop: TestShop;
const { commands } = testDemo();
beforeAll(async () => {
  shop = await openTestShop({ demo: true });
}, 120_000);
afterAll(() => shop.close());

/** A request as no browser sends it. */
function raw(
  path: string,
  { method = "GET", headers = {}, body = "" }: { method?: string; headers?: Record<string, string>; body?: string } = {},
): Promise<{ status: number; text: string }> {
  const { hostname, port } = new URL(shop.base);
  return new Promise((done, failed) => {
    const sent = request({ hostname, port, path, method, headers }, (answer) => {
      let text = "";
      answer.on("data", (part: Buffer) => (text += part.toString()));
      answer.on("end", () => done({ status: answer.statusCode ?? 0, text }));
    });
    sent.on("error", failed);
    sent.end(body);
  });
}
const JSON_TYPE = { "content-type": "application/json" };
const nested = (depth: number): string => `${"[".repeat(depth)}${"]".repeat(depth)}`;
const UNDO = `{"id":"01936b5c-7a00-7000-8000-00000000aaaa","kind":"undo","payload":`;

test.each([
  ["a zero character in what is searched for", "/api/logbook?find=%00", {}],
  ["a zero character in the address of the calendar", "/api/calendar/%00.ics", {}],
  ["a broken escape in the address", "/api/pictures/%E0%A4%A", {}],
  ["an origin that is none", "/api/commands", { method: "POST", headers: { ...JSON_TYPE, origin: "null" }, body: "{}" }],
  ["lists a hundred thousand deep", "/api/commands", { method: "POST", headers: JSON_TYPE, body: nested(100_000) }],
  ["a payload a hundred thousand deep", "/api/commands", { method: "POST", headers: JSON_TYPE, body: `${UNDO}${nested(100_000)}}` }],
  ["a payload a hundred deep", "/api/commands", { method: "POST", headers: JSON_TYPE, body: `${UNDO}${nested(100)}}` }],
  ["a name of a field with a zero character", "/api/commands", { method: "POST", headers: JSON_TYPE, body: `${UNDO}{"\\u0000":1}}` }],
  ["half a letter in a name of a field", "/api/commands", { method: "POST", headers: JSON_TYPE, body: `${UNDO}{"\\ud800":1}}` }],
  ["JSON that breaks off", "/api/commands", { method: "POST", headers: JSON_TYPE, body: `${UNDO}{` }],
  ["another method", "/api/season", { method: "DELETE" }],
])("%s is refused with one line", async (_, path, more) => {
  const { status, text } = await raw(path, more);
  expect(status).toBeGreaterThanOrEqual(400);
  expect(status).toBeLessThan(500);
  if (status !== 405 && text.startsWith("{")) expect(JSON.parse(text)).toMatchObject({ status, title: expect.stringMatching(/./) as string });
});

test("a page on the web that points its own name at this machine reads nothing", async () => {
  const { host } = new URL(shop.base);
  const of = async (name: string) => (await raw("/api/shop", { headers: { host: name } })).status;
  expect(await of("evil.example")).toBe(421);
  expect(await of(`evil.example:${host.split(":")[1] ?? ""}`)).toBe(421);
  expect(await of("127.0.0.1.evil.example")).toBe(421);
  expect(await of("user@127.0.0.1")).toBe(421);
  expect([await of(host), await of("localhost:99"), await of("[::1]:4")]).toEqual([200, 200, 200]);
  // Called by the name it was given it answers, to whoever was let in.
  expect([await of("tern-row.example"), await of("TERN-ROW.example.")]).toEqual([401, 401]);
});

/** JSON Schema, as far as the commands' schemas use it. */
interface Shape {
  readonly type?: string;
  readonly format?: string;
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly anyOf?: readonly Shape[];
  readonly oneOf?: readonly Shape[];
  readonly properties?: Readonly<Record<string, Shape>>;
  readonly required?: readonly string[];
  readonly items?: Shape;
  readonly prefixItems?: readonly Shape[];
  readonly minimum?: number;
  readonly maximum?: number;
}

const ids = [...new Set(JSON.stringify(commands).match(/[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}/g) ?? [])];
const texts = fc.constantFrom(
  "Gulls",
  "",
  " ",
  "2031-11-20",
  "2031-02-30",
  "\0",
  "a\0b",
  "\ud800",
  "\udc00 tail",
  "'; drop table need; --",
  "%",
  "🦋".repeat(70),
  "x".repeat(5_000),
  "__proto__",
  "\u202e",
);
const numbers = fc.constantFrom(0, 1, 2, 3, 12, -1, 0.5, 1e-9, 2_147_483_647, 2_147_483_648, Number.MAX_SAFE_INTEGER, 1e21, 1e308, -0);
const anything = fc.oneof(texts, numbers, fc.constantFrom(null, true, false, [], {}, [[]], { id: null }), fc.constantFrom(...ids));

/** Values of a shape: mostly as they should be, at the rim of what may be, or a little beyond. */
function valueOf(shape: Shape): fc.Arbitrary<unknown> {
  const variants = shape.anyOf ?? shape.oneOf;
  if (variants) return fc.oneof(...variants.map(valueOf));
  if ("const" in shape) return fc.constant(shape.const);
  if (shape.enum) return fc.constantFrom(...shape.enum);
  if (shape.prefixItems) return fc.tuple(...shape.prefixItems.map(valueOf));
  switch (shape.type) {
    case "object":
      return fc.record(Object.fromEntries(Object.entries(shape.properties ?? {}).map(([key, each]) => [key, valueOf(each)])), { requiredKeys: [...(shape.required ?? [])] });
    case "array":
      return fc.array(valueOf(shape.items ?? {}), { maxLength: 3 });
    case "integer":
    case "number":
      return fc.oneof(
        {
          weight: 6,
          arbitrary: fc.integer({ min: Math.ceil(Math.max(-5, shape.minimum ?? -5)), max: Math.floor(Math.max(Math.ceil(shape.minimum ?? 0), Math.min(40, shape.maximum ?? 40))) }),
        },
        { weight: 1, arbitrary: numbers },
      );
    case "string":
      return shape.format === "uuid"
        ? fc.oneof({ weight: 5, arbitrary: fc.constantFrom(...ids) }, { weight: 3, arbitrary: fc.uuid() })
        : fc.oneof({ weight: 3, arbitrary: fc.constantFrom("Gulls", "2031-11-20", "2031-12-01T10:00:00Z") }, { weight: 1, arbitrary: texts });
    case "boolean":
      return fc.boolean();
    case "null":
      return fc.constant(null);
    default:
      return anything;
  }
}

/** The same with one value in it, anywhere, exchanged for another. */
function altered(value: unknown, at: number, other: unknown): unknown {
  const places: { readonly of: Record<string, unknown>; readonly key: string }[] = [];
  const copy = structuredClone(value);
  const walk = (each: unknown): void => {
    if (typeof each !== "object" || each === null) return;
    for (const key of Object.keys(each)) {
      places.push({ of: each as Record<string, unknown>, key });
      walk((each as Record<string, unknown>)[key]);
    }
  };
  walk(copy);
  const place = places[at % Math.max(1, places.length)];
  if (!place) return other;
  place.of[place.key] = other;
  return copy;
}

const kinds = Object.keys(commandSchemas) as CommandKind[];
const made = fc
  .constantFrom(...kinds)
  .chain((kind) => valueOf(z.toJSONSchema(commandSchemas[kind] as z.ZodType, { io: "input", unrepresentable: "any" }) as Shape).map((payload) => ({ kind: kind, payload })));
const mutated = fc.tuple(fc.constantFrom(...commands), fc.nat(200), anything).map(([{ kind, payload }, at, other]) => ({ kind: kind, payload: altered(payload, at, other) }));

/** Rows of every table that commands write, by what is there, and by what the log says was made and removed. */
async function rows(): Promise<{ there: Record<string, number>; logged: Record<string, number> }> {
  const tables = await inShop(shop.database, HOME.shopId, async (tx) => {
    const changes = await tx.execute<{ changes: readonly Change[] }>(sql`select changes from event where shop_id = ${HOME.shopId}`);
    const logged: Record<string, number> = {};
    for (const { changes: each } of changes.rows)
      for (const { table, before, after } of each) logged[table] = (logged[table] ?? 0) + (before === null ? 1 : 0) - (after === null ? 1 : 0);
    const there: Record<string, number> = {};
    for (const table of Object.keys(logged)) {
      const [count] = (await tx.execute<{ count: string }>(sql`select count(*) from ${sql.identifier(nameInDatabase(table as WrittenTable))} where shop_id = ${HOME.shopId}`)).rows;
      there[table] = Number(count?.count) - (table === "shop" || table === "season" ? 1 : 0);
    }
    return { there, logged };
  });
  return tables;
}

test(
  `of ${String(TRIED)} hostile commands none breaks the server, none is half kept, and every refusal has the one shape`,
  async () => {
    const counts = { kept: 0, refused: 0 };
    await fc.assert(
      fc.asyncProperty(fc.oneof(made, mutated), fc.uuid({ version: 7 }), async (command, id) => {
        const { status, body } = await shop.send({ id, ...command });
        if (status === 200) {
          counts.kept += 1;
          return;
        }
        counts.refused += 1;
        const problem = body as Problem;
        expect(`${String(status)} ${JSON.stringify(status >= 500 ? command : "")}`).toMatch(/^4/);
        expect(problem).toMatchObject({ status, title: expect.stringMatching(/\S/) as string, detail: expect.any(String) as string, errors: expect.any(Array) as unknown[] });
        expect(problem.detail).not.toContain("\n");
        for (const fault of problem.errors)
          expect(fault).toMatchObject({
            code: expect.any(String) as string,
            path: expect.any(Array) as unknown[],
            given: expect.any(String) as string,
            allowed: expect.any(String) as string,
          });
      }),
      { seed: 7, numRuns: TRIED, endOnFailure: true },
    );
    const { there, logged } = await rows();
    expect(there).toEqual(logged);
    // Neither all through nor all turned away.
    expect(counts.kept).toBeGreaterThan(TRIED / 50);
    expect(counts.refused).toBeGreaterThan(TRIED / 3);
  },
  TRIED * 100,
);

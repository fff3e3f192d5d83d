import { phraseText } from "@yule/contract";
import type { BackupAbout, BackupRead, BackupsRead, DesignsRead, LogbookRead, Problem, SeasonRead, StoresRead } from "@yule/contract";
import { createHash } from "node:crypto";
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import Papa from "papaparse";
import { v7 } from "uuid";
import { unzipSync, zipSync } from "fflate";
import { HOME } from "../shop/reads.ts";
import { furnish, MIGRATIONS, NOW, openTestShop, type TestShop } from "../testing.ts";
import { temporaryFolder } from "../../../scripts/lib/testServer.mjs";
import { connected, forShop } from "./connection.ts";
import { hashesOf } from "./contents.ts";
import { schemasIn } from "./schema.ts";
import { inScratch } from "./scratch.ts";
import { writeBackup } from "./write.ts";

const OTHER = "01936b5c-7a00-7000-8000-0000000000ee";
const RECORDING = "01936b5c-7a00-7000-8000-0000000000ef";
const SOUND = new Uint8Array([0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3, 4]);
let shop: TestShop;
let folder: string;
beforeAll(async () => {
  shop = await openTestShop({ demo: true, keeps: true });
  folder = temporaryFolder("backup-files");
  // A voice note pinned to an entry, as a platform records it, goes along with all else.
  await fetch(`${shop.base}/recordings/${RECORDING}`, { method: "PUT", body: SOUND });
  const [entry] = (await shop.get<LogbookRead>("logbook?most=1")).events;
  expect((await shop.give("pin-note", { id: v7(), eventId: entry?.id ?? "", recordingId: RECORDING })).status).toBe(200);
}, 120_000);
afterAll(() => shop.close());

/** What a shop is, file by file. */
const hashesIn = (url: string, shopId: string) => connected(url, (client) => forShop(client, shopId, "read", async () => Object.fromEntries(await hashesOf(client, shopId))));
/** The counts by which screens know that they are old go on. */
const without = (hashes: Record<string, string>): Record<string, string> => Object.fromEntries(Object.entries(hashes).filter(([name]) => name !== "tables/read_revision.jsonl"));

const post = async (path: string): Promise<{ status: number; body: unknown }> => {
  const answer = await fetch(`${shop.base}/${path}`, { method: "POST" });
  return { status: answer.status, body: await answer.json() };
};
const bringIn = async (bytes: Uint8Array): Promise<{ status: number; body: BackupAbout & Problem }> => {
  const answer = await fetch(`${shop.base}/backups/incoming`, { method: "PUT", headers: { "content-type": "application/zip" }, body: Buffer.from(bytes) });
  return { status: answer.status, body: (await answer.json()) as BackupAbout & Problem };
};
const download = async (file: string): Promise<Uint8Array> => new Uint8Array(await (await fetch(`${shop.base}/backups/${file}`)).arrayBuffer());
const made = async (): Promise<BackupRead> => (await post("backups")).body as BackupRead;
const cotton = async () => (await shop.get<StoresRead>("stores")).stores.find(({ name }) => name.startsWith("Cotton 300"));

test("a backup that is asked for is read back before it is called one, and the whole shop comes back from it, to the byte", async () => {
  const before = await hashesIn(shop.url, HOME.shopId);
  const backup = await made();
  expect(backup).toMatchObject({ cause: "asked", isChecked: true, made: "2031-11-08T10:04:00.000Z" });
  const store = await cotton();
  const { ids } = await furnish(shop);
  expect((await shop.give("count-store", { id: store?.id ?? "", onHand: (store?.onHand ?? 0) + 7 })).status).toBe(200);
  expect(without(await hashesIn(shop.url, HOME.shopId))).not.toEqual(without(before));
  const restored = await post(`backups/${backup.file}/restore`);
  expect(restored).toMatchObject({ status: 200, body: { shop: "Tern Row Cards", designs: 8 } });
  expect(without(await hashesIn(shop.url, HOME.shopId))).toEqual(without(before));
  expect((await shop.get<DesignsRead>("designs")).designs.some(({ id }) => id === ids.design)).toBe(false);
  expect((await cotton())?.onHand).toBe(store?.onHand);
  expect(new Uint8Array(await (await fetch(`${shop.base}/recordings/${RECORDING}`)).arrayBuffer())).toEqual(SOUND);
  // What was there before was kept too, and nothing else is begun.
  const { backups, fault } = await shop.get<BackupsRead>("backups");
  expect([backups.map(({ cause }) => cause).sort(), fault]).toEqual([["asked", "restore"], null]);
  // Going back from going back: by the pinned clock the backup made meanwhile takes the very name of the one that is put in place.
  const undone = backups.find(({ cause }) => cause === "restore")?.file ?? "";
  expect((await post(`backups/${undone}/restore`)).status).toBe(200);
  expect((await cotton())?.onHand).toBe((store?.onHand ?? 0) + 7);
  expect((await post(`backups/${backup.file}/restore`)).status).toBe(200);
}, 120_000);

test("what comes after a restore is counted on: a screen never takes what it knew for new, and a command that was undone with it can be given again", async () => {
  const backup = await made();
  const tag = (await fetch(`${shop.base}/stores`)).headers.get("etag") ?? "";
  expect((await post(`backups/${backup.file}/restore`)).status).toBe(200);
  expect((await fetch(`${shop.base}/stores`, { headers: { "if-none-match": tag } })).status).toBe(200);
  const newest = (await shop.get<LogbookRead>("logbook?most=1")).events[0]?.seq ?? 0;
  const store = await cotton();
  const { status } = await shop.give("count-store", { id: store?.id ?? "", onHand: 3 });
  expect([status, (await cotton())?.onHand]).toEqual([200, 3]);
  expect((await shop.get<LogbookRead>("logbook?most=1")).events[0]?.seq).toBeGreaterThan(newest);
}, 120_000);

test("of two shops in one database a backup holds one, and putting it back leaves the other alone", async () => {
  await connected(shop.url, (client) =>
    forShop(client, OTHER, "write", async () => {
      await client.query("insert into shop (shop_id, id, name, length_system, country, time_zone, currency) values ($1, $1, 'Next door', 'cm', 'DE', 'Europe/Berlin', 'EUR')", [
        OTHER,
      ]);
      await client.query("insert into account (shop_id, id, name, role) values ($1, $1, 'Neighbour', 'maker')", [OTHER]);
    }),
  );
  const before = await hashesIn(shop.url, OTHER);
  const backup = await made();
  expect(Buffer.from(unzipSync(await download(backup.file))["tables/account.jsonl"] ?? []).toString()).not.toContain("Neighbour");
  expect((await post(`backups/${backup.file}/restore`)).status).toBe(200);
  expect(await hashesIn(shop.url, OTHER)).toEqual(before);
}, 120_000);

test("all can be read without the program: tables for a spreadsheet, pictures under the names of their designs, a page that tells what is what", async () => {
  const file = (await post("backups")).body as BackupRead;
  const files = unzipSync(new Uint8Array(await (await fetch(`${shop.base}/readable`)).arrayBuffer()));
  const text = (name: string): string => Buffer.from(files[name] ?? []).toString();
  expect(text("index.html")).toContain('<a href="design.csv">');
  const backup = unzipSync(await download(file.file));
  for (const [table, csv] of [
    ["tables/store.jsonl", "store.csv"],
    ["tables/need.jsonl", "need.csv"],
  ] as const) {
    const rows = Papa.parse<Record<string, string>>(text(csv).trim(), { header: true }).data;
    const kept = Buffer.from(backup[table] ?? [])
      .toString()
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    expect(rows.map(({ id }) => id)).toEqual(kept.map(({ id }) => id));
    expect(rows.map((row) => row.name ?? row.title)).toEqual(kept.map((row) => row.name ?? row.title));
  }
  expect(text("logbook.jsonl").split("\n").length).toBeGreaterThan(1);
  expect(files[`recordings/${RECORDING}.webm`]).toEqual(SOUND);
  expect(Object.keys(files).filter((name) => /^pictures\/Paper boat, \p{L}[\p{L} ]*\.png$/u.test(name)).length).toBeGreaterThan(0);
  // What a spreadsheet would run is kept from it.
  await shop.give("add-series", { id: v7(), name: "=1+1", palette: "cool" });
  expect(Buffer.from(unzipSync(new Uint8Array(await (await fetch(`${shop.base}/readable`)).arrayBuffer()))["series.csv"] ?? []).toString()).toContain("'=1+1");
}, 120_000);

describe("what is brought in", () => {
  let whole: Uint8Array;
  let files: Record<string, Uint8Array>;
  const again = (change: (files: Record<string, Uint8Array>) => void): Uint8Array => {
    const copy = { ...files };
    change(copy);
    return zipSync(copy, { level: 1 });
  };
  const manifestWith = (change: (manifest: { schema: string; files: { name: string; bytes: number; sha256: string; rows: number }[] }) => void): Uint8Array =>
    again((copy) => {
      const manifest = JSON.parse(Buffer.from(files["manifest.json"] ?? []).toString()) as Parameters<typeof change>[0];
      change(manifest);
      copy["manifest.json"] = Buffer.from(JSON.stringify(manifest));
    });
  beforeAll(async () => {
    whole = await download((await made()).file);
    files = unzipSync(whole);
  }, 120_000);

  test("says what it holds and waits; it is put in place under the name it was given", async () => {
    const { status, body } = await bringIn(whole);
    expect([status, body.shop, body.designs]).toEqual([200, "Tern Row Cards", 8]);
    expect((await post(`backups/${body.file}/restore`)).status).toBe(200);
    expect((await post(`backups/${body.file}/restore`)).status).toBe(404);
  }, 120_000);

  test.each<[string, () => Uint8Array, RegExp]>([
    ["a text", () => Buffer.from("dear shop"), /no backup, or one cut short/],
    ["one cut short", () => whole.slice(0, whole.length - 2000), /no backup, or one cut short/],
    [
      "one with a figure changed",
      () =>
        again(
          (copy) =>
            (copy["tables/store.jsonl"] = Buffer.from(
              Buffer.from(files["tables/store.jsonl"] ?? [])
                .toString()
                .replace("Cotton", "Cottom"),
            )),
        ),
      /altered/,
    ],
    ["one without a table", () => again((copy) => delete copy["tables/need.jsonl"]), /altered/],
    ["one with something besides", () => again((copy) => (copy["../../evil.sh"] = Buffer.from("rm"))), /altered/],
    [
      "one whose list leads out of the folder",
      () => manifestWith((manifest) => manifest.files.push({ name: "../passwd", bytes: 1, rows: 0, sha256: "0".repeat(64) })),
      /no backup of this program/,
    ],
    ["one from the future", () => manifestWith((manifest) => (manifest.schema = "9999_moon")), /newer version/],
    [
      "a picture that is none",
      () =>
        manifestWith((manifest) => {
          const picture = manifest.files.find(({ name }) => name.startsWith("pictures/"));
          if (picture) picture.bytes = 5;
        }),
      /altered/,
    ],
    ["a zip of nothing", () => zipSync({ "a.txt": Buffer.from("a") }), /without the list/],
  ])("%s is refused in words, and nothing is touched", async (_, bytes, says) => {
    const before = await hashesIn(shop.url, HOME.shopId);
    const { status, body } = await bringIn(bytes());
    expect(status).toBe(422);
    expect(body.detail).toMatch(says);
    expect(body.detail).not.toMatch(/central directory|signature|offset/i);
    expect(await hashesIn(shop.url, HOME.shopId)).toEqual(before);
  });

  test("rows that break a rule of the tables change nothing, however well they are listed", async () => {
    const lines = Buffer.from(files["tables/store.jsonl"] ?? [])
      .toString()
      .replace(/"on_hand": \d+/, '"on_hand": -5');
    const bytes = manifestWith((manifest) => {
      const told = manifest.files.find(({ name }) => name === "tables/store.jsonl");
      if (told) Object.assign(told, { bytes: Buffer.byteLength(lines), sha256: createHash("sha256").update(lines).digest("hex") });
    });
    const forged = unzipSync(bytes);
    forged["tables/store.jsonl"] = Buffer.from(lines);
    const { status, body } = await bringIn(zipSync(forged));
    expect(status).toBe(200);
    const before = without(await hashesIn(shop.url, HOME.shopId));
    expect((await post(`backups/${body.file}/restore`)).status).toBe(422);
    expect(without(await hashesIn(shop.url, HOME.shopId))).toEqual(before);
  }, 120_000);

  test("no name leads anywhere but to a backup", async () => {
    for (const name of ["..%2f..%2fetc%2fpasswd", "running.json", "yule-20311108-100400-asked.zip.part", "incoming-zzzz.zip"])
      expect((await fetch(`${shop.base}/backups/${name}`)).status).toBe(404);
  });
});

test("a backup of an older version opens: its rows go through every change of the tables since", async () => {
  const schema = schemasIn(MIGRATIONS).at(-4) ?? "";
  const path = join(folder, "older.zip");
  await inScratch(shop.url, MIGRATIONS, schema, (scratch) =>
    connected(scratch, async (client) => {
      await forShop(client, HOME.shopId, "write", async () => {
        await client.query("insert into shop (shop_id, id, name, length_system, country, time_zone, currency) values ($1, $1, 'Years ago', 'cm', 'DE', 'Europe/Berlin', 'EUR')", [
          HOME.shopId,
        ]);
        await client.query("insert into account (shop_id, id, name, role) values ($1, $2, 'Maker', 'maker')", [HOME.shopId, HOME.accountId]);
        await client.query("insert into season (shop_id, id, name, from_day, until_day, state) values ($1, $2, 'Season 2030', '2030-06-01', '2031-01-10', 'open')", [
          HOME.shopId,
          OTHER,
        ]);
      });
      await writeBackup(scratch, HOME.shopId, path, new Date(NOW), MIGRATIONS);
    }),
  );
  const { body } = await bringIn(readFileSync(path));
  expect((await post(`backups/${body.file}/restore`)).status).toBe(200);
  expect(await shop.get("shop")).toMatchObject({ name: "Years ago", manner: {} });
}, 120_000);

describe("backups of versions before", () => {
  const kept = join(import.meta.dirname, "fixtures");
  const newest = schemasIn(MIGRATIONS).at(-1) ?? "";

  // One file for each version of the tables since there are backups: with YULE_KEEP_BACKUP=1 that of the newest is written.
  beforeAll(async () => {
    if (process.env.YULE_KEEP_BACKUP !== "1") return;
    const small = await openTestShop();
    await furnish(small);
    await writeBackup(small.url, HOME.shopId, join(kept, `${newest}.zip`), new Date(NOW), MIGRATIONS);
    await small.close();
  }, 60_000);

  test("there is one of the version of today", () => expect(readdirSync(kept)).toContain(`${newest}.zip`));

  test.each(readdirSync(kept))(
    "that of %s is read, and its need, its design and its paper are there",
    async (file) => {
      const { status, body } = await bringIn(readFileSync(join(kept, file)));
      expect([status, body.designs, body.needs]).toEqual([200, 1, 1]);
      expect((await post(`backups/${body.file}/restore`)).status).toBe(200);
      expect((await shop.get<DesignsRead>("designs")).designs.map(({ name }) => name)).toEqual(["Tide pool"]);
      expect((await shop.get<StoresRead>("stores")).stores.map(({ name, onHand }) => [name, onHand])).toEqual([["Cotton", 3]]);
      expect((await shop.get<SeasonRead>("season")).needs.map(({ title }) => title)).toEqual(["Harbour office"]);
    },
    120_000,
  );
});

test("they lie where she says, and a folder that cannot be is refused at its field", async () => {
  const put = (to: unknown) => fetch(`${shop.base}/backups/folder`, { method: "PUT", headers: { "content-type": "application/json" }, body: JSON.stringify({ folder: to }) });
  const stick = join(folder, "stick");
  mkdirSync(stick);
  writeFileSync(join(folder, "a-file"), "");
  expect((await put(stick)).status).toBe(200);
  await made();
  expect((await shop.get<BackupsRead>("backups")).folder).toBe(stick);
  for (const cannot of ["", "stick", join(folder, "not-there"), join(folder, "a-file"), 7]) {
    const answer = await put(cannot);
    expect([answer.status, ((await answer.json()) as Problem).errors[0]?.path]).toEqual([422, ["folder"]]);
  }
  // A stick that was pulled out is said so, there and on the screen.
  rmSync(stick, { recursive: true });
  writeFileSync(stick, "");
  const answer = await post("backups");
  expect([answer.status, (answer.body as Problem).title]).toEqual([507, expect.stringMatching(/^The folder of the backups is not there; perhaps a stick was pulled out\./)]);
  expect(phraseText((await shop.get<BackupsRead>("backups")).fault?.parts ?? [])).toMatch(/stick was pulled out/);
});

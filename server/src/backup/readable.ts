import { recordingType } from "@yule/contract";
import Papa from "papaparse";
import type pg from "pg";
import { pictureHeader } from "../shop/pictures.ts";
import { whole } from "./archive.ts";
import { connected, forShop } from "./connection.ts";
import { contentsOf } from "./contents.ts";
import { shopTables } from "./catalogue.ts";
import { writeZip } from "./zip.ts";

/** It is read by people, who wait for it once. */
const LEVEL = 6;

/**
 * Writes a whole shop for eyes and other programs: each table as CSV (RFC 4180), the logbook as JSON lines, pictures under the names of their designs, voice notes, and a page that
 * tells what is what. Nothing reads it back; that is what backups are for.
 */
export function writeReadable(url: string, shopId: string, file: string, made: Date): Promise<void> {
  return writeZip(file, LEVEL, made, (put) =>
    connected(url, (client) =>
      forShop(client, shopId, "read", async () => {
        const columns = new Map((await shopTables(client)).map((table) => [table.name, table.columns.filter((each) => each !== "shop_id" && each !== "bytes")]));
        const names = await pictureNames(client, shopId);
        const listed: { readonly name: string; readonly rows: number }[] = [];
        for await (const { name, rows, isPacked, chunks } of contentsOf(client, shopId)) {
          if (!isPacked) {
            if (name.startsWith("recordings/")) await put(...(await recordingFile(name, chunks)), false);
            else if (!name.endsWith("-small")) await put(...(await pictureFile(name, chunks, names)), false);
            continue;
          }
          const table = name.replace(/^tables\/|\.jsonl$/g, "");
          const told = table === "event" ? "logbook.jsonl" : `${table}.csv`;
          await put(table === "event" ? chunks : csvOf(columns.get(table) ?? [], chunks), told);
          listed.push({ name: told, rows });
        }
        const { rows } = await client.query<{ name: string; currency: string }>("select name, currency from shop where shop_id = $1", [shopId]);
        await put([Buffer.from(page(rows[0] ?? { name: "", currency: "" }, made, listed, [...names.values()]))], "index.html");
      }),
    ),
  );
}

/** Cells that a spreadsheet would run are kept from it. */
async function* csvOf(columns: readonly string[], chunks: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  yield Buffer.from(`\uFEFF${Papa.unparse([[...columns]])}\r\n`);
  for await (const chunk of chunks) {
    const rows = chunk
      .toString()
      .split("\n")
      .filter((line) => line !== "")
      .map((line) => {
        const row = JSON.parse(line) as Record<string, unknown>;
        return columns.map((column) => cell(row[column]));
      });
    yield Buffer.from(`${Papa.unparse(rows, { escapeFormulae: true })}\r\n`);
  }
}
const cell = (value: unknown): unknown => (typeof value === "object" && value !== null ? JSON.stringify(value) : value);

/** What no system of files may have in a name. */
const plain = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N} ,.-]/gu, "")
    .replace(/^\.+/, "")
    .slice(0, 80)
    .trim();

/** Pictures by id under the name of the design and colourway that shows them. */
async function pictureNames(client: pg.ClientBase, shopId: string): Promise<Map<string, string>> {
  const { rows } = await client.query<{ id: string; design: string; colourway: string }>(
    `select c.picture_id::text as id, d.name as design, c.name as colourway from colourway c join design d on d.shop_id = c.shop_id and d.id = c.design_id
     where c.shop_id = $1 and c.picture_id is not null order by d.name, c.name, c.id`,
    [shopId],
  );
  const [names, taken] = [new Map<string, string>(), new Set<string>()];
  for (const { id, design, colourway } of rows) {
    if (names.has(id)) continue;
    const wanted = plain(`${design}, ${colourway}`) || id;
    const name = taken.has(wanted.toLowerCase()) ? `${wanted} ${id.slice(-6)}` : wanted;
    taken.add(name.toLowerCase());
    names.set(id, name);
  }
  return names;
}

async function pictureFile(name: string, chunks: AsyncIterable<Buffer>, names: ReadonlyMap<string, string>): Promise<[Buffer[], string]> {
  const bytes = await whole(chunks);
  const id = name.replace("pictures/", "");
  return [[bytes], `pictures/${names.get(id) ?? id}.${pictureHeader(bytes)?.mediaType === "image/jpeg" ? "jpg" : "png"}`];
}

async function recordingFile(name: string, chunks: AsyncIterable<Buffer>): Promise<[Buffer[], string]> {
  const bytes = await whole(chunks);
  return [[bytes], `${name}.${(recordingType(bytes) ?? "audio/webm").replace("audio/", "")}`];
}

const escaped = (text: string): string => text.replace(/[<>&"']/g, (sign) => `&#${String(sign.charCodeAt(0))};`);

function page(
  shop: { readonly name: string; readonly currency: string },
  made: Date,
  files: readonly { readonly name: string; readonly rows: number }[],
  pictures: readonly string[],
): string {
  const rows = files.filter((each) => each.rows > 0).map(({ name, rows: count }) => `<tr><td><a href="${name}">${name}</a></td><td>${String(count)}</td></tr>`);
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><title>${escaped(shop.name)}</title>
<body style="font-family: Georgia, serif; max-width: 46em; margin: 2em auto; padding: 0 1em; line-height: 1.5">
<h1>${escaped(shop.name)}</h1>
<p>All that the shop holds, as it was on ${made.toISOString().slice(0, 16).replace("T", " ")} UTC. Tables open in any spreadsheet.</p>
<p>Lengths are whole numbers of 1/320 mm: 320 is a millimetre, 8128 an inch. Amounts of money are in the smallest coin of ${escaped(shop.currency)}. Moments are in UTC, times of a day in minutes from midnight. What belongs together has the same id.</p>
<table border="1" cellpadding="6" style="border-collapse: collapse"><tr><th>Table</th><th>Rows</th></tr>
${rows.join("\n")}
</table>
<h2>Pictures</h2>
<p>${pictures.length === 0 ? "There are none." : "In the folder pictures, under the names of their designs and colourways."}</p>
</body></html>
`;
}

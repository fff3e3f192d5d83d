import { phrase } from "@yule/core";
import { id as idSchema, MOST_RECORDING_BYTES, type PrintedRead } from "@yule/contract";
import type { Router } from "@koa/router";
import type { Context } from "koa";
import { whoReads } from "../access/guard.ts";
import { inShop, type Database } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Outside } from "../outside/outside.ts";
import { readRecording, saveRecording } from "../logbook/recordings.ts";
import { MOST_PICTURE_BYTES, readPicture, savePicture, saveSmall } from "../shop/pictures.ts";
import type { Clock } from "./clock.ts";

interface FileSetting {
  readonly database: Database;
  readonly clock: Clock;
  readonly outside: Outside;
}

/** Pictures and scans: large, and never changed once they are there. */
export function pictureRoutes(router: Router, { database, clock, outside }: FileSetting): void {
  router.put("/pictures/:id", async (ctx) => {
    const id = fileId(ctx.params.id);
    const bytes = await bodyBytes(ctx, MOST_PICTURE_BYTES);
    const { original } = ctx.query;
    const originalId = original === undefined ? null : fileId(String(original));
    const { shopId } = whoReads(ctx, "pictures/keep");
    await inShop(database, shopId, (tx) => savePicture(tx, shopId, id, bytes, clock.now(), originalId));
    ctx.status = 204;
  });
  router.put("/pictures/:id/small", async (ctx) => {
    const id = fileId(ctx.params.id);
    const bytes = await bodyBytes(ctx, MOST_PICTURE_BYTES);
    const { shopId } = whoReads(ctx, "pictures/keep");
    await inShop(database, shopId, (tx) => saveSmall(tx, shopId, id, bytes));
    ctx.status = 204;
  });
  router.get("/pictures/:id", async (ctx) => {
    const { shopId } = whoReads(ctx, "pictures");
    const found = await inShop(database, shopId, (tx) => readPicture(tx, shopId, fileId(ctx.params.id), ctx.query.size === "small"));
    if (!found) throw new Refusal(404, phrase`There is no such picture.`);
    neverChanged(ctx, found);
  });
  router.put("/recordings/:id", async (ctx) => {
    const id = fileId(ctx.params.id, "recording");
    const { shopId } = whoReads(ctx, "recordings/keep");
    const bytes = await bodyBytes(ctx, MOST_RECORDING_BYTES, "recording");
    await inShop(database, shopId, (tx) => saveRecording(tx, shopId, id, bytes, clock.now()));
    ctx.status = 204;
  });
  router.get("/recordings/:id", async (ctx) => {
    const { shopId } = whoReads(ctx, "recordings");
    const found = await inShop(database, shopId, (tx) => readRecording(tx, shopId, fileId(ctx.params.id, "recording")));
    if (!found) throw new Refusal(404, phrase`There is no such recording.`);
    neverChanged(ctx, found);
  });
  router.get("/scan", async (ctx) => {
    ctx.set("cache-control", "no-store");
    ctx.set("x-simulated", String(outside.scanner.simulated));
    ctx.type = "image/png";
    // Of a batch the demo has laid a photo on the invented glass, kept by the batch's own id.
    const { batch } = ctx.query;
    const { shopId } = whoReads(ctx, "scan");
    const laidOut = batch === undefined ? null : await inShop(database, shopId, (tx) => readPicture(tx, shopId, fileId(String(batch))));
    ctx.body = await outside.scanner.scan(laidOut?.bytes ?? null);
  });
}

/** Labels of a thousand letters are less. */
const MOST_LABEL_BYTES = 5_000_000;
const PDF_BEGINS = "%PDF-";

/** What is printed without a dialog: labels. */
export function printerRoutes(router: Router, { clock, outside }: Pick<FileSetting, "clock" | "outside">): void {
  router.post("/print-labels", async (ctx) => {
    whoReads(ctx, "print-labels");
    const pdf = await bodyBytes(ctx, MOST_LABEL_BYTES, "labels");
    if (pdf.subarray(0, PDF_BEGINS.length).toString("latin1") !== PDF_BEGINS)
      throw new Refusal(422, phrase`These labels cannot be printed.`, [
        { code: "no-pdf", path: ["labels"], given: phrase`a file that is no PDF`, allowed: phrase`labels as a PDF file` },
      ]);
    const file = await outside.labelPrinter.print(pdf, clock.now());
    ctx.body = { file, by: outside.labelPrinter.name, simulated: outside.labelPrinter.simulated } satisfies PrintedRead;
  });
}

/** Answers with bytes that are kept under their id for good, and that a browser does nothing with but show or play them. */
function neverChanged(ctx: Context, { mediaType, bytes }: { readonly mediaType: string; readonly bytes: Buffer }): void {
  ctx.set("cache-control", "private, max-age=31536000, immutable");
  ctx.set("content-security-policy", "default-src 'none'");
  ctx.type = mediaType;
  ctx.body = bytes;
}

function fileId(given: string | undefined, of: "picture" | "recording" = "picture"): string {
  const parsed = idSchema.safeParse(given);
  if (!parsed.success) throw new Refusal(404, of === "picture" ? phrase`There is no such picture.` : phrase`There is no such recording.`);
  return parsed.data;
}

async function bodyBytes(ctx: Context, most: number, what = "picture"): Promise<Buffer> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of ctx.req as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > most)
      throw new Refusal(413, phrase`That is too large.`, [
        { code: "too-large", path: [what], given: phrase`more than ${most / 1e6} MB`, allowed: phrase`at most ${most / 1e6} MB` },
      ]);
    parts.push(part);
  }
  return Buffer.concat(parts);
}

import { phrase } from "@yule/core";
import type { Router } from "@koa/router";
import { backupFolder, faultsOf } from "@yule/contract";
import type { Context, Next } from "koa";
import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { isHere } from "../http/guards.ts";
import { Refusal } from "../db/refusal.ts";
import type { BackupKeeper } from "./keeper.ts";

/** A whole shop goes out and in by these: only where it runs. */
async function onlyHere(ctx: Context, next: Next): Promise<void> {
  if (!isHere(ctx)) throw new Refusal(403, phrase`Backups are made and opened on the machine where the shop runs.`);
  ctx.set("cache-control", "no-store");
  await next();
}

const fileOf = (ctx: Context): string => String((ctx.params as { readonly file?: string }).file);

/** @param keeper null where backups are made by other means */
export function backupRoutes(router: Router, keeper: BackupKeeper | null, restored: () => void): void {
  const own = (): BackupKeeper => {
    if (!keeper) throw new Refusal(404, phrase`Backups of this server are made by those who run it.`);
    return keeper;
  };
  router.get("/backups", onlyHere, async (ctx) => {
    ctx.body = await own().read();
  });
  router.post("/backups", onlyHere, async (ctx) => {
    ctx.body = await own().make("asked");
  });
  router.put("/backups/folder", onlyHere, async (ctx) => {
    const given: unknown = ctx.request.body;
    const read = backupFolder.safeParse(given);
    if (!read.success) throw new Refusal(422, phrase`This cannot be the folder.`, faultsOf(read.error, given));
    await own().setFolder(read.data.folder);
    ctx.body = await own().read();
  });
  router.put("/backups/incoming", onlyHere, async (ctx) => {
    ctx.body = await own().bringIn(ctx.req);
  });
  router.get("/readable", onlyHere, async (ctx) => {
    const { path, forget } = await own().readable();
    ctx.type = "application/zip";
    ctx.set("content-disposition", 'attachment; filename="shop.zip"');
    ctx.length = (await stat(path)).size;
    const bytes = createReadStream(path);
    bytes.once("close", () => void forget());
    ctx.body = bytes;
  });
  router.get("/backups/:file", onlyHere, async (ctx) => {
    const path = own().path(fileOf(ctx));
    ctx.type = "application/zip";
    ctx.set("content-disposition", `attachment; filename="${fileOf(ctx)}"`);
    ctx.length = (await stat(path)).size;
    ctx.body = createReadStream(path);
  });
  router.get("/backups/:file/about", onlyHere, async (ctx) => {
    ctx.body = await own().about(fileOf(ctx));
  });
  router.post("/backups/:file/restore", onlyHere, async (ctx) => {
    ctx.body = await own().restore(fileOf(ctx));
    restored();
  });
}

import { phrase } from "@yule/core";
import type { Router } from "@koa/router";
import { backupFolder, faultsOf } from "@yule/contract";
import type { Context, Next } from "koa";
import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { isHere } from "../http/guards.ts";
import { Refusal } from "../db/refusal.ts";
import { whoAsks } from "../access/guard.ts";
import type { BackupKeeper } from "./keeper.ts";
import type { Keepers } from "./keepers.ts";

/** A whole shop goes out and in by these: only where it runs. */
async function onlyHere(ctx: Context, next: Next): Promise<void> {
  if (!isHere(ctx)) throw new Refusal(403, phrase`Backups are made and opened on the machine where the shop runs.`);
  ctx.set("cache-control", "no-store");
  await next();
}

const fileOf = (ctx: Context): string => String((ctx.params as { readonly file?: string }).file);

/** @param keepers null where backups are made by other means */
export function backupRoutes(router: Router, keepers: Keepers | null, restored: (shopId: string) => void): void {
  const own = (ctx: Context): BackupKeeper => {
    if (!keepers) throw new Refusal(404, phrase`Backups of this server are made by those who run it.`);
    return keepers.of(whoAsks(ctx).shopId);
  };
  router.get("/backups", onlyHere, async (ctx) => {
    ctx.body = await own(ctx).read();
  });
  router.post("/backups", onlyHere, async (ctx) => {
    ctx.body = await own(ctx).make("asked");
  });
  router.put("/backups/folder", onlyHere, async (ctx) => {
    const given: unknown = ctx.request.body;
    const read = backupFolder.safeParse(given);
    if (!read.success) throw new Refusal(422, phrase`This cannot be the folder.`, faultsOf(read.error, given));
    await own(ctx).setFolder(read.data.folder);
    ctx.body = await own(ctx).read();
  });
  router.put("/backups/incoming", onlyHere, async (ctx) => {
    ctx.body = await own(ctx).bringIn(ctx.req);
  });
  router.get("/readable", onlyHere, async (ctx) => {
    const { path, forget } = await own(ctx).readable();
    ctx.type = "application/zip";
    ctx.set("content-disposition", 'attachment; filename="shop.zip"');
    ctx.length = (await stat(path)).size;
    const bytes = createReadStream(path);
    bytes.once("close", () => void forget());
    ctx.body = bytes;
  });
  router.get("/backups/:file", onlyHere, async (ctx) => {
    const path = own(ctx).path(fileOf(ctx));
    ctx.type = "application/zip";
    ctx.set("content-disposition", `attachment; filename="${fileOf(ctx)}"`);
    ctx.length = (await stat(path)).size;
    ctx.body = createReadStream(path);
  });
  router.get("/backups/:file/about", onlyHere, async (ctx) => {
    ctx.body = await own(ctx).about(fileOf(ctx));
  });
  router.post("/backups/:file/restore", onlyHere, async (ctx) => {
    ctx.body = await own(ctx).restore(fileOf(ctx));
    restored(whoAsks(ctx).shopId);
  });
}

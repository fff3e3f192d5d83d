import { phrase } from "@yule/core";
import type { Router } from "@koa/router";
import { faultsOf, openShop, type ShopOpened, type ShopsRead } from "@yule/contract";
import type { Context } from "koa";
import { whoAsks } from "../access/guard.ts";
import { Refusal } from "../db/refusal.ts";
import type { Clock } from "../http/clock.ts";
import { isHere } from "../http/guards.ts";
import type { Shops } from "./shops.ts";

function onlyHere(ctx: Context): void {
  if (!isHere(ctx)) throw new Refusal(403, phrase`Shops are opened on the machine where they run.`);
}

/** The shops of a machine: which there are, another one of hers, and the demo. @param begun told of a shop that was opened or set back */
export function shopRoutes(router: Router, { shops, clock }: { readonly shops: Shops; readonly clock: Clock }, begun: (shopId: string) => void): void {
  router.get("/shops", async (ctx) => {
    ctx.set("cache-control", "no-store");
    const { shopId } = whoAsks(ctx);
    const all = await shops.all();
    ctx.body = { shops: isHere(ctx) ? all : all.filter(({ id }) => id === shopId), mayOpen: isHere(ctx) } satisfies ShopsRead;
  });
  router.post("/shops", async (ctx) => {
    onlyHere(ctx);
    const given: unknown = ctx.request.body;
    const read = openShop.safeParse(given);
    if (!read.success) throw new Refusal(422, phrase`This shop cannot be opened.`, faultsOf(read.error, given));
    const { shopId } = await shops.open(read.data.name, whoAsks(ctx).shopId, clock.now());
    begun(shopId);
    ctx.body = { id: shopId } satisfies ShopOpened;
  });
  router.post("/shops/demo", async (ctx) => {
    onlyHere(ctx);
    const { shopId } = await shops.demo(whoAsks(ctx).shopId, clock.now());
    begun(shopId);
    ctx.body = { id: shopId } satisfies ShopOpened;
  });
}

import type { CommandPayload } from "@yule/contract";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";

export async function setShop(work: Work, said: CommandPayload<"set-shop">): Promise<Done> {
  await work.update("shop", work.shopId, said);
  return {
    subject: ["shop", work.shopId],
    summary: `The shop was set: ${Object.entries(said)
      .map(([key, value]) => `${key} ${String(value)}`)
      .join(", ")}`,
  };
}

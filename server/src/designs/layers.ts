import { and, eq } from "drizzle-orm";
import type { Work } from "../db/work.ts";
import { layer } from "./tables.ts";

/** The layers of a design, in no order. */
export const layersOf = (work: Work, designId: string) =>
  work.tx
    .select()
    .from(layer)
    .where(and(eq(layer.shopId, work.shopId), eq(layer.designId, designId)));

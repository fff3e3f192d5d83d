import { and, eq } from "drizzle-orm";
import type { Writing } from "../db/writing.ts";
import { layer } from "./tables.ts";

/** The layers of a design, in no order. */
export const layersOf = (writing: Writing, designId: string) =>
  writing.tx
    .select()
    .from(layer)
    .where(and(eq(layer.shopId, writing.shopId), eq(layer.designId, designId)));

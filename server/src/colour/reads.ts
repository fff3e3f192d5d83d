import type { ColourRead } from "@yule/contract";
import { asc } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { paint } from "./tables.ts";

export async function readColour(tx: Transaction): Promise<ColourRead> {
  const paints = await tx.select().from(paint).orderBy(asc(paint.name));
  return { paints: paints.map(({ shopId: _, ...row }) => row) };
}

import type { ColourRead } from "@yule/contract";
import { asc } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { paintTable } from "./tables.ts";

export async function readColour(tx: Transaction): Promise<ColourRead> {
  const paints = await tx.select().from(paintTable).orderBy(asc(paintTable.name));
  return { paints: paints.map(({ shopId: _, ...row }) => row) };
}

import type { ColourRead } from "@yule/contract";
import { asc } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { paintTable } from "./tables.ts";

/** How each paint comes, by its id: a paint is a material of the same id. */
export const formsOfPaints = (tx: Transaction) => tx.select({ id: paintTable.id, form: paintTable.form, strength: paintTable.strength }).from(paintTable).as("paint_forms");

export async function readColour(tx: Transaction): Promise<ColourRead> {
  const paints = await tx.select().from(paintTable).orderBy(asc(paintTable.name));
  return { paints: paints.map(({ shopId: _, ...row }) => row) };
}

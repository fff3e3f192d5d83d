import { kindsTaken, learnedTaking, takingsOf } from "@yule/derive";
import type { DesignRead } from "@yule/contract";
import { and, eq, inArray } from "drizzle-orm";
import type { Writing } from "../db/writing.ts";
import { readDesign } from "../designs/reads.ts";
import { takeAll, type Take } from "./ledger.ts";
import { readKinds } from "./reads.ts";
import { storeMove } from "./tables.ts";

/** A stage that a panel has gone through. */
export interface StageDone {
  readonly unitId: string;
  readonly stageId: string;
  readonly colourwayId: string;
  /** The need that gets the panel. */
  readonly needId: string;
}

/** What stages that were done take off the shelf, panel by panel; what two devices tell of one panel is taken once. */
export async function takeForStages(
  writing: Writing,
  batch: { readonly id: string; readonly designId: string; readonly perSheet: number },
  done: readonly StageDone[],
): Promise<void> {
  if (done.length === 0) return;
  const design = await readDesign(writing.tx, batch.designId);
  if (!design) return;
  const fresh = await notTaken(writing, done);
  const stages = design.stages.filter(({ id }) => fresh.some(({ stageId }) => stageId === id));
  const stores = await shelfFor(writing, design, stages);
  if (stores.length === 0) return;
  const byId = new Map(stores.map((store) => [store.id, store]));
  const takes = fresh.flatMap(({ unitId, stageId, colourwayId, needId }): Take[] => {
    const stage = stages.find(({ id }) => id === stageId);
    const way = design.colourways.find(({ id }) => id === colourwayId);
    if (!stage) return [];
    return takingsOf(design, stage, way, { stores, perSheet: batch.perSheet }).flatMap(({ storeId, amount }) => {
      const store = byId.get(storeId);
      return store
        ? [{ storeId, quantity: learnedTaking(store, amount), assumed: amount, reason: "taken" as const, path: ["facts"], needId, batchId: batch.id, unitId, stageId }]
        : [];
    });
  });
  await takeAll(writing, takes);
}

/** Stores that some stages may take from, with the paper whose sheets are taped. */
const shelfFor = (writing: Writing, design: DesignRead, stages: DesignRead["stages"]) => {
  const kinds = kindsTaken(design, stages);
  const told = design.takings.map(({ storeId }) => storeId);
  return kinds.length === 0 && told.length === 0 ? Promise.resolve([]) : readKinds(writing.tx, kinds, [...told, ...(design.paperId === null ? [] : [design.paperId])]);
};

/** Those for which nothing has been taken, each once. */
async function notTaken(writing: Writing, done: readonly StageDone[]): Promise<StageDone[]> {
  const taken = await writing.tx
    .select({ unitId: storeMove.unitId, stageId: storeMove.stageId })
    .from(storeMove)
    .where(
      and(
        eq(storeMove.shopId, writing.shopId),
        eq(storeMove.retracted, false),
        inArray(
          storeMove.unitId,
          done.map(({ unitId }) => unitId),
        ),
      ),
    );
  const key = ({ unitId, stageId }: { readonly unitId: string | null; readonly stageId: string | null }): string => `${unitId ?? ""} ${stageId ?? ""}`;
  const known = new Set(taken.map(key));
  return done.filter((each) => {
    if (known.has(key(each))) return false;
    known.add(key(each));
    return true;
  });
}

import type { CommandPayload, logbookCommands, LeftOutKind } from "@yule/contract";
import { day, phrase } from "@yule/core";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";

async function leaveOut(writing: Writing, payload: CommandPayload<"leave-out">): Promise<HandlerResult<"leave-out">> {
  const { id, of, why } = payload;
  if (of === "fair") {
    const fair = (await writing.find("fair", payload.fairId)) ?? missing("fair", ["fairId"], payload.fairId);
    if (fair.tinMinor === null)
      refuse({ code: "not-over", path: ["fairId"], given: phrase`a fair that is not over`, allowed: phrase`a fair that was closed: it teaches nothing before` });
    await writing.insert("leftOut", { id, of, ofId: fair.id, why, at: writing.at });
    return { subject: ["fair", fair.id], facts: { of, name: (await writing.find("undertaking", fair.id))?.title ?? "", day: null, why } };
  }
  const batch = (await writing.find("batch", payload.batchId)) ?? missing("batch", ["batchId"], payload.batchId);
  const { day } = payload;
  await writing.insert("leftOut", { id, of, ofId: batch.id, day, why, at: writing.at });
  return { subject: ["batch", batch.id], facts: { of, name: (await writing.find("need", batch.needId))?.title ?? "", day, why } };
}

async function learnAnew(writing: Writing, payload: CommandPayload<"learn-anew">): Promise<HandlerResult<"learn-anew">> {
  const { id, of, why } = payload;
  const said = (name: string) => ({ of, name, day: null, why });
  const keep = (ofId: string | null): Promise<void> => writing.insert("leftOut", { id, of, ofId, why, at: writing.at });
  if (of === "design") {
    const { name } = (await writing.find("design", payload.designId)) ?? missing("design", ["designId"], payload.designId);
    await keep(payload.designId);
    return { subject: ["design", payload.designId], facts: said(name) };
  }
  if (of === "material") {
    const store = (await writing.find("store", payload.storeId)) ?? missing("material", ["storeId"], payload.storeId);
    await keep(store.id);
    // What its counts taught is taken out by a move of nothing: the sums follow the ledger alone.
    const untaught = { taughtCounts: -store.counts, taughtLogSum: -store.logSum, taughtLogSquares: -store.logSquares };
    await writing.insert("storeMove", { id, storeId: store.id, quantity: 0, reason: "learned anew", at: writing.at, ...untaught });
    return { subject: ["store", store.id], facts: said(store.name) };
  }
  await keep(null);
  return { subject: ["shop", writing.shopId], facts: said("") };
}

async function countAgain(writing: Writing, { id, version }: CommandPayload<"count-again">): Promise<HandlerResult<"count-again">> {
  const row = (await writing.find("leftOut", id)) ?? missing("thing that is left out", ["id"], id);
  await writing.remove("leftOut", id, version);
  if (row.of === "material") await writing.update("storeMove", id, { retracted: true });
  const [subject, name] = await subjectOf(writing, row);
  return { subject, facts: { of: row.of, name, day: row.day === null ? null : day(row.day) } };
}

type Subject = HandlerResult<"count-again">["subject"];

async function subjectOf(writing: Writing, { of, ofId }: { readonly of: LeftOutKind; readonly ofId: string | null }): Promise<readonly [Subject, string]> {
  if (ofId === null) return [["shop", writing.shopId], ""];
  if (of === "batch") {
    const batch = await writing.find("batch", ofId);
    return [["batch", ofId], (batch && (await writing.find("need", batch.needId))?.title) ?? ""];
  }
  if (of === "fair") return [["fair", ofId], (await writing.find("undertaking", ofId))?.title ?? ""];
  if (of === "design") return [["design", ofId], (await writing.find("design", ofId))?.name ?? ""];
  return [["store", ofId], (await writing.find("store", ofId))?.name ?? ""];
}

export const learningHandlers: Pick<Handlers<typeof logbookCommands>, "leave-out" | "learn-anew" | "count-again"> = {
  "leave-out": leaveOut,
  "learn-anew": learnAnew,
  "count-again": countAgain,
};

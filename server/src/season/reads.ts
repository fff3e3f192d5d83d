import type { SeasonRead } from "@yule/contract";
import { asc } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { posting, recipient } from "../db/tables.ts";
import { need, needLine, sessionPattern } from "./tables.ts";

export async function readSeason(tx: Transaction): Promise<SeasonRead> {
  const needs = await tx.select().from(need).orderBy(asc(need.due), asc(need.id));
  const lines = await tx.select().from(needLine).orderBy(asc(needLine.id));
  const households = await tx.select({ needId: recipient.needId }).from(recipient);
  const postings = await tx.select({ needId: posting.needId, on: posting.on }).from(posting);
  const sessions = await tx.select().from(sessionPattern).orderBy(asc(sessionPattern.weekday), asc(sessionPattern.from));
  return {
    needs: needs.map((row) => ({
      id: row.id,
      version: row.version,
      kind: row.kind,
      title: row.title,
      designId: row.designId,
      due: row.due,
      zone: row.zone,
      priceMinor: row.priceMinor,
      lines: lines.filter((line) => line.needId === row.id).map(({ id, colourwayId, quantity, assembled }) => ({ id, colourwayId, quantity, assembled })),
      households: households.filter((each) => each.needId === row.id).length,
      postedOn: postings.find((each) => each.needId === row.id)?.on ?? null,
    })),
    sessions: sessions.map(({ id, weekday, from, to }) => ({ id, weekday, from, to })),
  };
}

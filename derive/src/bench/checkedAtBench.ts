import { run, wholeBatch, type RunJob, type RunPlan } from "@yule/core";
import type { PlannedSeason } from "../season/plannedSeason.ts";
import type { Outlook } from "../season/workOut.ts";
import { USUAL_SETTINGS } from "./benchSettings.ts";
import { givenBySeason, orderBySeason } from "./givenBySeason.ts";
import { jobOf } from "./job.ts";
import { batchesOnTable, plannedBatches, standingBatches } from "./table.ts";
import { benchTimesOf } from "./times.ts";

/** The season's own order, bettered a little: it ends by steps alone. */
const BRIEFLY = { seed: 1, steps: 10, stop: () => false, left: () => 0.2 };

/**
 * Has the bench's planner look at what the season gives to this session and the next.
 * @returns minutes of hands by which it takes longer over the panels of a need than the season says, by the need's id; nothing where it does not
 */
export function longerAtBench(outlook: Outlook, planned: Pick<PlannedSeason, "facts" | "answer">): ReadonlyMap<string, number> {
  const { now } = outlook;
  const given = givenBySeason(planned, now);
  const lying = standingBatches(plannedBatches(batchesOnTable(outlook, outlook.batches), benchTimesOf(outlook), null), now);
  const job = jobOf(lying, { outlook, settings: USUAL_SETTINGS, atBench: false, room: null, given }, new Set(), now);
  const found = job.batches.length > 0 ? run(job, BRIEFLY, [orderBySeason(job, lying, given)]) : null;
  if (!found?.ok) return new Map();
  const painted = lastHands(found.value);
  return new Map(
    lying.flatMap(({ batch, view }) => {
      const said = given.paintedBy.get(view.need.id);
      const ended = painted.get(batch.id);
      const longer = said && ended !== undefined ? handsBetween(job, (said.getTime() - now.getTime()) / 60_000, ended) : 0;
      return longer > 0 ? [[view.need.id, longer] as const] : [];
    }),
  );
}

/** When the last panel of each batch leaves the hands. */
function lastHands({ moves }: RunPlan): ReadonlyMap<string, number> {
  const last = new Map<string, number>();
  for (const { batch, end } of moves) last.set(wholeBatch(batch), Math.max(last.get(wholeBatch(batch)) ?? 0, end));
  return last;
}

/** Minutes in which the maker's hands are there between two moments. */
const handsBetween = ({ windows }: RunJob, from: number, to: number): number =>
  windows.reduce((sum, [open, close]) => sum + Math.max(0, Math.min(close, to) - Math.max(open, from)), 0);

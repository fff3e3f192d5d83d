import type { RescueRead } from "@yule/contract";
import { workOf, type SmallJob, t } from "@yule/core";
import type { NeedView } from "../season/needView.ts";

/** Minutes for one address by hand. */
const ADDRESS = 1.5;

/** What free hands can do beside wet paint: panels to be rescued, portable work on cards to be assembled, and addresses of what is to be posted, the soonest due first. */
export function smallJobs(open: readonly NeedView[], rescues: readonly RescueRead[] = []): SmallJob[] {
  const soonest = [...open].filter((view) => view.stage !== "done").sort((a, b) => a.readyBy.localeCompare(b.readyBy));
  const jobs = new Map<string, { name: string; minutes: number; left: number }>();
  const add = (name: string, minutes: number, left: number): void => {
    if (left <= 0 || minutes <= 0) return;
    const before = jobs.get(name);
    jobs.set(name, { name, minutes: before ? Math.max(before.minutes, minutes) : minutes, left: (before?.left ?? 0) + left });
  };
  for (const view of soonest) {
    for (const { batchId, way, doneAt } of rescues)
      if (doneAt === null && view.batches.some(({ id }) => id === batchId)) add(t`rescue for ${view.need.title}`, workOf(way).hands, 1);
    for (const stage of view.design.stages)
      if (stage.kind === "assemble" && stage.portable && stage.dry === 0) add(stage.name.toLowerCase(), stage.hands, view.cards - view.assembled);
    if (view.need.zone !== null && view.stage !== "to post") add(t`write addresses`, ADDRESS, Math.max(1, view.need.households));
  }
  return [...jobs.values()];
}

import type { Pattern, SplitJob, WantedPanel } from "./model.ts";

/** Panels of one size count as one kind for the search, whoever they are for. */
export interface Kinds {
  readonly job: SplitJob;
  /** For each kind, the panels of the asked job that belong to it. */
  readonly members: readonly (readonly WantedPanel[])[];
}

/** Puts panels of one size, that may be turned alike, together. */
export function kindsOf(job: SplitJob): Kinds {
  const bySize = new Map<string, WantedPanel[]>();
  for (const panel of job.panels) {
    const turn = panel.turn && panel.width !== panel.height;
    const [short, long] = [Math.min(panel.width, panel.height), Math.max(panel.width, panel.height)];
    const key = turn ? `${String(short)}/${String(long)}` : `${String(panel.width)}x${String(panel.height)}`;
    const known = bySize.get(key);
    if (known) known.push(panel);
    else bySize.set(key, [panel]);
  }
  const members = [...bySize.values()];
  const panels = members.flatMap((alike) => alike.slice(0, 1).map((first) => ({ ...first, count: alike.reduce((sum, each) => sum + each.count, 0) })));
  return { job: { ...job, panels }, members };
}

/** A pattern with the panel that each of its spots is for. */
export interface Labelled {
  readonly pattern: Pattern;
  readonly times: number;
  readonly labels: readonly string[];
}

/**
 * Says which panel each spot is for: kind by kind in the order they were asked, so that pieces for one thing stay together. A
 * pattern done several times falls into runs that are labelled alike.
 */
export function labelled(kinds: Kinds, uses: readonly { readonly pattern: Pattern; readonly times: number }[]): Labelled[] {
  const left = kinds.members.map((alike) => alike.map((panel) => panel.count));
  const found: Labelled[] = [];
  for (const { pattern, times } of uses) {
    const counts = new Map<number, number>();
    for (const spot of pattern.spots) counts.set(spot.panel, (counts.get(spot.panel) ?? 0) + 1);
    for (let rest = times; rest > 0;) {
      const taken = [...counts].map(([kind, count]) => ({ kind, each: takenFrom(left[kind] ?? [], count) }));
      const repeats = Math.min(rest, ...taken.flatMap(({ kind, each }) => each.map((count, member) => (count > 0 ? Math.floor((left[kind]?.[member] ?? 0) / count) : Infinity))));
      const run = Math.max(1, repeats);
      const queues = new Map<number, string[]>();
      for (const { kind, each } of taken) {
        const remaining = left[kind] ?? [];
        each.forEach((count, member) => (remaining[member] = (remaining[member] ?? 0) - count * run));
        queues.set(
          kind,
          each.flatMap((count, member) => new Array<string>(count).fill(kinds.members[kind]?.[member]?.id ?? "")),
        );
      }
      found.push({ pattern, times: run, labels: pattern.spots.map((spot) => queues.get(spot.panel)?.shift() ?? "") });
      rest -= run;
    }
  }
  return found;
}

/** So many from the first that are left. */
function takenFrom(left: readonly number[], count: number): number[] {
  let wanted = count;
  return left.map((each) => {
    const taken = Math.min(each, wanted);
    wanted -= taken;
    return taken;
  });
}

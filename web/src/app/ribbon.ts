import { addDays, daysBetween, monthName, weekdayOf, type Day, type Safety } from "@yule/core";
import type { NeedView } from "./needView.ts";
import type { Outlook } from "./outlook.ts";

export interface Tag {
  readonly id: string;
  readonly title: string;
  readonly detail: string;
  readonly day: Day;
  readonly x: number;
  readonly safety: Safety | "last post" | "runs out";
  /** Chance of being in time; null before the season is planned and where there is none. */
  readonly chance: number | null;
  readonly to: string;
}

export interface HungTag extends Tag {
  /** Which height it hangs at, or null where there is no room and it becomes a peg. */
  readonly row: 0 | 1 | null;
  readonly left: number;
}

export interface Ruler {
  readonly first: Day;
  readonly days: number;
  readonly pixelsPerDay: number;
  readonly ticks: readonly { readonly x: number; readonly kind: "day" | "week" | "month"; readonly label: string }[];
}

export const TAG_WIDTH = 124;
const TAG_GAP = 6;
const DAYS_BEFORE = 0.14;

/** The stretch of days that is shown, with today a little from the left. */
export function rulerOf(today: Day, weeks: number, width: number): Ruler {
  const days = weeks * 7;
  const first = addDays(today, -Math.max(1, Math.round(days * DAYS_BEFORE)));
  const pixelsPerDay = width / days;
  const ticks = Array.from({ length: days + 1 }, (_, index) => {
    const day = addDays(first, index);
    const date = Number(day.slice(8));
    const kind = date === 1 ? ("month" as const) : weekdayOf(day) === 1 ? ("week" as const) : ("day" as const);
    const nearMonth = date > 28 || date < 4;
    const label = kind === "month" ? monthName(day) : kind === "week" && pixelsPerDay > 5 && !nearMonth ? String(date) : "";
    return { x: index * pixelsPerDay, kind, label };
  }).filter((tick) => tick.kind !== "day" || pixelsPerDay > 4);
  return { first, days, pixelsPerDay, ticks };
}

/** Everything that hangs from the ruler: open needs, last posting days and what runs out. */
export function tagsOf(outlook: Outlook, ruler: Ruler, stand: (view: NeedView) => { readonly safety: Safety; readonly chance: number | null }): Tag[] {
  const at = (day: Day): number => (daysBetween(ruler.first, day) + 0.5) * ruler.pixelsPerDay;
  const needs = outlook.needs
    .filter((view) => view.stage !== "done" || daysBetween(outlook.today, view.readyBy) > -10)
    .map((view): Tag => ({
      id: view.need.id,
      title: view.need.title,
      detail: view.stage === "done" ? "posted" : view.cards === 1 ? "1 card" : `${String(view.cards)} cards`,
      day: view.readyBy,
      x: at(view.readyBy),
      ...(view.stage === "done" ? { safety: view.outlook.safety, chance: null } : stand(view)),
      to: `/season?need=${view.need.id}`,
    }));
  const empty = outlook.stock.flatMap(({ store, outlook: stock }): Tag[] =>
    stock.runsOut
      ? [
          {
            id: store.id,
            title: `${store.name.split(",")[0] ?? ""} runs out`,
            detail: `${String(stock.missing)} short`,
            day: stock.runsOut.on < outlook.today ? outlook.today : stock.runsOut.on,
            x: at(stock.runsOut.on < outlook.today ? outlook.today : stock.runsOut.on),
            safety: "runs out",
            chance: null,
            to: "/stores",
          },
        ]
      : [],
  );
  return [...needs, ...empty].filter((tag) => tag.x >= 0 && tag.x <= ruler.days * ruler.pixelsPerDay).sort((a, b) => a.x - b.x);
}

/**
 * Hangs tags at two heights where they would touch. With more than fit, those in trouble hang first and the rest become
 * pegs on the edge, which open on a press.
 */
export function hang(tags: readonly Tag[], width: number): HungTag[] {
  const rank = { cannot: 0, "runs out": 1, tight: 2, "last post": 3, safe: 4 };
  const taken: { row: 0 | 1; left: number }[] = [];
  const hung = [...tags]
    .sort((a, b) => rank[a.safety] - rank[b.safety] || a.x - b.x)
    .map((tag): HungTag => {
      const left = Math.max(2, Math.min(width - TAG_WIDTH - 2, tag.x - TAG_WIDTH / 2));
      const row = ([0, 1] as const).find((each) => !taken.some((other) => other.row === each && Math.abs(other.left - left) < TAG_WIDTH + TAG_GAP));
      if (row === undefined) return { ...tag, row: null, left: tag.x };
      taken.push({ row, left });
      return { ...tag, row, left };
    });
  return hung.sort((a, b) => a.x - b.x);
}

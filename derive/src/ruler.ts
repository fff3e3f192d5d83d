import { addDays, daysBetween, weekdayOf, type Day, t, plural } from "@yule/core";
import { STAND_RANK, type NeedStand } from "./season/needRow.ts";
import type { NeedView } from "./season/needView.ts";
import type { Outlook } from "./season/workOut.ts";
import { shortBy } from "./stores/alarmed.ts";

export interface RulerTag {
  readonly id: string;
  readonly title: string;
  readonly detail: string;
  readonly day: Day;
  readonly x: number;
  readonly safety: NeedStand | "last post" | "runs out";
  /** Chance of being in time; null before the season is planned and where there is none. */
  readonly chance: number | null;
  readonly to: string;
}

export interface HungTag extends RulerTag {
  /** Which height it hangs at, or null where there is no room and it becomes a peg. */
  readonly row: 0 | 1 | null;
  readonly left: number;
}

/** How much of the season is shown: so many days, from so many before or after today. Both may be parts of a day. */
export interface Stretch {
  readonly days: number;
  readonly from: number;
}

export interface Ruler extends Stretch {
  readonly today: Day;
  readonly pixelsPerDay: number;
  readonly ticks: readonly { readonly x: number; readonly kind: "hour" | "day" | "week" | "month"; readonly label: string }[];
}

export const TAG_WIDTH = 124;
const TAG_GAP = 6;
const DAYS_BEFORE = 0.14;
/** From one day to a year and a little. */
export const LEAST_DAYS = 1;
export const MOST_DAYS = 371;
/** How far back and ahead the ruler goes. */
const FARTHEST = 400;

/** So many days with today a little from the left. */
export const aroundToday = (days: number): Stretch => ({ days, from: -Math.max(days < 3 ? 0 : 1, Math.round(days * DAYS_BEFORE)) });

/** Closer below 1, farther above; the day at a share of the width stays where it is. */
export function zoomed(shown: Stretch, factor: number, share: number): Stretch {
  const days = Math.max(LEAST_DAYS, Math.min(MOST_DAYS, shown.days * factor));
  return panned({ days, from: shown.from + (shown.days - days) * share }, 0);
}

export const panned = (shown: Stretch, byDays: number): Stretch => ({ ...shown, from: Math.max(-FARTHEST, Math.min(FARTHEST, shown.from + byDays)) });

const HOURS = 24;
/** Wide enough for hours, names of weekdays, every day's number. */
const [FOR_HOURS, FOR_WEEKDAYS, FOR_DATES, FOR_WEEKS] = [260, 90, 34, 5];
/** A month's name takes so much room. */
const MONTH_WIDE = 84;

/** How the shop writes what stands on a ruler. */
export interface RulerWords {
  readonly day: (on: Day) => string;
  readonly month: (on: Day) => string;
  readonly time: (minuteOfDay: number) => string;
  /** The weekday that a week begins with. */
  readonly firstDay: number;
}

/** The ruler of a stretch of days: hours where there is room for them, else days, weeks and months. */
export function rulerOf(today: Day, shown: Stretch, width: number, words: RulerWords): Ruler {
  const pixelsPerDay = width / shown.days;
  const firstWhole = Math.floor(shown.from);
  const ticks = Array.from({ length: Math.ceil(shown.days) + 2 }, (_, index) => firstWhole + index).flatMap((offset) => {
    const day = addDays(today, offset);
    const x = (offset - shown.from) * pixelsPerDay;
    const date = Number(day.slice(8));
    const kind = date === 1 ? ("month" as const) : weekdayOf(day) === words.firstDay ? ("week" as const) : ("day" as const);
    const underName = (date > 1 && (date - 1) * pixelsPerDay < MONTH_WIDE) || (date > 28 && pixelsPerDay < FOR_DATES);
    const numbered = !underName && (pixelsPerDay > FOR_DATES || (kind === "week" && pixelsPerDay > FOR_WEEKS));
    const number = pixelsPerDay > FOR_WEEKDAYS ? words.day(day) : numbered ? String(date) : "";
    const label = kind === "month" ? (pixelsPerDay > FOR_WEEKDAYS ? words.day(day) : words.month(day)) : number;
    const hours = pixelsPerDay > FOR_HOURS ? hourTicks(x, pixelsPerDay, words) : [];
    return [...(kind !== "day" || pixelsPerDay > FOR_WEEKS ? [{ x, kind, label }] : []), ...hours];
  });
  return { ...shown, today, pixelsPerDay, ticks: ticks.filter((tick) => tick.x >= -80 && tick.x <= width) };
}

const hourTicks = (x: number, pixelsPerDay: number, { time }: RulerWords): Ruler["ticks"][number][] => {
  const step = pixelsPerDay > 700 ? 2 : 6;
  return Array.from({ length: HOURS / step - 1 }, (_, index) => (index + 1) * step).map((hour) => ({
    x: x + (hour / HOURS) * pixelsPerDay,
    kind: "hour",
    label: time(hour * 60),
  }));
};

/** Where a moment of a day lies on the ruler. */
export const xOf = (ruler: Ruler, day: Day, minute = 0): number => (daysBetween(ruler.today, day) + minute / 1440 - ruler.from) * ruler.pixelsPerDay;

/** Everything that hangs from the ruler: open needs, last posting days and what runs out. */
export function tagsOf(
  outlook: Outlook,
  ruler: Ruler,
  stand: (view: NeedView) => { readonly safety: NeedStand; readonly chance: number | null },
  stock: Outlook["stock"] = outlook.stock,
): RulerTag[] {
  const at = (day: Day): number => xOf(ruler, day, 720);
  const needs = outlook.needs
    .filter((view) => view.stage !== "done" || daysBetween(outlook.today, view.readyBy) > -10)
    .map((view): RulerTag => ({
      id: view.need.id,
      title: view.need.title,
      detail: view.stage === "done" ? t`posted` : plural(view.cards, { one: "# card", other: "# cards" }),
      day: view.readyBy,
      x: at(view.readyBy),
      ...(view.stage === "done" ? { safety: view.outlook.safety, chance: null } : stand(view)),
      to: `/season?need=${view.need.id}`,
    }));
  const empty = stock.flatMap(({ store, outlook: stock }): RulerTag[] =>
    stock.runsOut
      ? [
          {
            id: store.id,
            title: t`${store.name.split(",")[0] ?? ""} runs out`,
            detail: t`${shortBy({ store, outlook: stock })} short`,
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
export function hang(tags: readonly RulerTag[], width: number): HungTag[] {
  const rank = { ...STAND_RANK, "runs out": 1.5, "last post": 3.5 };
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

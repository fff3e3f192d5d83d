/** A span of time in minutes, whole or decimal. */
export type Minutes = number & { readonly [minutesBrand]: true };
declare const minutesBrand: unique symbol;

export const minutes = (count: number): Minutes => count as Minutes;
/** Drying so long that a night lies between: flattening under books and the like. */
export const OVERNIGHT = minutes(360);

export const sumMinutes = (spans: readonly Minutes[]): Minutes => spans.reduce<number>((sum, span) => sum + span, 0) as Minutes;

/** `2 h 50 min`, `35 min`, `0 min`; rounded to whole minutes. */
export function printMinutes(span: Minutes): string {
  const whole = Math.round(span);
  if (Math.abs(whole) < 60) return `${String(whole)} min`;
  const rest = Math.abs(whole) % 60;
  return `${String(Math.trunc(whole / 60))} h${rest === 0 ? "" : ` ${String(rest)} min`}`;
}

/** A wet clock: `1:40` below an hour, whole minutes above ten of them. */
export function printClock(span: Minutes): string {
  const seconds = Math.max(0, Math.round(span * 60));
  if (seconds >= 600) return String(Math.ceil(seconds / 60));
  return `${String(Math.floor(seconds / 60))}:${String(seconds % 60).padStart(2, "0")}`;
}

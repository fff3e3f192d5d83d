import { addDays, day, daysBetween, type Day, type KeptSession, type SeasonChange } from "@yule/core";
import type { PlannedSeason, Outlook, HungTag, Ruler } from "@yule/derive";
import { useEffect, useRef, useState } from "react";
import { applyChanges } from "../../plan/apply.ts";

/** What is pulled along the ribbon, where to, and what that would change. */
export interface Pulled {
  readonly x: number;
  readonly to: Day;
  readonly what: string;
  readonly changes: readonly SeasonChange[];
}

interface Grip {
  readonly startX: number;
  readonly what: string;
  readonly from: Day;
  readonly changesFor: (days: number) => readonly SeasonChange[];
}

/** A pull shorter than this is a press. */
const PULL = 7;

/** Pulling a need's day or a session along the ribbon. The change is made when it is let go; Escape leaves all as it was. */
export function useDrag(outlook: Outlook, planned: PlannedSeason | null, ruler: Ruler) {
  const [pulled, setPulled] = useState<Pulled | null>(null);
  const grip = useRef<Grip | null>(null);
  const latest = useRef({ pulled, outlook, ruler });
  latest.current = { pulled, outlook, ruler };
  useEffect(() => {
    const end = (): void => {
      grip.current = null;
      setPulled(null);
    };
    const move = (event: PointerEvent): void => {
      const held = grip.current;
      if (!held || (latest.current.pulled === null && Math.abs(event.clientX - held.startX) < PULL)) return;
      const { ruler: now, outlook: known } = latest.current;
      const days = Math.round((event.clientX - held.startX) / now.pixelsPerDay);
      const to = addDays(held.from, days);
      const shown = to < known.today ? known.today : to;
      const moved = daysBetween(held.from, shown);
      const before = latest.current.pulled;
      setPulled(
        before && before.to === shown ? { ...before, x: event.clientX } : { x: event.clientX, to: shown, what: held.what, changes: moved === 0 ? [] : held.changesFor(moved) },
      );
    };
    const drop = (): void => {
      const { pulled: last, outlook: known } = latest.current;
      if (grip.current && last) {
        // The press that ends a pull opens nothing.
        window.addEventListener("click", swallow, { capture: true, once: true });
        setTimeout(() => window.removeEventListener("click", swallow, { capture: true }), 0);
        if (last.changes.length > 0) void applyChanges(last.changes, known);
      }
      end();
    };
    const key = (event: KeyboardEvent): void => {
      if (event.key === "Escape" && grip.current) end();
    };
    const second = (event: PointerEvent): void => {
      // A second finger is a pinch.
      if (!event.isPrimary) end();
    };
    window.addEventListener("pointermove", move);
    window.addEventListener("pointerup", drop);
    window.addEventListener("pointercancel", end);
    window.addEventListener("pointerdown", second);
    window.addEventListener("keydown", key);
    return () => {
      window.removeEventListener("pointermove", move);
      window.removeEventListener("pointerup", drop);
      window.removeEventListener("pointercancel", end);
      window.removeEventListener("pointerdown", second);
      window.removeEventListener("keydown", key);
    };
  }, []);
  const pullTag = (tag: HungTag) => {
    const view = outlook.open.find((each) => each.need.id === tag.id);
    if (!view || view.stage === "done" || !planned) return null;
    return (down: React.PointerEvent<SVGGElement>): void => {
      if (!down.isPrimary || down.button !== 0) return;
      const { id, title, due } = view.need;
      grip.current = { startX: down.clientX, what: title, from: day(due), changesFor: (days) => [{ kind: "later", need: id, days }] };
    };
  };
  const pullSession = (session: KeptSession) => (down: React.PointerEvent<SVGGElement>) => {
    if (!down.isPrimary || down.button !== 0) return;
    const { from, to } = session;
    grip.current = {
      startX: down.clientX,
      what: "the session",
      from: session.day,
      changesFor: (days) => [
        { kind: "no session", day: session.day, from, to },
        { kind: "session", day: addDays(session.day, days), from, to, who: "maker" },
      ],
    };
  };
  return { pulled, pullTag, pullSession };
}

const swallow = (event: Event): void => {
  event.stopPropagation();
  event.preventDefault();
};

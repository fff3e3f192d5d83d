import { useDrag } from "@use-gesture/react";
import { addDays, day, daysBetween, type Day, type KeptSession, type SeasonChange, t } from "@yule/core";
import type { PlannedSeason, Outlook, HungTag, Ruler } from "@yule/derive";
import { useRef, useState, type DOMAttributes } from "react";
import { useKeys } from "../../kit/useKeys.ts";
import { textScale } from "../../kit/largeText.ts";
import { applyChanges } from "../../plan/apply.ts";

/** What is pulled along the ribbon, where to, and what that would change. */
export interface Pulled {
  readonly x: number;
  readonly to: Day;
  readonly what: string;
  readonly changes: readonly SeasonChange[];
}

interface Grip {
  readonly what: string;
  readonly from: Day;
  readonly changesFor: (days: number) => readonly SeasonChange[];
}
/** What a thing needs that can be pulled. */
export type PullHandlers = DOMAttributes<Element>;

/** A pull shorter than this is a press. */
const PULL = 7;
/** Arrow keys move the ribbon itself; the press that ends a pull opens nothing. */
const GESTURE = { threshold: PULL, filterTaps: true, pointer: { keys: false } } as const;

/** Pulling a need's day or a session along the ribbon. The change is made when it is let go; Escape leaves all as it was. */
export function usePull(outlook: Outlook, planned: PlannedSeason | null, ruler: Ruler) {
  const [pulled, setPulled] = useState<Pulled | null>(null);
  const leave = useRef<(() => void) | null>(null);
  const bind = useDrag(({ args, movement: [across], xy: [x], touches, tap, last, canceled, cancel, intentional }) => {
    leave.current = last || tap ? null : cancel;
    // A second finger is a pinch.
    if (touches > 1 && !last) return cancel();
    if (tap || (!last && !intentional)) return;
    const [grip] = args as [Grip];
    const wanted = addDays(grip.from, Math.round(across / textScale() / ruler.pixelsPerDay));
    const to = wanted < outlook.today ? outlook.today : wanted;
    const days = daysBetween(grip.from, to);
    const changes = days === 0 ? [] : grip.changesFor(days);
    if (!last) return setPulled(pulled?.to === to ? { ...pulled, x } : { x, to, what: grip.what, changes });
    setPulled(null);
    if (!canceled && changes.length > 0) void applyChanges(changes, outlook);
  }, GESTURE);
  useKeys({ Escape: () => leave.current?.() });
  const grip = (held: Grip): PullHandlers => bind(held);
  const pullTag = (tag: HungTag): PullHandlers | null => {
    const view = outlook.open.find((each) => each.need.id === tag.id);
    if (!view || view.stage === "done" || !planned) return null;
    const { id, title, due } = view.need;
    return grip({ what: title, from: day(due), changesFor: (days) => [{ kind: "later", need: id, days }] });
  };
  const pullSession = (session: KeptSession): PullHandlers => {
    const { from, to } = session;
    return grip({
      what: t`the session`,
      from: session.day,
      changesFor: (days) => [
        { kind: "no session", day: session.day, from, to },
        { kind: "session", day: addDays(session.day, days), from, to, who: "maker" },
      ],
    });
  };
  return { pulled, pullTag, pullSession };
}

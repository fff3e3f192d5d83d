import { minutes, printMinutes, type KeptSession, t } from "@yule/core";
import { xOf, type Outlook, type Ruler } from "@yule/derive";
import { INK, PAPER } from "../../kit/drawing.tsx";
import { RULER } from "./PaperTag.tsx";
import { keyOf } from "./used.ts";
import type { PullHandlers } from "./usePull.ts";
import { printDay, printTime } from "../../kit/say.ts";

/** Each session as a small trough, filled as far as the plan fills it. Close up it is as long as it lasts. */
export function Troughs({
  outlook,
  ruler,
  width,
  used,
  onPull,
}: {
  outlook: Outlook;
  ruler: Ruler;
  width: number;
  used: ReadonlyMap<string, number>;
  onPull: (session: KeptSession) => PullHandlers;
}) {
  return outlook.allSessions.map((session) => {
    const filled = used.get(keyOf(session)) ?? 0;
    const x = xOf(ruler, session.day, session.from);
    const share = Math.min(1, filled / Math.max(1, session.length));
    const wide = Math.max(6, Math.min(18, ruler.pixelsPerDay * 0.7), (session.length / 1440) * ruler.pixelsPerDay);
    if (x > width || x + wide < 0) return null;
    const own = session.who === "maker";
    return (
      <g
        key={`${session.day}${String(session.from)}${session.who}`}
        {...(own ? onPull(session) : {})}
        style={{ cursor: own ? "grab" : undefined, touchAction: own ? "none" : undefined }}
      >
        <title>{t`${printDay(session.day)} ${printTime(session.from)}–${printTime(session.to)}, ${printMinutes(minutes(Math.round(filled)))} planned`}</title>
        {/* Larger than it looks, for a thumb. */}
        <rect x={x - 4} y={RULER - 6} width={wide + 8} height={28} fill="transparent" />
        <rect x={x} y={RULER + 3} width={wide} height={13} rx={3} fill={PAPER} stroke={INK} strokeOpacity={0.55} />
        <rect x={x + 1} y={RULER + 4 + 11 * (1 - share)} width={wide - 2} height={11 * share} rx={2} fill={INK} fillOpacity={0.62} />
      </g>
    );
  });
}

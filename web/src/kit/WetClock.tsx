import { X } from "lucide-react";
import { printClock, printMinutes, minutes, type Minutes, type UnitState, t } from "@yule/core";
import type { ReactNode } from "react";
import { DrawnWords } from "./drawing.tsx";

const RADIUS = 30;
const AROUND = 2 * Math.PI * RADIUS;

const HOURS_FROM = 100;
/** `1:40`, `23`, and hours where minutes would not be read any more. */
const onClock = (left: Minutes): string => (left < HOURS_FROM ? printClock(left) : `${String(Math.round(left / 60))} h`);

/** Seconds are for the eye: who hears it is told the minutes begun. */
const aloud = (left: Minutes): string => printMinutes(minutes(Math.max(1, Math.ceil(left))));

/** What a unit's clock says and how it looks: a word or a time, a ring that runs out, and a shape of its own. */
export function clockFace(state: UnitState, now: Date, dryMinutes: number): { text: string; spoken: string; share: number; kind: string } {
  const { wetness } = state;
  const left = (until: Date) => minutes((until.getTime() - now.getTime()) / 60_000);
  switch (wetness.state) {
    case "wet": {
      const damp = wetness.dampAt !== undefined && now >= wetness.dampAt;
      return {
        text: onClock(left(wetness.dryAt)),
        spoken: t`${damp ? t`damp` : t`wet`} for ${aloud(left(wetness.dryAt))}`,
        share: Math.min(1, left(wetness.dryAt) / Math.max(1, dryMinutes)),
        kind: damp ? "damp" : "wet",
      };
    }
    case "catch":
      return { text: printClock(left(wetness.until)), spoken: t`to be caught within ${aloud(left(wetness.until))}`, share: 1, kind: "catch" };
    case "missed":
      return { text: t`late`, spoken: t`its wet window has closed`, share: 1, kind: "missed" };
    case "dry": {
      const bone = wetness.boneAt !== undefined && now >= wetness.boneAt;
      return { text: bone ? t`bone` : t`dry`, spoken: bone ? t`bone dry` : t`dry`, share: 1, kind: bone ? "bone" : "dry" };
    }
    case "waiting":
      return { text: "–", spoken: t`not begun`, share: 0, kind: "waiting" };
    case "finished":
      return { text: t`done`, spoken: t`finished`, share: 1, kind: "dry" };
    case "spoilt":
      return { text: "", spoken: t`spoilt`, share: 0, kind: "spoilt" };
  }
}

const DARK = "#1D252D";
const RING: Readonly<Record<string, string>> = {
  wet: "#6DB1E8",
  damp: "#BFA06A",
  bone: "#58B49C",
  catch: "#F0B23C",
  missed: "#F27C8D",
  dry: "#58B49C",
  waiting: "#51606D",
  spoilt: "#F27C8D",
};

/** The clock of a unit, drawn over its picture; dark in both themes, so that it stands off any paint. */
export function WetClock({ state, now, dryMinutes, x, y, size }: { state: UnitState; now: Date; dryMinutes: number; x: number; y: number; size: number }): ReactNode {
  const face = clockFace(state, now, dryMinutes);
  const scale = size / 72;
  return (
    <g transform={`translate(${String(x)} ${String(y)}) scale(${String(scale)})`} aria-hidden>
      {face.kind === "catch" ? (
        // The same time means the opposite here: hurry, not wait. So it is no dial, and its colours are turned about.
        <rect x={-36} y={-30} width={72} height={60} rx={12} fill={RING.catch} stroke={DARK} strokeWidth={4} />
      ) : (
        <>
          <circle r={36} fill={DARK} fillOpacity={0.9} />
          <circle r={RADIUS} fill="none" stroke="#51606D" strokeWidth={5} />
          <circle
            r={RADIUS}
            fill="none"
            stroke={RING[face.kind]}
            strokeWidth={5}
            strokeDasharray={face.kind === "damp" ? `1.5 ${String(AROUND / 24 - 1.5)}` : `${String(face.share * AROUND)} ${String(AROUND)}`}
            transform="rotate(-90)"
          />
        </>
      )}
      {face.kind === "bone" && <circle r={RADIUS - 6} fill="none" stroke={RING.bone} strokeWidth={2} />}
      {face.kind === "spoilt" && <X x={-13} y={-13} size={26} color="#F5EFE2" strokeWidth={3} />}
      <DrawnWords anchor="middle" y={7} size={face.text.length > 4 ? 17 : 20} weight={700} fill={face.kind === "catch" ? DARK : "#F5EFE2"}>
        {face.text}
      </DrawnWords>
    </g>
  );
}

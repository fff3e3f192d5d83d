import { Box, Button, Flex, VisuallyHidden } from "@chakra-ui/react";
import { daysBetween, minutes, printDay, printMinutes, printTime, type KeptSession } from "@yule/core";
import { memo, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { Popup } from "../kit/Popup.tsx";
import { HAIR, INK, PAPER, Words } from "../kit/drawing.tsx";
import type { Outlook } from "./outlook.ts";
import { hang, rulerOf, tagsOf, TAG_WIDTH, type HungTag } from "./ribbon.ts";
import { rowOf } from "../season/needRow.ts";
import { usePlanned, type Planned } from "../season/planned.ts";
import { ribbonZoomed } from "./screen.ts";
import { useAppDispatch, useAppSelector } from "./store.ts";

const EDGE = 12;
const RULER = 46;
const ROWS = [72, 124] as const;
const TAG_HEIGHT = 46;

const FILLS: Readonly<Record<HungTag["safety"], string>> = {
  safe: "var(--chakra-colors-safe-fill)",
  tight: "url(#hatch-tight)",
  cannot: "url(#hatch-cannot)",
  "last post": "none",
  "runs out": "url(#hatch-cannot)",
};

/** Textures of the states, once for every drawing of the page. */
function Hatches() {
  return (
    <defs>
      <pattern id="hatch-tight" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="var(--chakra-colors-tight-fill)" />
        <circle cx="2.5" cy="2.5" r="1.1" fill="#fff" />
      </pattern>
      <pattern id="hatch-cannot" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" fill="var(--chakra-colors-cannot-fill)" />
        <rect width="2.4" height="7" fill="#fff" fillOpacity="0.85" />
      </pattern>
      <pattern id="hatch-wet" width="14" height="7" patternUnits="userSpaceOnUse">
        <path d="M0 3.5q3.5-4 7 0t7 0" fill="none" stroke="#F5EFE2" strokeOpacity="0.75" strokeWidth="1.2" />
      </pattern>
    </defs>
  );
}

function useWidth(): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(typeof window === "undefined" ? 1280 : window.innerWidth);
  useEffect(() => {
    const element = ref.current;
    if (!element || typeof ResizeObserver === "undefined") return undefined;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.round(entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}

const short = (text: string): string => (text.length > 16 ? `${text.slice(0, 15)}…` : text);

function PaperTag({ tag, thin }: { tag: HungTag; thin: boolean }) {
  const navigate = useNavigate();
  const open = (): void => void navigate(tag.to);
  const words = `${tag.title}, ${tag.detail}, ${printDay(tag.day)}, ${tag.safety}${tag.chance === null ? "" : `, ${String(Math.round(tag.chance * 100))} in 100`}`;
  const common = {
    role: "link",
    tabIndex: 0,
    "aria-label": words,
    onClick: open,
    onKeyDown: (key: React.KeyboardEvent) => key.key === "Enter" && open(),
    style: { cursor: "pointer" },
  } as const;
  if (thin || tag.row === null) {
    const y = thin ? RULER + 5 : ROWS[0] - 20;
    return (
      <g {...common} transform={`translate(${String(tag.x)} ${String(y)})`}>
        <title>{words}</title>
        <path d="M-8 4 L-5 0 H5 L8 4 V16 H-8Z" fill={FILLS[tag.safety]} stroke={INK} strokeWidth={1} />
      </g>
    );
  }
  const y = ROWS[tag.row];
  const x = tag.left;
  return (
    <g {...common}>
      <title>{words}</title>
      <path
        d={`M${String(x + 9)} ${String(y)} H${String(x + TAG_WIDTH - 9)} L${String(x + TAG_WIDTH)} ${String(y + 9)} V${String(y + TAG_HEIGHT)} H${String(x)} V${String(y + 9)}Z`}
        fill={PAPER}
        stroke={INK}
        strokeWidth={1}
        strokeDasharray={tag.safety === "runs out" ? "4 3" : undefined}
      />
      <OddsStrip tag={tag} x={x} y={y + TAG_HEIGHT - 6} />
      <circle cx={Math.max(x + 14, Math.min(x + TAG_WIDTH - 14, tag.x))} cy={y + 6} r={2.6} fill="var(--chakra-colors-table)" stroke={INK} />
      <Words x={x + TAG_WIDTH / 2} y={y + 21} anchor="middle" size={14} weight={700} fill={INK}>
        {short(tag.title)}
      </Words>
      <Words x={x + TAG_WIDTH / 2} y={y + 35} anchor="middle" size={14} fill={INK}>
        {tag.detail}
      </Words>
    </g>
  );
}

/** The foot of a tag: its state, and of ten parts as many filled as its chance of being in time. */
function OddsStrip({ tag, x, y }: { tag: HungTag; x: number; y: number }) {
  const parts = tag.chance === null || tag.safety === "cannot" ? 10 : Math.round(tag.chance * 10);
  return (
    <>
      <rect x={x + 0.5} y={y} width={((TAG_WIDTH - 1) * parts) / 10} height={6} fill={FILLS[tag.safety]} />
      {tag.chance !== null &&
        Array.from({ length: 9 }, (_, index) => (
          <line key={index} x1={x + ((index + 1) * TAG_WIDTH) / 10} x2={x + ((index + 1) * TAG_WIDTH) / 10} y1={y} y2={y + 6} stroke={PAPER} strokeWidth={1.5} />
        ))}
    </>
  );
}

const keyOf = (session: KeptSession): string => `${session.day}/${String(session.to)}/${session.who}`;

/**
 * Minutes planned into each session, by its day, end and person: these stay while the running one is shortened. Before
 * the plan is there, as the hours alone fill them.
 */
function usedMinutes(outlook: Outlook, planned: Planned | null): Map<string, number> {
  if (!planned) return new Map(outlook.sessions.map((session, index) => [keyOf(session), outlook.plan.filled[index] ?? 0]));
  const used = new Map<string, number>();
  for (const block of planned.answer.plan.blocks) {
    const session = planned.facts.sessions[block.session];
    if (session) used.set(keyOf(session), (used.get(keyOf(session)) ?? 0) + block.setup + block.end - block.start);
  }
  return used;
}

/** The season drawn like a ruler. On the bench it is a thin strip. */
export const Ribbon = memo(function Ribbon({ outlook, thin }: { outlook: Outlook; thin: boolean }) {
  const dispatch = useAppDispatch();
  const weeks = useAppSelector((state) => state.screen.ribbonWeeks);
  const [ref, width] = useWidth();
  const ruler = rulerOf(outlook.today, weeks, width);
  const planned = usePlanned();
  const hung = hang(
    tagsOf(outlook, ruler, (view) => rowOf(view, planned)),
    width,
  );
  const used = usedMinutes(outlook, planned);
  const lowest = Math.max(RULER + 26, ...hung.map((tag) => (tag.row === null ? ROWS[0] : ROWS[tag.row] + TAG_HEIGHT + 6)));
  const height = thin ? RULER + 26 : lowest;
  const todayX = (daysBetween(ruler.first, outlook.today) + outlook.minute / 1440) * ruler.pixelsPerDay;
  return (
    <Box
      ref={ref}
      as="nav"
      aria-label="Season ribbon"
      position="relative"
      onKeyDown={(key) => (key.key === "+" || key.key === "-") && dispatch(ribbonZoomed(key.key === "+" ? 1 : -1))}
      onWheel={(wheel) => wheel.ctrlKey && dispatch(ribbonZoomed(wheel.deltaY < 0 ? 1 : -1))}
    >
      <svg width={width} height={height} style={{ display: "block", fontFamily: "inherit" }}>
        <Hatches />
        <rect x={0} y={EDGE} width={width} height={RULER - EDGE} fill="var(--chakra-colors-ruler)" />
        <line x1={0} x2={width} y1={EDGE} y2={EDGE} stroke={HAIR} />
        <line x1={0} x2={width} y1={RULER} y2={RULER} stroke={INK} strokeOpacity={0.5} />
        {ruler.ticks.map((tick) => (
          <g key={tick.x}>
            <line
              x1={tick.x}
              x2={tick.x}
              y1={tick.kind === "month" ? EDGE : RULER - (tick.kind === "week" ? 15 : 7)}
              y2={RULER}
              stroke={INK}
              strokeOpacity={tick.kind === "day" ? 0.35 : 0.85}
              strokeWidth={tick.kind === "month" ? 1.5 : 1}
            />
            <Words x={tick.x + 5} y={EDGE + (tick.kind === "month" ? 15 : 17)} size={14} weight={tick.kind === "month" ? 700 : 500} fill={INK}>
              {tick.label}
            </Words>
          </g>
        ))}
        {!thin &&
          outlook.allSessions.map((session) => {
            const filled = used.get(keyOf(session)) ?? 0;
            const x = (daysBetween(ruler.first, session.day) + session.from / 1440) * ruler.pixelsPerDay;
            const share = Math.min(1, filled / Math.max(1, session.length));
            const wide = Math.max(6, Math.min(18, ruler.pixelsPerDay * 0.7));
            if (x > width) return null;
            return (
              <g key={`${session.day}${String(session.from)}${session.who}`}>
                <title>{`${printDay(session.day)} ${printTime(session.from)}–${printTime(session.to)}, ${printMinutes(minutes(Math.round(filled)))} planned`}</title>
                <rect x={x} y={RULER + 3} width={wide} height={13} rx={3} fill={PAPER} stroke={INK} strokeOpacity={0.55} />
                <rect x={x + 1} y={RULER + 4 + 11 * (1 - share)} width={wide - 2} height={11 * share} rx={2} fill={INK} fillOpacity={0.62} />
              </g>
            );
          })}
        {!thin && hung.map((tag) => tag.row !== null && <line key={tag.id} x1={tag.x} x2={tag.x} y1={RULER} y2={ROWS[tag.row] + 6} stroke={INK} strokeWidth={1} />)}
        {hung.map((tag) => (
          <PaperTag key={tag.id} tag={tag} thin={thin} />
        ))}
        <g>
          <title>{`Today, ${printDay(outlook.today)}`}</title>
          <line x1={todayX} x2={todayX} y1={2} y2={height - 6} stroke="var(--chakra-colors-cannot)" strokeWidth={2} />
          <path d={`M${String(todayX - 6)} 2 h12 l-6 9Z`} fill="var(--chakra-colors-cannot)" />
        </g>
      </svg>
      <Flex position="absolute" right="0" top={`${String(EDGE + 1)}px`} gap="2px" bg="ruler" paddingLeft="10px" paddingRight="6px">
        <ZoomButton sign="−" label="Show more weeks" onPress={() => dispatch(ribbonZoomed(-1))} />
        <ZoomButton sign="+" label="Show fewer weeks" onPress={() => dispatch(ribbonZoomed(1))} />
        <RibbonTable outlook={outlook} />
      </Flex>
      <VisuallyHidden>
        <Link to="/season">The same as a table, in Season</Link>
      </VisuallyHidden>
    </Box>
  );
});

function ZoomButton({ sign, label, onPress }: { sign: string; label: string; onPress: () => void }) {
  return (
    <Button variant="ghost" aria-label={label} onClick={onPress} minHeight="32px" height="32px" minWidth="36px" paddingInline="0" textDecoration="none" fontSize="20px" bg="ruler">
      {sign}
    </Button>
  );
}

/** The ribbon's days as a list, for those who cannot read a ruler. */
function RibbonTable({ outlook }: { outlook: Outlook }) {
  const planned = usePlanned();
  return (
    <Popup
      placement="bottom-end"
      trigger={
        <Button variant="ghost" aria-label="The ribbon as a list" minHeight="32px" height="32px" minWidth="36px" paddingInline="0" textDecoration="none" bg="ruler">
          ≡
        </Button>
      }
    >
      {outlook.open.length === 0
        ? "Nothing is owed."
        : [...outlook.open]
            .sort((a, b) => (a.readyBy < b.readyBy ? -1 : 1))
            .map((view) => ({ view, row: rowOf(view, planned) }))
            .map(({ view, row }) => (
              <Box key={view.need.id} paddingY="6px" borderBottom="1px solid" borderColor="hairline">
                {printDay(view.readyBy)}: <Link to={`/season?need=${view.need.id}`}>{view.need.title}</Link>, {view.cards} cards, {row.safety}
                {row.chance === null ? "" : `, ${String(Math.round(row.chance * 100))} in 100`}
              </Box>
            ))}
    </Popup>
  );
}

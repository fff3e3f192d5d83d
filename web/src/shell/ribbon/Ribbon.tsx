import { t } from "@yule/core";
import { Minus, Plus } from "lucide-react";
import { Box, Button, Flex, VisuallyHidden } from "@chakra-ui/react";

import { rowOf, hang, rulerOf, stockInPlan, tagsOf, xOf, type Outlook, type Ruler } from "@yule/derive";
import { memo, useMemo, useRef, useState, type ReactNode } from "react";
import { Link } from "react-router";
import { HAIR, INK, DrawnWords } from "../../kit/drawing.tsx";
import { usePlanned } from "../../plan/plannedContext.ts";
import { ribbonBack, ribbonPanned, ribbonZoomed } from "../../data/screen.ts";
import { useAppDispatch, useAppSelector } from "../../data/store.ts";
import { DragBubble } from "./DragBubble.tsx";
import { Hatches } from "./Hatches.tsx";
import { NearestDates } from "./NearestDates.tsx";
import { PaperTag, RULER, rowsFor } from "./PaperTag.tsx";
import { RibbonList } from "./RibbonList.tsx";
import { Troughs } from "./Troughs.tsx";
import { usedMinutes } from "./used.ts";
import { usePull } from "./usePull.ts";
import { useReach } from "./useReach.ts";
import { useWidth } from "./useWidth.ts";
import { monthName, printDay, printTime, spoken } from "../../kit/say.ts";

const EDGE = 12;
/** An arrow key moves it by so much of what is shown. */
const PAN_SHARE = 0.15;

/** The season drawn like a ruler, from a day to a year. Outside Season it is a thin strip, with the nearest dates in words. */
export const Ribbon = memo(function Ribbon({ outlook, thin }: { outlook: Outlook; thin: boolean }) {
  const dispatch = useAppDispatch();
  const shown = useAppSelector((state) => state.screen.ribbon);
  const [ref, width] = useWidth();
  const drawing = useRef<SVGSVGElement>(null);
  useReach(drawing, shown);
  // Another view makes it thin or whole, and nothing else of it anew.
  const ruler = useMemo(
    () => rulerOf(outlook.today, shown, width, { day: printDay, month: monthName, time: printTime, firstDay: spoken().firstDay }),
    [outlook.today, shown, width],
  );
  const planned = usePlanned();
  const stock = useMemo(() => stockInPlan(outlook, planned), [outlook, planned]);
  const hung = useMemo(
    () =>
      hang(
        tagsOf(outlook, ruler, (view) => rowOf(view, planned), stock),
        width,
      ),
    [outlook, ruler, planned, stock, width],
  );
  const rows = useMemo(() => rowsFor(hung), [hung]);
  const gone = useMemo(() => new Set(outlook.needs.filter(({ stage }) => stage === "done").map(({ need }) => need.id)), [outlook.needs]);
  const pull = usePull(outlook, planned, ruler);
  const used = useMemo(() => usedMinutes(outlook, planned), [outlook, planned]);
  const lowest = Math.max(RULER + 26, ...hung.map((tag) => (tag.row === null ? rows.tops[0] : rows.tops[tag.row] + rows.high + 6)));
  // Under the pointer it becomes no lower: what is turned or pulled on it would slip away.
  const [held, hold] = useState(0);
  const height = thin ? RULER + 26 : Math.max(lowest, held);
  const todayX = xOf(ruler, outlook.today, outlook.minute);
  const keys: Readonly<Record<string, () => void>> = {
    "+": () => dispatch(ribbonZoomed({ by: 1 })),
    "-": () => dispatch(ribbonZoomed({ by: -1 })),
    ArrowLeft: () => dispatch(ribbonPanned(-shown.days * PAN_SHARE)),
    ArrowRight: () => dispatch(ribbonPanned(shown.days * PAN_SHARE)),
    Home: () => dispatch(ribbonBack()),
  };
  return (
    <Box
      ref={ref}
      as="nav"
      aria-label={t`Season ribbon`}
      position="relative"
      onKeyDown={(key) => keys[key.key]?.()}
      onPointerEnter={() => hold(lowest)}
      onPointerLeave={() => hold(0)}
    >
      <svg ref={drawing} width={width} height={height} style={{ display: "block", fontFamily: "inherit", touchAction: "pan-y", userSelect: "none", WebkitUserSelect: "none" }}>
        <Hatches />
        <Ground ruler={ruler} width={width} />
        {!thin && <Troughs outlook={outlook} ruler={ruler} width={width} used={used} onPull={pull.pullSession} />}
        {!thin && hung.map((tag) => tag.row !== null && <line key={tag.id} x1={tag.x} x2={tag.x} y1={RULER} y2={rows.tops[tag.row] + 6} stroke={INK} strokeWidth={1} />)}
        {hung.map((tag) => (
          <PaperTag key={tag.id} tag={tag} thin={thin} rows={rows} pull={pull.pullTag(tag)} />
        ))}
        {pull.pulled && <line x1={pull.pulled.x} x2={pull.pulled.x} y1={EDGE} y2={height} stroke="var(--chakra-colors-tight)" strokeWidth={2} strokeDasharray="5 3" />}
        <g>
          <title>{t`Today, ${printDay(outlook.today)}`}</title>
          <line x1={todayX} x2={todayX} y1={2} y2={height - 6} stroke="var(--chakra-colors-cannot)" strokeWidth={2} />
          <path d={`M${String(todayX - 6)} 2 h12 l-6 9Z`} fill="var(--chakra-colors-cannot)" />
        </g>
      </svg>
      {thin && <NearestDates tags={hung} gone={gone} />}
      {pull.pulled && <DragBubble pulled={pull.pulled} width={width} top={height} outlook={outlook} planned={planned} />}
      <Flex position="absolute" right="0" top={`${String(EDGE + 1)}px`} gap="2px" bg="ruler" paddingLeft="10px" paddingRight="6px">
        <ZoomButton icon={<Minus size={18} aria-hidden />} label={t`Show more weeks`} onPress={() => dispatch(ribbonZoomed({ by: -1 }))} />
        <ZoomButton icon={<Plus size={18} aria-hidden />} label={t`Show fewer weeks`} onPress={() => dispatch(ribbonZoomed({ by: 1 }))} />
        <RibbonList outlook={outlook} />
      </Flex>
      <VisuallyHidden>
        <Link to="/season">{t`The same as a list, in Season`}</Link>
      </VisuallyHidden>
    </Box>
  );
});

const TICK_HEIGHT = { month: RULER - EDGE, week: 15, day: 7, hour: 4 } as const;

/** The ruler itself: its strip, ticks and words. */
const Ground = memo(function Ground({ ruler, width }: { ruler: Ruler; width: number }) {
  return (
    <>
      <rect x={0} y={EDGE} width={width} height={RULER - EDGE} fill="var(--chakra-colors-ruler)" />
      <line x1={0} x2={width} y1={EDGE} y2={EDGE} stroke={HAIR} />
      <line x1={0} x2={width} y1={RULER} y2={RULER} stroke={INK} strokeOpacity={0.5} />
      {ruler.ticks.map((tick) => (
        <g key={`${tick.kind}${String(tick.x)}`}>
          <line
            x1={tick.x}
            x2={tick.x}
            y1={RULER - TICK_HEIGHT[tick.kind]}
            y2={RULER}
            stroke={INK}
            strokeOpacity={tick.kind === "day" || tick.kind === "hour" ? 0.35 : 0.85}
            strokeWidth={tick.kind === "month" ? 1.5 : 1}
          />
          <DrawnWords
            x={tick.x + 5}
            y={EDGE + (tick.kind === "month" ? 15 : 17)}
            size={14}
            weight={tick.kind === "month" ? 700 : 500}
            fill={INK}
            fillOpacity={tick.kind === "hour" ? 0.75 : 1}
          >
            {tick.label}
          </DrawnWords>
        </g>
      ))}
    </>
  );
});

function ZoomButton({ icon, label, onPress }: { icon: ReactNode; label: string; onPress: () => void }) {
  return (
    <Button variant="ghost" aria-label={label} onClick={onPress} minHeight="32px" height="32px" minWidth="36px" paddingInline="0" textDecoration="none" fontSize="20px" bg="ruler">
      {icon}
    </Button>
  );
}

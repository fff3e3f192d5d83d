import { hundredths, t } from "@yule/core";
import { STAND_WORDS, TAG_WIDTH, type HungTag } from "@yule/derive";
import { useNavigate } from "react-router";
import { INK, PAPER, DrawnWords } from "../../kit/drawing.tsx";
import type { PullHandlers } from "./usePull.ts";
import { printDay } from "../../kit/say.ts";

export const RULER = 46;
const FIRST_ROW = 72;
const BETWEEN_ROWS = 6;
const TAG_HEIGHT = 46;
/** Of a title's second line. */
const LINE = 14;

/** How high the tags hang: all as high as the one with most to say needs. */
export interface TagRows {
  readonly tops: readonly [number, number];
  readonly high: number;
}
export function rowsFor(hung: readonly HungTag[]): TagRows {
  const high = TAG_HEIGHT + (hung.some(({ row, title }) => row !== null && titleLines(title).length > 1) ? LINE : 0);
  return { tops: [FIRST_ROW, FIRST_ROW + high + BETWEEN_ROWS], high };
}

const FILLS: Readonly<Record<HungTag["safety"], string>> = {
  safe: "var(--chakra-colors-safe-fill)",
  tight: "url(#hatch-tight)",
  "at risk": "url(#hatch-risk)",
  cannot: "url(#hatch-cannot)",
  unknown: "none",
  "last post": "none",
  "runs out": "url(#hatch-cannot)",
};

/** So many letters fit on a line of a tag, and so many lines of them. */
const ON_A_LINE = 16;
const MOST_LINES = 2;

/** A title as it stands on its tag, broken between words where it can be; what two lines do not hold is in its name for all to read. */
export function titleLines(title: string): string[] {
  const lines: string[] = [];
  for (const word of title.trim().split(/\s+/u)) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= ON_A_LINE) lines.splice(-1, 1, `${last} ${word}`);
    else lines.push(...piecesOf(word));
  }
  if (lines.length <= MOST_LINES) return lines;
  const kept = lines.slice(0, MOST_LINES);
  return [...kept.slice(0, -1), `${(kept.at(-1) ?? "").slice(0, ON_A_LINE - 1)}…`];
}

/** A word too long for a line, parted with a hyphen. */
function piecesOf(word: string): string[] {
  const letters = Array.from(word);
  if (letters.length <= ON_A_LINE) return [word];
  return [`${letters.slice(0, ON_A_LINE - 1).join("")}-`, ...piecesOf(letters.slice(ON_A_LINE - 1).join(""))];
}

/** One thing that hangs from the ruler. With `pull` its day can be tried elsewhere by pulling it. */
export function PaperTag({ tag, thin, rows, pull }: { tag: HungTag; thin: boolean; rows: TagRows; pull: PullHandlers | null }) {
  const navigate = useNavigate();
  const open = (): void => void navigate(tag.to);
  const words = `${tag.title}, ${tag.detail}, ${printDay(tag.day)}, ${tag.safety === "runs out" || tag.safety === "last post" ? tag.safety : STAND_WORDS[tag.safety]}${tag.chance === null ? "" : t`, ${String(hundredths(tag.chance))} in 100`}`;
  const common = {
    role: "link",
    tabIndex: 0,
    "aria-label": words,
    onClick: open,
    onKeyDown: (key: React.KeyboardEvent) => key.key === "Enter" && open(),
    style: { cursor: pull ? "grab" : "pointer", touchAction: pull ? "none" : undefined },
    ...pull,
  } as const;
  if (thin || tag.row === null) {
    const y = thin ? RULER + 5 : rows.tops[0] - 20;
    return (
      <g {...common} transform={`translate(${String(tag.x)} ${String(y)})`}>
        <title>{words}</title>
        <path d="M-8 4 L-5 0 H5 L8 4 V16 H-8Z" fill={FILLS[tag.safety]} stroke={INK} strokeWidth={1} />
      </g>
    );
  }
  const y = rows.tops[tag.row];
  const lines = titleLines(tag.title);
  const foot = y + rows.high;
  const x = tag.left;
  return (
    <g {...common}>
      <title>{words}</title>
      <path
        d={`M${String(x + 9)} ${String(y)} H${String(x + TAG_WIDTH - 9)} L${String(x + TAG_WIDTH)} ${String(y + 9)} V${String(foot)} H${String(x)} V${String(y + 9)}Z`}
        fill={PAPER}
        stroke={INK}
        strokeWidth={1}
        strokeDasharray={tag.safety === "runs out" ? "4 3" : undefined}
      />
      <OddsStrip tag={tag} x={x} y={foot - 6} />
      <circle cx={Math.max(x + 14, Math.min(x + TAG_WIDTH - 14, tag.x))} cy={y + 6} r={2.6} fill="var(--chakra-colors-table)" stroke={INK} />
      {lines.map((line, index) => (
        <DrawnWords key={index} x={x + TAG_WIDTH / 2} y={foot - 11 - LINE * (lines.length - index)} anchor="middle" size={14} weight={700} fill={INK}>
          {line}
        </DrawnWords>
      ))}
      <DrawnWords x={x + TAG_WIDTH / 2} y={foot - 11} anchor="middle" size={14} fill={INK}>
        {tag.detail}
      </DrawnWords>
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

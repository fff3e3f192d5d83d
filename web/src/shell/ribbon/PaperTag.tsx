import { hundredths, t } from "@yule/core";
import { STAND_WORDS, TAG_WIDTH, type HungTag } from "@yule/derive";
import { useNavigate } from "react-router";
import { INK, PAPER, DrawnWords } from "../../kit/drawing.tsx";
import type { PullHandlers } from "./usePull.ts";
import { printDay } from "../../kit/say.ts";

export const RULER = 46;
export const ROWS = [72, 124] as const;
export const TAG_HEIGHT = 46;

const FILLS: Readonly<Record<HungTag["safety"], string>> = {
  safe: "var(--chakra-colors-safe-fill)",
  tight: "url(#hatch-tight)",
  "at risk": "url(#hatch-risk)",
  cannot: "url(#hatch-cannot)",
  unknown: "none",
  "last post": "none",
  "runs out": "url(#hatch-cannot)",
};

const short = (text: string): string => (text.length > 16 ? `${text.slice(0, 15)}…` : text);

/** One thing that hangs from the ruler. With `pull` its day can be tried elsewhere by pulling it. */
export function PaperTag({ tag, thin, pull }: { tag: HungTag; thin: boolean; pull: PullHandlers | null }) {
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
      <DrawnWords x={x + TAG_WIDTH / 2} y={y + 21} anchor="middle" size={14} weight={700} fill={INK}>
        {short(tag.title)}
      </DrawnWords>
      <DrawnWords x={x + TAG_WIDTH / 2} y={y + 35} anchor="middle" size={14} fill={INK}>
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

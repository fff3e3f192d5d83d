import { measureOf } from "@yule/core";
import { HAIR, INK, PAPER, RED, SOFT } from "../../../../kit/drawing.tsx";
import type { StockOf } from "../../ask.ts";

/** What a thing on the shelf is drawn with: pixels for one whole unit, and the height there is for it. */
interface Drawn {
  readonly each: StockOf;
  /** The most of its kind that lies there or is wanted: all of one kind are drawn to one scale. */
  readonly most: number;
}

export const [CELL_WIDTH, CELL_HEIGHT] = [122, 132];
const STRIPES = "url(#stripes)";
/** Edges on paper and card, which are as light in the evening. */
const EDGE = "#22303C";

/** Patterns that a drawing of the shelf uses. Stripes for what is missing: seen without its colour too. */
export function ShelfPatterns() {
  return (
    <svg width={0} height={0} aria-hidden style={{ position: "absolute" }}>
      <defs>
        <pattern id="stripes" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill={PAPER} />
          <rect width="3" height="7" fill={RED} />
        </pattern>
      </defs>
    </svg>
  );
}

/** Three heights from the board upward: what stays, what the plan takes, what is missing. */
function heights({ each: { store, outlook }, most }: Drawn, room: number): { stays: number; taken: number; missing: number } {
  const scale = room / Math.max(1, most);
  const missing = Math.max(0, outlook.wanted - store.onHand);
  const taken = Math.min(outlook.wanted, store.onHand);
  return { stays: (store.onHand - taken) * scale, taken: taken * scale, missing: missing * scale };
}

/** Lines no closer than can be seen. */
const LEAST_LINE = 4;

/** A stack: full lines lie there and stay, dashed ones are what the plan takes from the top, stripes are missing. */
function Stack(drawn: Drawn & { readonly width: number }) {
  const { each, width } = drawn;
  const { stays, taken, missing } = heights(drawn, CELL_HEIGHT - 14);
  const x = (CELL_WIDTH - width) / 2;
  const fill = each.store.hex ?? (each.store.kind === "envelope" ? "#EFE4CB" : "#FDFBF5");
  const lines = (height: number): number[] => Array.from({ length: Math.floor(height / LEAST_LINE) }, (_, index) => (index + 1) * LEAST_LINE);
  const top = CELL_HEIGHT - stays;
  return (
    <>
      {stays > 0 && <rect x={x} y={top} width={width} height={stays} fill={fill} stroke={EDGE} />}
      {lines(stays).map((line) => (
        <line key={line} x1={x} x2={x + width} y1={CELL_HEIGHT - line} y2={CELL_HEIGHT - line} stroke={EDGE} strokeOpacity={0.5} />
      ))}
      {taken > 0 && <rect x={x} y={top - taken} width={width} height={taken} fill="none" stroke={SOFT} strokeDasharray="4 3" />}
      {lines(taken).map((line) => (
        <line key={line} x1={x} x2={x + width} y1={top - line} y2={top - line} stroke={SOFT} strokeDasharray="3 3" />
      ))}
      {missing > 0 && <Missing x={x} y={top - taken} width={width} height={missing} />}
    </>
  );
}

/** What bites: a notch, and stripes as high as there is missing. */
function Missing({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const seen = Math.max(7, height);
  return (
    <>
      <rect x={x} y={y - 3 - seen} width={width} height={seen} fill={STRIPES} stroke={RED} />
      <line x1={x - 5} x2={x + width + 5} y1={y - 1.5} y2={y - 1.5} stroke={RED} strokeWidth={2} />
    </>
  );
}

/** A tube, bottle or jar with its level; a pan is low and broad. */
function Vessel(drawn: Drawn & { readonly width: number; readonly neck: number; readonly colour: string }) {
  const { each, width, neck, colour } = drawn;
  const room = Math.min(CELL_HEIGHT - 30, 100);
  const full = Math.max(each.store.onHand, each.outlook.wanted, each.store.pack);
  const { stays, taken, missing } = heights({ each, most: full }, room);
  const x = (CELL_WIDTH - width) / 2;
  const bottom = CELL_HEIGHT - 3;
  return (
    <>
      {neck > 0 && <rect x={(CELL_WIDTH - neck) / 2} y={bottom - room - 12} width={neck} height={10} fill={PAPER} stroke={INK} />}
      <rect x={x} y={bottom - stays} width={width} height={stays} fill={colour} />
      {taken > 0 && <rect x={x} y={bottom - stays - taken} width={width} height={taken} fill={colour} fillOpacity={0.28} stroke={SOFT} strokeDasharray="4 3" />}
      {missing > 0 && <Missing x={x} y={bottom - stays - taken} width={width} height={Math.min(missing, room - stays - taken)} />}
      <rect x={x} y={bottom - room - 2} width={width} height={room + 2} fill="none" stroke={INK} strokeWidth={1.4} rx={3} />
    </>
  );
}

/** A roll that gets thinner: the outer ring is what the plan takes. Its area is what is left of it. */
function Roll({ each, colour }: Drawn & { readonly colour: string }) {
  const { store, outlook } = each;
  const full = Math.max(store.onHand, outlook.wanted, store.pack, 1);
  const [core, outer] = [13, 48];
  const radius = (amount: number): number => Math.sqrt(core ** 2 + (outer ** 2 - core ** 2) * (Math.max(0, amount) / full));
  const centre = { cx: CELL_WIDTH / 2, cy: CELL_HEIGHT - outer - 2 };
  const isShort = outlook.wanted > store.onHand;
  return (
    <>
      {isShort && <circle {...centre} r={outer} fill={STRIPES} stroke={RED} />}
      <circle {...centre} r={radius(store.onHand)} fill={colour} fillOpacity={0.45} stroke={INK} />
      <circle {...centre} r={radius(store.onHand - outlook.wanted)} fill={colour} stroke={SOFT} strokeDasharray="4 3" />
      <circle {...centre} r={core} fill={PAPER} stroke={INK} />
    </>
  );
}

/** Stamps as a strip: full ones stay, dashed ones are asked for, empty gaps are missing. */
const [STAMP_WIDTH, STAMP_HEIGHT, IN_ROW, ROWS] = [22, 26, 5, 4];
function Pieces({ each }: Drawn) {
  const { store, outlook } = each;
  const scale = Math.max(1, Math.ceil(Math.max(store.onHand, outlook.wanted) / (IN_ROW * ROWS)));
  const [there, wanted] = [Math.ceil(store.onHand / scale), Math.ceil(outlook.wanted / scale)];
  return (
    <>
      {Array.from({ length: Math.max(there, wanted) }, (_, index) => {
        const x = (CELL_WIDTH - IN_ROW * STAMP_WIDTH) / 2 + (index % IN_ROW) * STAMP_WIDTH;
        const y = CELL_HEIGHT - 2 - (Math.floor(index / IN_ROW) + 1) * STAMP_HEIGHT;
        const isTaken = index >= there - wanted;
        const fill = index >= there ? STRIPES : isTaken ? "none" : HAIR;
        return (
          <rect
            key={index}
            x={x}
            y={y}
            width={STAMP_WIDTH - 2}
            height={STAMP_HEIGHT - 2}
            fill={fill}
            stroke={index >= there ? RED : isTaken ? SOFT : INK}
            strokeDasharray={isTaken ? "3 3" : undefined}
          />
        );
      })}
    </>
  );
}

/** Widest and narrowest sheets on the shelf, so that sizes are seen beside each other. */
const sheetWidth = ({ store }: StockOf): number => Math.max(44, Math.min(106, (Math.max(store.width ?? 0, store.height ?? 0) / 320 / 660) * 106));

/** One thing as it lies there. @param wash a paint's colour */
export function Thing({ each, most, wash }: Drawn & { readonly wash: string | undefined }) {
  const { kind, form } = each.store;
  const drawn = { each, most };
  if (kind === "sheet" || kind === "card stock" || kind === "card blank" || kind === "envelope") return <Stack {...drawn} width={sheetWidth(each)} />;
  if (kind === "paint") {
    const colour = wash ?? SOFT;
    return form === "pan" ? <Vessel {...drawn} width={64} neck={0} colour={colour} /> : <Vessel {...drawn} width={36} neck={16} colour={colour} />;
  }
  if (kind === "tape" || kind === "mounting tape") return <Roll {...drawn} colour="#D9CC9F" />;
  if (kind === "twine" || kind === "ribbon") return <Roll {...drawn} colour="#A9A294" />;
  if (measureOf(kind) === "piece") return <Pieces {...drawn} />;
  const colours: Partial<Record<typeof kind, string>> = { "masking fluid": "#DDB84A", ink: "#30363C", glue: "#E8E2D0", fixative: "#C9D3D6", glitter: "#BFC4CE", pen: "#30363C" };
  return <Vessel {...drawn} width={kind === "pen" ? 18 : 52} neck={kind === "pen" ? 8 : 28} colour={colours[kind] ?? SOFT} />;
}

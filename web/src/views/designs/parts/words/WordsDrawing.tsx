import { mm, outlinePath, type Fit, type Length, type Outline } from "@yule/core";
import { pulledZone, type WordPlace } from "@yule/derive";
import { useDrag } from "@use-gesture/react";
import { useId, useRef, useState } from "react";
import { v7 } from "uuid";
import { INK, RED, ScaleDrawing } from "../../../../kit/drawing.tsx";

interface Place {
  readonly x: number;
  readonly y: number;
}

/** The panel with its picture, the places for words, and the words in their true size on their pencil lines. A place is pulled over it. */
export function WordsDrawing({
  panel,
  picture,
  zones,
  chosen,
  fit,
  means,
  label,
  onChoose,
  onPull,
}: {
  panel: { readonly width: Length; readonly height: Length; readonly outline: Outline };
  picture: string | null;
  zones: readonly WordPlace[];
  chosen: string | null;
  fit: Fit | null;
  means: "hand" | "stamp" | "sticker";
  label: string;
  onChoose: (id: string) => void;
  onPull: (zone: WordPlace) => void;
}) {
  const sheet = useRef<SVGRectElement>(null);
  const [pulled, setPulled] = useState<WordPlace | null>(null);
  const at = ([x, y]: readonly [number, number]): Place => {
    const box = sheet.current?.getBoundingClientRect();
    return box ? { x: ((x - box.left) / box.width) * panel.width, y: ((y - box.top) / box.height) * panel.height } : { x: 0, y: 0 };
  };
  const pull = useDrag(
    ({ initial, xy, last, canceled, tap }) => {
      const from = at(initial);
      const place = pulledZone(from, at(xy), panel, v7);
      if (!last) return setPulled(place);
      setPulled(null);
      if (canceled) return;
      const hit = zones.findLast((zone) => from.x >= zone.x && from.x <= zone.x + zone.width && from.y >= zone.y && from.y <= zone.y + zone.height);
      if (place && !tap) onPull(place);
      else if (hit) onChoose(hit.id);
    },
    { pointer: { keys: false } },
  );
  const clip = useId();
  const outline = outlinePath({ ...panel, x: 0, y: 0 });
  return (
    <ScaleDrawing width={panel.width} height={panel.height} margin={16} most={440} mostHeight={360} label={label}>
      {(unit) => (
        <g {...pull()} style={{ touchAction: "none", cursor: "crosshair" }}>
          <rect ref={sheet} x={0} y={0} width={panel.width} height={panel.height} fill="transparent" />
          <path d={outline} fill="#FBF8F0" stroke={INK} strokeWidth={unit} />
          {picture && (
            <>
              <clipPath id={clip}>
                <path d={outline} />
              </clipPath>
              <image href={picture} x={0} y={0} width={panel.width} height={panel.height} preserveAspectRatio="xMidYMid slice" clipPath={`url(#${clip})`} />
            </>
          )}
          {[...zones, ...(pulled ? [pulled] : [])].map((zone) => (
            <rect
              key={zone.id}
              x={zone.x}
              y={zone.y}
              width={zone.width}
              height={zone.height}
              fill={`rgba(251,247,239,${zone.id === fit?.zone ? ".55" : ".28"})`}
              stroke={zone.id === chosen ? RED : "#22303C"}
              strokeWidth={(zone.id === chosen ? 2.4 : 1.4) * unit}
              strokeDasharray={`${String(6 * unit)} ${String(4 * unit)}`}
            />
          ))}
          {fit && <Lettering fit={fit} means={means} unit={unit} />}
        </g>
      )}
    </ScaleDrawing>
  );
}

const UNITS = mm(1);

function Lettering({ fit, means, unit }: { fit: Fit; means: "hand" | "stamp" | "sticker"; unit: number }) {
  const arc = useId();
  const colour = fit.fits ? "#22303C" : "#B0324A";
  const pencil = { stroke: "#22303C", strokeWidth: 0.7 * unit, strokeDasharray: `${String(3 * unit)} ${String(3 * unit)}` };
  return fit.lines.map((line) => {
    const [from, to] = [line.from * UNITS, line.to * UNITS];
    const size = fit.size * UNITS;
    if (means !== "hand") {
      return (
        <rect
          key={line.text}
          x={from}
          y={line.capLine * UNITS}
          width={to - from}
          height={(line.baseline - line.capLine) * UNITS}
          fill="rgba(34,48,60,.16)"
          stroke={colour}
          strokeWidth={2 * unit}
        />
      );
    }
    if (fit.arc) {
      const r = fit.arc.radius * UNITS;
      const half = Math.min(Math.PI / 2, (to - from) / 2 / r);
      const [cx, cy] = [fit.arc.x * UNITS, fit.arc.y * UNITS];
      const d = `M${String(cx - r * Math.sin(half))} ${String(cy - r * Math.cos(half))}A${String(r)} ${String(r)} 0 0 1 ${String(cx + r * Math.sin(half))} ${String(cy - r * Math.cos(half))}`;
      return (
        <g key={line.text}>
          <path id={arc} d={d} fill="none" {...pencil} />
          <text fill={colour} style={{ fontFamily: "Kalam, cursive", fontSize: size }} textLength={to - from}>
            <textPath href={`#${arc}`}>{line.text}</textPath>
          </text>
        </g>
      );
    }
    return (
      <g key={line.text}>
        {[line.xLine, line.baseline].map((y) => (
          <line key={y} x1={from} x2={to} y1={y * UNITS} y2={y * UNITS} {...pencil} />
        ))}
        <text x={from} y={line.baseline * UNITS} fill={colour} textLength={to - from} lengthAdjust="spacingAndGlyphs" style={{ fontFamily: "Kalam, cursive", fontSize: size }}>
          {line.text}
        </text>
      </g>
    );
  });
}

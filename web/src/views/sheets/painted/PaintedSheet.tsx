import { t } from "@yule/core";
import type { Layout, Length, Mark, Rect, Sheet } from "@yule/core";
import type { MouseEvent } from "react";
import { DimensionLine, INK, PAPER, RED, ScaleDrawing, DrawnWords } from "../../../kit/drawing.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { MovablePieces, type Movable } from "../hand/MovablePieces.tsx";

/** The painting to scale with its windows, the cuts that free them, and what was marked. */
export function PaintedSheet({
  sheet,
  edge,
  picture,
  windows,
  cuts,
  marks,
  chosen,
  isMarking,
  onChoose,
  onMove,
  onMark,
  onHands,
}: {
  sheet: Sheet;
  edge: Length;
  picture: string;
  windows: readonly Movable[];
  cuts: Layout["cuts"];
  marks: readonly Mark[];
  chosen: string | null;
  isMarking: boolean;
  onChoose: (key: string) => void;
  onMove: (key: string, to: Rect) => void;
  onMark: (x: number, y: number) => void;
  onHands: (areOn: boolean) => void;
}) {
  const { say, bare, size } = useMeasure();
  const within: Rect = { x: edge, y: edge, width: (sheet.width - 2 * edge) as Length, height: (sheet.height - 2 * edge) as Length };
  const mark = (event: MouseEvent<SVGRectElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    onMark((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
  };
  return (
    <ScaleDrawing
      width={sheet.width}
      height={sheet.height}
      margin={26}
      right={74}
      most={720}
      mostHeight={425}
      role="group"
      label={t`The painting, ${size(sheet.width, sheet.height)}, with ${String(windows.length)} crops`}
    >
      {(unit) => (
        <>
          <image href={picture} x={0} y={0} width={sheet.width} height={sheet.height} preserveAspectRatio="none" />
          <rect x={0} y={0} width={sheet.width} height={sheet.height} fill="none" stroke={INK} strokeWidth={1.2 * unit} />
          {cuts.map((cut, index) => {
            const line = cut.axis === "x" ? { x1: cut.at, x2: cut.at, y1: cut.from, y2: cut.to } : { x1: cut.from, x2: cut.to, y1: cut.at, y2: cut.at };
            return (
              <g key={index}>
                <line {...line} stroke={PAPER} strokeWidth={3 * unit} opacity={0.8} />
                <line {...line} stroke={RED} strokeWidth={1.3 * unit} />
              </g>
            );
          })}
          <MovablePieces pieces={windows} within={within} gap={0} unit={unit} chosen={chosen} onChoose={onChoose} onMove={onMove} onHands={onHands} />
          {marks.map((each, index) => (
            <g key={index} pointerEvents="none">
              <circle
                cx={each.x * sheet.width}
                cy={each.y * sheet.height}
                r={each.radius * Math.max(sheet.width, sheet.height)}
                fill="none"
                stroke={PAPER}
                strokeWidth={4 * unit}
              />
              <circle
                cx={each.x * sheet.width}
                cy={each.y * sheet.height}
                r={each.radius * Math.max(sheet.width, sheet.height)}
                fill="none"
                stroke={INK}
                strokeWidth={2 * unit}
                strokeDasharray={`${String(3 * unit)} ${String(3 * unit)}`}
              />
              <DrawnWords
                x={each.x * sheet.width}
                y={each.y * sheet.height + 5 * unit}
                size={14 * unit}
                weight={700}
                anchor="middle"
                fill={INK}
                stroke={PAPER}
                strokeWidth={4 * unit}
                paintOrder="stroke"
              >
                {each.what}
              </DrawnWords>
            </g>
          ))}
          {isMarking && <rect x={0} y={0} width={sheet.width} height={sheet.height} fill="transparent" style={{ cursor: "crosshair" }} onClick={mark} />}
          <DimensionLine axis="x" from={0} to={sheet.width} at={sheet.height + 16 * unit} text={say(sheet.width)} of={sheet.width} unit={unit} />
          <DimensionLine axis="y" from={0} to={sheet.height} at={sheet.width + 10 * unit} text={bare(sheet.height)} of={sheet.height} unit={unit} />
        </>
      )}
    </ScaleDrawing>
  );
}

import { Box, Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import type { Layout, SplitJob } from "@yule/core";
import { DimensionLine, HAIR, INK, NumberMark, RED, ScaleDrawing, Words } from "../../kit/drawing.tsx";
import { useMeasure } from "../../kit/measure.tsx";

/** A sheet as it is split, to scale: pieces, numbered cuts in the order of the work, what is left over. */
export function SheetDrawing({ job, layout, design }: { job: SplitJob; layout: Layout; design: DesignRead }) {
  const { say, bare, size } = useMeasure();
  const sheet = job.sheets.find((each) => each.id === layout.sheet);
  if (!sheet) return null;
  const [piece] = layout.pieces;
  const swatch = design.colourways[0]?.paints[0]?.hex ?? "#6d8aa0";
  const marked = layout.cuts.length <= 26;
  const label = `Sheet ${size(sheet.width, sheet.height)}, ${String(layout.times)} times: ${String(layout.pieces.length)} panels, ${String(layout.cuts.length)} cuts, ${String(layout.offcuts.length)} offcuts`;
  return (
    <Box marginBottom="14px">
      <ScaleDrawing width={sheet.width} height={sheet.height} margin={62} most={680} mostHeight={500} label={label}>
        {(unit) => (
          <>
            <rect
              x={0}
              y={0}
              width={sheet.width}
              height={sheet.height}
              fill="#FDFBF5"
              stroke={INK}
              strokeWidth={1.2 * unit}
              style={{ filter: "drop-shadow(0 1px 1px rgba(34,48,60,.3))" }}
            />
            {job.edge > 0 && (
              <rect
                x={job.edge / 2}
                y={job.edge / 2}
                width={sheet.width - job.edge}
                height={sheet.height - job.edge}
                fill="none"
                stroke="var(--chakra-colors-tape)"
                strokeWidth={job.edge}
              />
            )}
            {layout.offcuts.map((offcut) => (
              <g key={`${String(offcut.x)}-${String(offcut.y)}`}>
                <rect
                  x={offcut.x}
                  y={offcut.y}
                  width={offcut.width}
                  height={offcut.height}
                  fill="#F1E9D8"
                  stroke="#7d7360"
                  strokeWidth={unit}
                  strokeDasharray={`${String(4 * unit)} ${String(3 * unit)}`}
                />
                {offcut.width > 74 * unit && offcut.height > 22 * unit && (
                  <Words x={offcut.x + offcut.width / 2} y={offcut.y + offcut.height / 2 + 5 * unit} size={14 * unit} anchor="middle" fill="#4E5B66">
                    {`left ${bare(offcut.width)} × ${bare(offcut.height)}`}
                  </Words>
                )}
                {offcut.width <= 74 * unit && offcut.height > 130 * unit && offcut.width > 18 * unit && (
                  <Words
                    transform={`translate(${String(offcut.x + offcut.width / 2 + 5 * unit)} ${String(offcut.y + offcut.height / 2)}) rotate(-90)`}
                    size={14 * unit}
                    anchor="middle"
                    fill="#4E5B66"
                  >
                    {`left ${bare(offcut.width)} × ${bare(offcut.height)}`}
                  </Words>
                )}
              </g>
            ))}
            {layout.pieces.map((each, index) => (
              <g key={`${String(each.x)}-${String(each.y)}`}>
                <rect x={each.x} y={each.y} width={each.width} height={each.height} fill={swatch} fillOpacity={0.17} stroke={HAIR} strokeWidth={0.6 * unit} />
                <Words x={each.x + each.width / 2} y={each.y + each.height / 2 + 5 * unit} size={14 * unit} anchor="middle" fill="#22303C">
                  {index + 1}
                </Words>
              </g>
            ))}
            {layout.cuts.map((cut, index) => (
              <line
                key={`cut${String(index)}`}
                x1={cut.axis === "x" ? cut.at : cut.from}
                x2={cut.axis === "x" ? cut.at : cut.to}
                y1={cut.axis === "x" ? cut.from : cut.at}
                y2={cut.axis === "x" ? cut.to : cut.at}
                stroke={RED}
                strokeWidth={1.6 * unit}
                strokeDasharray={job.method === "cut" ? undefined : `${String(6 * unit)} ${String(4 * unit)}`}
              />
            ))}
            {marked &&
              layout.cuts.map((cut, index) => {
                // The mark stands where the cut begins, a little outside its end.
                const at = cut.from === 0 || cut.from === job.edge ? cut.from - 2 * unit - job.edge : cut.from + 12 * unit;
                return <NumberMark key={`mark${String(index)}`} x={cut.axis === "x" ? cut.at : at} y={cut.axis === "x" ? at : cut.at} number={index + 1} unit={unit * 0.82} />;
              })}
            <DimensionLine axis="x" from={0} to={sheet.width} at={sheet.height + 26 * unit} text={say(sheet.width)} unit={unit} />
            {piece && <DimensionLine axis="y" from={piece.y} to={piece.y + piece.height} at={sheet.width + 16 * unit} text={bare(piece.height)} unit={unit} />}
          </>
        )}
      </ScaleDrawing>
      {layout.times > 1 && <Text fontWeight={600}>{layout.times} sheets like this</Text>}
    </Box>
  );
}

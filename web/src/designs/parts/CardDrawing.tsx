import { Flex } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { stackGeometry } from "@yule/core";
import { useState } from "react";
import { stackOf } from "../../app/materials.ts";
import { pictureUrl } from "../../app/Picture.tsx";
import { DimensionLine, HAIR, INK, PAPER, RED, ScaleDrawing, SOFT, Words } from "../../kit/drawing.tsx";
import { useMeasure } from "../../kit/measure.tsx";

const MAT = ["#C9BFA8", "#8C9BA6", "#D8CDB4"];

/** The card to scale: the flat base with its score, the layers with their reveals, and the envelope behind. */
export function CardDrawing({ design }: { design: DesignRead }) {
  const { bare, say, size } = useMeasure();
  const [colourway, setColourway] = useState(0);
  const stack = stackOf(design);
  const geometry = stackGeometry(stack);
  // The base lies open: the back left of the fold, the face right of it (or below a fold at the top).
  const faceX = stack.fold === "left" ? stack.width : 0;
  const faceY = stack.fold === "top" ? stack.height : 0;
  const picture = pictureUrl(design.colourways[colourway % design.colourways.length]?.pictureId ?? null);
  const { base, score, layers } = geometry;
  const label = `${design.name} to scale: base ${size(base.width, base.height)}${score === null ? "" : `, scored at ${say(score)}`}${layers.map((layer) => `, ${layer.name} ${size(layer.width, layer.height)} with reveal ${say(layer.reveal.left)}`).join("")}`;
  return (
    <>
      <ScaleDrawing width={base.width} height={base.height} margin={52} most={660} mostHeight={400} label={label}>
        {(unit) => (
          <>
            <rect x={0} y={0} width={base.width} height={base.height} fill="#E4DAC6" stroke={INK} strokeWidth={unit} />
            {score !== null &&
              (stack.fold === "left" ? (
                <line
                  x1={score}
                  x2={score}
                  y1={-8 * unit}
                  y2={base.height + 8 * unit}
                  stroke={RED}
                  strokeWidth={1.5 * unit}
                  strokeDasharray={`${String(7 * unit)} ${String(4 * unit)}`}
                />
              ) : (
                <line
                  y1={score}
                  y2={score}
                  x1={-8 * unit}
                  x2={base.width + 8 * unit}
                  stroke={RED}
                  strokeWidth={1.5 * unit}
                  strokeDasharray={`${String(7 * unit)} ${String(4 * unit)}`}
                />
              ))}
            {score !== null && (
              <Words x={stack.fold === "left" ? score / 2 : base.width / 2} y={stack.fold === "left" ? base.height / 2 : score / 2} size={15 * unit} anchor="middle" fill="#4E5B66">
                back
              </Words>
            )}
            {layers.map((layer, index) => (
              <g key={`${layer.name}${String(index)}`}>
                <rect
                  x={faceX + layer.x}
                  y={faceY + layer.y}
                  width={layer.width}
                  height={layer.height}
                  fill={layer.kind === "panel" ? "#FBF8F0" : (MAT[index] ?? MAT[0])}
                  stroke="#22303C"
                  strokeWidth={0.8 * unit}
                />
                {layer.kind === "panel" && picture && (
                  <image href={picture} x={faceX + layer.x} y={faceY + layer.y} width={layer.width} height={layer.height} preserveAspectRatio="xMidYMid slice" />
                )}
              </g>
            ))}
            {layers.map((layer, index) => {
              const below = index === 0 ? { x: 0, y: 0, width: stack.width as number, height: stack.height as number } : (layers[index - 1] ?? { x: 0, y: 0, width: 0, height: 0 });
              const y = faceY + layer.y + layer.height * (0.32 + 0.2 * index);
              const right = faceX + below.x + below.width;
              return (
                <g key={`reveal${String(index)}`}>
                  <line x1={faceX + layer.x + layer.width} x2={right} y1={y} y2={y} stroke="#22303C" strokeWidth={1.4 * unit} />
                  <line x1={right} x2={base.width + 14 * unit} y1={y} y2={y} stroke={SOFT} strokeWidth={0.7 * unit} />
                  <Words x={base.width + 17 * unit} y={y + 5 * unit} size={15 * unit} weight={600} fill={INK}>
                    {bare(layer.reveal.right)}
                  </Words>
                </g>
              );
            })}
            <DimensionLine axis="x" from={0} to={base.width} at={base.height + 30 * unit} text={say(base.width)} unit={unit} />
            {stack.fold === "left" && <DimensionLine axis="x" from={0} to={stack.width} at={-26 * unit} text={`score ${bare(stack.width)}`} unit={unit} />}
            <g transform={`translate(${String(-38 * unit)} ${String(base.height / 2)}) rotate(-90)`}>
              <Words size={15 * unit} weight={600} anchor="middle" fill={INK}>
                {say(base.height)}
              </Words>
            </g>
            <line x1={-24 * unit} x2={-24 * unit} y1={0} y2={base.height} stroke={INK} strokeWidth={unit} />
            <line x1={-29 * unit} x2={-19 * unit} y1={0} y2={0} stroke={INK} strokeWidth={unit} />
            <line x1={-29 * unit} x2={-19 * unit} y1={base.height} y2={base.height} stroke={INK} strokeWidth={unit} />
          </>
        )}
      </ScaleDrawing>
      <Flex gap="8px" wrap="wrap" marginTop="6px" role="group" aria-label="Colourways">
        {design.colourways.map((each, index) => (
          <button
            key={each.id}
            type="button"
            aria-pressed={index === colourway}
            onClick={() => setColourway(index)}
            style={{
              minHeight: 44,
              padding: "4px 12px",
              borderRadius: 8,
              cursor: "pointer",
              font: "inherit",
              display: "flex",
              alignItems: "center",
              gap: 8,
              border: `1.5px solid ${index === colourway ? INK : HAIR}`,
              background: PAPER,
            }}
          >
            <span style={{ display: "flex" }}>
              {each.paints.map((paint) => (
                <span
                  key={paint.hex}
                  title={`${paint.name}, ${paint.pigments}`}
                  style={{ width: 18, height: 18, borderRadius: 9, background: paint.hex, marginLeft: -5, border: `1px solid ${PAPER}` }}
                />
              ))}
            </span>
            {each.name}
          </button>
        ))}
      </Flex>
    </>
  );
}

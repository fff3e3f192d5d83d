import type { DesignRead } from "@yule/contract";
import { outlinePath, stackGeometry } from "@yule/core";
import { stackOf } from "@yule/derive";
import { memo, useMemo } from "react";
import { smallPictureUrl } from "../../../features/picture/Picture.tsx";
import { LayerShape } from "../../../features/card/LayerShape.tsx";

/** All cards of the wall are drawn to this scale, 1/320 mm to the pixel, so that a tag is small beside a card. */
const SCALE = 460;

/** One colourway of a design as a small card, true to its shape and size. */
export const CardMini = memo(function CardMini({ design, colourway }: { design: DesignRead; colourway: DesignRead["colourways"][number] }) {
  const stack = stackOf(design);
  const geometry = useMemo(() => stackGeometry(stackOf(design)), [design]);
  const { width, height } = geometry.face;
  return (
    <svg
      role="img"
      aria-label={`${design.name}, ${colourway.name}`}
      width={Math.round(width / SCALE)}
      height={Math.round(height / SCALE)}
      viewBox={`${String(-SCALE)} ${String(-SCALE)} ${String(width + 2 * SCALE)} ${String(height + 2 * SCALE)}`}
      style={{ flex: "none", display: "block", filter: "drop-shadow(0 1px 1px rgba(34,48,60,.25))" }}
    >
      <path d={outlinePath({ ...geometry.face, x: 0, y: 0, outline: stack.outline })} fill="#E4DAC6" />
      {geometry.layers.map((layer, index) => (
        <LayerShape key={`${layer.name}${String(index)}`} layer={layer} index={index} at={layer} picture={smallPictureUrl(colourway.pictureId)} unit={SCALE} />
      ))}
      {stack.hole && <circle cx={width / 2} cy={stack.hole.fromTop} r={stack.hole.width / 2} fill="var(--chakra-colors-table)" stroke="#22303C" strokeWidth={SCALE} />}
    </svg>
  );
});

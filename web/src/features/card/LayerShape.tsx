import { outlinePath, tornPath, type Layer, type PlacedOutline } from "@yule/core";
import { useId } from "react";

const MAT = ["#C9BFA8", "#8C9BA6", "#D8CDB4", "#B7A48B"];
/** A tear runs about this far into the paper: 1 1/2 mm. */
const TEAR = 480;

/** A layer as it is cut or torn, with the painting on the panel. */
export function LayerShape({ layer, index, at, picture, unit }: { layer: Layer; index: number; at: PlacedOutline; picture: string | null; unit: number }) {
  const clip = useId();
  const path = layer.edge === "torn" ? tornPath(at, TEAR) : outlinePath(at);
  const isPanel = layer.kind === "panel";
  return (
    <g>
      <path d={path} fill={isPanel ? "#FBF8F0" : (MAT[index % MAT.length] ?? "#C9BFA8")} stroke="#22303C" strokeWidth={0.8 * unit} />
      {isPanel && picture && (
        <>
          <clipPath id={clip}>
            <path d={path} />
          </clipPath>
          <image href={picture} x={at.x} y={at.y} width={at.width} height={at.height} preserveAspectRatio="xMidYMid slice" clipPath={`url(#${clip})`} />
          <path d={path} fill="none" stroke="#22303C" strokeWidth={0.8 * unit} />
        </>
      )}
    </g>
  );
}

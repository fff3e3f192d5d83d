import { Box, Button, Text } from "@chakra-ui/react";
import { outlinePath, stackGeometry, type PaintedWindow, t } from "@yule/core";
import { stackOf } from "@yule/derive";
import { LayerShape } from "../../../features/card/LayerShape.tsx";
import type { PossibleWant } from "./wants.ts";
import { againstIt } from "./windowWords.ts";

/** All cards are drawn to this scale, 1/320 mm to the pixel. */
const SCALE = 420;

/** A window as it will be: on its card with its mat, or by itself; with what is against it. */
export function FinishedCard({
  window,
  number,
  want,
  picture,
  isChosen,
  onChoose,
}: {
  window: PaintedWindow;
  number: number;
  want: PossibleWant | undefined;
  picture: string;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const { width, height } = want?.want ?? window.piece;
  const stack = want?.view ? stackOf(want.view.design) : null;
  const geometry = stack && stackGeometry(stack);
  const face = geometry?.face ?? { width, height };
  const frame = `${String(-SCALE)} ${String(-SCALE)} ${String(face.width + 2 * SCALE)} ${String(face.height + 2 * SCALE)}`;
  const against = againstIt(window);
  const name = want?.view?.need.title ?? want?.name ?? "";
  return (
    <Box width="116px" borderTop="3px solid" borderColor={isChosen ? "cannot" : "hairline"} paddingTop="8px">
      <svg
        role="img"
        aria-label={t`${name} as it will look`}
        viewBox={frame}
        width={Math.min(180, Math.round(face.width / SCALE))}
        style={{ display: "block", maxHeight: 190, marginBottom: 6 }}
      >
        {stack && geometry ? (
          <>
            <path d={outlinePath({ ...geometry.face, x: 0, y: 0, outline: stack.outline })} fill="#E4DAC6" stroke="#22303C" strokeWidth={SCALE * 0.6} />
            {geometry.layers.map((layer, index) => (
              <LayerShape key={`${layer.name}${String(index)}`} layer={layer} index={index} at={layer} picture={picture} unit={SCALE} />
            ))}
          </>
        ) : (
          <image href={picture} x={0} y={0} width={width} height={height} preserveAspectRatio="none" />
        )}
      </svg>
      <Button
        variant="ghost"
        height="auto"
        minHeight="44px"
        paddingInline="0"
        whiteSpace="normal"
        textAlign="start"
        justifyContent="flex-start"
        aria-pressed={isChosen}
        onClick={onChoose}
      >
        {number}: {name}
      </Button>
      {against !== "" && (
        <Text fontSize="15px" color="tight" lineHeight={1.3}>
          {against}
        </Text>
      )}
    </Box>
  );
}

import { Box, Flex } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { stackGeometry, t } from "@yule/core";
import { stackOf } from "@yule/derive";
import { useState } from "react";
import { pictureUrl } from "../../../features/picture/Picture.tsx";
import { HAIR, INK, PAPER } from "../../../kit/drawing.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { FrontView, InsideView, OpenView, ProfileView } from "./card/views.tsx";

const VIEWS = { "laid open": OpenView, front: FrontView, inside: InsideView, "in profile": ProfileView } as const;
type View = keyof typeof VIEWS;

const tab = (isOn: boolean) =>
  ({
    minHeight: 44,
    padding: "4px 12px",
    borderRadius: 8,
    cursor: "pointer",
    font: "inherit",
    display: "flex",
    alignItems: "center",
    gap: 8,
    border: `1.5px solid ${isOn ? INK : HAIR}`,
    background: PAPER,
  }) as const;

/** The card to scale: as it is cut and scored, from the front with its reveals, inside, and from its edge. */
export function CardDrawing({ design, inside = "" }: { design: DesignRead; inside?: string }) {
  const { say, size } = useMeasure();
  const [colourway, setColourway] = useState(0);
  const [view, setView] = useState<View>("laid open");
  const stack = stackOf(design);
  const geometry = stackGeometry(stack);
  const picture = pictureUrl(design.colourways[colourway % design.colourways.length]?.pictureId ?? null);
  const { base, score, layers } = geometry;
  const label = t`${design.name} to scale: base ${size(base.width, base.height)}${score === null ? "" : t`, scored at ${say(score)}`}${layers.map((layer) => t`, ${layer.name} ${size(layer.width, layer.height)} with reveal ${say(layer.reveal.left)}`).join("")}`;
  const Drawing = VIEWS[view];
  return (
    <>
      <Flex gap="4px 18px" wrap="wrap" role="group" aria-label={t`Seen`} marginBottom="4px">
        {(Object.keys(VIEWS) as View[]).map((each) => (
          <button
            key={each}
            type="button"
            aria-pressed={each === view}
            onClick={() => setView(each)}
            style={{
              minHeight: 44,
              padding: "4px 2px",
              cursor: "pointer",
              font: "inherit",
              fontWeight: each === view ? 700 : 400,
              borderBottom: `2.5px solid ${each === view ? INK : "transparent"}`,
            }}
          >
            {each}
          </button>
        ))}
      </Flex>
      <Box minHeight={{ base: 0, md: "400px" }}>
        <Drawing stack={stack} geometry={geometry} picture={picture} label={label} inside={inside} />
      </Box>
      <Flex gap="8px" wrap="wrap" marginTop="6px" role="group" aria-label={t`Colourways`}>
        {design.colourways.map((each, index) => (
          <button key={each.id} type="button" aria-pressed={index === colourway} onClick={() => setColourway(index)} style={tab(index === colourway)}>
            <span style={{ display: "flex" }}>
              {each.paints.map((paint) => (
                <span
                  key={paint.hex}
                  title={`${paint.name}, ${paint.pigments}`}
                  style={{ width: 18, height: 18, borderRadius: 9, background: paint.hex, marginInlineStart: -5, border: `1px solid ${PAPER}` }}
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

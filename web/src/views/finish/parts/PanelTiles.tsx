import { kindWord } from "../../../kit/kinds.ts";
import { t } from "@yule/core";
import { Box, chakra, Flex, Text } from "@chakra-ui/react";
import type { BatchRead } from "@yule/contract";
import { colourwayOf, panelOf, type NeedView } from "@yule/derive";
import { Picture } from "../../../features/picture/Picture.tsx";

interface PanelTilesProps {
  readonly view: NeedView;
  readonly batch: BatchRead;
  readonly spoilt: ReadonlyMap<string, { readonly why: string }>;
  /** Panels that wait for her word. */
  readonly waiting: ReadonlySet<string>;
  readonly chosen: string | null;
  readonly onChoose: (unitId: string) => void;
}

/** The panels of a batch as they lie, without a photo: what is judged is greyed, so that what is left is what is bright. */
export function PanelTiles({ view, batch, spoilt, waiting, chosen, onChoose }: PanelTilesProps) {
  const { width, height } = panelOf(view.design);
  return (
    <Flex role="group" aria-label={t`The panels of the batch`} wrap="wrap" gap="14px">
      {batch.units.map((unit) => {
        const way = colourwayOf(view.design, unit.colourwayId);
        const isLost = spoilt.has(unit.id) && unit.grade === null;
        const state = isLost ? kindWord("spoilt") : unit.grade ? kindWord(unit.grade) : waiting.has(unit.id) ? "" : kindWord("on the bench");
        const isChosen = unit.id === chosen;
        return (
          <chakra.button
            key={unit.id}
            type="button"
            textAlign="start"
            width="128px"
            aria-pressed={isChosen}
            aria-label={t`Panel ${String(unit.number)}, ${way?.name ?? ""}${state === "" ? "" : `, ${state}`}`}
            outline={isChosen ? "3px solid" : undefined}
            outlineColor="focus"
            outlineOffset="3px"
            borderRadius="2px"
            disabled={isLost}
            cursor={isLost ? "default" : "pointer"}
            onClick={() => onChoose(unit.id)}
          >
            <Box opacity={unit.grade !== null || isLost ? 0.4 : 1}>
              <Picture id={way?.pictureId ?? null} alt="" width="128px" ratio={height / width} />
            </Box>
            <Text marginTop="4px" fontWeight={600} fontSize="15px">
              {unit.number}, {way?.name}
            </Text>
            <Text fontSize="15px" color="softInk" minHeight="22px">
              {state}
            </Text>
          </chakra.button>
        );
      })}
    </Flex>
  );
}

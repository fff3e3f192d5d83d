import { t } from "@yule/core";
import { Box, Flex, Heading } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import type { PictureColour } from "@yule/core";
import { panelOf } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice, FormField, Tick } from "../../../kit/FormField.tsx";
import { usePhoto } from "../../../features/picture/usePhoto.ts";
import { PhotoIntake } from "../../../features/picture/PhotoIntake.tsx";
import { Straightened } from "../../../features/picture/Straightened.tsx";

/** Photos and scans of the painting, straightened, cropped to the panel, its colours taken. */
export function PicturePanel({ design }: { design: DesignRead }) {
  const [wayId, setWayId] = useState(design.colourways[0]?.id ?? "");
  const [takeColours, setTakeColours] = useState(true);
  const way = design.colourways.find((each) => each.id === wayId);
  const panel = panelOf(design);
  const ratio = panel.height / panel.width;
  const intake = usePhoto(() => ratio, "panel");
  const { cropped } = intake.photo;

  const keep = (): Promise<void> =>
    intake.keep(async (pictureId, { palette }) => {
      if (!way) return null;
      const paints = takeColours ? palette.map((colour, index) => ({ pigments: "", name: t`from the picture ${String(index + 1)}`, hex: colour.hex })) : undefined;
      const told = { id: design.id, version: design.version, colourwayId: way.id, pictureId, ...(paints ? { paints } : {}) };
      const sent = await sendCommand("change-colourway", told, { ownRefusals: true });
      return sent.state === "refused" ? sent.problem : null;
    });
  return (
    <Box marginTop="26px" maxWidth="660px">
      <PhotoIntake
        label={t`Picture`}
        intake={intake}
        heading={<Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">{t`Picture`}</Heading>}
        before={
          design.colourways.length > 1 && (
            <Box width="180px">
              <FormField label={t`Of the colourway`}>
                <Choice value={wayId} onChange={(change) => setWayId(change.target.value)} options={design.colourways.map((each) => ({ value: each.id, label: each.name }))} />
              </FormField>
            </Box>
          )
        }
      >
        <Straightened intake={intake} ratio={ratio} what="panel" onKeep={() => void keep()}>
          {cropped && <Palette colours={cropped.palette} />}
          <Tick checked={takeColours} onChange={(change) => setTakeColours(change.target.checked)}>{t`take these as its colours`}</Tick>
        </Straightened>
      </PhotoIntake>
    </Box>
  );
}

function Palette({ colours }: { colours: readonly PictureColour[] }) {
  return (
    <Flex gap="6px" marginTop="8px" aria-label={t`Its colours: ${colours.map((colour) => `${colour.hex} ${String(Math.round(colour.share * 100))} in 100`).join(", ")}`} role="img">
      {colours.map((colour) => (
        <Box key={colour.hex} width="34px" height="34px" borderRadius="17px" border="1px solid" borderColor="ink" style={{ background: colour.hex }} />
      ))}
    </Flex>
  );
}

import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import { problemFaults, type DesignRead } from "@yule/contract";
import type { PictureColour } from "@yule/core";
import { panelOf } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice, FormField, Tick } from "../../../kit/FormField.tsx";
import { CroppedPicture } from "../../../features/picture/CroppedPicture.tsx";
import { keepPicture } from "../../../features/picture/keepPicture.ts";
import { usePhoto } from "../../../features/picture/usePhoto.ts";
import { CornerPicker } from "../../../features/picture/CornerPicker.tsx";
import { PhotoIntake } from "../../../features/picture/PhotoIntake.tsx";

/** Photos and scans of the painting, straightened, cropped to the panel, its colours taken. */
export function PicturePanel({ design }: { design: DesignRead }) {
  const [wayId, setWayId] = useState(design.colourways[0]?.id ?? "");
  const [takeColours, setTakeColours] = useState(true);
  const way = design.colourways.find((each) => each.id === wayId);
  const panel = panelOf(design);
  const ratio = panel.height / panel.width;
  const intake = usePhoto(() => ratio, "panel");
  const { looked, corners, cropped, file } = intake.photo;

  /** Nothing of the design changes before the pictures are there. */
  const keep = async (): Promise<void> => {
    if (!file || !cropped || !way) return;
    intake.say("Keeping ...");
    const kept = await keepPicture(file, cropped);
    const paints = takeColours ? cropped.palette.map((colour, index) => ({ pigments: "", name: `from the picture ${String(index + 1)}`, hex: colour.hex })) : undefined;
    const problem =
      "problem" in kept
        ? kept.problem
        : await sendCommand(
            "change-colourway",
            { id: design.id, version: design.version, colourwayId: way.id, pictureId: kept.id, ...(paints ? { paints } : {}) },
            { ownRefusals: true },
          ).then((sent) => (sent.state === "refused" ? sent.problem : null));
    intake.say("");
    if (problem) intake.fail(problemFaults(problem));
    else intake.leave();
  };
  return (
    <Box marginTop="26px" maxWidth="660px">
      <PhotoIntake
        label="Picture"
        intake={intake}
        heading={
          <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
            Picture
          </Heading>
        }
        before={
          design.colourways.length > 1 && (
            <Box width="180px">
              <FormField label="Of the colourway">
                <Choice value={wayId} onChange={(change) => setWayId(change.target.value)} options={design.colourways.map((each) => ({ value: each.id, label: each.name }))} />
              </FormField>
            </Box>
          )
        }
      >
        {looked && corners && (
          <Flex gap="18px" wrap="wrap" align="flex-start" marginTop="8px">
            <CornerPicker looked={looked} corners={corners} onMoved={(now) => void intake.recrop(now)} />
            {cropped && (
              <Box flex="1" minWidth="220px">
                <CroppedPicture blob={cropped.small} ratio={ratio} what="panel" />
                <Palette colours={cropped.palette} />
                <Tick checked={takeColours} onChange={(change) => setTakeColours(change.target.checked)}>
                  take these as its colours
                </Tick>
                <Flex gap="10px" marginTop="6px">
                  <Button onClick={() => void keep()}>Keep this picture</Button>
                  <Button variant="outline" onClick={intake.leave}>
                    Leave it
                  </Button>
                </Flex>
              </Box>
            )}
          </Flex>
        )}
      </PhotoIntake>
    </Box>
  );
}

function Palette({ colours }: { colours: readonly PictureColour[] }) {
  return (
    <Flex gap="6px" marginTop="8px" aria-label={`Its colours: ${colours.map((colour) => `${colour.hex} ${String(Math.round(colour.share * 100))} in 100`).join(", ")}`} role="img">
      {colours.map((colour) => (
        <Box key={colour.hex} width="34px" height="34px" borderRadius="17px" border="1px solid" borderColor="ink" style={{ background: colour.hex }} />
      ))}
    </Flex>
  );
}

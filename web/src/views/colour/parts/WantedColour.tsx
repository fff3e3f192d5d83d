import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { hexField } from "@yule/contract";
import { labOfHex, lchOfLab, t } from "@yule/core";
import { colourWords } from "@yule/derive";
import { useState } from "react";
import { wrongWith } from "../../../features/picture/header.ts";
import { FaultLines, FilePick, FormField, TextInput } from "../../../kit/FormField.tsx";
import type { AskProps } from "../ask.ts";
import type { Repainted } from "../../../workers/colour.worker.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { Swatch } from "../../../features/meetings/wash/Swatch.tsx";
import { PixelCanvas } from "./PixelCanvas.tsx";
import { ShopPicture } from "./ShopPicture.tsx";
import { WayPicker, type ChosenWay } from "./WayPicker.tsx";

/** Where a wanted colour comes from: a paint of the design, a place on its picture, a photo, or its number. */
export function WantedColour({ wanted, onWant, outlook, chosen }: { wanted: string; onWant: (hex: string) => void; outlook: AskProps["outlook"]; chosen: ChosenWay }) {
  const [text, setText] = useState<string | null>(null);
  const [photo, setPhoto] = useState<Repainted | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const { design, way } = chosen;
  const keep = (typed: string): void => {
    const read = hexField.safeParse(typed.trim().startsWith("#") ? typed.trim() : `#${typed.trim()}`);
    setFaults(read.success ? [] : [giveInstead(typed, t`a colour such as #3a5f8c`)]);
    if (!read.success) return;
    // What was written stands in the field until another colour is chosen: one that came a moment later would be written into.
    setText(read.data.toLowerCase());
    onWant(read.data.toLowerCase());
  };
  const choose = (hex: string): void => {
    setText(null);
    onWant(hex);
  };
  const take = async (file: File): Promise<void> => {
    const wrong = await wrongWith(file);
    if (wrong) return setFaults([wrong]);
    try {
      const { shown, wasTransparent } = await colourSolver().chart(file);
      setPhoto(shown);
      setFaults(wasTransparent ? [t`What was see-through in the picture was taken for white paper.`] : []);
    } catch {
      setFaults([t`The file breaks off or cannot be read. Choose a whole PNG or JPEG.`]);
    }
  };
  return (
    <Flex flex="none" width={{ base: "100%", xl: "330px" }} direction={{ base: "row", xl: "column" }} wrap={{ base: "wrap", md: "nowrap" }} gap="14px 26px" align="flex-start">
      <Box flex="1" minWidth="260px">
        <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">{t`The wanted colour`}</Heading>
        <Flex gap="14px" align="center" marginBottom="10px">
          <Swatch hex={wanted} width={120} height={64} label={t`wanted ${wanted}`} />
          <Text fontSize="15px" color="softInk">
            {wanted}
            <br />
            {colourWords(lchOfLab(labOfHex(wanted)))}
          </Text>
        </Flex>
        <WayPicker outlook={outlook} chosen={chosen} />
        {way && way.paints.length > 0 && (
          <Flex gap="8px" wrap="wrap" marginBottom="12px">
            {way.paints.map((paint) => (
              <Button key={paint.name} size="sm" variant="outline" onClick={() => choose(paint.hex)}>
                <Box as="span" width="18px" height="18px" borderRadius="3px" display="inline-block" marginInlineEnd="8px" style={{ background: paint.hex }} aria-hidden />
                {paint.name}
              </Button>
            ))}
          </Flex>
        )}
        <Flex gap="10px" wrap="wrap" align="flex-end">
          <FormField label={t`or its number`}>
            <TextInput
              width="130px"
              value={text ?? wanted}
              onChange={(change) => setText(change.target.value)}
              onBlur={() => text !== null && keep(text)}
              onKeyDown={(key) => key.key === "Enter" && keep(text ?? wanted)}
            />
          </FormField>
          <input type="color" aria-label={t`Choose the colour`} value={wanted} onChange={(change) => choose(change.target.value)} style={{ width: 52, height: 44 }} />
          <FilePick accept="image/png,image/jpeg" onPick={(file) => void take(file)}>{t`From a photo`}</FilePick>
        </Flex>
        <FaultLines faults={faults} />
      </Box>
      <Box flex="none">
        {photo ? (
          <PixelCanvas picture={photo} width={240} label={t`Photo: press a place to take its colour`} onPick={(hex) => choose(hex)} />
        ) : (
          design && way && <ShopPicture pictureId={way.pictureId} width={240} label={t`${design.name}: press a place to take its colour`} onPick={choose} />
        )}
        <Text color="softInk" fontSize="15px" marginY="6px">{t`Press the picture where the colour is.`}</Text>
      </Box>
    </Flex>
  );
}

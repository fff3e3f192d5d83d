import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { FaultLines, FilePick } from "../../kit/FormField.tsx";
import type { usePhoto } from "./usePhoto.ts";

/** Where a photo comes in: by file, drop, paste, camera or scanner; with what is being done to it and what was wrong. */
export function PhotoIntake({
  label,
  heading,
  intake,
  before,
  children,
}: {
  label: string;
  heading?: ReactNode;
  intake: ReturnType<typeof usePhoto>;
  /** Fields in the row of the buttons. */
  before?: ReactNode;
  children?: ReactNode;
}) {
  const [over, setOver] = useState(false);
  const { photo, take, scan } = intake;
  return (
    <Box
      as="section"
      aria-label={label}
      outline={over ? "3px dashed" : undefined}
      outlineOffset="6px"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file) void take(file);
      }}
    >
      {heading}
      <Flex gap="10px" wrap="wrap" align="flex-end">
        {before}
        <FilePick accept="image/png,image/jpeg" onPick={(file) => void take(file)}>
          Choose a photo or scan
        </FilePick>
        <FilePick accept="image/*" camera onPick={(file) => void take(file)}>
          Camera
        </FilePick>
        <Button variant="outline" onClick={() => void scan()}>
          Scanner (simulated)
        </Button>
      </Flex>
      <Text color="softInk" marginTop="6px" aria-live="polite">
        {photo.looked?.seeThrough && "What was see-through in it was taken for white paper. "}
        {photo.state || (photo.looked ? "Pull the corners onto the paper’s own; arrow keys move them too." : "Or drop it here, or paste it.")}
      </Text>
      <FaultLines faults={photo.faults} />
      {children}
    </Box>
  );
}

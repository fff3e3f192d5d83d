import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import type { Fault } from "@yule/core";
import { FaultLines, FilePick } from "../../kit/FormField.tsx";

/** What takes a photo in: what is going on with it, what was wrong, and the two ways in. */
export interface Intake {
  readonly photo: { readonly state: string; readonly faults: readonly (Fault | string)[] };
  readonly take: (file: Blob) => Promise<void>;
  readonly scan: () => Promise<void>;
  /** What is to be done where nothing is going on. */
  readonly hint: string;
}

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
  intake: Intake;
  /** Fields in the row of the buttons. */
  before?: ReactNode;
  children?: ReactNode;
}) {
  const [over, setOver] = useState(false);
  const { photo, take, scan, hint } = intake;
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
        <FilePick accept="image/png,image/jpeg" onPick={(file) => void take(file)}>{t`Choose a photo or scan`}</FilePick>
        <FilePick accept="image/*" camera onPick={(file) => void take(file)}>{t`Camera`}</FilePick>
        <Button variant="outline" onClick={() => void scan()}>{t`Scanner (simulated)`}</Button>
      </Flex>
      <Text color="softInk" marginTop="6px" aria-live="polite">
        {photo.state || hint}
      </Text>
      <FaultLines faults={photo.faults} />
      {children}
    </Box>
  );
}

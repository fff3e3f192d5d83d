import { t } from "@yule/core";
import { Box, Button, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { CornerPicker } from "./CornerPicker.tsx";
import { CroppedPicture } from "./CroppedPicture.tsx";
import type { usePhoto } from "./usePhoto.ts";

interface StraightenedProps {
  readonly intake: ReturnType<typeof usePhoto>;
  /** Height by width, and what it is called. */
  readonly ratio: number;
  readonly what: string;
  readonly onKeep: () => void;
  /** What else is decided with it. */
  readonly children?: ReactNode;
}

/** A photo with its corners, and what they cut out of it, to be kept or left. */
export function Straightened({ intake, ratio, what, onKeep, children }: StraightenedProps) {
  const { looked, corners, cropped } = intake.photo;
  if (!looked || !corners) return null;
  return (
    <Flex gap="18px" wrap="wrap" align="flex-start" marginTop="8px">
      <CornerPicker looked={looked} corners={corners} onMoved={(now) => void intake.recrop(now)} />
      {cropped && (
        <Box flex="1" minWidth="220px">
          <CroppedPicture blob={cropped.small} ratio={ratio} what={what} />
          {children}
          <Flex gap="10px" marginTop="8px">
            <Button onClick={onKeep}>{t`Keep this picture`}</Button>
            <Button variant="outline" onClick={intake.leave}>{t`Leave it`}</Button>
          </Flex>
        </Box>
      )}
    </Flex>
  );
}

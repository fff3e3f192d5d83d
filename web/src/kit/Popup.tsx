import { Popover, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A slip of paper that opens beside what was pressed; Escape or a press elsewhere closes it. */
export function Popup({ trigger, children, placement = "bottom-start" }: { trigger: ReactNode; children: ReactNode; placement?: "bottom-start" | "bottom-end" }) {
  return (
    <Popover.Root positioning={{ placement }} lazyMount unmountOnExit>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content
            bg="paper"
            color="ink"
            border="1.5px solid"
            borderColor="ink"
            borderRadius="8px"
            boxShadow="none"
            padding="16px"
            width="min(430px, 92vw)"
            maxHeight="60vh"
            overflowY="auto"
            fontSize="16px"
          >
            {children}
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}

import { t } from "@yule/core";
import { X } from "lucide-react";
import { Box, Dialog as Frame, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A sheet laid over the table. Escape or its cross closes it. */
export function Dialog({ title, onClose, wide = false, children }: { title: string; onClose: () => void; wide?: boolean; children: ReactNode }) {
  return (
    <Frame.Root open onOpenChange={({ open }) => !open && onClose()} placement="center" scrollBehavior="inside">
      <Portal>
        <Frame.Backdrop bg="rgba(23,28,34,.45)" />
        <Frame.Positioner>
          <Frame.Content bg="paper" color="ink" borderRadius="12px" boxShadow="0 6px 30px rgba(0,0,0,.3)" maxWidth={wide ? "860px" : "640px"} width="94vw">
            <Frame.Header padding="22px 26px 6px">
              <Frame.Title fontFamily="heading" fontSize="24px" fontWeight={600}>
                {title}
              </Frame.Title>
            </Frame.Header>
            <Frame.Body padding="8px 26px 26px">
              <Box>{children}</Box>
            </Frame.Body>
            <Frame.CloseTrigger asChild position="absolute" top="10px" right="12px">
              <button type="button" aria-label={t`Close`} style={{ width: 44, height: 44, display: "grid", placeItems: "center", cursor: "pointer" }}>
                <X size={22} aria-hidden />
              </button>
            </Frame.CloseTrigger>
          </Frame.Content>
        </Frame.Positioner>
      </Portal>
    </Frame.Root>
  );
}

import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** Fields side by side, each as wide as what is written in it, on as many lines as they need; a button after them stands as low as they do. */
export function FieldRow({ children }: { children: ReactNode }) {
  return (
    <Flex gap="14px" wrap="wrap" align="flex-end" css={{ "& > *": { width: "auto", flex: "none" } }}>
      {children}
    </Flex>
  );
}

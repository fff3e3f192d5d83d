import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** Fields side by side, each as wide as what is written in it, on as many lines as they need, their labels on one line also where one of them has a fault below it. */
export function FieldRow({ children }: { children: ReactNode }) {
  return (
    <Flex gap="14px" wrap="wrap" align="flex-start" css={{ "& > *": { width: "auto", flex: "none" } }}>
      {children}
    </Flex>
  );
}

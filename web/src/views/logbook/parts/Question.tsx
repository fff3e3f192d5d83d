import { Box, Heading } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A part of the page that answers the question above it. */
export function Question({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={title} marginTop="26px" maxWidth="860px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
        {title}
      </Heading>
      {children}
    </Box>
  );
}

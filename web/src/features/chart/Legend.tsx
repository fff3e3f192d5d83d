import { Box, Flex } from "@chakra-ui/react";
import type { ChartLook, ChartToken } from "./look.ts";

const FILLED: Readonly<Record<ChartLook, (token: ChartToken) => object>> = {
  solid: (token) => ({ bg: token }),
  striped: (token) => ({ backgroundImage: `repeating-linear-gradient(45deg, var(--chakra-colors-${dashed(token)}) 0 1.5px, transparent 1.5px 5px)` }),
  outlined: () => ({ bg: "transparent" }),
};
const dashed = (token: string): string => token.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

/** Which series is which, by pattern and by name. */
export const Legend = ({ series }: { series: readonly { readonly name: string; readonly look: ChartLook; readonly token: ChartToken }[] }) => (
  <Flex aria-hidden gap="4px 18px" wrap="wrap" fontSize="15px" marginBottom="4px">
    {series.map(({ name, look, token }) => (
      <Flex key={name} gap="6px" align="center">
        <Box width="16px" height="12px" border="1.5px solid" borderColor={token} {...FILLED[look](token)} />
        {name}
      </Flex>
    ))}
  </Flex>
);

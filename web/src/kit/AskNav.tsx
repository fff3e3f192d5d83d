import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";

/** The questions of a view, the one that is asked underlined; each has its own address. `children` stand at the end of the line. */
export function AskNav({
  label,
  asks,
  asked,
  to,
  children,
}: {
  label: string;
  asks: readonly { readonly key: string; readonly label: () => string }[];
  asked: string;
  to: (key: string) => string;
  children?: ReactNode;
}) {
  return (
    <Flex as="nav" aria-label={label} wrap="wrap" gap="0 18px" marginBottom="10px" align="center">
      {asks.map((ask) => (
        <Link
          key={ask.key}
          to={to(ask.key)}
          aria-current={ask.key === asked ? "page" : undefined}
          style={{
            minHeight: 44,
            display: "inline-flex",
            alignItems: "center",
            fontWeight: ask.key === asked ? 700 : 400,
            textDecoration: ask.key === asked ? "underline" : "none",
            textDecorationThickness: 2,
            textUnderlineOffset: 7,
          }}
        >
          {ask.label()}
        </Link>
      ))}
      {children && <Box flex="1" />}
      {children}
    </Flex>
  );
}

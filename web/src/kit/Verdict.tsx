import { t } from "@yule/core";
import { Box, Heading, Text, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Popup } from "./Popup.tsx";

const FigureButton = chakra("button", {
  base: {
    font: "inherit",
    letterSpacing: "inherit",
    cursor: "pointer",
    borderBottom: "2px dotted",
    borderColor: "currentColor",
    lineHeight: 1.15,
    paddingInline: "1px",
    borderRadius: 0,
    textAlign: "inherit",
  },
});

export type Tone = "ink" | "softInk" | "safe" | "tight" | "risk" | "cannot" | "wet";

/** A figure of the verdict that can be pressed for its why: the rule, the numbers, what would change it. */
export function Figure({ children, why, tone = "ink" }: { children: ReactNode; why: ReactNode; tone?: Tone }) {
  return (
    <Popup
      trigger={
        <FigureButton type="button" color={tone} title={t`Why?`}>
          {children}
        </FigureButton>
      }
    >
      <Text fontWeight={700} marginBottom="6px">{t`Why`}</Text>
      <Box>{why}</Box>
    </Popup>
  );
}

/** What the view decides today. It is read out first. */
export function Verdict({ children }: { children: ReactNode }) {
  return (
    <Heading
      as="h1"
      id="verdict"
      tabIndex={-1}
      fontWeight={500}
      fontSize={{ base: "22px", md: "28px" }}
      lineHeight={1.28}
      letterSpacing="-0.01em"
      maxWidth="33em"
      textWrap="pretty"
      marginBottom="18px"
      _focusVisible={{ outline: "none" }}
    >
      {children}
    </Heading>
  );
}

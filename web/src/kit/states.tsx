import { t } from "@yule/core";
import { faultText, useSpeech } from "./measure.tsx";
import { Box, chakra, Flex, Skeleton, Text } from "@chakra-ui/react";
import { problemFaults, type Problem, problemTitle } from "@yule/contract";
import { STAND_WORDS, type NeedStand } from "@yule/derive";
import type { ReactNode } from "react";

/** Hatches beside the colours, so that a state is seen without them: dots for tight, a band for at risk, stripes for cannot, waves for wet. */
export const HATCH: Readonly<Record<NeedStand | "wet", string>> = {
  safe: "none",
  tight: "radial-gradient(circle at 2px 2px, rgba(255,255,255,.95) 1.1px, transparent 1.4px) 0 0 / 5px 5px",
  "at risk": "linear-gradient(transparent 0 38%, rgba(255,255,255,.9) 38% 62%, transparent 62%)",
  unknown: "none",
  cannot: "repeating-linear-gradient(135deg, rgba(255,255,255,.75) 0 2px, transparent 2px 6px)",
  wet: "url(\"data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='14' height='6'%3E%3Cpath d='M0 3q3.5-4 7 0t7 0' fill='none' stroke='white' stroke-width='1.4'/%3E%3C/svg%3E\") 0 0 / 14px 6px",
};

const FILL = { safe: "safeFill", tight: "tightFill", "at risk": "riskFill", cannot: "cannotFill", unknown: "transparent" } as const;
/** The colour of a state's words. */
export const STAND_COLOUR = { safe: "safe", tight: "tight", "at risk": "risk", cannot: "cannot", unknown: "softInk" } as const;
/** Its outline: round, square, a corner cut, on its point. */
const SHAPE: Readonly<Record<NeedStand, string | undefined>> = {
  safe: "circle(50%)",
  tight: undefined,
  "at risk": "polygon(50% 0, 100% 100%, 0 100%)",
  cannot: "polygon(50% 0, 100% 50%, 50% 100%, 0 50%)",
  unknown: undefined,
};

/** A small mark with a state's shape, colour and texture. */
export function StateMark({ state, size = 15 }: { state: NeedStand; size?: number }) {
  return (
    <Box
      as="span"
      display="inline-block"
      flex="none"
      width={`${String(size)}px`}
      height={`${String(size)}px`}
      borderRadius="3px"
      clipPath={SHAPE[state]}
      border={state === "unknown" ? "1.5px dashed" : undefined}
      borderColor="softInk"
      bg={FILL[state]}
      forcedColorAdjust="none"
      backgroundImage={HATCH[state].split(" 0 0 /")[0]}
      backgroundSize={HATCH[state].split("/ ")[1]}
      aria-hidden
    />
  );
}

export function StateWord({ state, children }: { state: NeedStand; children?: ReactNode }) {
  return (
    <Flex as="span" display="inline-flex" align="center" gap="7px" color={STAND_COLOUR[state]}>
      <StateMark state={state} />
      {children ?? STAND_WORDS[state]}
    </Flex>
  );
}

const Panel = chakra("div", { base: { border: "1.5px dashed", borderColor: "softInk", borderRadius: "10px", padding: "20px", maxWidth: "560px" } });

/** An empty state teaches: what the view will decide, and the first step. */
export function Teach({ title, children, step }: { title: string; children: ReactNode; step?: ReactNode }) {
  return (
    <Panel>
      <Text fontFamily="heading" fontSize="20px" marginBottom="6px">
        {title}
      </Text>
      <Box color="softInk" marginBottom={step ? "16px" : 0}>
        {children}
      </Box>
      {step}
    </Panel>
  );
}

/** What went wrong, with each fault's field, what was given and what is allowed. */
export function ProblemNote({ problem }: { problem: Problem }) {
  const speech = useSpeech();
  return (
    <Box role="alert" border="1.5px solid" borderColor="cannot" borderRadius="10px" padding="12px 16px" color="cannot" marginY="12px" maxWidth="640px">
      <Text fontWeight={700}>{problemTitle(problem)}</Text>
      {problemFaults(problem)
        .map((fault) => faultText(fault, speech))
        .map((line) => (
          <Text key={line}>{line}</Text>
        ))}
    </Box>
  );
}

export function Caution({ children }: { children: ReactNode }) {
  return (
    <Text fontSize="14px" color="softInk" borderInlineStart="3px solid" borderColor="tightFill" paddingInlineStart="10px" marginTop="18px" maxWidth="52em">
      {children}
    </Text>
  );
}

/** While the season is being read. */
export function Loading() {
  return (
    <Box aria-busy="true" aria-label={t`Reading the shop`}>
      <Skeleton height="34px" width="70%" marginBottom="12px" borderRadius="6px" />
      <Skeleton height="34px" width="48%" marginBottom="32px" borderRadius="6px" />
      {[0, 1, 2, 3].map((row) => (
        <Skeleton key={row} height="48px" marginBottom="12px" borderRadius="6px" />
      ))}
    </Box>
  );
}

import { t, wordsFor, listOf } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Problem } from "@yule/contract";
import { STAGES_OF_A_CARD, standingOf, type NeedView, type Outlook, type CardStage } from "@yule/derive";
import { sendCommand } from "../../../data/outbox.ts";
import { INK, PAPER } from "../../../kit/drawing.tsx";
import { ProblemNote } from "../../../kit/states.tsx";

const WORDS: Readonly<Record<CardStage, string>> = wordsFor({
  posted: () => t`gone`,
  made: () => t`made`,
  good: () => t`good panels`,
  wet: () => t`wet`,
  bench: () => t`on the bench`,
  spare: () => t`there to use`,
  "to paint": () => t`to paint`,
});
const MOST_DRAWN = 48;
const [WIDE, HIGH, GAP, PER_ROW] = [15, 19, 4, 14];

/** Each card of a need as a small card: made, painted, wet, or not yet begun. And what lies there that could serve it. */
export function Standing({ view, outlook }: { view: NeedView; outlook: Outlook }) {
  const standing = standingOf(view, outlook.now);
  // Of many cards, each small one stands for several.
  const each = Math.max(1, Math.ceil(view.cards / MOST_DRAWN));
  const drawn = STAGES_OF_A_CARD.flatMap((stage) => Array.from({ length: Math.round(standing[stage] / each) }, () => stage));
  const said = STAGES_OF_A_CARD.filter((stage) => standing[stage] > 0).map((stage) => `${String(standing[stage])} ${WORDS[stage]}`);
  const rows = Math.ceil(drawn.length / PER_ROW);
  return (
    <Box as="section" aria-label={t`Where it stands`} marginBottom="18px">
      <svg width={PER_ROW * (WIDE + GAP)} height={rows * (HIGH + GAP)} role="img" aria-label={said.join(", ")} style={{ display: "block" }}>
        {drawn.map((stage, index) => (
          <SmallCard key={index} stage={stage} x={(index % PER_ROW) * (WIDE + GAP) + 1} y={Math.floor(index / PER_ROW) * (HIGH + GAP) + 1} />
        ))}
      </svg>
      <Text marginTop="6px">
        {said.join(" · ")}
        {each > 1 ? t` (each small card is ${String(each)})` : ""}
      </Text>
      {view.serving && <Serve view={view} />}
    </Box>
  );
}

function SmallCard({ stage, x, y }: { stage: CardStage; x: number; y: number }) {
  const [width, height] = [WIDE - 2, HIGH - 2];
  const fill = stage === "posted" || stage === "made" ? INK : stage === "good" ? "var(--chakra-colors-safe-fill)" : stage === "wet" ? "var(--chakra-colors-wet)" : PAPER;
  return (
    <g transform={`translate(${String(x)} ${String(y)})`} opacity={stage === "posted" ? 0.45 : 1}>
      <rect width={width} height={height} rx={1.5} fill={fill} stroke={INK} strokeWidth={1.2} strokeDasharray={stage === "to paint" || stage === "spare" ? "2.5 2" : undefined} />
      {stage === "wet" && <rect width={width} height={height} fill="url(#hatch-wet)" />}
      {stage === "bench" && <line x1={3} x2={width - 3} y1={height - 5} y2={height - 5} stroke={INK} strokeWidth={1.5} />}
      {stage === "spare" && <path d={`M${String(width / 2)} 4 l4 4.5 l-4 4.5 l-4 -4.5Z`} fill={INK} />}
    </g>
  );
}

/** One tap gives it what is there before anything is painted. */
function Serve({ view }: { view: NeedView }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const { units, cards } = view.serving ?? { units: [], cards: [] };
  const ready = cards.reduce((sum, each) => sum + each.quantity, 0);
  const words = [
    ready > 0 && t`${String(ready)} finished ${ready === 1 ? t`card is` : t`cards are`} left over`,
    units.length > 0 && t`${String(units.length)} ${units.length === 1 ? t`panel lies` : t`panels lie`} in the stash`,
  ].filter((each) => each !== false);
  const serve = async (): Promise<void> => {
    const sent = await sendCommand(
      "serve-need",
      { needId: view.need.id, unitIds: [...units], lines: cards.map(({ line, quantity }) => ({ lineId: line, quantity })) },
      { ownRefusals: true },
    );
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <>
      <Flex gap="12px" align="center" marginTop="8px" wrap="wrap">
        <Text flex="1" minWidth="200px">
          {t`${listOf(words)}: paint ${units.length + ready} fewer.`}
        </Text>
        <Button size="sm" onClick={() => void serve()}>
          {t`Use ${units.length + ready === 1 ? t`it` : t`them`}`}
        </Button>
      </Flex>
      {problem && <ProblemNote problem={problem} />}
    </>
  );
}

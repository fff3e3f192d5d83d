import { t } from "@yule/core";
import { Box, Flex, Text } from "@chakra-ui/react";
import { memo, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import { Choice } from "../../../kit/FormField.tsx";
import { useLive, useSaid } from "../live.ts";
import { Board } from "./Board.tsx";

/** So many boards are drawn; what else lies on the table is chosen by name. */
export const MOST_BOARDS = 2;

/** Boards beside each other, or below each other where their clocks would be too small to read from a metre. */
export function BoardRow({ children }: { children: ReactNode }) {
  return (
    <Box display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "repeat(auto-fit, minmax(300px, 1fr))" }} gap="22px" alignItems="start">
      {children}
    </Box>
  );
}

/** The boards that are drawn, the one at hand first. */
export function Boards() {
  const { boards, lying, next, now, chosen, choose } = useLive();
  return (
    <BoardRow>
      {boards.map((on) => (
        <div key={on.batch.id} style={{ minWidth: 0 }}>
          <Board
            on={on}
            now={now}
            next={on === next.on && next.move.kind === "do" ? (next.move.units[0] ?? null) : null}
            chosen={chosen}
            onChoose={(units) => choose(new Set([...units].filter((unit) => on.states.some((state) => state.unit === unit))))}
            titled={lying.length > 1}
            isSmall={boards.length > 1}
          />
        </div>
      ))}
    </BoardRow>
  );
}

/** Which board is drawn first, where more lie on the table than are drawn. */
export const WhichBoard = memo(function WhichBoard() {
  const { lying, boards } = useSaid();
  const [, setParams] = useSearchParams();
  if (lying.length <= boards.length) return null;
  return (
    <Flex align="center" gap="12px" marginTop="20px" maxWidth="480px">
      <Text flex="none">{t`On the board`}</Text>
      <Choice
        aria-label={t`Which batch`}
        value={boards[0].view.need.id}
        onChange={(change) => setParams({ need: change.target.value })}
        options={lying.map(({ view, batch }) => ({ value: view.need.id, label: t`${view.need.title}, ${String(batch.units.length)} panels` }))}
      />
    </Flex>
  );
});

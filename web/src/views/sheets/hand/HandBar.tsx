import { Button, Flex, Text } from "@chakra-ui/react";
import { money, type Split, t } from "@yule/core";
import { sheetsAndOffcuts, takenOf } from "@yule/derive";
import type { useByHand } from "./useByHand.ts";
import { printMoney } from "../../../kit/say.ts";

/** What moving by hand costs, and the way back. */
export function HandBar({ hand, before, currency, isOn, onDone }: { hand: ReturnType<typeof useByHand>; before: Split; currency: string; isOn: boolean; onDone: () => void }) {
  if (!isOn && hand.moves === 0) return null;
  const now = hand.split ?? before;
  const [was, is] = [takenOf(before), takenOf(now)];
  const more = { sheets: Math.max(0, is.sheets - was.sheets), offcuts: Math.max(0, is.offcuts - was.offcuts) };
  const cost = now.cost - before.cost;
  const lost = now.unplaced.reduce((sum, each) => sum + each.count, 0) - before.unplaced.reduce((sum, each) => sum + each.count, 0);
  const pieces = lost === 1 ? t`piece comes` : t`pieces come`;
  const words = hand.isImpossible
    ? t`No straight cuts free the pieces held like that, so it was put back.`
    : hand.isBusy
      ? t`The rest is laid around it ...`
      : hand.moves === 0
        ? t`Pull a piece, or move it by arrow keys, with Shift in wide steps: it is held there, and the rest is laid around it.`
        : lost > 0
          ? t`Held so, ${String(lost)} ${pieces} out of no sheet any more.`
          : more.sheets > 0 || more.offcuts > 0 || cost > 0
            ? t`Held so, it takes ${sheetsAndOffcuts(more)} more: ${printMoney(money(cost), currency)}.`
            : t`Held so, it takes no sheet more.`;
  return (
    <Flex gap="4px 10px" wrap="wrap" align="center" marginBottom="6px">
      <Text role="status" color={hand.isImpossible || lost > 0 ? "cannot" : "ink"} marginInlineEnd="8px">
        {words}
      </Text>
      {hand.moves > 0 && (
        <>
          <Button variant="outline" disabled={hand.isBusy} onClick={hand.undo}>{t`Undo the last move`}</Button>
          <Button variant="ghost" disabled={hand.isBusy} onClick={hand.begin}>{t`As it was worked out`}</Button>
        </>
      )}
      {isOn && <Button variant="ghost" onClick={onDone}>{t`Done moving`}</Button>}
    </Flex>
  );
}

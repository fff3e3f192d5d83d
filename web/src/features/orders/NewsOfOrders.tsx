import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { OrdersRead, Problem } from "@yule/contract";
import { day, money, t } from "@yule/core";
import type { NeedView, Outlook } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../data/outbox.ts";
import { ProblemNote } from "../../kit/states.tsx";
import { printDay, printMoney } from "../../kit/say.ts";
import { cardsOf } from "../../kit/counts.ts";

type News = OrdersRead["news"][number];

/** What the feed tells of orders that were taken, with what follows here; taken up or left, one by one or all. */
export function NewsOfOrders({ news, outlook }: { news: readonly News[]; outlook: Outlook }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  if (news.length === 0) return null;
  const take = async (refs: readonly string[], isLeft = false): Promise<void> => {
    const sent = await sendCommand("take-news", { refs: [...refs], isLeft }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <Box as="section" aria-label={t`What the feed tells of your orders`} marginTop="14px" maxWidth="900px">
      <Heading as="h3" fontSize="18px">{t`What the feed tells of your orders`}</Heading>
      <Box as="ul" listStyleType="none">
        {news.map((each) => (
          <Flex as="li" key={each.ref} borderTop="1px solid" borderColor="hairline" paddingY="8px" gap="8px 14px" align="center" wrap="wrap">
            <Box flex="1" minWidth="240px">
              <Text fontWeight={600} overflowWrap="anywhere">
                {each.title}, {printDay(day(each.on))}
              </Text>
              <Text>{wordsOfNews(each, outlook)}</Text>
            </Box>
            <Button aria-label={t`Take up what is told of ${each.title}, ${each.ref}`} onClick={() => void take([each.ref])}>{t`Take it up`}</Button>
            <Button variant="outline" aria-label={t`Leave what is told of ${each.title}, ${each.ref}`} onClick={() => void take([each.ref], true)}>{t`Leave it`}</Button>
          </Flex>
        ))}
      </Box>
      {problem && <ProblemNote problem={problem} />}
      {news.length > 1 && (
        <Button marginTop="8px" onClick={() => void take(news.map(({ ref }) => ref))}>
          {t`Take up all ${news.length}`}
        </Button>
      )}
    </Box>
  );
}

/** What was told, and what taking it up does here. */
export function wordsOfNews({ kind, quantity, minor, needId }: News, { needs, shop: { currency } }: Pick<Outlook, "needs" | "shop">): string {
  const view = needs.find(({ need }) => need.id === needId);
  const sum = minor === null ? "" : printMoney(money(minor), currency);
  if (kind === "paid") return t`${sum} is paid.`;
  if (kind === "refunded") return t`${sum} goes back to the buyer.`;
  if (!view) return kind === "changed" ? t`It was changed, but it is not in this season.` : t`It was cancelled, and it is not in this season.`;
  if (kind === "changed")
    return quantity === null || quantity === view.cards
      ? t`It costs ${sum} from now on.`
      : t`${cardsOf(view.cards)} ${view.cards === 1 ? t`becomes` : t`become`} ${String(quantity)}${minor === null ? "" : t`, for ${sum}`}. The plan follows.`;
  return t`It is cancelled. ${afterCancelling(view)}`;
}

function afterCancelling({ assembled, batches }: NeedView): string {
  if (assembled > 0) return t`${cardsOf(assembled)} ${assembled === 1 ? t`is` : t`are`} made for it: offered in the shop from now on.`;
  if (batches.length > 0) return t`Its panels are begun: they are finished for the stash.`;
  return t`Nothing is begun of it, and it is taken out of the season.`;
}

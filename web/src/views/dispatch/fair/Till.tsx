import { Box, Button, chakra, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import type { FairRead, Problem, SaleRead } from "@yule/contract";
import { money, minuteOfDayAt, soldSoFar, takenIn, t } from "@yule/core";
import { colourwayOf, fairSum } from "@yule/derive";
import { useEffect, useMemo, useRef, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { presentMoment } from "../../../data/serverClock.ts";
import { Picture } from "../../../features/picture/Picture.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { ProblemNote } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import { useView } from "../../../plan/useOutlet.ts";
import { CloseFair } from "./CloseFair.tsx";
import { Tender } from "./Tender.tsx";

import { printMoney, printTime } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

const Tile = chakra("button", {
  base: { font: "inherit", textAlign: "start", cursor: "pointer", minHeight: "44px", padding: "6px", border: "1.5px solid", borderColor: "ink", bg: "paper", position: "relative" },
});

/** A card on the stall, as the till shows it. */
interface OnStall {
  readonly id: string;
  readonly name: string;
  readonly pictureId: string | null;
  readonly price: number;
  readonly left: number;
}

/** The till for the day: a card is pressed, then how it was paid. It needs no network: what was rung up goes up later. Counting the tin at the end is the maker's. */
export function Till({ fair, onBack, onOver }: { fair: FairRead; onBack?: () => void; onOver?: () => void }) {
  const { designs, shop } = useView();
  const say = (minor: number): string => printMoney(money(minor), shop.currency);
  const [basket, setBasket] = useState<ReadonlyMap<string, number>>(new Map());
  const [asked, setAsked] = useState<"cash" | "back" | "end" | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const stall = useMemo((): OnStall[] => {
    const gone = soldSoFar(fair.sales);
    return fair.goods.map(({ colourwayId, designId, brought, priceMinor }) => {
      const design = designs.find(({ id }) => id === designId);
      const colourway = design && colourwayOf(design, colourwayId);
      return {
        ...{ id: colourwayId, name: `${design?.name ?? t`Card`}, ${colourway?.name ?? ""}`, pictureId: colourway?.pictureId ?? null },
        ...{ price: priceMinor, left: brought - (gone.get(colourwayId) ?? 0) },
      };
    });
  }, [fair, designs]);
  const lines = stall.flatMap(({ id, price }) => (basket.has(id) ? [{ colourwayId: id, quantity: basket.get(id) ?? 0, priceMinor: price }] : []));
  const due = lines.reduce((sum, { quantity, priceMinor }) => sum + quantity * priceMinor, 0);
  const cards = lines.reduce((sum, { quantity }) => sum + quantity, 0);
  const add = (id: string, by: number): void =>
    setBasket((before) => {
      const next = new Map(before);
      next.set(id, Math.max(0, (before.get(id) ?? 0) + by));
      if (next.get(id) === 0) next.delete(id);
      return next;
    });
  const ring = (how: { paid: "cash" | "card"; tenderMinor?: number; tipMinor?: number; isBack?: boolean }): void => {
    // What was bought is gone from the table whether the server hears of it now or tonight.
    setBasket(new Map());
    setAsked(null);
    void sendCommand("ring-up", { id: v7(), fairId: fair.id, at: presentMoment().toISOString(), lines, ...how }, { quiet: true, ownRefusals: true }).then((sent) =>
      setProblem(sent.state === "refused" ? sent.problem : null),
    );
  };
  const sum = fairSum(fair);
  const top = useRef<HTMLDivElement>(null);
  // On a phone the season's ruler is of no use to who serves a buyer.
  useEffect(() => {
    top.current?.scrollIntoView();
  }, []);
  if (asked === "end" && onOver)
    return <CloseFair fair={fair} names={new Map(stall.map(({ id, name, left }) => [id, { name, left }]))} onBack={() => setAsked(null)} onOver={onOver} />;
  return (
    <>
      <div ref={top} />
      <Verdict>{t`${fair.title}: ${sum.sold} of ${cardsOf(sum.brought)} sold, ${say(sum.taken)} taken.`}</Verdict>
      {problem && <ProblemNote problem={problem} />}
      <Tiles stall={stall} basket={basket} say={say} onPress={(id) => add(id, 1)} />
      {/* Room for what stands over the lower edge. */}
      <Box paddingTop="12px" paddingBottom="200px">
        {fair.sales.length > 0 && <SalesSoFar sales={fair.sales} say={say} timeZone={shop.timeZone} />}
      </Box>
      <Box position="fixed" insetX="0" bottom="0" bg="paper" borderTop="2px solid" borderColor="ink" padding="10px 16px" zIndex={5}>
        {asked === "cash" ? (
          <Tender due={due} currency={shop.currency} onPaid={(tenderMinor, tipMinor) => ring({ paid: "cash", tenderMinor, tipMinor })} onBack={() => setAsked(null)} />
        ) : asked === "back" ? (
          <Flex gap="10px" wrap="wrap" align="center" role="group" aria-label={t`Cards that come back`}>
            <Heading as="h2" fontSize="22px" flex="1 1 180px">
              {t`${cardsOf(cards)} ${cards === 1 ? t`comes` : t`come`} back: give ${say(due)}`}
            </Heading>
            <Button size="xl" onClick={() => ring({ paid: "cash", isBack: true })}>{t`Given in cash`}</Button>
            <Button size="xl" onClick={() => ring({ paid: "card", isBack: true })}>{t`Given on the card`}</Button>
            <Button variant="ghost" onClick={() => setAsked(null)}>{t`Back to the sale`}</Button>
          </Flex>
        ) : (
          <Flex gap="10px" wrap="wrap" align="center">
            <Heading as="h2" fontSize="22px" flex="1 1 180px">
              {cards === 0 ? t`Press what is bought` : `${cardsOf(cards)}, ${say(due)}`}
            </Heading>
            {cards > 0 && <Button variant="ghost" onClick={() => add(lines.at(-1)?.colourwayId ?? "", -1)}>{t`One fewer`}</Button>}
            <Button size="xl" disabled={cards === 0} onClick={() => setAsked("cash")}>{t`Cash`}</Button>
            <Button size="xl" disabled={cards === 0} onClick={() => ring({ paid: "card" })}>{t`Card, it is paid`}</Button>
            <Button size="xl" variant="outline" disabled={cards === 0} onClick={() => setAsked("back")}>{t`Take cards back`}</Button>
          </Flex>
        )}
        {asked === null && (
          <Flex gap="16px" marginTop="6px" align="center" wrap="wrap">
            {onBack && <Button variant="ghost" size="sm" minHeight="44px" paddingInline="0" onClick={onBack}>{t`Back to the plan`}</Button>}
            {onOver && <Button variant="ghost" size="sm" minHeight="44px" paddingInline="0" onClick={() => setAsked("end")}>{t`Count the end of the fair`}</Button>}
            <Text color="softInk" fontSize="15px">{t`Nothing is paid here: cash and card are noted.`}</Text>
          </Flex>
        )}
      </Box>
    </>
  );
}
/** What stands on the table, each card a big picture to press. */
function Tiles({ stall, basket, say, onPress }: { stall: readonly OnStall[]; basket: ReadonlyMap<string, number>; say: (minor: number) => string; onPress: (id: string) => void }) {
  return (
    <Grid templateColumns={{ base: "repeat(2, 1fr)", sm: "repeat(3, 1fr)", lg: "repeat(5, 1fr)" }} gap="10px">
      {stall.map((each) => (
        <Tile
          key={each.id}
          type="button"
          onClick={() => onPress(each.id)}
          opacity={each.left <= 0 ? 0.6 : 1}
          borderStyle={each.left <= 0 ? "dashed" : "solid"}
          aria-label={`${each.name}, ${say(each.price)}, ${each.left <= 0 ? t`sold out` : t`${String(each.left)} left`}`}
        >
          <Picture id={each.pictureId} alt="" width="100%" ratio={4 / 3} />
          <Text fontWeight={700} marginTop="4px" lineHeight={1.2} overflowWrap="anywhere">
            {each.name}
          </Text>
          <Text>
            {say(each.price)}, {each.left <= 0 ? <b>{t`sold out`}</b> : t`${String(each.left)} left`}
          </Text>
          {basket.has(each.id) && (
            <Flex position="absolute" top="0" right="0" bg="ink" color="paper" minWidth="44px" height="44px" align="center" justify="center" fontWeight={700} fontSize="20px">
              {basket.get(each.id)}
            </Flex>
          )}
        </Tile>
      ))}
    </Grid>
  );
}

function SalesSoFar({ sales, say, timeZone }: { sales: readonly SaleRead[]; say: (minor: number) => string; timeZone: string }) {
  return (
    <Fold title={t`${String(sales.length)} sales so far`}>
      {[...sales]
        .reverse()
        .slice(0, SHOWN)
        .map((sale) => (
          <Text key={sale.id}>
            {printTime(minuteOfDayAt(new Date(sale.at), timeZone))}: {cardsOf(sale.lines.reduce((all, { quantity }) => all + quantity, 0))}{" "}
            {sale.isBack ? t`came back, paid back ${sale.paid === "cash" ? t`in cash` : t`on the card`}` : sale.paid}, {say(takenIn(sale))}
            {sale.tipMinor > 0 ? t` and ${say(sale.tipMinor)} on top` : ""}
          </Text>
        ))}
    </Fold>
  );
}
/** The last sales are looked at when something went wrong; all of them stand in the logbook. */
const SHOWN = 30;

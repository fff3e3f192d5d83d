import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Problem } from "@yule/contract";
import { groupBy, t } from "@yule/core";
import { pileOf, wantsNeutral, writingTonight, type Outlook, type PileLetter } from "@yule/derive";
import { useMemo, useState } from "react";
import { useFinishQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Tick } from "../../../kit/FormField.tsx";
import { Loading, ProblemNote, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { DispatchAskProps } from "../ask.ts";

import { languageName, countryName } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

/** An evening's list: the cards to be written and addressed, in the order in which their boxes are opened. */
export default function WriteAsk({ outlook }: DispatchAskProps) {
  const { data: finish, error } = useFinishQuery();
  const pile = useMemo(() => {
    // Without the boxes they are written all the same.
    const boxes = finish?.boxes ?? (error ? [] : null);
    return boxes ? pileOf(outlook, boxes) : null;
  }, [outlook, finish?.boxes, error]);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<Problem | null>(null);
  if (!pile) return <Loading />;
  const toWrite = pile.filter(({ letter, isMade, isHeld }) => isMade && !isHeld && !letter.written && letter.lineId !== null);
  const open = pile.filter(({ letter, isMade }) => isMade && letter.lineId === null).length;
  const { cards, minutes } = writingTonight(toWrite, outlook);
  const boxes = [...groupBy(toWrite, ({ box }) => box ?? t`In no box`)];
  const tick = (id: string): void => setTicked((before) => (before.has(id) ? new Set([...before].filter((each) => each !== id)) : new Set([...before, id])));
  const write = async (letterIds: readonly string[]): Promise<void> => {
    const sent = await sendCommand("tell-written", { letterIds: [...letterIds], written: true }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
    if (sent.state !== "refused") setTicked(new Set());
  };
  return (
    <>
      <Verdict>
        {toWrite.length === 0 ? (
          open > 0 ? (
            t`Nothing can be written yet: of ${cardsOf(open)} it is not decided who gets which.`
          ) : (
            t`Every card that is made is written and addressed.`
          )
        ) : (
          <>
            {t`${cardsOf(toWrite.length)} ${toWrite.length === 1 ? t`is` : t`are`} to be written and addressed, from ${boxes.length === 1 ? t`one box` : t`${String(boxes.length)} boxes`}`}
            {minutes === null ? (
              "."
            ) : (
              <>
                ;{" "}
                {rich`${(
                  <Figure
                    why={t`Four minutes for each, words and address. The next session lasts ${String(minutes)} minutes, and writing can be done on the sofa beside what dries.`}
                  >
                    {cards === toWrite.length ? t`all of them` : String(cards)}
                  </Figure>
                )} fit into the next session.`}
              </>
            )}
          </>
        )}
      </Verdict>
      {toWrite.length === 0 && (
        <Teach title={t`An evening with a pen`}>{t`Cards that are made and given to somebody lie here box by box, with what they are to say and where they go.`}</Teach>
      )}
      {boxes.map(([box, letters]) => (
        <Box key={box} as="section" aria-label={box} marginBottom="18px" maxWidth="860px">
          <Heading as="h2" fontSize="20px" marginBottom="4px">
            {box}
          </Heading>
          {letters.map((each) => (
            <Box key={each.letter.id} borderTop="1px solid" borderColor="hairline">
              <Tick checked={ticked.has(each.letter.id)} onChange={() => tick(each.letter.id)}>
                <Said each={each} outlook={outlook} />
              </Tick>
            </Box>
          ))}
        </Box>
      ))}
      {toWrite.length > 0 && (
        <Flex gap="14px" wrap="wrap">
          <Button size="xl" disabled={ticked.size === 0} onClick={() => void write([...ticked])}>
            {ticked.size === 0 ? t`Tick what is written` : t`${cardsOf(ticked.size)} written`}
          </Button>
          <Button size="xl" variant="outline" onClick={() => void write(toWrite.map(({ letter }) => letter.id))}>{t`All ${String(toWrite.length)} are written`}</Button>
        </Flex>
      )}
      {problem && <ProblemNote problem={problem} />}
    </>
  );
}

/** What goes onto a card and its envelope. */
function Said({ each: { household, view, card }, outlook }: { each: PileLetter; outlook: Outlook }) {
  const wishes = [
    ...(household.language === "en" ? [] : [`in ${languageName(household.language)}`]),
    ...(wantsNeutral(household, outlook.today) ? [t`no feast named`] : []),
    ...(household.state === "bereaved" ? [t`they lost somebody`] : []),
  ];
  return (
    <Text as="span" paddingY="6px" overflowWrap="anywhere">
      <b>{household.name}</b>, {household.address}
      {household.country === outlook.shop.country ? "" : `, ${countryName(household.country)}`}. {view.design.name}, {card}
      {wishes.length > 0 ? `: ${wishes.join(", ")}` : ""}
    </Text>
  );
}

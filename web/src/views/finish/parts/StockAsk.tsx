import { problemTitle } from "@yule/contract";
import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { rich } from "../../../kit/rich.tsx";
import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { BoxRead, DesignRead, FinishRead, LeftStockRead, Problem, ScaleRead } from "@yule/contract";
import { cardsByWeight, colourwayOf, gramsOfCard, type NeedView, type Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { z } from "zod";
import { problemIn, request, useDesignsQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Choice, TextInput } from "../../../kit/FormField.tsx";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { ProblemNote, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { boxName, type FinishAskProps } from "../ask.ts";

import { BoxForm } from "./BoxForm.tsx";
import { cardsOf } from "../../../kit/counts.ts";

/** Cards of one line that are made, or of one colourway that are left over. */
interface Pile {
  readonly id: string;
  readonly name: string;
  readonly cards: number;
  /** Whom they are set aside for; null where they belong to nobody. */
  readonly need: string | null;
  /** On its front and inside. */
  readonly words: string;
  readonly boxId: string | null;
  readonly lineId: string | null;
  readonly colourwayId: string;
}

/** Finished cards: what is set aside for whom, what belongs to nobody and who could have it, in which box. */
export default function StockAsk({ outlook, finish }: FinishAskProps) {
  const sentiments = useDesignsQuery().data?.sentiments;
  const piles = useMemo(() => pilesOf(outlook, finish, new Map((sentiments ?? []).map(({ id, text }) => [id, text]))), [outlook, finish, sentiments]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const free = finish.left.reduce((sum, { cards }) => sum + cards, 0);
  const aside = piles.filter(({ need }) => need !== null);
  const set = aside.reduce((sum, { cards }) => sum + cards, 0);
  const offers = outlook.open.flatMap((view) => (view.serving && view.serving.cards.length > 0 ? [{ view, cards: view.serving.cards }] : []));
  const serve = async ({ view, cards }: (typeof offers)[number]): Promise<void> => {
    const sent = await sendCommand(
      "serve-need",
      { needId: view.need.id, unitIds: [], lines: cards.map(({ line, quantity }) => ({ lineId: line, quantity })) },
      { ownRefusals: true },
    );
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <>
      <Verdict>
        {set > 0 ? (
          <>
            {rich`${(<Figure why={aside.map(({ name, cards, need }) => `${String(cards)} of ${name} for ${need ?? ""}`).join("; ")}>{cardsOf(set)}</Figure>)} ${set === 1 ? t`is` : t`are`} made and set aside. `}
          </>
        ) : (
          t`No card is made and waiting to go. `
        )}
        {free > 0 ? (
          <>
            {rich`${(<Figure why={t`Left over from needs that are done, less what was given on, as it was counted last.`}>{free}</Figure>)} belong to nobody${offers.length > 0 ? t`: give them on before anything is painted.` : t`, and no open need asks for them; they stay for next year.`}`}
          </>
        ) : (
          t`Nothing is left over.`
        )}
      </Verdict>
      {offers.map((offer) => {
        const cards = offer.cards.reduce((sum, { quantity }) => sum + quantity, 0);
        return (
          <Button key={offer.view.need.id} marginBottom="10px" marginInlineEnd="10px" onClick={() => void serve(offer)}>
            {t`Give ${cardsOf(cards)} to ${offer.view.need.title}`}
          </Button>
        );
      })}
      {problem && <ProblemNote problem={problem} />}
      {piles.length === 0 ? (
        <Teach title={t`Nothing stands in a box yet`}>{t`Cards that are assembled stand here until they go out, and what a fair leaves over stays here for the next need.`}</Teach>
      ) : (
        <Piles piles={piles} boxes={finish.boxes} />
      )}
      <Counting left={finish.left} outlook={outlook} />
      <Boxes boxes={finish.boxes} piles={piles} />
    </>
  );
}

const linesMade = ({ need }: NeedView) => need.lines.filter((line) => line.assembled > 0);

function pilesOf({ open, designs }: Outlook, { left }: FinishRead, texts: ReadonlyMap<string, string>): Pile[] {
  const words = (design: DesignRead | undefined): string =>
    [...(design?.words.front ? [design.words.front.sentimentId] : []), ...(design?.words.inside ?? [])].flatMap((id) => texts.get(id) ?? []).join("; ");
  return [
    ...open
      .filter(({ need }) => need.postedOn === null)
      .flatMap((view) =>
        linesMade(view).map((line) => ({
          id: line.id,
          name: `${view.design.name}, ${colourwayOf(view.design, line.colourwayId)?.name ?? ""}`,
          cards: line.assembled,
          need: view.need.title,
          words: words(view.design),
          boxId: line.boxId ?? null,
          lineId: line.id,
          colourwayId: line.colourwayId,
        })),
      ),
    ...left.map(({ colourwayId, design, colourway, cards, boxId }) => ({
      id: `left ${colourwayId}`,
      name: `${design}, ${colourway}`,
      cards,
      need: null,
      words: words(designs.find(({ colourways }) => colourways.some(({ id }) => id === colourwayId))),
      boxId,
      lineId: null,
      colourwayId,
    })),
  ];
}

function Piles({ piles, boxes }: { piles: readonly Pile[]; boxes: readonly BoxRead[] }) {
  const columns = useMemo(
    (): readonly TableColumn<Pile>[] => [
      { id: "name", head: t`Card`, isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
      { id: "words", head: t`Words`, value: ({ words }) => words, cell: ({ words }) => (words === "" ? "none" : words) },
      { id: "cards", head: t`Cards`, isAlways: true, value: ({ cards }) => cards, cell: ({ cards }) => String(cards) },
      { id: "need", head: t`Set aside for`, isAlways: true, value: ({ need }) => need ?? "", cell: ({ need }) => need ?? t`nobody` },
      {
        id: "box",
        head: t`Stands in`,
        isAlways: true,
        value: ({ boxId }) => boxes.find(({ id }) => id === boxId)?.name ?? "",
        cell: ({ boxId, lineId, colourwayId, name, need }) => (
          <Choice
            aria-label={t`Box of ${name}, ${need ?? t`left over`}`}
            value={boxId ?? ""}
            onChange={(change) =>
              void sendCommand("put-in-box", {
                boxId: change.target.value === "" ? null : change.target.value,
                lineIds: lineId === null ? [] : [lineId],
                colourwayIds: lineId === null ? [colourwayId] : [],
              })
            }
            options={[{ value: "", label: t`no box` }, ...boxes.map((box) => ({ value: box.id, label: boxName(box) }))]}
          />
        ),
      },
    ],
    [boxes],
  );
  return <DataTable label={t`Finished cards`} rows={piles} columns={columns} rowId={({ id }) => id} maxWidth="900px" />;
}

const countField = z
  .string()
  .trim()
  .regex(/^\d{1,5}$/);

/** Left-over cards are counted by hand or by the scale; what is counted stands. */
function Counting({ left, outlook }: { left: readonly LeftStockRead[]; outlook: Outlook }) {
  if (left.length === 0) return null;
  return (
    <Box as="section" aria-label={t`Count what is left over`} marginTop="24px" maxWidth="760px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="6px">{t`Count what is left over`}</Text>
      {left.map((each) => (
        <CountOne key={each.colourwayId} left={each} outlook={outlook} />
      ))}
    </Box>
  );
}

function CountOne({ left, outlook }: { left: LeftStockRead; outlook: Outlook }) {
  const [text, setText] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  const design = outlook.designs.find(({ colourways }) => colourways.some(({ id }) => id === left.colourwayId));
  const name = `${left.design}, ${left.colourway}`;
  const count = async (): Promise<void> => {
    if (!countField.safeParse(text).success) return setSaid(giveInstead(text, t`a whole number of cards from 0 to 99999`));
    const sent = await sendCommand("count-cards", { colourwayId: left.colourwayId, cards: Number(text) }, { ownRefusals: true });
    setSaid(sent.state === "refused" ? problemTitle(sent.problem) : null);
    if (sent.state !== "refused") setText("");
  };
  const weigh = async (): Promise<void> => {
    if (!design) return;
    try {
      const read = (await request(`card-scale?colourway=${left.colourwayId}`)) as ScaleRead;
      const found = cardsByWeight(gramsOfCard(design, outlook.stores), read.grams, 0, read.step);
      if (!found) return;
      setText(String(found.amount));
      setSaid(t`${read.by}: ${String(read.grams)} g, that is ${cardsOf(found.amount)}, give or take ${String(found.off)}.`);
    } catch (thrown) {
      setSaid(problemTitle(problemIn(thrown)));
    }
  };
  return (
    <Flex gap="10px" align="center" wrap="wrap" marginBottom="8px">
      <Text flex="1 1 220px">{t`${name}: ${left.cards} in the books`}</Text>
      <TextInput aria-label={t`Cards of ${name} that lie there`} width="104px" inputMode="numeric" value={text} onChange={(change) => setText(change.target.value)} />
      <Button variant="outline" onClick={() => void count()}>{t`Keep the count`}</Button>
      {design && <Button variant="ghost" onClick={() => void weigh()}>{t`Weigh them`}</Button>}
      {said && (
        <Text role="status" width="100%" fontSize="15px">
          {said}
        </Text>
      )}
    </Flex>
  );
}

function Boxes({ boxes, piles }: { boxes: readonly BoxRead[]; piles: readonly Pile[] }) {
  return (
    <Box as="section" aria-label={t`Boxes`} marginTop="24px" maxWidth="760px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="6px">{t`Boxes`}</Text>
      {boxes.map((box) => (
        <Text key={box.id}>
          <strong>{box.name}</strong>
          {box.place === "" ? "" : `, ${box.place}`}: {inside(piles.filter(({ boxId }) => boxId === box.id))}
        </Text>
      ))}
      <BoxForm />
      {boxes.length > 0 && <PdfButton name="box-labels.pdf" make={() => printed(boxes, piles)}>{t`Print labels for the boxes`}</PdfButton>}
    </Box>
  );
}

const inside = (piles: readonly Pile[]): string =>
  piles.length === 0 ? t`empty` : piles.map(({ name, cards, need }) => `${cardsOf(cards)} of ${name}${need === null ? "" : t` for ${need}`}`).join("; ");

async function printed(boxes: readonly BoxRead[], piles: readonly Pile[]): Promise<Uint8Array> {
  const [{ cutLabelsPdf }, { loadFonts }] = await Promise.all([import("../../../kit/pdf/labels.ts"), import("../../../kit/pdf/loadFonts.ts")]);
  return cutLabelsPdf(
    boxes.map(({ id, name, place }) => ({
      code: id,
      name,
      under: [cardsOf(piles.filter(({ boxId }) => boxId === id).reduce((sum, { cards }) => sum + cards, 0)), place],
      plain: null,
    })),
    await loadFonts(),
  );
}

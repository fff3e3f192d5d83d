import { Flex } from "@chakra-ui/react";
import type { FinishRead } from "@yule/contract";
import { groupBy, type Coins, t } from "@yule/core";
import type { FairAhead, FairRow } from "@yule/derive";
import type { PdfFonts } from "../../../kit/pdf/fonts.ts";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { useView } from "../../../plan/useOutlet.ts";
import type * as papersOf from "./papers.ts";
import { cardName } from "./words.ts";

type Papers = typeof papersOf;

/** The code that makes papers is loaded once one is wanted. */
async function made(make: (papers: Papers, fonts: PdfFonts) => Promise<Uint8Array>): Promise<Uint8Array> {
  const [papers, { loadFonts }] = await Promise.all([import("./papers.ts"), import("../../../kit/pdf/loadFonts.ts")]);
  return make(papers, await loadFonts());
}

/** What is printed for a fair: tags and a sign with the prices, and the list that it is packed by. */
export function FairPapers({ ahead, rows, finish, float }: { ahead: FairAhead; rows: readonly FairRow[]; finish: Pick<FinishRead, "left" | "boxes">; float: readonly Coins[] }) {
  const { shop } = useView();
  const { currency, name } = shop;
  const going = rows.filter(({ bring }) => bring > 0);
  return (
    <Flex gap="6px 20px" wrap="wrap" align="center" role="group" aria-label={t`Papers for this fair`}>
      <PdfButton name="price-tags.pdf" make={() => made(({ priceTagsPdf }, fonts) => priceTagsPdf(going, currency, fonts))}>{t`Print price tags`}</PdfButton>
      <PdfButton name="sign.pdf" make={() => made(({ signPdf }, fonts) => signPdf(going, { shop: name, currency }, fonts))}>{t`Print a sign`}</PdfButton>
      <PdfButton
        name="packing-list.pdf"
        make={() => made(({ packingListPdf }, fonts) => packingListPdf(ahead.title, packedFrom(ahead, going, finish), { float, currency }, fonts))}
      >{t`Print the packing list`}</PdfButton>
    </Flex>
  );
}

/** What goes along, by the box that it stands in. */
export function packedFrom({ views }: FairAhead, rows: readonly FairRow[], { left, boxes }: Pick<FinishRead, "left" | "boxes">) {
  const names = new Map(boxes.map(({ id, name, place }) => [id, place === "" ? name : `${name}, ${place}`]));
  const stands = rows.flatMap((row) => {
    const lines = views.flatMap(({ need }) => need.lines.filter(({ colourwayId, assembled }) => colourwayId === row.id && assembled > 0));
    const parts = [
      ...lines.map(({ assembled, boxId }) => ({ cards: assembled, boxId: boxId ?? null })),
      ...left.flatMap(({ colourwayId, cards, boxId }) => (colourwayId === row.id && cards > 0 ? [{ cards, boxId }] : [])),
    ];
    const there = parts.reduce((sum, { cards }) => sum + cards, 0);
    const all = row.bring > there ? [...parts, { cards: row.bring - there, boxId: null }] : parts;
    return all.map(({ cards, boxId }) => ({ name: cardName(row), cards, box: boxId === null ? t`In no box yet` : (names.get(boxId) ?? t`In no box yet`) }));
  });
  return [...groupBy(stands, ({ box }) => box)].sort(([a], [b]) => a.localeCompare(b)).map(([box, of]) => ({ box, rows: of }));
}

import { Button, Flex } from "@chakra-ui/react";
import type { Outlook, PileLetter } from "@yule/derive";
import type { PdfFonts } from "../../../kit/pdf/fonts.ts";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { saveFile } from "../../../kit/save.ts";
import type * as papersOf from "../addressed.ts";

type Papers = typeof papersOf;

/** The code that makes papers is loaded once one is wanted. */
async function made(make: (papers: Papers, fonts: PdfFonts) => Promise<Uint8Array>): Promise<Uint8Array> {
  const [papers, { loadFonts }] = await Promise.all([import("../addressed.ts"), import("../../../kit/pdf/loadFonts.ts")]);
  return make(papers, await loadFonts());
}

/** What is printed for the letters that go: labels, envelopes, packing slips, and the list for the counter. */
export function PaperWork({ letters, shop }: { letters: readonly PileLetter[]; shop: Outlook["shop"] }) {
  const { country: home, name: sender, currency } = shop;
  return (
    <Flex gap="6px 20px" wrap="wrap" align="center" role="group" aria-label="Papers for these letters">
      <PdfButton name="labels.pdf" make={() => made(({ addressLabelsPdf }, fonts) => addressLabelsPdf(letters, home, fonts))}>
        Print address labels
      </PdfButton>
      <PdfButton name="envelopes.pdf" make={() => made(({ envelopesPdf }, fonts) => envelopesPdf(letters, { home, sender }, fonts))}>
        Print envelopes
      </PdfButton>
      <PdfButton name="packing-slips.pdf" make={() => made(({ packingSlipsPdf }, fonts) => packingSlipsPdf(letters, home, fonts))}>
        Print packing slips
      </PdfButton>
      <Button
        variant="ghost"
        paddingInline="0"
        onClick={() => void import("../addressed.ts").then(({ postListCsv }) => saveFile("post-office.csv", "text/csv", postListCsv(letters, currency)))}
      >
        Save the list for the counter
      </Button>
    </Flex>
  );
}

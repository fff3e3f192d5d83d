import { t } from "@yule/core";
import { Button, Flex, Text } from "@chakra-ui/react";
import { setShop, type PrintedRead, problemTitle } from "@yule/contract";
import type { Outlook, PileLetter } from "@yule/derive";
import { useState } from "react";
import { z } from "zod";
import { problemIn, request } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { useRole } from "../../../data/role.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import type { PdfFonts } from "../../../kit/pdf/fonts.ts";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { saveFile } from "../../../kit/save.ts";
import type * as papersOf from "../addressed.ts";

type Papers = typeof papersOf;

/** The code that makes papers is loaded once one is wanted. */
async function made(make: (papers: Papers, fonts: PdfFonts) => Promise<Uint8Array>): Promise<Uint8Array> {
  const [papers, fonts] = await Promise.all([import("../addressed.ts"), fontsOf()]);
  return make(papers, fonts);
}
const fontsOf = async (): Promise<PdfFonts> => (await import("../../../kit/pdf/loadFonts.ts")).loadFonts();

/** What is printed for the letters that go: labels, envelopes, packing slips, and the list for the counter. */
export function PaperWork({ letters, shop }: { letters: readonly PileLetter[]; shop: Outlook["shop"] }) {
  const { country: home, name: sender, address: from, currency } = shop;
  const [isOpen, setOpen] = useState(false);
  const role = useRole();
  const abroad = letters.some(({ household }) => household.country !== home);
  return (
    <Flex gap="6px 20px" wrap="wrap" align="center" role="group" aria-label={t`Papers for these letters`}>
      <PdfButton name="labels.pdf" make={() => made(({ addressLabelsPdf }, fonts) => addressLabelsPdf(letters, home, fonts))}>{t`Print address labels`}</PdfButton>
      <ToPrinter make={() => made(({ addressLabelsPdf }, fonts) => addressLabelsPdf(letters, home, fonts))} />
      <PdfButton name="envelopes.pdf" make={() => made(({ envelopesPdf }, fonts) => envelopesPdf(letters, { home, sender, from }, fonts))}>{t`Print envelopes`}</PdfButton>
      <PdfButton
        name="packing-slips.pdf"
        make={() => made(({ packingSlipsPdf }, fonts) => packingSlipsPdf(letters, { home, sender, from }, fonts))}
      >{t`Print packing slips`}</PdfButton>
      {abroad && (
        <PdfButton
          name="customs-notes.pdf"
          make={async () => (await import("../customsNotes.ts")).customsNotesPdf(letters, { home, sender, currency }, await fontsOf())}
        >{t`Print customs notes`}</PdfButton>
      )}
      {from !== "" && (
        <PdfButton
          name="return-labels.pdf"
          make={async () => (await import("../returnLabels.ts")).returnLabelsPdf({ name: sender, address: from }, await fontsOf())}
        >{t`Print return labels`}</PdfButton>
      )}
      {role === "maker" && (
        <Button variant="ghost" paddingInline="0" onClick={() => setOpen(!isOpen)}>
          {from === "" ? t`Tell your own address` : t`Change your own address`}
        </Button>
      )}
      {isOpen && <OwnAddress address={from} onDone={() => setOpen(false)} />}
      <Button
        variant="ghost"
        paddingInline="0"
        onClick={() => void import("../addressed.ts").then(({ postListCsv }) => saveFile("post-office.csv", "text/csv", postListCsv(letters, currency)))}
      >{t`Save the list for the counter`}</Button>
    </Flex>
  );
}

const ownShape = z.object({ address: setShop.shape.address.unwrap() });

/** Where letters come back to: it stands on envelopes and return labels. */
function OwnAddress({ address, onDone }: { address: string; onDone: () => void }) {
  const form = useSchemaForm(ownShape, { address });
  const save = form.handleSubmit(async (told) => {
    const sent = await sendCommand("set-shop", told, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onDone();
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} style={{ flexBasis: "100%", maxWidth: 560 }}>
      <FormField label={t`Your own address, from the street to the town`} fault={form.faultOf("address")}>
        <TextInput {...form.register("address")} />
      </FormField>
      <FaultLines faults={form.rest} />
      <Button type="submit" marginTop="8px">{t`Keep your address`}</Button>
    </form>
  );
}

/** Labels that go to the printer at once. */
function ToPrinter({ make }: { make: () => Promise<Uint8Array> }) {
  const [said, setSaid] = useState<string | null>(null);
  const print = async (): Promise<void> => {
    try {
      const body = new Blob([(await make()) as Uint8Array<ArrayBuffer>], { type: "application/pdf" });
      const { file, by } = (await request("print-labels", { method: "POST", headers: { "content-type": "application/pdf" }, body })) as PrintedRead;
      setSaid(`${by}: ${file}`);
    } catch (thrown) {
      setSaid(t`Nothing was printed. ${problemTitle(problemIn(thrown))}`);
    }
  };
  return (
    <>
      <Button variant="ghost" paddingInline="0" onClick={() => void print()}>{t`Send labels to the printer`}</Button>
      {said && <Text role="status">{said}</Text>}
    </>
  );
}

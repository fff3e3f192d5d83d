import { t } from "@yule/core";
import { Box, Flex, Text } from "@chakra-ui/react";
import { colourwayOf, type NeedView } from "@yule/derive";
import { useState } from "react";
import { pictureUrl } from "../../../features/picture/Picture.tsx";
import { Choice } from "../../../kit/FormField.tsx";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { copiesLayout, PRINT_SHEETS, type PrintSheet } from "../copiesLayout.ts";

import { spoken } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

/** Copies of the painted master on card: how many sheets, at true size with marks and a ruler to check by. */
export function PrintCopies({ view }: { view: NeedView }) {
  const [sheet, setSheet] = useState<PrintSheet>(spoken().paper === "letter" ? "Letter" : "A4");
  const layout = copiesLayout(view.design, sheet);
  const perSheet = layout ? layout.across * layout.down : 0;
  return (
    <Box as="section" aria-label={t`Copies by print`} marginTop="20px" maxWidth="46em">
      <Text fontFamily="heading" fontSize="20px" marginBottom="4px">{t`Copies by print`}</Text>
      <Flex gap="12px" align="center" wrap="wrap" marginBottom="6px">
        <Box width="140px">
          <Choice
            aria-label={t`Sheet of the printer`}
            value={sheet}
            onChange={(change) => setSheet(change.target.value as PrintSheet)}
            options={Object.keys(PRINT_SHEETS).map((value) => ({ value, label: value }))}
          />
        </Box>
        <Text>
          {perSheet === 0
            ? t`It does not go on this sheet at its true size. Choose a larger one.`
            : t`${String(perSheet)} on each sheet, with 2 mm of bleed and marks for the cuts.`}
        </Text>
      </Flex>
      {view.need.lines.map(({ id, colourwayId, quantity }) => {
        const way = colourwayOf(view.design, colourwayId);
        if (!way?.pictureId) return <Text key={id}>{t`${way?.name ?? t`One colourway`} has no picture of its master yet: add one in Designs.`}</Text>;
        return perSheet === 0 ? null : (
          <Flex key={id} gap="12px" align="center" wrap="wrap">
            <Text>{t`${way.name}, ${cardsOf(quantity)} on ${Math.ceil(quantity / perSheet)} ${quantity <= perSheet ? t`sheet` : t`sheets`}:`}</Text>
            <PdfButton name={`${view.design.name}-${way.name}.pdf`} make={() => printed(view, way.pictureId, quantity, sheet)}>{t`Print the copies`}</PdfButton>
          </Flex>
        );
      })}
      <Text color="softInk" fontSize="15px">{t`Colours go to the printer as they were scanned; print one sheet and hold it beside the master before the rest.`}</Text>
    </Box>
  );
}

async function printed(view: NeedView, pictureId: string | null, copies: number, sheet: PrintSheet): Promise<Uint8Array> {
  const [{ copiesPdf }, { loadFonts }, answer] = await Promise.all([import("../copiesPdf.ts"), import("../../../kit/pdf/loadFonts.ts"), fetch(pictureUrl(pictureId) ?? "")]);
  if (!answer.ok) throw new Error("the picture could not be read");
  const made = await copiesPdf({ design: view.design, picture: new Uint8Array(await answer.arrayBuffer()), copies, sheet }, await loadFonts());
  if (!made) throw new Error("no copy goes on the sheet");
  return made;
}

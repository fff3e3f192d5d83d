import { Box, Button, Text } from "@chakra-ui/react";
import type { StoreRead } from "@yule/contract";
import { lengthOfUnits, plural, printAmount, sheetsOfRoll, t, type Length } from "@yule/core";
import { useState } from "react";
import { FieldRow } from "../../../kit/FieldRow.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";

/** Paper that comes as a roll is counted in the sheets that are cut off it: how many those are is reckoned here, and a pack is one roll. */
export function OffARoll({ store, onPack }: { store: Pick<StoreRead, "width" | "height">; onPack: (sheets: string) => void }) {
  const { size } = useMeasure();
  const [width, setWidth] = useState<Length | null>(null);
  const [length, setLength] = useState<Length | null>(null);
  if (store.width === null || store.height === null) return null;
  const sheet = { width: lengthOfUnits(store.width), height: lengthOfUnits(store.height) };
  const cut = width !== null && length !== null ? sheetsOfRoll({ width, length }, sheet) : null;
  const sheets = cut === null ? "" : plural(cut.sheets, { one: "# sheet", other: "# sheets" });
  return (
    <Fold title={t`It comes as a roll`}>
      <FieldRow>
        <LengthField label={t`Width of the roll`} value={width} onRead={setWidth} />
        <LengthField label={t`Length of the roll`} value={length} onRead={setLength} />
      </FieldRow>
      <Box role="status" marginTop="8px">
        {cut !== null && cut.sheets === 0 && <Text color="cannot">{t`No sheet of ${size(sheet.width, sheet.height)} comes off such a roll. Give a wider or longer one.`}</Text>}
        {cut !== null && cut.sheets > 0 && (
          <>
            <Text marginBottom="8px">{t`Cut straight across into bands, it gives ${sheets} of ${size(sheet.width, sheet.height)}; ${Math.round(cut.waste * 100)} % is left over.`}</Text>
            <Button type="button" variant="outline" onClick={() => onPack(printAmount(cut.sheets, "piece"))}>{t`Take a roll as one pack`}</Button>
          </>
        )}
      </Box>
    </Fold>
  );
}

import { t } from "@yule/core";
import { Flex, Text } from "@chakra-ui/react";
import type { StoreRead } from "@yule/contract";
import { useState } from "react";
import { useNavigate } from "react-router";
import { canReadCodes, codesIn } from "../../../kit/codes.ts";
import { FilePick } from "../../../kit/FormField.tsx";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { materialPage } from "../ask.ts";
import { idInCode } from "../labelCodes.ts";

async function printed(stores: readonly StoreRead[]): Promise<Uint8Array> {
  const [{ shelfLabelsPdf }, { loadFonts }] = await Promise.all([import("../shelfLabels.ts"), import("../../../kit/pdf/loadFonts.ts")]);
  return shelfLabelsPdf(stores, await loadFonts());
}

/** Labels for the shelf, on paper; and by the camera from a label to its material, where the device can read codes. */
export function ShelfLabels({ stores }: { stores: readonly StoreRead[] }) {
  const navigate = useNavigate();
  const [said, setSaid] = useState<string | null>(null);
  const read = async (file: File): Promise<void> => {
    const id = (await codesIn(file)).flatMap((code) => idInCode(code) ?? [])[0];
    const store = stores.find((each) => each.id === id);
    if (store) void navigate(materialPage(store.id));
    else
      setSaid(id ? t`This label is of a material that no longer lies on the shelf.` : t`No label of the shelf is seen in the picture. Hold it flat, in good light, and try again.`);
  };
  return (
    <Flex gap="18px" wrap="wrap" align="center" marginBottom="14px">
      <PdfButton name="shelf-labels.pdf" make={() => printed(stores)}>{t`Print labels for the shelf`}</PdfButton>
      {canReadCodes() && <FilePick accept="image/*" camera onPick={(file) => void read(file)}>{t`Read a label by camera`}</FilePick>}
      {said && (
        <Text role="status" color="tight">
          {said}
        </Text>
      )}
    </Flex>
  );
}

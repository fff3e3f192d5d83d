import type { StoreRead } from "@yule/contract";
import type { PdfFonts } from "../../kit/pdf/fonts.ts";
import { cutLabelsPdf } from "../../kit/pdf/labels.ts";
import { codeOf } from "./labelCodes.ts";

/** Labels for the places on the shelf. */
export const shelfLabelsPdf = (stores: readonly StoreRead[], fonts: PdfFonts): Promise<Uint8Array> =>
  cutLabelsPdf(
    stores.map((store) => ({ code: codeOf(store), name: store.name, under: [store.kind, store.place], plain: store.code })),
    fonts,
  );

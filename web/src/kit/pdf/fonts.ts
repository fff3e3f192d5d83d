import fontkit from "@pdf-lib/fontkit";
import type { PDFDocument, PDFFont } from "pdf-lib";

/**
 * The files of the shipped families as WOFF, each in two parts: common letters, and those of other languages. The newer
 * format of the pages will not do: put into a PDF it is not a font that other readers know.
 */
export interface PdfFonts {
  readonly text: readonly Uint8Array[];
  readonly strong: readonly Uint8Array[];
  readonly heading: readonly Uint8Array[];
}

/** The shipped families put into a file, only the letters it uses. */
export async function embedded(
  file: PDFDocument,
  fonts: PdfFonts,
): Promise<{ readonly text: readonly PDFFont[]; readonly strong: readonly PDFFont[]; readonly heading: readonly PDFFont[] }> {
  file.registerFontkit(fontkit);
  const embed = (parts: readonly Uint8Array[]): Promise<PDFFont[]> => Promise.all(parts.map((part) => file.embedFont(part, { subset: true })));
  return { text: await embed(fonts.text), strong: await embed(fonts.strong), heading: await embed(fonts.heading) };
}

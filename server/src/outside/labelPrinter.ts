import { mkdir, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** What prints labels. A real one can stand behind it. */
export interface LabelPrinter {
  readonly name: string;
  readonly simulated: boolean;
  /** Prints a PDF. @returns what came of it, in words that say where to look */
  readonly print: (pdf: Uint8Array, at: Date) => Promise<string>;
}

/** An invented printer: what it would print lies as a file beside the shop's data. */
export const simulatedPrinter: LabelPrinter = {
  name: "Label printer (simulated)",
  simulated: true,
  print: async (pdf, at) => {
    const folder = join(process.env.YULE_DATA ?? tmpdir(), "printed");
    await mkdir(folder, { recursive: true });
    const file = `labels-${at.toISOString().replace(/[:.]/g, "-")}-${String(pdf.byteLength)}.pdf`;
    await writeFile(join(folder, file), pdf);
    return file;
  },
};

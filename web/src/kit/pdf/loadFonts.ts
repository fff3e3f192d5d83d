import textLatin from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-400-normal.woff?url";
import textMore from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-ext-400-normal.woff?url";
import strongLatin from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-700-normal.woff?url";
import strongMore from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-ext-700-normal.woff?url";
import headingLatin from "@fontsource/literata/files/literata-latin-600-normal.woff?url";
import headingMore from "@fontsource/literata/files/literata-latin-ext-600-normal.woff?url";
import type { PdfFonts } from "./fonts.ts";

const load = async (address: string): Promise<Uint8Array> => new Uint8Array(await (await fetch(address)).arrayBuffer());

/** The letters of a printed page, read when one is asked for. */
export async function loadFonts(): Promise<PdfFonts> {
  const all = (...addresses: string[]): Promise<Uint8Array[]> => Promise.all(addresses.map(load));
  const [text, strong, heading] = await Promise.all([all(textLatin, textMore), all(strongLatin, strongMore), all(headingLatin, headingMore)]);
  return { text, strong, heading };
}

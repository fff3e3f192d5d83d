import { expose } from "comlink";
import { speakWords } from "../kit/language/language.ts";
import { speakAs } from "../kit/say.ts";
import { ofShop, workFor } from "../kit/shopAt.ts";
import type { PdfFonts } from "../kit/pdf/fonts.ts";
import { seasonBook, type BookOf } from "./pdf/seasonBook.ts";

/** Longer than this on its longer side a picture is printed no better. */
const LONGEST = 1_400;

/** A picture of the shop as JPEG, small enough for a book; null where it cannot be had or read. */
async function pictureFor(id: string): Promise<Uint8Array | null> {
  try {
    const answer = await fetch(ofShop(`/api/pictures/${id}`));
    if (!answer.ok) return null;
    const image = await createImageBitmap(await answer.blob());
    const scale = Math.min(1, LONGEST / Math.max(image.width, image.height));
    const canvas = new OffscreenCanvas(Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale)));
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    image.close();
    return new Uint8Array(await (await canvas.convertToBlob({ type: "image/jpeg", quality: 0.85 })).arrayBuffer());
  } catch {
    // The book is made without what cannot be read.
    return null;
  }
}

const desk = {
  workFor,
  speakAs,
  speakWords,
  /** One picture of each design and the photo of its panels, then the book. */
  seasonBook: async (of: Omit<BookOf, "pictures">, fonts: PdfFonts): Promise<Uint8Array> => {
    const pictures = new Map<string, Uint8Array>();
    const ofDesigns = of.book.designs.flatMap(({ colourways }) => colourways.find(({ pictureId }) => pictureId !== null)?.pictureId ?? []);
    for (const id of [...ofDesigns, ...of.book.photos.map(({ pictureId }) => pictureId)]) {
      const picture = await pictureFor(id);
      if (picture) pictures.set(id, picture);
    }
    return seasonBook({ ...of, pictures }, fonts);
  },
};
export type SeasonBookWorker = typeof desk;

expose(desk);

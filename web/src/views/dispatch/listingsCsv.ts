import { money, toMm, majorText } from "@yule/core";
import type { ListedNeed } from "@yule/derive";
import Papa from "papaparse";

/** What a shop asks for, a row for each colourway of each listing: texts, sizes, price and how many may be sold. */
export const listingsCsv = (listings: readonly ListedNeed[], currency: string): string =>
  `\uFEFF${Papa.unparse(
    listings.flatMap(({ view, variants, width, height }) =>
      variants.map(({ name, cards }) => ({
        listing: view.need.title,
        title: `${view.design.name}, hand-painted card`,
        variant: name,
        text: textOf(view.design.name, name, { width, height, hasEnvelope: view.design.stack.envelope !== null }),
        "width mm": Math.round(toMm(width)),
        "height mm": Math.round(toMm(height)),
        price: view.need.priceMinor === null ? "" : majorText(money(Math.round(view.need.priceMinor / Math.max(1, view.cards))), currency),
        currency,
        stock: cards,
        "up by": view.need.liveBy ?? view.need.due,
      })),
    ),
    { escapeFormulae: true },
  )}\r\n`;

/** A first draft of what stands beside the picture. */
const textOf = (
  design: string,
  colourway: string,
  { width, height, hasEnvelope }: { readonly width: ListedNeed["width"]; readonly height: ListedNeed["height"]; readonly hasEnvelope: boolean },
): string =>
  `${design}, ${colourway}: a greeting card painted by hand, each one a little different. ${String(Math.round(toMm(width)))} × ${String(Math.round(toMm(height)))} mm${hasEnvelope ? ", with its envelope" : ""}.`;

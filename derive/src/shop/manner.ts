import type { ShopRead } from "@yule/contract";
import { mannerOf, type Manner } from "@yule/core";

/** How a shop writes: as its country does, but for what it told otherwise. */
export const mannerOfShop = ({ country, manner }: Pick<ShopRead, "country" | "manner">): Manner => mannerWith(mannerOf(country === "" ? USUAL : country, manner.language), manner);

/** What is told otherwise goes before what is usual. */
export const mannerWith = (usual: Manner, told: ShopRead["manner"]): Manner => ({
  ...usual,
  ...(Object.fromEntries(Object.entries(told).filter(([, value]) => value !== undefined)) as Partial<Manner>),
});

/** Before a shop has told its country. */
const USUAL = "GB";

import type { HolidaysRead } from "@yule/contract";
import { countryName } from "../../kit/say.ts";

export type Regions = HolidaysRead["regions"];
/** `Bavaria, Germany`, or the country alone. */
export function placeName(place: string, regions: Regions): string {
  const country = place.slice(0, 2);
  const region = regions[country]?.find((each) => each.code === place.slice(3));
  return region ? `${region.name}, ${countryName(country)}` : place.length > 2 ? `${place.slice(3)}, ${countryName(country)}` : countryName(country);
}

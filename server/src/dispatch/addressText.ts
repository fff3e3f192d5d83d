import type { AddressParts } from "@yule/contract";
import * as formatter from "@fragaria/address-formatter";

// Node sees no names in this package, only the whole of it; bundlers and its types see the names.
const { format } = ("default" in formatter ? formatter.default : formatter) as typeof formatter;

/** Where the post writes the region behind everything or not at all. */
const WITHOUT_REGION: ReadonlySet<string> = new Set(["GB"]);

/** An address as its own country writes it, its lines parted by commas. The country is not in it: at home nobody writes it. Source of the orders: OpenCage's address templates. */
export function addressText({ street, district, town, region, code }: AddressParts, country: string): string {
  const where = WITHOUT_REGION.has(country) ? {} : { state: region, county: region };
  const written = format({ road: street, city: town, postcode: code, ...where, countryCode: country }, { output: "array", appendCountry: false });
  const lines = written.flatMap((line) => (line.trim() === "" ? [] : [line.trim()]));
  if (district !== "") lines.splice(lines.indexOf(street) + 1, 0, district);
  return lines.join(", ");
}

import type { CommandInput } from "@yule/contract";
import { idMaker } from "./ids.ts";

const FIRST = [
  "Orla",
  "Piet",
  "Maren",
  "Tavi",
  "Ines",
  "Bram",
  "Sunniva",
  "Cato",
  "Elin",
  "Joss",
  "Wren",
  "Anselm",
  "Nell",
  "Ivo",
  "Thea",
  "Rafe",
  "Lotte",
  "Odd",
  "Mirren",
  "Kester",
];
const LAST = ["Quill", "Vandermoor", "Saltby", "Aske", "Ferrow", "Tidewell", "Marlock", "Oxenby", "Penhallow", "Strandhus"];
const STREETS = ["Gull Steps", "Ropewalk", "Old Ferry Road", "Mill Race", "Chalk Lane", "Harbour Row", "Windlass Yard", "Lower Quay"];
const COUNTRIES: readonly (readonly [string, string])[] = [
  ["IE", "Ballymarsh"],
  ["IE", "Kilfarrow"],
  ["IE", "Port Annagh"],
  ["GB", "Saltcote"],
  ["DE", "Nordfleth"],
  ["NL", "Oudewiel"],
  ["US", "Fathom Point"],
  ["NZ", "Te Awamutu Bay"],
];

/** Forty made-up households in six countries. */
export function demoHouseholds(): CommandInput<"add-household">[] {
  const makeId = idMaker(0x1002);
  return Array.from({ length: 40 }, (_, index) => {
    const [country, town] = COUNTRIES[(index * 5 + Math.floor(index / 8)) % COUNTRIES.length] ?? ["IE", "Ballymarsh"];
    return {
      id: makeId(),
      name: `${FIRST[index % FIRST.length] ?? ""} ${LAST[(index * 3 + Math.floor(index / 20)) % LAST.length] ?? ""}`,
      address: `${String(3 + ((index * 7) % 60))} ${STREETS[index % STREETS.length] ?? ""}, ${town}`,
      country,
      neutral: index % 9 === 4,
      without: index === 11 ? ["animals"] : [],
      likes: index % 8 === 3 ? ["weather vane"] : index % 10 === 5 ? ["animals"] : [],
    };
  });
}

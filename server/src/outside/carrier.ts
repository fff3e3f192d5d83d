import { day, mm, money, type Day, type Transit } from "@yule/core";

/** What a postal carrier tells. A real one can stand behind it. */
export interface Carrier {
  readonly name: string;
  readonly table: readonly Transit[];
  /** Days on which nothing moves, for the years around a day. */
  readonly holidays: (around: Day) => readonly Day[];
}

/** An invented carrier, for every country alike. */
export const simulatedCarrier: Carrier = {
  name: "Ternpost (simulated)",
  table: [
    { zone: "inland", service: "Slow letter", workingDays: 4, price: money(85), mostGrams: 50, mostThick: mm(5) },
    { zone: "inland", service: "Letter", workingDays: 2, price: money(125), mostGrams: 100, mostThick: mm(5) },
    { zone: "inland", service: "Parcel", workingDays: 2, price: money(480), mostGrams: 2000, mostThick: mm(100) },
    { zone: "neighbour", service: "Letter abroad", workingDays: 6, price: money(195), mostGrams: 50, mostThick: mm(5) },
    { zone: "neighbour", service: "Swift abroad", workingDays: 3, price: money(420), mostGrams: 500, mostThick: mm(20) },
    { zone: "overseas", service: "Letter overseas", workingDays: 12, price: money(230), mostGrams: 50, mostThick: mm(5) },
    { zone: "overseas", service: "Swift overseas", workingDays: 6, price: money(690), mostGrams: 500, mostThick: mm(20) },
  ],
  holidays: (around) => {
    const year = Number(around.slice(0, 4));
    return [year - 1, year, year + 1].flatMap((each) => ["01-01", "12-25", "12-26"].map((rest) => day(`${String(each)}-${rest}`)));
  },
};

/** Countries next door, as the simulated carrier sees them. */
export const NEIGHBOURS: Readonly<Record<string, readonly string[]>> = {
  IE: ["GB", "FR", "DE", "NL", "BE"],
  GB: ["IE", "FR", "DE", "NL", "BE"],
  US: ["CA", "MX"],
  CA: ["US"],
  DE: ["AT", "BE", "CH", "CZ", "DK", "FR", "LU", "NL", "PL"],
  FR: ["BE", "CH", "DE", "ES", "IT", "LU", "GB"],
  NL: ["BE", "DE", "FR", "GB", "LU"],
  AU: ["NZ"],
  NZ: ["AU"],
};

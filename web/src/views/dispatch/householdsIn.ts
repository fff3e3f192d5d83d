import { addHousehold, faultLine, faultsOf, plainAddress, type CommandInput, type HouseholdRead } from "@yule/contract";
import { COUNTRIES, groupBy, t } from "@yule/core";
import Fuse from "fuse.js";
import Papa from "papaparse";
import { v7 } from "uuid";
import { vcardsIn } from "./vcards.ts";

/** The columns of a list of households, out and in; the first three are asked for. */
export const HOUSEHOLD_COLUMNS = ["name", "address", "country", "language", "neutral", "likes", "without", "street", "district", "town", "region", "code"] as const;
type Column = (typeof HOUSEHOLD_COLUMNS)[number];
type Row = Readonly<Record<Column, string>>;

/** A household of a file, and whom in the books, or earlier in the file, it looks like. */
export interface HouseholdIn {
  readonly row: number;
  readonly household: CommandInput<"add-household">;
  readonly double: string | null;
}
export interface HouseholdsIn {
  readonly rows: readonly HouseholdIn[];
  readonly faults: readonly string[];
}

const FORMULA = /^[=@]/;
const names = new Intl.DisplayNames(["en"], { type: "region" });
/** Codes by what people call a country. */
const CODES: ReadonlyMap<string, string> = new Map(
  [...COUNTRIES].flatMap((code) => [[code.toLowerCase(), code] as const, [(names.of(code) ?? code).toLowerCase(), code] as const]),
);

/**
 * Households of an address book or a table. Nothing is taken unless every row can be read.
 * @param home what a row without a country is in; null where it must stand there
 */
export function householdsInText(text: string, known: readonly HouseholdRead[], home: string | null): HouseholdsIn {
  const read = /^\s*BEGIN:VCARD/i.test(text) ? rowsOfCards(text) : rowsOfTable(text);
  const faults = [...read.faults];
  const taken: { row: number; household: CommandInput<"add-household"> }[] = [];
  for (const { row, cells } of read.rows) {
    const formula = HOUSEHOLD_COLUMNS.find((column) => FORMULA.test(cells[column]));
    const country = cells.country === "" ? home : (CODES.get(cells.country.toLowerCase()) ?? cells.country);
    if (formula) faults.push(said(row, formula, cells[formula], t`a plain value: a formula is not run`));
    else if (country === null) faults.push(said(row, "country", "", t`a country's name or its two letters: without one no letter goes`));
    else {
      const household = householdOf(cells, country);
      const checked = addHousehold.safeParse(household);
      if (checked.success) taken.push({ row, household });
      else faults.push(...faultsOf(checked.error, household).map((fault) => `row ${String(row)}: ${faultLine(fault)}`));
    }
  }
  return { rows: doublesIn(taken, known), faults };
}

const said = (row: number, column: Column, given: string, allowed: string): string =>
  `row ${String(row)}, ${column}: given ${given === "" ? t`nothing` : given}, allowed ${allowed}`;
const listed = (text: string): string[] => text.split(/[,;]/).flatMap((each) => (each.trim() === "" ? [] : [each.trim()]));
const householdOf = (cells: Row, country: string): CommandInput<"add-household"> => ({
  id: v7(),
  name: cells.name,
  ...placeOf(cells),
  country,
  language: cells.language === "" ? "en" : (cells.language.toLowerCase().split("-")[0] ?? "en"),
  neutral: /^(yes|true|1|x)$/i.test(cells.neutral),
  likes: listed(cells.likes),
  without: listed(cells.without),
});

/** Where somebody lives, in parts where street and town are told apart. */
function placeOf({ address, street, district, town, region, code }: Row): Pick<CommandInput<"add-household">, "address" | "parts"> {
  const parts = { street, district, town, region, code };
  return street === "" || town === "" ? { address, parts: null } : { address: plainAddress(parts), parts };
}

interface ReadRows {
  readonly rows: readonly { readonly row: number; readonly cells: Row }[];
  readonly faults: readonly string[];
}

const NO_PARTS = { street: "", district: "", town: "", region: "", code: "" };
function rowsOfCards(text: string): ReadRows {
  const results = vcardsIn(text);
  return {
    rows: results.flatMap((each, index) =>
      "card" in each ? [{ row: index + 1, cells: { ...each.card, ...(each.card.parts ?? NO_PARTS), neutral: "", likes: "", without: "" } }] : [],
    ),
    faults: results.flatMap((each, index) => ("given" in each ? [t`card ${String(index + 1)}: given ${each.given}, allowed a vCard of version 2.1 to 4.0`] : [])),
  };
}

function rowsOfTable(text: string): ReadRows {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\s+/, ""), { header: true, skipEmptyLines: "greedy", transformHeader: (head) => head.trim().toLowerCase() });
  const fields = parsed.meta.fields ?? [];
  if (!fields.includes("name") || !(fields.includes("address") || (fields.includes("street") && fields.includes("town"))))
    return { rows: [], faults: [t`row 1: given ${fields.join(", ") || t`nothing`}, allowed a first row that names its columns, of ${HOUSEHOLD_COLUMNS.join(", ")}`] };
  const half = new Set(parsed.errors.flatMap(({ type, row }) => (type === "FieldMismatch" && row !== undefined ? [row] : [])));
  return {
    rows: parsed.data.flatMap((row, index) =>
      half.has(index)
        ? []
        : [{ row: index + 2, cells: Object.fromEntries(HOUSEHOLD_COLUMNS.map((column) => [column, (row[column] ?? "").trim().replace(/^'(?=[=+@-])/, "")])) as Row }],
    ),
    faults: [...half].map((index) => t`row ${String(index + 2)}: given more or fewer cells than columns, allowed ${String(fields.length)} cells, one for each column`),
  };
}

/** How unlike two may be written and still be taken for the same, 0 to 1: a name nearly as it is, an address with its own abbreviations. */
const [NAMES_DIFFER, ADDRESSES_DIFFER] = [0.2, 0.45];

interface Standing {
  readonly name: string;
  readonly address: string;
  /** The row of the file; 0 in the books. */
  readonly row: number;
}

/** Whom each looks like, by name and address alike. Only those with the same first number in the address are held against each other: the likeness of a thousand by a thousand takes too long. */
function doublesIn(taken: readonly { readonly row: number; readonly household: CommandInput<"add-household"> }[], known: readonly HouseholdRead[]): HouseholdIn[] {
  const standing = [
    ...known.map(({ name, address }): Standing => ({ name, address, row: 0 })),
    ...taken.map(({ row, household: { name, address } }): Standing => ({ name, address, row })),
  ];
  const byNumber = groupBy(standing, ({ address }) => /\d+/.exec(address)?.[0] ?? "");
  const books = new Map([...byNumber].map(([number, some]) => [number, new Fuse(some, { ...LIKE, keys: ["name"], threshold: NAMES_DIFFER })]));
  return taken.map(({ row, household }) => {
    const like = books
      .get(/\d+/.exec(household.address)?.[0] ?? "")
      ?.search(household.name)
      .find(({ item }) => item.row < row && Math.abs(item.name.length - household.name.length) <= MOST_LONGER && isLike(item.address, household.address));
    return { row, household, double: like ? `${like.item.name}, ${like.item.address}` : null };
  });
}
const LIKE = { ignoreDiacritics: true, ignoreLocation: true } as const;
/** Letters that one name may be longer than the other. */
const MOST_LONGER = 6;

function isLike(one: string, other: string): boolean {
  const [short, long] = one.length < other.length ? [one, other] : [other, one];
  return new Fuse([long], { ...LIKE, threshold: ADDRESSES_DIFFER }).search(short.slice(0, 60)).length > 0;
}

const PARTS = ["street", "district", "town", "region", "code"] as const;
/** The books as a table. A cell that begins like a formula is led by an apostrophe, which reading takes away. */
export function writeHouseholds(households: readonly HouseholdRead[]): string {
  const cells = households.map((each) => [
    each.name,
    each.address,
    each.country,
    each.language,
    each.neutral ? "yes" : "",
    each.likes.join("; "),
    each.without.join("; "),
    ...PARTS.map((part) => each.parts?.[part] ?? ""),
  ]);
  return `\uFEFF${Papa.unparse({ fields: [...HOUSEHOLD_COLUMNS], data: cells }, { escapeFormulae: true })}\r\n`;
}

import { minorOf, money, majorText } from "@yule/core";
import { addNeeds, faultLine, faultsOf, needKinds, type CommandInput, type DesignRead, type NeedRead } from "@yule/contract";
import Papa from "papaparse";
import { v7 } from "uuid";

/** The columns of a table of needs, out and in. `cards` holds `12 blue; 12 red`. */
export const COLUMNS = ["title", "kind", "design", "cards", "due", "post", "price"] as const;
type Column = (typeof COLUMNS)[number];
type Need = CommandInput<"add-needs">["needs"][number];

export interface CsvRead {
  readonly rows: readonly Readonly<Record<Column, string>>[];
  readonly needs: readonly Need[];
  /** One clear line for each fault, with its row as the file counts. */
  readonly faults: readonly string[];
}

/** Reads a file, or what was pasted from a spreadsheet. Nothing is kept unless every row can be. */
export function readNeedsCsv(text: string, designs: readonly DesignRead[], currency: string): CsvRead {
  const parsed = Papa.parse<Record<string, string>>(text.trim(), { header: true, skipEmptyLines: "greedy", transformHeader: (head) => head.trim().toLowerCase() });
  const missing = COLUMNS.filter((column) => column !== "price" && column !== "post" && !parsed.meta.fields?.includes(column));
  if (text.trim() === "" || missing.length > 0)
    return { rows: [], needs: [], faults: [`row 1: given ${parsed.meta.fields?.join(", ") ?? "nothing"}, allowed a first row that names the columns ${COLUMNS.join(", ")}`] };
  const faults: string[] = [];
  const rows = parsed.data.map((row) => Object.fromEntries(COLUMNS.map((column) => [column, (row[column] ?? "").trim()])) as Record<Column, string>);
  const needs = rows.flatMap((row, index) => {
    const said = (column: Column, allowed: string): void =>
      void faults.push(`row ${String(index + 2)}, ${column}: given ${row[column] === "" ? "nothing" : row[column]}, allowed ${allowed}`);
    const design = designs.find((each) => each.name.toLowerCase() === row.design.toLowerCase());
    if (!design) {
      said("design", `one of ${designs.map((each) => each.name).join(", ")}`);
      return [];
    }
    if (!(needKinds as readonly string[]).includes(row.kind)) said("kind", `one of ${needKinds.join(", ")}`);
    const price = row.price === "" ? null : minorOf(Number(row.price.replace(",", ".")), currency);
    if (Number.isNaN(price)) said("price", "an amount such as 12.50");
    const lines = linesIn(row.cards, design);
    if (!lines) said("cards", `counts with colourways, such as ${design.colourways.map((colourway) => `6 ${colourway.name}`).join("; ")}`);
    return [
      {
        id: v7(),
        kind: row.kind as Need["kind"],
        title: row.title,
        designId: design.id,
        due: row.due,
        zone: row.post === "" ? null : (row.post.toLowerCase() as NonNullable<Need["zone"]>),
        priceMinor: Number.isNaN(price) ? null : price,
        lines: lines ?? [],
      },
    ];
  });
  if (faults.length === 0) {
    const read = addNeeds.safeParse({ needs });
    if (!read.success)
      for (const fault of faultsOf(read.error, { needs }))
        faults.push(faultLine({ ...fault, path: [`row ${String(Number(fault.path[1]) + 2)}, ${columnOf(String(fault.path[2] ?? ""))}`] }));
  }
  return { rows, needs: faults.length === 0 ? needs : [], faults };
}

const columnOf = (field: string): string => ({ zone: "post", lines: "cards", priceMinor: "price", designId: "design" })[field] ?? field;

/** `12 blue; 12 red`, or a bare count where there is one colourway. */
function linesIn(text: string, design: DesignRead): Need["lines"] | null {
  const parts = text
    .split(/[;,]/)
    .map((part) => part.trim())
    .filter((part) => part !== "");
  const lines = parts.map((part) => {
    const [, count = "", name = ""] = /^(\d+)\s*(?:×|x)?\s*(.*)$/.exec(part) ?? [];
    const [only] = design.colourways;
    const colourway = name === "" && design.colourways.length === 1 ? only : design.colourways.find((each) => each.name.toLowerCase() === name.toLowerCase());
    return colourway && count !== "" ? { id: v7(), colourwayId: colourway.id, quantity: Number(count) } : null;
  });
  return lines.length > 0 && lines.every((line) => line !== null) ? lines : null;
}

/** Needs as a table that can be read in again. A cell that a spreadsheet would run as a formula is made text. */
export function writeNeedsCsv(needs: readonly NeedRead[], designs: readonly DesignRead[], currency: string): string {
  const rows = needs.map((need): Record<Column, string> => {
    const design = designs.find((each) => each.id === need.designId);
    return {
      title: need.title,
      kind: need.kind,
      design: design?.name ?? "",
      cards: need.lines.map((line) => `${String(line.quantity)} ${design?.colourways.find((each) => each.id === line.colourwayId)?.name ?? ""}`).join("; "),
      due: need.due,
      post: need.zone ?? "",
      price: need.priceMinor === null ? "" : majorText(money(need.priceMinor), currency),
    };
  });
  return Papa.unparse({ fields: [...COLUMNS], data: rows.map((row) => COLUMNS.map((column) => row[column])) }, { escapeFormulae: true, newline: "\r\n" });
}

import { faultLine, faultsOf, importStores, storeKinds, type CommandInput, type StoreRead, type StoresRead, type SupplierRead } from "@yule/contract";
import {
  exactAmount,
  HAS_SIZE,
  measureOf,
  minorDecimals,
  minorOf,
  money,
  printAmount,
  lengthOfUnits,
  readAmount,
  readLength,
  toMm,
  type LengthSystem,
  type StoreKind,
  majorText,
} from "@yule/core";
import Papa from "papaparse";
import { v7 } from "uuid";
import { amountAllowed } from "../../kit/form/texts.ts";

/** The columns of a stock or price list, out and in; the first two are asked for. */
export const STORE_COLUMNS = ["material", "kind", "on hand", "width", "height", "place", "pack", "price", "supplier", "days", "code"] as const;
type Column = (typeof STORE_COLUMNS)[number];
type Row = Readonly<Record<Column, string>>;

/** What a row does, as it is shown before it is done. */
export interface ImportLine {
  readonly row: number;
  readonly name: string;
  readonly does: string;
}
export interface StoresImport {
  readonly lines: readonly ImportLine[];
  /** Null while anything is wrong. */
  readonly command: CommandInput<"import-stores"> | null;
  readonly faults: readonly string[];
}

interface Known {
  readonly stores: readonly StoreRead[];
  readonly suppliers: readonly SupplierRead[];
  readonly offers: StoresRead["offers"];
  readonly currency: string;
  readonly system: LengthSystem;
}

const FORMULA = /^[=@]/;
const nameKey = (name: string): string => name.trim().toLowerCase();

/** Reads a list that was saved by a spreadsheet or written by hand. Nothing is kept unless every row can be. */
export function readStoresCsv(text: string, known: Known): StoresImport {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\s+/, ""), {
    delimiter: delimiterOf(text),
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (head) => head.trim().toLowerCase(),
  });
  const fields = parsed.meta.fields ?? [];
  if (!fields.includes("material") || !fields.includes("kind"))
    return {
      lines: [],
      command: null,
      faults: [
        `row 1: given ${fields.join(", ") || "nothing"}, allowed a first row that names its columns, of ${STORE_COLUMNS.join(", ")}, with a comma, a semicolon or a tab between them`,
      ],
    };
  const reading = new Reading(known);
  const half = parsed.errors.flatMap(({ type, row, code }) => (type === "FieldMismatch" && row !== undefined ? [{ row: row + 2, code }] : []));
  for (const { row, code } of half)
    reading.fault(row, null, code === "TooFewFields" ? "fewer cells than columns" : "more cells than columns", `${String(fields.length)} cells, one for each column`);
  parsed.data.forEach((row, index) => {
    if (!half.some((each) => each.row === index + 2)) reading.take(index + 2, Object.fromEntries(STORE_COLUMNS.map((column) => [column, (row[column] ?? "").trim()])) as Row);
  });
  return reading.done();
}

/** What stands between the names of the first row most often. */
const delimiterOf = (text: string): string => {
  const [head = ""] = text.trimStart().split("\n", 1);
  return [",", ";", "\t", "|"].map((each) => ({ each, times: head.split(each).length })).sort((a, b) => b.times - a.times)[0]?.each ?? ",";
};

/** One reading of a list: what it makes of each row, and what is wrong. */
class Reading {
  private readonly lines: ImportLine[] = [];
  private readonly faults: string[] = [];
  private readonly command: {
    stores: CommandInput<"add-store">[];
    suppliers: CommandInput<"add-supplier">[];
    offers: CommandInput<"add-offer">[];
    counts: { id: string; onHand: number }[];
  } = {
    stores: [],
    suppliers: [],
    offers: [],
    counts: [],
  };
  private readonly seen = new Map<string, number>();
  private readonly codes = new Map<string, number>();
  private readonly supplierIds: Map<string, string>;

  constructor(private readonly known: Known) {
    this.supplierIds = new Map(known.suppliers.map(({ id, name }) => [nameKey(name), id]));
  }

  fault(row: number, column: Column | null, given: string, allowed: string): void {
    this.faults.push(`row ${String(row)}${column ? `, ${column}` : ""}: given ${given === "" ? "nothing" : given}, allowed ${allowed}`);
  }

  take(row: number, cells: Row): void {
    const formula = STORE_COLUMNS.find((column) => FORMULA.test(cells[column]));
    if (formula) return this.fault(row, formula, cells[formula], "a plain value: a formula is not run");
    if (cells.material === "") return this.fault(row, "material", "", "its name");
    const kind = storeKinds.find((each) => each === cells.kind.toLowerCase());
    if (!kind) return this.fault(row, "kind", cells.kind, `one of ${storeKinds.join(", ")}`);
    const key = nameKey(cells.material);
    const store = this.known.stores.find(({ name }) => nameKey(name) === key);
    const before = this.seen.get(key);
    this.seen.set(key, row);
    // A price list may name a material once for each supplier.
    if (before !== undefined && (cells.supplier === "" || cells["on hand"] !== ""))
      return this.fault(row, "material", cells.material, `a material that row ${String(before)} does not have already`);
    if (store && store.kind !== kind) return this.fault(row, "kind", kind, `${store.kind}, as it lies on the shelf`);
    this.code(row, cells.code);
    const figures = this.figures(row, cells, kind);
    if (figures) this.place(row, cells, kind, store ?? null, figures);
  }

  private code(row: number, code: string): void {
    if (code === "") return;
    const before = this.codes.get(code);
    if (before !== undefined) this.fault(row, "code", code, `a code that row ${String(before)} does not have already`);
    this.codes.set(code, row);
  }

  private figures(row: number, cells: Row, kind: StoreKind) {
    const before = this.faults.length;
    const measure = measureOf(kind);
    const amount = (column: "on hand" | "pack"): number | null => {
      if (cells[column] === "") return null;
      const read = readAmount(cells[column], measure);
      if (read.ok) return read.amount;
      this.fault(row, column, cells[column], amountAllowed(read.fault, measure));
      return null;
    };
    const side = (column: "width" | "height"): number | null => {
      if (!HAS_SIZE.includes(kind) || cells[column] === "") return null;
      const read = readLength(cells[column], this.known.system);
      if (read.ok) return read.value;
      this.fault(row, column, cells[column], "a length such as 20 in or 56 cm");
      return null;
    };
    const figures = {
      onHand: amount("on hand"),
      pack: amount("pack"),
      width: side("width"),
      height: side("height"),
      price: this.price(row, cells.price),
      days: this.days(row, cells.days),
    };
    if (cells.supplier !== "" && (figures.price === null || figures.price === 0)) this.fault(row, "price", cells.price, "what one pack costs there, above nothing");
    return this.faults.length === before ? figures : null;
  }

  private price(row: number, text: string): number | null {
    if (text === "") return null;
    const amount = Number(text.replace(",", "."));
    const minor = minorOf(amount, this.known.currency);
    if (Number.isFinite(amount) && amount >= 0 && amount < 1_000_000 && Math.abs(minor - amount * 10 ** minorDecimals(this.known.currency)) < 1e-6) return minor;
    this.fault(row, "price", text, `an amount such as ${majorText(minorOf(12.5, this.known.currency), this.known.currency)}`);
    return null;
  }

  private days(row: number, text: string): number | null {
    if (text === "") return null;
    const days = Number(text);
    if (Number.isInteger(days) && days >= 0 && days <= 365) return days;
    this.fault(row, "days", text, "a whole number of days from 0 to 365");
    return null;
  }

  private place(
    row: number,
    cells: Row,
    kind: StoreKind,
    store: StoreRead | null,
    { onHand, pack, price, days, width, height }: NonNullable<ReturnType<Reading["figures"]>>,
  ): void {
    const measure = measureOf(kind);
    const does: string[] = [];
    const known = store?.id ?? this.command.stores.find(({ name }) => nameKey(name) === nameKey(cells.material))?.id;
    const id = known ?? v7();
    const holds = pack ?? store?.pack ?? this.command.stores.find((each) => each.id === id)?.pack ?? 1;
    if (!known) {
      if (kind === "paint") return this.fault(row, "material", cells.material, "a paint that stands on the paint shelf: it is put there with its pigments");
      this.command.stores.push({
        id,
        kind,
        name: cells.material,
        onHand: onHand ?? 0,
        pack: holds,
        packCostMinor: cells.supplier === "" ? (price ?? 0) : 0,
        leadDays: days ?? 5,
        width,
        height,
        place: cells.place,
        code: cells.code === "" ? null : cells.code,
      });
      does.push(`new, ${printAmount(onHand ?? 0, measure)}`);
    } else if (store && onHand !== null && onHand !== store.onHand) {
      this.command.counts.push({ id, onHand });
      does.push(`counted, ${printAmount(onHand, measure)} in place of ${printAmount(store.onHand, measure)}`);
    }
    if (cells.supplier !== "" && price !== null) does.push(this.offer(cells, id, { pack: holds, price, days }));
    this.lines.push({ row, name: cells.material, does: does.length === 0 ? "as it is" : does.join("; ") });
  }

  private offer({ supplier }: Row, storeId: string, { pack, price, days }: { pack: number; price: number; days: number | null }): string {
    const key = nameKey(supplier);
    let supplierId = this.supplierIds.get(key);
    const isNew = supplierId === undefined;
    if (supplierId === undefined) {
      supplierId = v7();
      this.supplierIds.set(key, supplierId);
      this.command.suppliers.push({ id: supplierId, name: supplier, leadDays: days ?? 5 });
    }
    const same = this.known.offers.some((offer) => offer.storeId === storeId && offer.supplierId === supplierId && offer.pack === pack && offer.priceMinor === price);
    if (same) return `${supplier} as before`;
    this.command.offers.push({ id: v7(), storeId, supplierId, pack, packName: "", priceMinor: price });
    return `${supplier}${isNew ? ", a new supplier," : ""} has it for ${majorText(money(price), this.known.currency)}`;
  }

  done(): StoresImport {
    if (this.faults.length > 0) return { lines: this.lines, command: null, faults: this.faults };
    if (Object.values(this.command).every((rows) => rows.length === 0)) return { lines: this.lines, command: null, faults: [] };
    const read = importStores.safeParse(this.command);
    if (!read.success) return { lines: this.lines, command: null, faults: faultsOf(read.error, this.command).map((fault) => faultLine(fault)) };
    return { lines: this.lines, command: this.command, faults: [] };
  }
}

/** The shelf as a table that can be read in again. A cell that a spreadsheet would run as a formula is made text. */
export function writeStoresCsv(stores: readonly StoreRead[], currency: string): string {
  const side = (units: number | null): string => (units === null ? "" : `${String(toMm(lengthOfUnits(units)))} mm`);
  const rows = stores.map((store): Row => {
    const measure = measureOf(store.kind);
    return {
      material: store.name,
      kind: store.kind,
      "on hand": exactAmount(store.onHand, measure),
      width: side(store.width),
      height: side(store.height),
      place: store.place,
      pack: exactAmount(store.pack, measure),
      price: majorText(money(store.packCostMinor), currency),
      supplier: "",
      days: String(store.leadDays),
      code: store.code ?? "",
    };
  });
  return Papa.unparse({ fields: [...STORE_COLUMNS], data: rows.map((row) => STORE_COLUMNS.map((column) => row[column])) }, { escapeFormulae: true, newline: "\r\n" });
}

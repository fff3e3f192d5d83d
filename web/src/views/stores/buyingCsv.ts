import type { StoreRead, ToBuyRead } from "@yule/contract";
import { money, majorText } from "@yule/core";
import Papa from "papaparse";
import { amountOf } from "./words.ts";

export interface ListToPrint {
  readonly toBuy: readonly ToBuyRead[];
  readonly stores: readonly StoreRead[];
  readonly supplierName: (line: ToBuyRead) => string;
}

/** The buying list as a table. Cells that begin like a formula are marked as text. */
export function buyingCsv({ toBuy, stores, supplierName, currency }: ListToPrint & { readonly currency: string }): string {
  const rows = toBuy.map((line) => {
    const store = stores.find(({ id }) => id === line.storeId);
    return {
      supplier: supplierName(line),
      material: store?.name ?? "",
      packs: line.packs,
      amount: store ? amountOf(store, line.quantity) : "",
      price: majorText(money(line.costMinor), currency),
      currency,
      "order by": line.orderBy ?? "",
      state: line.state,
    };
  });
  return Papa.unparse(rows, { escapeFormulae: true });
}

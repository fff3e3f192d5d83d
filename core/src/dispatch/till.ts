/** What one buyer bought, or brought back, as a till notes it. Money in minor units. */
export interface Sale {
  readonly isBack: boolean;
  readonly paid: "cash" | "card";
  readonly tipMinor: number;
  readonly lines: readonly { readonly colourwayId: string; readonly quantity: number; readonly priceMinor: number }[];
}

const sign = ({ isBack }: Sale): number => (isBack ? -1 : 1);
/** What came in by a sale, less than nothing where cards came back; tips are apart. */
export const takenIn = (sale: Sale): number => sign(sale) * sale.lines.reduce((sum, { quantity, priceMinor }) => sum + quantity * priceMinor, 0);

/** Cards sold of each colourway, less those that came back. */
export function soldSoFar(sales: readonly Sale[]): ReadonlyMap<string, number> {
  const sold = new Map<string, number>();
  for (const sale of sales) for (const { colourwayId, quantity } of sale.lines) sold.set(colourwayId, (sold.get(colourwayId) ?? 0) + sign(sale) * quantity);
  return sold;
}

/** What must lie in the tin: what lay there at first, and all cash since, tips too. */
export const tinOf = (float: number, sales: readonly Sale[]): number => sales.reduce((sum, sale) => sum + (sale.paid === "cash" ? takenIn(sale) + sale.tipMinor : 0), float);

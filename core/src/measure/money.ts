/** An amount in whole minor units (cents, pence) of one currency. */
export type Money = number & { readonly [moneyBrand]: true };
declare const moneyBrand: unique symbol;

export const money = (minor: number): Money => Math.round(minor) as Money;

/** Decimals of a currency's minor unit: 2 for cents, 0 for yen, by the platform. */
export function minorDecimals(currency: string): number {
  const known = decimals.get(currency);
  if (known !== undefined) return known;
  const told = new Intl.NumberFormat("en-GB", { style: "currency", currency }).resolvedOptions().maximumFractionDigits ?? 2;
  decimals.set(currency, told);
  return told;
}
const decimals = new Map<string, number>();

/** `minorOf(12.5, "EUR")` is 1250, `minorOf(1250, "JPY")` is 1250. */
export const minorOf = (amount: number, currency: string): Money => money(amount * 10 ** minorDecimals(currency));

/** An amount in the currency's own unit, as a file has it: `9.50`, `950`. */
export const majorText = (amount: Money, currency: string): string => (amount / 10 ** minorDecimals(currency)).toFixed(minorDecimals(currency));

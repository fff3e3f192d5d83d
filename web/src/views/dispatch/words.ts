import { type Money, t, plural } from "@yule/core";
import type { PileLetter } from "@yule/derive";
import { countryName, printMoney } from "../../kit/say.ts";

export const lettersWord = (count: number): string => plural(count, { one: "# letter", other: "# letters" });
export const peopleWord = (count: number): string => plural(count, { one: "# household", other: "# households" });

/** The town, for an envelope that is too small for the whole address. */
export const townOf = ({ household }: PileLetter): string => `${household.address.split(/[,\n]/).at(-1)?.trim() ?? ""}, ${countryName(household.country)}`;

/** What too thick a card costs on its way, and how often. */
export function thickWords(pile: readonly PileLetter[], currency: string): string | null {
  const dear = pile.filter(({ dearerBy }) => dearerBy !== null);
  const [first] = dear;
  if (!first) return null;
  const more = dear.reduce((sum, { dearerBy }) => sum + (dearerBy ?? 0), 0) as Money;
  return t`${dear.length === 1 ? t`One card is` : t`${String(dear.length)} cards are`} too thick or too heavy for the cheapest service that is in time: flat dots instead of gems or foam would save ${printMoney(more, currency)}.`;
}

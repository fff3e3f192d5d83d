import type { NeedRead } from "@yule/contract";
import { money, type Money, type Transit } from "@yule/core";

/** What is told of something that no carrier takes. */
export const BY_HAND = "by hand";

/** Parcels that a need goes in: one to each household, or one in all. */
export const parcelsOf = ({ households }: Pick<NeedRead, "households">): number => Math.max(1, households);

/** What posting a need by a service costs in all; null for a service that does not go to its zone. Handed over it costs nothing. */
export function postageOf(need: Pick<NeedRead, "zone" | "households">, service: string, table: readonly Transit[]): Money | null {
  if (service === BY_HAND) return money(0);
  const line = table.find((each) => each.zone === need.zone && each.service === service);
  return line ? money(line.price * parcelsOf(need)) : null;
}

/** The services that go to a zone, as they are asked for. */
export const servicesTo = (zone: NeedRead["zone"], table: readonly Transit[]): string[] => [...table.filter((each) => each.zone === zone).map((each) => each.service), BY_HAND];

import { BY_HAND, letterOf, servicesTo } from "@yule/derive";
import { linesTaking, money, takesLetter, zoneOf, type LetterSize, type Money } from "@yule/core";
import { and, eq, gte, inArray, lte } from "drizzle-orm";
import { refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { readDesign } from "../designs/reads.ts";
import { NEIGHBOURS } from "../outside/carrier.ts";
import { readHome } from "../shop/reads.ts";
import { readShelf } from "../stores/reads.ts";
import { household, householdAddress, type recipient } from "./tables.ts";

type Letter = typeof recipient.$inferSelect;

/** A letter with the service it goes by, what that costs and the design that is in it. */
export interface PricedLetter {
  readonly letter: Letter;
  readonly service: string;
  readonly price: Money;
  readonly designId: string;
}

interface Asked {
  readonly letter: Letter;
  readonly service: string;
  readonly path: readonly (string | number)[];
}

/** What letters cost by the services told, by the country of each household and what its card weighs. What the service does not take is refused. */
export async function postageOfLetters(writing: Writing, asked: readonly Asked[], on: string): Promise<PricedLetter[]> {
  if (asked.length === 0) return [];
  const { table } = writing.outside.carrier;
  const { country: home } = await readHome(writing.tx);
  const countries = await countriesOf(
    writing,
    asked.map(({ letter }) => letter.householdId),
    on,
  );
  const sizes = await sizesOf(
    writing,
    asked.map(({ letter }) => letter.needId),
  );
  return asked.map(({ letter, service, path }) => {
    const size = sizes.get(letter.needId);
    if (!size) throw new Error(`Letter ${letter.id} has no need.`);
    const { designId } = size;
    if (service === BY_HAND) return { letter, service, price: money(0), designId };
    const zone = zoneOf(countries.get(letter.householdId) ?? home, home, NEIGHBOURS[home] ?? []);
    const line = table.find((each) => each.zone === zone && each.service === service);
    if (!line) return refuse({ code: "no-service", path, given: [{ text: service }], allowed: [servicesTo(zone, table).join(", ")] });
    if (!takesLetter(line, size.letter)) {
      const taking = linesTaking(table, zone, size.letter);
      if (!taking.ok) return refuse({ ...(taking.faults[0] ?? { code: "no-step", given: [], allowed: [] }), path });
      return refuse({ code: "too-heavy", path, given: [{ text: service }], allowed: [taking.value.map((each) => each.service).join(", ")] });
    }
    return { letter, service, price: line.price, designId };
  });
}

/** The country that each household is in on a day. */
async function countriesOf(writing: Writing, ids: readonly string[], on: string): Promise<ReadonlyMap<string, string>> {
  const rows = await writing.tx
    .select({ id: household.id, country: household.country })
    .from(household)
    .where(and(eq(household.shopId, writing.shopId), inArray(household.id, [...new Set(ids)])));
  const elsewhere = await writing.tx
    .select({ id: householdAddress.householdId, country: householdAddress.country })
    .from(householdAddress)
    .where(
      and(eq(householdAddress.shopId, writing.shopId), inArray(householdAddress.householdId, [...new Set(ids)]), lte(householdAddress.from, on), gte(householdAddress.until, on)),
    );
  return new Map([...rows, ...elsewhere].map(({ id, country }) => [id, country]));
}

/** What a card of each need is as a letter, and its design. The needs are held until the command is through, in one order: so the last letter of each is known to be the last. */
async function sizesOf(writing: Writing, needIds: readonly string[]): Promise<ReadonlyMap<string, { readonly letter: LetterSize; readonly designId: string }>> {
  const shelf = await readShelf(writing.tx);
  const found = new Map<string, { letter: LetterSize; designId: string }>();
  for (const id of [...new Set(needIds)].sort()) {
    const need = await writing.find("need", id);
    const design = need && (await readDesign(writing.tx, need.designId));
    if (design) found.set(id, { letter: letterOf(design, shelf), designId: design.id });
  }
  return found;
}

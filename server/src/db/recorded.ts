import { getTableColumns, getTableName, is, Table } from "drizzle-orm";
import type pg from "pg";
import type { Database } from "./pool.ts";
import * as tables from "./tables.ts";

/** The tables of the shops by their name in the database. */
const OURS = new Set<string>(Object.values(tables).flatMap((table) => (is(table, Table) && "shopId" in getTableColumns(table) ? [getTableName(table)] : [])));

/** Words that follow a table's name without being another name for it. */
const NO_NAME = "where|on|set|join|inner|left|cross|lateral|order|group|limit|for|using|as|union|values|select|returning|having|do|natural|full|right|except|is|and";
const NAMED = new RegExp(String.raw`\b(?:from|join|update)\s+(?:lateral\s+)?"?(\w+)"?(?:\s+(?:as\s+)?"?(?!(?:${NO_NAME})\b)(\w+)"?)?`, "gi");
/** What a shop is told by. */
const GIVEN = String.raw`(?:\$\d+|current_setting)`;

/**
 * The tables of a statement that it does not ask for by their shop: each has to have a shop that is told, or that of a table beside it, which is told itself.
 * Tables that are listed with commas are not looked at past the first: none of ours is.
 * @param text as it is sent to the database
 */
export function withoutShop(text: string): string[] {
  const plain = text.replaceAll('"', "");
  const named = [...plain.matchAll(NAMED)].flatMap(([, table = "", alias]) => (OURS.has(table.toLowerCase()) ? [alias ?? table] : []));
  // One that stands without a table's name is of the only table of its part of the statement.
  let bare = [...plain.matchAll(new RegExp(String.raw`(?<![.\w])shop_id\s*=\s*(?:${GIVEN}|\w+\.shop_id)`, "gi"))].length;
  return named.filter((name) => {
    const has = new RegExp(String.raw`\b${name}\.shop_id\s*=\s*(?:${GIVEN}|\w+\.shop_id)|\w+\.shop_id\s*=\s*${name}\.shop_id\b`, "i").test(plain);
    if (has) return false;
    if (bare === 0) return true;
    bare -= 1;
    return false;
  });
}

/** Whether a statement reads or writes a table of the shops at all. */
export const namesOurs = (text: string): boolean => [...text.replaceAll('"', "").matchAll(NAMED)].some(([, table = ""]) => OURS.has(table.toLowerCase()));

/** What was asked of a database, each once: in a shop's transaction, and outside of any. */
export class Recorded {
  readonly inShop = new Set<string>();
  readonly outside = new Set<string>();

  constructor(database: Database) {
    database.$client.on("connect", (client) => this.listen(client));
  }

  /** Statements within a shop that do not say which. */
  faults(): string[] {
    return [...this.inShop].flatMap((text) => {
      const missing = withoutShop(text);
      return missing.length === 0 ? [] : [`${missing.join(", ")} without its shop: ${text}`];
    });
  }

  /** Forgets what a test asked by itself, past the program: what begins with these words. */
  askedByTest(...beginnings: readonly string[]): void {
    for (const text of this.inShop) if (beginnings.some((each) => text.startsWith(each))) this.inShop.delete(text);
  }

  private listen(client: pg.PoolClient): void {
    let isInShop = false;
    // As it is at the time: a test may look at what every connection is asked.
    const prototype = Object.getPrototypeOf(client) as Record<"query", (...given: unknown[]) => unknown>;
    const query = (given: unknown[]): unknown => prototype.query.apply(client, given);
    const recorded = (...given: unknown[]): unknown => {
      const [first] = given;
      const text = typeof first === "string" ? first : ((first as { readonly text?: string } | undefined)?.text ?? "");
      if (/^\s*(begin|commit|rollback)/i.test(text)) isInShop = false;
      else if (text.includes("set_config('yule.shop'")) isInShop = true;
      else if (/^\s*explain/i.test(text)) return query(given);
      else (isInShop ? this.inShop : this.outside).add(text);
      return query(given);
    };
    Object.assign(client, { query: recorded });
  }
}

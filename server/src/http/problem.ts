import type { Problem } from "@yule/contract";
import { faultLine, phraseText, sentFault, sentPhrase } from "@yule/contract";
import { phrase, type Phrase } from "@yule/core";
import { Refusal } from "../db/refusal.ts";

/** SQLSTATE classes that say the database is away or going, rather than that a query is wrong. */
const AWAY = /^(08|57P)/;
const AWAY_CODES = new Set(["ECONNREFUSED", "ECONNRESET", "EPIPE", "ETIMEDOUT"]);
const DISK_FULL = "53100";

interface Caused {
  readonly code?: string;
  readonly cause?: unknown;
  readonly message?: string;
  readonly constraint?: string;
  readonly status?: number;
}

/** The first code in a chain of causes: a SQLSTATE or a system error. */
function codeOf(error: unknown): { code: string; constraint: string | null } | null {
  for (let each = error as Caused | undefined; each; each = each.cause as Caused | undefined) {
    if (each.code) return { code: each.code, constraint: each.constraint ?? null };
    if (/timeout exceeded when trying to connect|Connection terminated|Client has encountered a connection error/i.test(each.message ?? ""))
      return { code: "ECONNREFUSED", constraint: null };
  }
  return null;
}

/** Turns anything thrown into problem details (RFC 9457). What is not meant to be shown becomes a 500 without a word of it. */
export function problemOf(error: unknown): Problem {
  const problem = (status: number, title: Phrase, detail: Phrase, more: Partial<Problem> = {}): Problem => ({
    type: "about:blank",
    title: phraseText(title),
    status,
    detail: phraseText(detail),
    said: { title: sentPhrase(title), detail: sentPhrase(detail) },
    errors: [],
    ...more,
  });
  if (error instanceof Refusal) {
    const detail: Phrase = error.faults.length > 0 ? [error.faults.map((fault) => faultLine(fault)).join("; ")] : error.title;
    return problem(error.status, error.title, detail, { errors: error.faults.map(sentFault), present: error.present });
  }
  const found = codeOf(error);
  if (found && (AWAY.test(found.code) || AWAY_CODES.has(found.code)))
    return problem(503, phrase`The database is not answering.`, phrase`Nothing was lost and nothing was saved. It is tried again by itself.`);
  if (found?.code === DISK_FULL) return problem(507, phrase`No space is left on the disk.`, phrase`Nothing was saved. Make room and try again.`);
  if (found?.code === "23503")
    return problem(
      422,
      phrase`Something named here is not in this shop, or is still in use.`,
      phrase`given a link that does not hold (${found.constraint ?? "unknown"}), allowed ids of this shop`,
    );
  if (found?.code === "22021" || found?.code === "22P05")
    return problem(422, phrase`A text holds a character that cannot be kept.`, phrase`given a zero character or half of one, allowed text of whole characters`);
  if (found?.code === "23505") return problem(409, phrase`This is there already.`, phrase`An id was used a second time for something else.`);
  if (found?.code === "23514") return problem(422, phrase`A figure lies outside what can be.`, phrase`the rule ${found.constraint ?? ""} was broken`);
  const http = error as Caused;
  if (http.status && http.status >= 400 && http.status < 500) return problem(http.status, phrase`The request cannot be read.`, [http.message ?? ""]);
  return problem(500, phrase`A fault of the program.`, phrase`It was written to the server's log. Nothing was saved.`);
}

/** What the log keeps of a fault: its codes and the place, never the values that were being written. They are the maker's own, and may be whole pictures. */
export function forLog(error: unknown): Record<string, unknown> {
  let root = error as Caused & { stack?: string };
  while (root.cause) root = root.cause;
  const query = (error as { query?: unknown }).query;
  return { message: root.message, code: root.code, constraint: root.constraint, stack: root.stack?.split("\n").slice(1), ...(typeof query === "string" && { query }) };
}

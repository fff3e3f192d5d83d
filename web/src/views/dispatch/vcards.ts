import { plainAddress, type AddressParts, type HouseholdRead } from "@yule/contract";
import ICAL from "ical.js";

/** What a card of an address book says of somebody, as it stands there. */
export interface CardRead {
  readonly name: string;
  /** From the street to the town, in one line. */
  readonly address: string;
  /** The same in its parts; null where the card has no street or no town of its own. */
  readonly parts: AddressParts | null;
  /** A code, a name, or nothing. */
  readonly country: string;
  readonly language: string;
}
/** A card, or why it cannot be read. */
export type CardResult = { readonly card: CardRead } | { readonly given: string };

/** Properties are begun by their name; what begins otherwise belongs to the line before, whoever broke it. */
const PROPERTY = /^(?:[A-Za-z0-9-]+\.)?[A-Za-z][A-Za-z0-9-]*(?:;[^:]*)?:/;
/** Only what is kept here is read: pictures and sounds are let go before anything looks into them. */
const WANTED = /^(?:[A-Za-z0-9-]+\.)?(?:BEGIN|END|VERSION|FN|N|ORG|ADR|LANG)[;:]/i;

/** The cards of an address book, versions 2.1 to 4.0 (RFC 6350, RFC 2426, and vCard 2.1 of the Versit consortium). */
export function vcardsIn(text: string): CardResult[] {
  const cards = text.split(/^BEGIN:VCARD\s*$/im).slice(1);
  return cards.map((card) => {
    const lines = linesOf(card);
    const version =
      lines
        .find((line) => /^VERSION:/i.test(line))
        ?.slice(8)
        .trim() ?? "2.1";
    const kept = lines.filter((line) => WANTED.test(line) && !/^(?:BEGIN|END|VERSION)/i.test(line));
    try {
      const modern = ["BEGIN:VCARD", `VERSION:${version === "4.0" ? "4.0" : "3.0"}`, ...(version === "2.1" ? kept.map(modernLine) : kept), "END:VCARD"].join("\r\n");
      return readCard(new ICAL.Component(ICAL.parse(modern) as unknown[]));
    } catch {
      return { given: (kept[0] ?? card).slice(0, 60) };
    }
  });
}

/** Whole lines: folded ones joined, also those that were broken without the blank that folding asks for. */
function linesOf(card: string): string[] {
  const lines: string[] = [];
  let isData = false;
  for (const line of card.split(/\r?\n/)) {
    const last = lines[lines.length - 1];
    if (/^END:VCARD\s*$/i.test(line)) break;
    if (last !== undefined && /ENCODING=QUOTED-PRINTABLE/i.test(last) && last.endsWith("=")) lines[lines.length - 1] = last.slice(0, -1) + line.replace(/^[ \t]/, "");
    else if (/^[ \t]/.test(line) && last !== undefined) lines[lines.length - 1] = last + line.slice(1);
    else if (line.trim() === "") isData = false;
    else if (PROPERTY.test(line)) {
      lines.push(line);
      isData = /ENCODING=(?:BASE64|b)\b/i.test(line);
    } else if (last !== undefined && !isData) lines[lines.length - 1] = last + line;
  }
  return lines;
}

/** A line of version 2.1 in the writing of 3.0: bare words become types, and quoted letters are read by their coding. */
function modernLine(line: string): string {
  const at = line.indexOf(":");
  const [head = "", ...told] = line.slice(0, at).split(";");
  const params = told.map((each) => each.toUpperCase());
  const charset = params.find((each) => each.startsWith("CHARSET="))?.slice(8) ?? "UTF-8";
  const value = params.some((each) => each.endsWith("QUOTED-PRINTABLE")) ? unquoted(line.slice(at + 1), charset) : line.slice(at + 1);
  return `${head}:${value.replace(/\r?\n/g, "\\n").replace(/,/g, "\\,")}`;
}

/** Quoted-printable letters (RFC 2045, 6.7). @throws RangeError for a coding nobody knows */
function unquoted(value: string, charset: string): string {
  const bytes: number[] = [];
  for (let at = 0; at < value.length; at += 1) {
    const code = value[at] === "=" ? Number.parseInt(value.slice(at + 1, at + 3), 16) : Number.NaN;
    if (Number.isNaN(code)) bytes.push(...new TextEncoder().encode(value[at]));
    else {
      bytes.push(code);
      at += 2;
    }
  }
  return new TextDecoder(charset).decode(new Uint8Array(bytes));
}

const partsOf = (value: unknown): string[] =>
  (Array.isArray(value) ? value : [value]).map((each) => (Array.isArray(each) ? each.join(" ") : typeof each === "string" ? each : "").trim());
const plain = (text: string): string =>
  text
    .replace(/\\;/g, ";")
    .replace(/\s*\n\s*/g, ", ")
    .trim();

function readCard(card: ICAL.Component): CardResult {
  const [family = "", given = ""] = partsOf(card.getFirstPropertyValue("n"));
  const [org = ""] = partsOf(card.getFirstPropertyValue("org"));
  const [full = ""] = partsOf(card.getFirstPropertyValue("fn"));
  const name = plain(full === "" ? [given, family].filter((each) => each !== "").join(" ") || org : full);
  const [, district = "", street = "", town = "", region = "", code = "", country = ""] = partsOf(card.getFirstPropertyValue("adr")).map(plain);
  const [language = ""] = partsOf(card.getFirstPropertyValue("lang"));
  const parts = { street, district, town, region, code };
  return { card: { name, address: plainAddress(parts), parts: street === "" || town === "" ? null : parts, country, language } };
}

const escaped = (text: string): string =>
  text
    .replace(/\\/g, "\\\\")
    .replace(/\n/g, "\\n")
    .replace(/[,;]/g, (each) => `\\${each}`);

/** An address book of households, version 4.0. */
export function writeCards(households: readonly Pick<HouseholdRead, "name" | "address" | "parts" | "country" | "language">[]): string {
  return households
    .map(({ name, address, parts, country, language }) =>
      ["BEGIN:VCARD", "VERSION:4.0", `FN:${escaped(name)}`, `ADR:;${placeOf(address, parts)};${escaped(country)}`, `LANG:${language}`, "END:VCARD", ""].join("\r\n"),
    )
    .join("");
}

/** The parts of an address as a card has them; what was told as one line stands where the street does. */
const placeOf = (address: string, parts: AddressParts | null): string =>
  (parts ? [parts.district, parts.street, parts.town, parts.region, parts.code] : ["", address, "", "", ""]).map(escaped).join(";");

import { phraseSaid, type Speech } from "@yule/contract";
import { t, type Fault } from "@yule/core";

/** What a fault allows begins so where something is bounded; the contract words it in English, and another language translates the whole. */
const beginsWith = ({ allowed: [first] }: Pick<Fault, "allowed">, ...words: readonly string[]): boolean =>
  typeof first === "string" && words.some((word) => first.startsWith(word));

/** What stands in a field that is to have a name. */
const NAMED: ReadonlySet<string> = new Set(["name", "title", "shopName", "seriesName"]);

/**
 * What is wrong at a field, said as what to do about it. Files, commands and the API name field, given and allowed; a maker who
 * stands before the field sees the first two.
 */
export function whatToDo(fault: Pick<Fault, "code" | "path" | "given" | "allowed">, say: Speech): string {
  const [given, allowed] = [phraseSaid(fault.given, say), phraseSaid(fault.allowed, say)];
  const isEmpty = given === "nothing" || given === "" || given === '""';
  if (isEmpty && fault.code === "too_small" && beginsWith(fault, "at least ")) return NAMED.has(String(fault.path.at(-1))) ? t`Give it a name.` : t`This is empty. Fill it in.`;
  if (isEmpty) return t`Give ${allowed}.`;
  const isGone = beginsWith(fault, "a day not before ", "a day from ", "a day at or after ", "today") && isBefore(fault);
  if (isGone && beginsWith(fault, "today")) return t`${given} has passed. Choose today or later.`;
  if (isGone) return t`${given} is too early. Choose ${allowed}.`;
  if (fault.code === "too_big" && fault.allowed.some((part) => typeof part === "string" && part.includes(" character"))) return t`This is too long. Give ${allowed}.`;
  if (beginsWith(fault, "at most ", "less than ")) return t`${given} is too much. Give ${allowed}.`;
  const isBetween = fault.allowed.some((part) => typeof part === "string" && part.includes(" and less than "));
  if (!isBetween && beginsWith(fault, "at least ", "more than ")) return t`${given} is too little. Give ${allowed}.`;
  return doesNotFit(given, allowed);
}

/** Whether the day that was given lies before the first that is allowed. */
function isBefore({ given, allowed }: Pick<Fault, "given" | "allowed">): boolean {
  const [told, first] = [given, allowed].map((phrase) => phrase.flatMap((part) => (typeof part !== "string" && "day" in part ? [part.day] : []))[0]);
  return told !== undefined && first !== undefined && told < first;
}

const doesNotFit = (given: string, allowed: string): string => t`${given} does not fit. Give ${allowed}.`;

/**
 * The same for what a view itself finds in a field.
 * @param given as it was typed; nothing is an empty text
 * @param field named where the words do not stand at the field
 */
export function giveInstead(given: string, allowed: string, field?: string): string {
  const told = given.trim() === "" ? t`Give ${allowed}.` : doesNotFit(given.trim(), allowed);
  return field === undefined ? told : `${field}: ${told}`;
}

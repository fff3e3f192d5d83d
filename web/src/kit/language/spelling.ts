import type { Said, Translator } from "@yule/core";
import { isolated } from "@yule/core";

/** Where English is spelled as in the United States: there, and where its schools have taught it. */
const AMERICAN: ReadonlySet<string> = new Set(["AS", "GU", "LR", "MP", "PH", "PR", "US", "VI"]);
export const AMERICAN_ENGLISH = "en-US";
/** The English of a country, as a language of its own where its spelling differs from what is written in the code. */
export const englishOf = (country: string): string => (AMERICAN.has(country) ? AMERICAN_ENGLISH : "en");

const SPELLED: readonly (readonly [RegExp, string])[] = [
  [/(c)olour/gi, "$1olor"],
  [/\b(g)rey/gi, "$1ray"],
  [/(neighb)our/gi, "$1or"],
  [/(\b|centi|milli)(m)etre/gi, "$1$2eter"],
  [/(l)itre/gi, "$1iter"],
  [/(catalog)ue/gi, "$1"],
  [/(organ|recogn)is/gi, "$1iz"],
];
const spelled = (text: string): string => SPELLED.reduce((sum, [british, american]) => sum.replace(british, american), text);

const PLURAL = /^\{0, plural, one \{(.*)\} other \{(.*)\}\}$/;

/** Sentences in American spelling. What is put in stays as it is: names are the maker's. */
export const americanSpelling: Translator = (source, values) => {
  const other = spelled(source);
  if (other === source) return null;
  const forms = PLURAL.exec(other);
  if (forms) return (values[0] === 1 ? (forms[1] ?? "") : (forms[2] ?? "")).replaceAll("#", String(values[0]));
  return filled(other, values);
};
const filled = (source: string, values: readonly Said[]): string =>
  source.replace(/'([{}])'|\{(\d+)\}/g, (_, brace: string | undefined, at: string | undefined) => brace ?? isolated(values[Number(at)] ?? ""));

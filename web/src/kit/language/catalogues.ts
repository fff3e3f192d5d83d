import { setupI18n } from "@lingui/core";
import { compileMessage } from "@lingui/message-utils/compileMessage";
import { hasWords, idOfSource, isolated, type Said, type Translator } from "@yule/core";
import { directionOf } from "./directions.ts";
import { madeUpFrom } from "./madeUp.ts";

/** The sentences of a language that have been fetched, and how one is found. */
export interface Catalogues {
  readonly language: string;
  /** Fetches the sentences of a view once; one that does not come is tried again with the next view. */
  readonly add: (domain: string) => Promise<void>;
  readonly translate: Translator;
}

/** Two that are made from the English sentences: with accents and longer, and from right to left. BCP 47 keeps XA and XB for such. */
const MADE_UP: ReadonlySet<string> = new Set(["en-XA", "ar-XB"]);

/** @param language a BCP 47 language; one that nobody has put sentences into leaves the English ones */
export function cataloguesOf(language: string): Catalogues {
  const i18n = setupI18n({ locale: language, messages: { [language]: {} } });
  const isTurned = directionOf(language) === "rtl";
  const fetched = new Set<string>();
  const lacking = new Set<string>();
  const add = async (domain: string): Promise<void> => {
    if (fetched.has(domain)) return;
    fetched.add(domain);
    try {
      const sentences = await sentencesFrom(`/words/${MADE_UP.has(language) ? "en" : language}/${domain}.json`);
      const compiled = Object.entries(sentences).map(
        ([id, sentence]) => [id, MADE_UP.has(language) ? madeUpFrom(compileMessage(sentence), language) : compileMessage(sentence)] as const,
      );
      i18n.load(language, Object.fromEntries(compiled));
    } catch (problem) {
      fetched.delete(domain);
      note(`No sentences of ${domain} in ${language}: ${String(problem)}`);
    }
  };
  const translate = (source: string, values: readonly Said[]): string | null => {
    if (!hasWords(source)) return null;
    const id = idOfSource(source);
    if (id in i18n.messages) return i18n._(id, Object.fromEntries(values.map((value, index) => [String(index), typeof value === "string" ? isolated(value, isTurned) : value])));
    if (!lacking.has(id)) note(`No ${language} for "${source}": it stays English.`);
    lacking.add(id);
    return null;
  };
  return { language, add, translate };
}

async function sentencesFrom(path: string): Promise<Readonly<Record<string, string>>> {
  const answer = await fetch(path);
  if (!answer.ok || !answer.headers.get("content-type")?.includes("json")) throw new Error(`${path} is not there`);
  return (await answer.json()) as Record<string, string>;
}

/** For who translates: the maker sees the English sentence. */
const note = (what: string): void => {
  // eslint-disable-next-line no-console -- there is nowhere else that a translator would look
  console.warn(what);
};

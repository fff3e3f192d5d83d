import { translateBy } from "@yule/core";
import type { Catalogues } from "./catalogues.ts";
import { AMERICAN_ENGLISH, americanSpelling, englishOf } from "./spelling.ts";

/** The language that the sentences in the code are written in: it needs no catalogue. */
const WRITTEN_IN_CODE = "en";
/** Where a translator tells a language to look at, also one of the made-up ones that show what a translation must stand. */
const HELD_UP = "yule.words";

let catalogues: Catalogues | null = null;
/** What was fetched of the languages spoken so far: going back to one asks for nothing. */
const fetched = new Map<string, Catalogues>();
/** Languages whose wanted sentences are all there. */
const ready = new Set<string>();
/** Which English is spoken where no catalogue is. */
let english: string = WRITTEN_IN_CODE;
/** Catalogues that are wanted: a view's comes with the view. */
const domains = new Set<string>(["common"]);

/** The language of a shop's sentences, unless another is held up for a look. */
export const languageOf = ({ language, country }: { readonly language: string; readonly country: string }): string => {
  const own = language === WRITTEN_IN_CODE ? englishOf(country) : language;
  try {
    return localStorage.getItem(HELD_UP) ?? own;
  } catch {
    return own;
  }
};

const isEnglish = (language: string): boolean => language === WRITTEN_IN_CODE || language === AMERICAN_ENGLISH;
/** Speaks English from now on, in the one spelling or the other. */
function speakEnglish(language: string): void {
  english = language;
  catalogues = null;
  translateBy(language === AMERICAN_ENGLISH ? americanSpelling : null);
}

/**
 * Speaks a language from now on, if all that is wanted of it has been fetched.
 * @returns whether it is spoken
 */
export function speakAtOnce(language: string): boolean {
  if (isEnglish(language)) {
    speakEnglish(language);
    return true;
  }
  const known = fetched.get(language);
  if (!known || !ready.has(language)) return false;
  catalogues = known;
  translateBy(known.translate);
  return true;
}

/**
 * Speaks a language from now on. English at once; another as soon as its catalogues are there, and what they lack stays English.
 * @returns when all that is drawn anew is drawn in it
 */
export async function speakLanguage(language: string): Promise<void> {
  if (isEnglish(language)) return speakEnglish(language);
  if (catalogues?.language !== language) {
    const { cataloguesOf } = await import("./catalogues.ts");
    catalogues = fetched.get(language) ?? cataloguesOf(language);
    fetched.set(language, catalogues);
  }
  const spoken = catalogues;
  await Promise.all([...domains].map((domain) => spoken.add(domain)));
  ready.add(language);
  if (catalogues !== spoken) return;
  translateBy(spoken.translate);
  // Met only when something cannot be: nobody waits for it.
  void spoken.add("refusals");
}

/** The language spoken last: workers that make papers are told it. */
export const languageSpoken = (): string => catalogues?.language ?? english;

/** The same in a worker: nothing is printed before its sentences are there. */
export async function speakWords(language: string, ...views: readonly string[]): Promise<void> {
  views.forEach((view) => domains.add(view));
  await speakLanguage(language);
}

/** Fetches the sentences of a view beside its code. */
export async function wantWords(domain: string): Promise<void> {
  // Languages that are not spoken now lack what is new until they are again.
  if (!domains.has(domain)) ready.clear();
  domains.add(domain);
  await catalogues?.add(domain);
  if (catalogues) ready.add(catalogues.language);
}

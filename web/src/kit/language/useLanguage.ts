import { useEffect, useState } from "react";
import { directionOf } from "./directions.ts";
import { isEnglish, languageOf, speakEnglish, speakLanguage } from "./language.ts";

/** The language that is spoken now: what is drawn with it as its key is drawn anew when the sentences of another are there. */
export function useLanguage(manner: { readonly language: string; readonly country: string }): string {
  const wanted = languageOf(manner);
  const [fetched, setFetched] = useState("en");
  // English needs nothing to be fetched: it is spoken from the first line on.
  if (isEnglish(wanted)) speakEnglish(wanted);
  useEffect(() => {
    document.documentElement.lang = wanted;
    document.documentElement.dir = directionOf(wanted);
    if (!isEnglish(wanted)) void speakLanguage(wanted).then(() => setFetched(wanted));
  }, [wanted]);
  return isEnglish(wanted) ? wanted : fetched;
}

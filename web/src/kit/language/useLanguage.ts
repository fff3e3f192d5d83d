import { useEffect, useState } from "react";
import { directionOf } from "./directions.ts";
import { languageOf, speakAtOnce, speakLanguage } from "./language.ts";

/** The language that is spoken now: what is drawn with it as its key is drawn anew when the sentences of another are there. */
export function useLanguage(manner: { readonly language: string; readonly country: string }): string {
  const wanted = languageOf(manner);
  const [spoken, setSpoken] = useState("en");
  // English needs nothing to be fetched, nor does what was spoken before: it is spoken from the first line on.
  const isSpoken = speakAtOnce(wanted);
  const shown = isSpoken ? wanted : spoken;
  if (spoken !== shown) setSpoken(shown);
  useEffect(() => {
    document.documentElement.lang = shown;
    document.documentElement.dir = directionOf(shown);
  }, [shown]);
  useEffect(() => {
    if (!isSpoken) void speakLanguage(wanted).then(() => setSpoken(wanted));
  }, [wanted, isSpoken]);
  return shown;
}

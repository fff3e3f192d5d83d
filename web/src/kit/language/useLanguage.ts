import { useEffect, useState } from "react";
import { directionOf } from "./directions.ts";
import { languageOf, speakLanguage } from "./language.ts";

/** The language that is spoken now: what is drawn with it as its key is drawn anew when the sentences of another are there. */
export function useLanguage(manner: { readonly language: string }): string {
  const wanted = languageOf(manner);
  const [spoken, setSpoken] = useState("en");
  useEffect(() => {
    void speakLanguage(wanted).then(() => {
      document.documentElement.lang = wanted;
      document.documentElement.dir = directionOf(wanted);
      setSpoken(wanted);
    });
  }, [wanted]);
  return spoken;
}

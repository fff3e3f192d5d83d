/** Languages that are read from right to left, by their script: Unicode CLDR. */
const RIGHT_TO_LEFT: ReadonlySet<string> = new Set(["ar", "dv", "fa", "he", "ps", "sd", "ug", "ur", "yi"]);
export const directionOf = (language: string): "ltr" | "rtl" => (RIGHT_TO_LEFT.has(language.split("-")[0] ?? "") ? "rtl" : "ltr");

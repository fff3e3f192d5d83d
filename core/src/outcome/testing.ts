import type { Phrase } from "./outcome.ts";

/** A phrase with its values bare, for tests: lengths in 1/320 mm, minutes as they are. */
export const bareText = (phrase: Phrase | undefined): string => (phrase ?? []).map((part) => (typeof part === "string" ? part : String(Object.values(part)[0]))).join("");

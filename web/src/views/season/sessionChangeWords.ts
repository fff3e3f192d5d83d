import { t, wordsFor } from "@yule/core";
import type { sessionChangeKinds } from "@yule/contract";

/** How each kind of time that differs from the ordinary week is called. */
export const SESSION_CHANGE_WORDS: Readonly<Record<(typeof sessionChangeKinds)[number], string>> = wordsFor({
  extra: () => t`an extra session`,
  away: () => t`away`,
  busy: () => t`busy`,
});

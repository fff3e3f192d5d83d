import type { Phrase } from "@yule/core";

/** `1 panel`, `3 panels`: a count that is known when the words are made. */
export const howMany = (count: number, one: string, many = `${one}s`): Phrase => [{ count }, ` ${count === 1 ? one : many}`];

/** Phrases as a list. */
export const listed = (phrases: readonly Phrase[], between = ", "): Phrase => phrases.flatMap((each, index) => (index === 0 ? each : [between, ...each]));

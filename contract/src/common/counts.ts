import { pluralSource, writePhraseAs, type Phrase } from "@yule/core";

/** `1 panel`, `3 panels`: a count that is known when the words are made. */
export const howMany = (count: number, one: string, many = `${one}s`): Phrase =>
  writePhraseAs([{ count }, ` ${count === 1 ? one : many}`], { source: pluralSource({ one: `# ${one}`, other: `# ${many}` }), values: [count] });

/** Phrases as a list. */
export const listed = (phrases: readonly Phrase[], between = ", "): Phrase =>
  writePhraseAs(
    phrases.flatMap((each, index) => (index === 0 ? each : [between, ...each])),
    { source: phrases.map((_, index) => `{${String(index)}}`).join(between), values: phrases },
  );

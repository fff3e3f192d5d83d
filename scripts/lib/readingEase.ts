/** Syllables of an English word, told by its vowels: a silent e at the end does not count. */
function syllables(word: string): number {
  const bare = word
    .toLowerCase()
    .replace(/[^a-z]/g, "")
    .replace(/(?:[^laeiouy]es|[^laeiouy]ed|[^laeiouy]e)$/, (end) => end.slice(0, 1));
  return Math.max(1, bare.match(/[aeiouy]+/g)?.length ?? 1);
}

/**
 * Flesch's reading ease: 206.835 - 1.015 words a sentence - 84.6 syllables a word (R. Flesch, A new readability yardstick, Journal of
 * Applied Psychology 32, 1948). 60 and over is plain English.
 */
export function readingEase(text: string): number {
  const sentences = Math.max(1, text.split(/[.!?:;](?:\s|$)/).filter((each) => /\p{L}/u.test(each)).length);
  const words = text.split(/\s+/).filter((each) => /[\p{L}\d]/u.test(each));
  if (words.length === 0) return 100;
  return 206.835 - (1.015 * words.length) / sentences - (84.6 * words.reduce((sum, word) => sum + syllables(word), 0)) / words.length;
}

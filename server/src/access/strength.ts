/** So many of its signs say enough: judging takes longer with each. */
const MOST_JUDGED = 64;
/** Guessed in fewer than 10^10 tries counts as soon (Wheeler 2016, "zxcvbn: low-budget password strength estimation"). */
const ENOUGH = 10;

/** Whether a passphrase is among the common ones, or made of patterns that are tried first. Its dictionaries are large, and asked for once in the life of a shop. */
export async function isGuessedSoon(passphrase: string): Promise<boolean> {
  const [{ ZxcvbnFactory }, common, english] = await Promise.all([import("@zxcvbn-ts/core"), import("@zxcvbn-ts/language-common"), import("@zxcvbn-ts/language-en")]);
  const judge = new ZxcvbnFactory({ dictionary: { ...common.dictionary, ...english.dictionary }, graphs: common.adjacencyGraphs });
  return judge.check(passphrase.slice(0, MOST_JUDGED)).guessesLog10 < ENOUGH;
}

import { seededRandom } from "../../search/search.ts";

/** FNV-1a (Fowler, Noll and Vo, 1991), 32 bits. */
function hash(text: string): number {
  let value = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) value = Math.imul(value ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return value;
}

/**
 * What chance has in store for one thing on one bench, in [0, 1). It hangs on the bench and the thing alone, not on what was done
 * before, so that two ways of playing the same bench meet the same paper.
 */
export const chance = (seed: number, of: string): number => seededRandom(hash(`${String(seed)}/${of}`))();

/** A factor around 1, log-normal. @param scatter standard deviation of its logarithm */
export function factor(seed: number, of: string, scatter: number): number {
  const random = seededRandom(hash(`${String(seed)}/${of}`));
  // Box and Muller, Annals of Mathematical Statistics 29, 1958.
  return Math.exp(scatter * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()));
}

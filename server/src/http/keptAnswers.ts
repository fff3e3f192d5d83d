import { LRUCache } from "lru-cache";

/** Room for the answers of a few hundred shops that are worked in. */
const MOST_LETTERS = 24_000_000;
const WORTH_OF_A_KEY = 200;

/**
 * KeptAnswers to reads as they were sent, by all that they depend on: screens of one shop that read the same after one change are answered by one working out.
 * What is least wanted is let go of.
 */
export class KeptAnswers {
  private readonly kept = new LRUCache<string, string>({ maxSize: MOST_LETTERS, sizeCalculation: (text) => text.length + WORTH_OF_A_KEY });

  /** @param key of the shop, of who asks and of every state that the answer is made of */
  async of(key: string, work: () => Promise<unknown>): Promise<string> {
    const known = this.kept.get(key);
    if (known !== undefined) return known;
    const made = JSON.stringify(await work());
    this.kept.set(key, made);
    return made;
  }
}

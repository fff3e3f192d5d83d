import { revisionOf } from "../logbook/revisions.ts";
import { inShop, type Database, type Transaction } from "./pool.ts";
import { Refusal } from "./refusal.ts";

/** Counted up by every command, in the order in which they are committed; the numbers of entries are given earlier. */
const toldUntil = (tx: Transaction): Promise<number> => revisionOf(tx, "logbook");

/**
 * Where pages that look back are asked for: a copy of the database that may lag, where there is one, as soon as it has all that the shop was told. What is behind,
 * broke off or is away is asked of the database itself, so that nobody is shown less than was told.
 */
export class LookUps {
  constructor(
    private readonly database: Database,
    private readonly replica: Database | null,
  ) {}

  async in<T>(shopId: string, work: (tx: Transaction) => Promise<T>): Promise<T> {
    const { replica } = this;
    if (replica !== null) {
      const wanted = await inShop(this.database, shopId, toldUntil);
      const answer = await this.ofCopy(replica, shopId, wanted, work);
      if (answer) return answer.value;
    }
    return inShop(this.database, shopId, work);
  }

  /** @returns null where the copy cannot answer */
  private async ofCopy<T>(replica: Database, shopId: string, wanted: number, work: (tx: Transaction) => Promise<T>): Promise<{ readonly value: T } | null> {
    try {
      return await inShop(replica, shopId, async (tx) => ((await toldUntil(tx)) < wanted ? null : { value: await work(tx) }));
    } catch (thrown) {
      // What the shop itself refuses it refuses there as well.
      if (thrown instanceof Refusal) throw thrown;
      return null;
    }
  }
}

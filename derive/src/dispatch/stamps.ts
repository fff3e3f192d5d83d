import type { StoreRead } from "@yule/contract";
import type { Franking, FrankingJob } from "@yule/core";
import type { PileLetter } from "./pile.ts";

/** More than so many stamps have no room on an envelope. */
const MOST_STAMPS = 6;

const stampStores = (stores: readonly StoreRead[]): StoreRead[] => stores.filter(({ kind, valueMinor }) => kind === "postage stamp" && valueMinor !== null);

/** How to frank some letters with the stamps that lie there; null where the shop has none: then it is paid in another way. */
export function frankingOf(letters: readonly PileLetter[], stores: readonly StoreRead[]): FrankingJob | null {
  const stamps = stampStores(stores);
  if (stamps.length === 0 || letters.length === 0) return null;
  return {
    stamps: stamps.map(({ valueMinor, onHand }) => ({ value: valueMinor ?? 0, count: Math.max(0, onHand) })),
    letters: letters.map(({ letter, way }) => ({ id: letter.id, postage: way?.price ?? 0, most: MOST_STAMPS })),
  };
}

/**
 * What is stuck on each letter, as the shelf gives it: stamps of one value may lie in several places. A letter is in it only if its stamps are there and come to its postage,
 * counted here by itself.
 */
export function stampsTaken(job: FrankingJob, franking: Franking, stores: readonly StoreRead[]): ReadonlyMap<string, { storeId: string; quantity: number; value: number }[]> {
  const left = stampStores(stores).map(({ id, valueMinor, onHand }) => ({ id, value: valueMinor ?? 0, left: onHand }));
  return new Map(
    job.letters.flatMap(({ id, postage }, index) => {
      const taken = new Map<string, { storeId: string; quantity: number; value: number }>();
      for (const value of franking.letters[index] ?? []) {
        const from = left.find((each) => each.value === value && each.left > 0);
        if (!from) continue;
        from.left -= 1;
        taken.set(from.id, { storeId: from.id, quantity: (taken.get(from.id)?.quantity ?? 0) + 1, value });
      }
      const stuck = [...taken.values()];
      return stuck.reduce((sum, { quantity, value }) => sum + quantity * value, 0) >= postage ? [[id, stuck] as const] : [];
    }),
  );
}

import { plural } from "@yule/core";
import { ownKey } from "../kit/shopAt.ts";
import { outboxCount } from "./cache.ts";

/** Beside the outbox, in the other store that a browser has: where one of them is cleared, the other tells. */
const WAITED = "yule.waiting";

/** Notes how many entries wait on this device; noted less before they are fewer, so that a crash between the two raises no alarm. */
export function noteWaiting(count: number): void {
  try {
    if (count === 0) localStorage.removeItem(ownKey(WAITED));
    else localStorage.setItem(ownKey(WAITED), String(count));
  } catch {
    // A browser that keeps nothing has nothing to lose.
  }
}

/** Asks the browser to clear nothing by itself. Asked when something waits for the first time: some browsers put the question to the maker. */
let isAsked = false;
export function askToKeep(): void {
  if (isAsked) return;
  isAsked = true;
  // Without TLS, on the network at home, a browser has no such promise to give.
  const storage = (navigator as { readonly storage?: Partial<StorageManager> }).storage;
  void storage?.persist?.().catch(() => false);
}

/** Entries that waited here and are gone without having been sent, as a sentence; null where none is. */
export async function takenAway(): Promise<string | null> {
  const noted = Number(localStorage.getItem(ownKey(WAITED)) ?? 0);
  const there = await outboxCount();
  const gone = Math.max(0, noted - there);
  noteWaiting(there);
  return gone === 0
    ? null
    : plural(gone, {
        one: "# entry that waited on this device is gone: the browser has cleared what it kept. Look in the logbook what was told last, and tell the rest again.",
        other: "# entries that waited on this device are gone: the browser has cleared what it kept. Look in the logbook what was told last, and tell the rest again.",
      });
}

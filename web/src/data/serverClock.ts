/** Where the offset is kept for the next start without the server. */
const KEPT = "yule.clockOffset";
/** The server's clock less this device's, in milliseconds, so that a device whose clock is wrong still shows true times. */
let offset = typeof localStorage === "undefined" ? 0 : Number(localStorage.getItem(KEPT) ?? 0) || 0;
const listeners = new Set<() => void>();

/** The server's clock less this device's, in milliseconds, as it was last heard. */
export const clockOffset = (): number => offset;

function put(next: number): void {
  offset = next;
  localStorage.setItem(KEPT, String(offset));
  for (const listener of listeners) listener();
}

let heardAt = "";

/**
 * What the server's clock showed when it answered just now. What was kept of an earlier answer tells nothing of the present. A server
 * whose clock is pinned tells the same each time: time goes on from when it was first told.
 */
export function hearServerClock(now: string): void {
  if (now === heardAt) return;
  heardAt = now;
  put(Date.parse(now) - Date.now());
}

/** The device's clock was put back by so many milliseconds: that is made up for. */
export const makeUpFor = (ms: number): void => put(offset + ms);

/** Tells when the offset is another. @returns what stops it */
export const onClockHeard = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The present by the server's clock. */
export const presentMoment = (): Date => new Date(Date.now() + offset);

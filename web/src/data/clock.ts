import { dayAt, minuteOfDayAt, type Day } from "@yule/core";
import { createContext, useContext, useEffect, useState, useSyncExternalStore } from "react";
import { useShopQuery } from "./api.ts";
import { clockOffset, makeUpFor, onClockHeard, presentMoment } from "./serverClock.ts";

/** A device's clock and one that nobody can put: both in milliseconds, the second from any moment on. */
export interface Clocks {
  readonly heard: number;
  readonly steady: number;
}
/** So much apart, the device's clock was put, or the device slept. */
const JUMP_MS = 3_000;

/**
 * What the device's clock did beside what went by, ms; 0 for nothing worth a word. Back it can only have been put. On it may have been
 * put, or have gone on while the device slept and its steady clock stood.
 */
export function jumpOf(before: Clocks, now: Clocks): number {
  const jump = now.heard - before.heard - (now.steady - before.steady);
  return Math.abs(jump) < JUMP_MS ? 0 : jump;
}

const clocks = (): Clocks => ({ heard: Date.now(), steady: performance.now() });
let watched = clocks();

/** Looks whether the device's clock was put. One that was put back is made up for; otherwise only the server knows. @returns whether to ask it */
function wasPut(): boolean {
  const now = clocks();
  const jump = jumpOf(watched, now);
  watched = now;
  if (jump < 0) makeUpFor(-jump);
  return jump !== 0;
}

/** The present, told anew every so often, and when the server's clock was heard otherwise. */
export function useNow(everyMs: number): Date {
  const heard = useSyncExternalStore(onClockHeard, clockOffset);
  const [now, setNow] = useState(presentMoment);
  useEffect(() => {
    setNow(presentMoment());
    const timer = setInterval(() => setNow(presentMoment()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs, heard]);
  return now;
}

/** How often it is looked whether the device's clock was put. */
const WATCHED_MS = 15_000;

/** Today and the time of day in the shop, told anew every minute, and when the device's clock was put or woke. */
export function useToday(): { today: Day; minute: number; now: Date; timeZone: string } {
  const { data, refetch } = useShopQuery();
  useEffect(() => {
    const look = (): void => {
      if (wasPut()) void refetch();
    };
    const timer = setInterval(look, WATCHED_MS);
    document.addEventListener("visibilitychange", look);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [refetch]);
  const now = useNow(60_000);
  const timeZone = data?.timeZone ?? "UTC";
  return { today: dayAt(now, timeZone), minute: minuteOfDayAt(now, timeZone), now, timeZone };
}

const counting = new Set<() => void>();
let second = 0;
let timer: ReturnType<typeof setInterval> | undefined;
const tick = (): void => {
  second = Math.floor(Date.now() / 1000);
  for (const listener of counting) listener();
};
/** Nobody looks at a page that is hidden: its clocks stand until it is seen again. */
const wind = (): void => {
  clearInterval(timer);
  timer = counting.size > 0 && document.visibilityState === "visible" ? setInterval(tick, 1000) : undefined;
  if (timer !== undefined) tick();
};
const count = (listener: () => void): (() => void) => {
  counting.add(listener);
  if (counting.size === 1) {
    document.addEventListener("visibilitychange", wind);
    wind();
  }
  return () => {
    counting.delete(listener);
    if (counting.size > 0) return;
    document.removeEventListener("visibilitychange", wind);
    wind();
  };
};

/** The moment of a clock that runs otherwise than the world's, for all that counts below it. */
export const OtherClock = createContext<Date | null>(null);

const never = (): (() => void) => () => undefined;

/** The present, told anew each second, to all that counts by one timer; there is none while nothing counts. */
export function useSeconds(): Date {
  const other = useContext(OtherClock);
  useSyncExternalStore(other ? never : count, () => second);
  return other ?? presentMoment();
}

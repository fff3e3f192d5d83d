import { dayAt, minuteOfDayAt, type Day } from "@yule/core";
import { useEffect, useState } from "react";
import { useShopQuery } from "./api.ts";

/** Where the offset is kept for the next start without the server. */
const KEPT = "yule.clockOffset";
/** The server's clock less this device's, in milliseconds, so that a device whose clock is wrong still shows true times. */
let offset = typeof localStorage === "undefined" ? 0 : Number(localStorage.getItem(KEPT) ?? 0) || 0;
let heardAt = "";

/** The server's clock less this device's, in milliseconds, as it was last heard. */
export const clockOffset = (): number => offset;

/** The present by the server's clock. */
export const presentMoment = (): Date => new Date(Date.now() + offset);

/** The present, told anew every so often. */
export function useNow(everyMs: number): Date {
  const { data } = useShopQuery();
  if (data && data.now !== heardAt) {
    heardAt = data.now;
    offset = Date.parse(data.now) - Date.now();
    localStorage.setItem(KEPT, String(offset));
  }
  const [now, setNow] = useState(presentMoment);
  useEffect(() => {
    setNow(presentMoment());
    const timer = setInterval(() => setNow(presentMoment()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs, data?.now]);
  return now;
}

/** Today and the time of day in the shop, told anew every minute. */
export function useToday(): { today: Day; minute: number; now: Date; timeZone: string } {
  const { data } = useShopQuery();
  const now = useNow(60_000);
  const timeZone = data?.timeZone ?? "UTC";
  return { today: dayAt(now, timeZone), minute: minuteOfDayAt(now, timeZone), now, timeZone };
}

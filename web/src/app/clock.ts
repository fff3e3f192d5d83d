import { dayAt, minuteOfDayAt, type Day } from "@yule/core";
import { useEffect, useState } from "react";
import { useShopQuery } from "./api.ts";

/** The server's clock less this device's, in milliseconds, so that a device whose clock is wrong still shows true times. */
let offset = 0;
let heardAt = "";

/** The present by the server's clock. */
export const presentMoment = (): Date => new Date(Date.now() + offset);

/** The present, told anew every so often. */
export function useNow(everyMs: number): Date {
  const { data } = useShopQuery();
  if (data && data.now !== heardAt) {
    heardAt = data.now;
    offset = Date.parse(data.now) - Date.now();
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

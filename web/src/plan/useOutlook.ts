import type { ShopRead } from "@yule/contract";
import { workOut, type Outlook } from "@yule/derive";
import { useBenchQuery, useDesignsQuery, useDispatchQuery, useSeasonQuery, useShopQuery, useStoresQuery } from "../data/api.ts";
import { useToday } from "../data/clock.ts";
import { startTransition, useDeferredValue, useEffect, useMemo, useState } from "react";

/** A row of taps at the bench is over when none came for so long. */
const QUIET_MS = 900;

/** What was told last, once nothing more has come for a moment; at once where nobody hurries. */
function useQuiet<T>(read: T | undefined, ms: number): T | undefined {
  const [kept, setKept] = useState(read);
  const wait = ms > 0 && kept !== undefined;
  useEffect(() => {
    if (!wait || kept === read) return;
    const timer = setTimeout(() => startTransition(() => setKept(read)), ms);
    return () => clearTimeout(timer);
  }, [read, kept, wait, ms]);
  if (!wait && kept !== read) setKept(read);
  return wait ? kept : read;
}

/** The shop without what only says how it writes: in other units the same season stands. */
const reckonedBy = (shop: ShopRead): object => ({ ...shop, lengthSystem: undefined, manner: undefined, version: undefined, now: undefined });

/** The shop as it was before while nothing is reckoned otherwise by what changed. */
function useReckoned(shop: ShopRead | undefined): ShopRead | undefined {
  const [kept, setKept] = useState(shop);
  const isOther = kept !== shop && (kept === undefined || shop === undefined || JSON.stringify(reckonedBy(kept)) !== JSON.stringify(reckonedBy(shop)));
  if (isOther) setKept(shop);
  return isOther ? shop : kept;
}

/**
 * The whole season worked out from what the server told; null until all of it is there.
 * @param atBench a tap there must be answered at once: what it means for the season follows when the hands are quiet
 */
export function useOutlook(atBench: boolean): { outlook: Outlook | null; problem: unknown } {
  const shop = useShopQuery();
  const reckoned = useReckoned(shop.data);
  const season = useSeasonQuery();
  const designs = useDesignsQuery();
  const stores = useStoresQuery();
  const bench = useBenchQuery();
  const dispatch = useDispatchQuery();
  const { today, minute, now } = useToday();
  const quiet = atBench ? QUIET_MS : 0;
  const benchRead = useDeferredValue(useQuiet(bench.data, quiet));
  // A tap takes something off the shelf too.
  const shelf = useDeferredValue(useQuiet(stores.data, quiet));
  const outlook = useMemo(() => {
    if (!reckoned || !season.data || !designs.data || !shelf || !benchRead || !dispatch.data) return null;
    return workOut({
      shop: reckoned,
      season: season.data.season,
      prepared: season.data.prepared,
      copied: season.data.copied,
      occasionsBefore: season.data.occasionsBefore,
      left: season.data.left,
      needs: season.data.needs,
      pattern: season.data.sessions,
      changes: season.data.changes,
      pinned: season.data.pinned,
      lessons: season.data.lessons,
      ownOccasions: season.data.ownOccasions,
      reliability: season.data.reliability,
      designs: designs.data.designs,
      stores: shelf.stores,
      batches: benchRead.batches,
      learned: benchRead.learned,
      yields: benchRead.yields,
      dispatch: dispatch.data,
      today,
      minute,
      now,
    });
  }, [reckoned, season.data, designs.data, shelf, benchRead, dispatch.data, today, minute, now]);
  return { outlook, problem: [shop, season, designs, stores, bench, dispatch].find((each) => each.error && !each.data)?.error ?? null };
}

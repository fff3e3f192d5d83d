import { readsTouchedBy, ALL_READS, type ReadName } from "@yule/contract";
import { useEffect } from "react";
import { api } from "../data/api.ts";
import { planAsked, serverReached } from "../data/notices.ts";
import { ofShop } from "../kit/shopAt.ts";
import { isOwn, sendAll } from "../data/outbox.ts";
import { useAppDispatch } from "../data/store.ts";

interface Note {
  readonly id?: string;
  readonly kind: string;
  readonly wanted: number | null;
  /** What the reads that it made stale are at now. */
  readonly revisions: Partial<Record<ReadName, number>>;
}

/** The reads that a note makes stale: those it names; of what names none, or stands for many changes, those that its kind may touch. */
function staleBy({ kind, revisions }: Note): ReadName[] {
  const named = ALL_READS.filter((read) => read in revisions);
  return kind === "many" || named.length === 0 ? readsTouchedBy(kind) : named;
}

/** Listens for changes made elsewhere and reads anew; when the server comes back, sends what waited. */
export function useFeed(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const source = new EventSource(ofShop("/api/feed"));
    const readAnew = (): void => void dispatch(api.util.invalidateTags([...ALL_READS]));
    let broken = false;
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const note = JSON.parse(data) as Note;
      if (note.wanted !== null) dispatch(planAsked(note.wanted));
      if (!isOwn(note.id)) dispatch(api.util.invalidateTags(staleBy(note)));
    };
    source.onopen = () => {
      dispatch(serverReached(true));
      if (broken) readAnew();
      // A plan that was made between the first reading and now was told to nobody.
      else dispatch(api.util.invalidateTags(["plan"]));
      broken = false;
      void sendAll();
    };
    source.onerror = () => {
      broken = true;
      // Refused rather than away: this device may have been sent out.
      if (source.readyState === EventSource.CLOSED) dispatch(api.util.invalidateTags(["shop"]));
      dispatch(serverReached(false));
    };
    return () => source.close();
  }, [dispatch]);
}

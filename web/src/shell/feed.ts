import { readsTouchedBy, ALL_READS } from "@yule/contract";
import { useEffect } from "react";
import { api } from "../data/api.ts";
import { planAsked, serverReached } from "../data/notices.ts";
import { isOwn, sendAll } from "../data/outbox.ts";
import { useAppDispatch } from "../data/store.ts";

/** Listens for changes made elsewhere and reads anew; when the server comes back, sends what waited. */
export function useFeed(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const source = new EventSource("/api/feed");
    const readAnew = (): void => void dispatch(api.util.invalidateTags([...ALL_READS]));
    let broken = false;
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const note = JSON.parse(data) as { id?: string; kind: string; wanted: number | null };
      if (note.wanted !== null) dispatch(planAsked(note.wanted));
      if (!isOwn(note.id)) dispatch(api.util.invalidateTags(readsTouchedBy(note.kind)));
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

import type { ReviewedNeed, ReviewRead } from "@yule/contract";
import { day } from "@yule/core";

/** A need that was kept: begun three weeks ahead and out a day early. */
export const reviewedNeed = (id: string, more: Partial<ReviewedNeed> = {}): ReviewedNeed => ({
  ...{ id, title: id, kind: "order", designId: "moth", due: day("2031-12-01"), toldOn: day("2031-11-01"), wentOn: day("2031-11-30"), begunOn: day("2031-11-10") },
  ...{ cards: 10, priceMinor: 4_000, leftOver: 0, panels: 12, lost: 1, parcels: 1 },
  ...more,
});

/** A season without a fact. */
export const reviewRead = (more: Partial<ReviewRead> = {}): ReviewRead => ({
  season: { id: "s", name: "Winter", from: day("2031-10-01"), until: day("2031-12-31"), state: "open" },
  ...{ seasons: [], needs: [], hands: [], losses: [], times: [], money: [], sessions: [], changes: [] },
  designs: [
    { id: "moth", name: "Lamp moth", stages: [] },
    { id: "kite", name: "Three kites", stages: [] },
  ],
  ...more,
});

import type { Fault, Phrase } from "@yule/core";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

/** How what was done is told: a short word, with a way to take it back. */
export interface Notice {
  readonly id: string;
  /** What was done, or why it was refused, a line each. */
  readonly lines: readonly (Fault | Phrase | string)[];
  readonly undo: string | null;
  readonly bad: boolean;
}

interface OutboxState {
  readonly waiting: number;
  /** What could not be taken when it went up, and waits for her to decide. */
  readonly refused: number;
  readonly online: boolean;
  readonly notices: readonly Notice[];
  /** Taps shown before they were sent. */
  readonly taps: number;
  /** How often the facts that the season is planned from have changed, as the server told last. */
  readonly planWanted: number;
}

const NOTHING_YET: OutboxState = { waiting: 0, refused: 0, online: true, notices: [], taps: 0, planWanted: 0 };

export const outboxSlice = createSlice({
  name: "outbox",
  initialState: NOTHING_YET,
  reducers: {
    waitingCounted: (state, action: PayloadAction<number>) => ({ ...state, waiting: action.payload }),
    refusedCounted: (state, action: PayloadAction<number>) => ({ ...state, refused: action.payload }),
    serverReached: (state, action: PayloadAction<boolean>) => ({ ...state, online: action.payload }),
    planAsked: (state, action: PayloadAction<number>) => ({ ...state, planWanted: Math.max(state.planWanted, action.payload) }),
    noticeAdded: (state, action: PayloadAction<Notice>) => ({ ...state, notices: [...state.notices.slice(-2), action.payload] }),
    noticeDismissed: (state, action: PayloadAction<string>) => ({ ...state, notices: state.notices.filter((notice) => notice.id !== action.payload) }),
    /** A tap was laid over what was read. Whoever draws hears of it at once: of patched answers the library tells a blink later. */
    tapShown: (state) => ({ ...state, taps: state.taps + 1 }),
  },
});
export const { waitingCounted, refusedCounted, serverReached, planAsked, noticeAdded, noticeDismissed, tapShown } = outboxSlice.actions;

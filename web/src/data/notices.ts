import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

/** How what was done is told: a short word, with a way to take it back. */
export interface Notice {
  readonly id: string;
  readonly text: string;
  readonly undo: string | null;
  readonly bad: boolean;
}

interface OutboxState {
  readonly waiting: number;
  readonly online: boolean;
  readonly notices: readonly Notice[];
}

const NOTHING_YET: OutboxState = { waiting: 0, online: true, notices: [] };

export const outboxSlice = createSlice({
  name: "outbox",
  initialState: NOTHING_YET,
  reducers: {
    waits: (state, action: PayloadAction<number>) => ({ ...state, waiting: action.payload }),
    reached: (state, action: PayloadAction<boolean>) => ({ ...state, online: action.payload }),
    told: (state, action: PayloadAction<Notice>) => ({ ...state, notices: [...state.notices.slice(-2), action.payload] }),
    dismissed: (state, action: PayloadAction<string>) => ({ ...state, notices: state.notices.filter((notice) => notice.id !== action.payload) }),
  },
});
export const { waits, reached, told, dismissed } = outboxSlice.actions;

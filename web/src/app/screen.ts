import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

/** What belongs to this screen and to no shop: theme, how much of the season the ribbon shows. */
interface ScreenState {
  readonly evening: boolean;
  readonly ribbonWeeks: number;
}

export const RIBBON_WEEKS = [2, 4, 7, 12, 26, 53] as const;

const FIRST_SIGHT: ScreenState = { evening: typeof document !== "undefined" && document.documentElement.classList.contains("dark"), ribbonWeeks: 7 };

export const screenSlice = createSlice({
  name: "screen",
  initialState: FIRST_SIGHT,
  reducers: {
    eveningSet: (state, action: PayloadAction<boolean>) => ({ ...state, evening: action.payload }),
    ribbonZoomed: (state, action: PayloadAction<1 | -1>) => {
      const at = RIBBON_WEEKS.findIndex((weeks) => weeks === state.ribbonWeeks);
      return { ...state, ribbonWeeks: RIBBON_WEEKS[Math.max(0, Math.min(RIBBON_WEEKS.length - 1, at - action.payload))] ?? 7 };
    },
  },
});
export const { eveningSet, ribbonZoomed } = screenSlice.actions;

export function showEvening(evening: boolean): void {
  document.documentElement.classList.toggle("dark", evening);
  try {
    localStorage.setItem("yule.theme", evening ? "evening" : "day");
  } catch {
    // A browser that keeps nothing still shows the theme until it is closed.
  }
}

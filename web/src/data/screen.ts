import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { aroundToday, panned, zoomed, type Stretch } from "@yule/derive";

/** What belongs to this screen and to no shop: theme, how much of the season the ribbon shows. */
interface ScreenState {
  readonly evening: boolean;
  readonly ribbon: Stretch;
}

const FIRST_DAYS = 49;
/** One press or one notch of the wheel. */
const STEP = 1.6;

const FIRST_SIGHT: ScreenState = { evening: typeof document !== "undefined" && document.documentElement.classList.contains("dark"), ribbon: aroundToday(FIRST_DAYS) };

export const screenSlice = createSlice({
  name: "screen",
  initialState: FIRST_SIGHT,
  reducers: {
    eveningSet: (state, action: PayloadAction<boolean>) => ({ ...state, evening: action.payload }),
    ribbonZoomed: (state, { payload }: PayloadAction<{ by: 1 | -1; share?: number }>) => ({
      ...state,
      ribbon: zoomed(state.ribbon, payload.by > 0 ? 1 / STEP : STEP, payload.share ?? 0.2),
    }),
    ribbonShown: (state, { payload }: PayloadAction<Stretch>) => ({ ...state, ribbon: payload }),
    ribbonPanned: (state, { payload }: PayloadAction<number>) => ({ ...state, ribbon: panned(state.ribbon, payload) }),
    ribbonBack: (state) => ({ ...state, ribbon: aroundToday(FIRST_DAYS) }),
  },
});
export const { eveningSet, ribbonBack, ribbonPanned, ribbonShown, ribbonZoomed } = screenSlice.actions;

export function showEvening(evening: boolean): void {
  document.documentElement.classList.toggle("dark", evening);
  try {
    localStorage.setItem("yule.theme", evening ? "evening" : "day");
  } catch {
    // A browser that keeps nothing still shows the theme until it is closed.
  }
}

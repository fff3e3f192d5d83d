import { combineReducers, configureStore } from "@reduxjs/toolkit";
import { useDispatch, useSelector } from "react-redux";
import { api } from "./api.ts";
import { outboxSlice } from "./notices.ts";
import { screenSlice } from "./screen.ts";

const reducer = combineReducers({ [api.reducerPath]: api.reducer, outbox: outboxSlice.reducer, screen: screenSlice.reducer });

export const store = configureStore({
  reducer,
  middleware: (defaults) => defaults().concat(api.middleware),
  // A tap is not kept waiting for the next frame: what it changes is drawn into that frame.
  enhancers: (defaults) => defaults({ autoBatch: { type: "tick" } }),
});

export type AppState = ReturnType<typeof reducer>;
export type AppDispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<AppState>();

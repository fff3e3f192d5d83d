import { useLayoutEffect, useRef, type RefObject } from "react";

/** A value as it was when the screen was last drawn, for an effect that something else sets off. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  });
  return latest;
}

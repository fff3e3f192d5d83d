import { useEffect, useRef, useState } from "react";

/** As it was last: what is drawn anew does not begin with a guess. */
let last = typeof window === "undefined" ? 1280 : window.innerWidth;

/** The width of an element, followed as it changes. */
export function useWidth(): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(last);
  useEffect(() => {
    const element = ref.current;
    if (!element || typeof ResizeObserver === "undefined") return undefined;
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      last = Math.round(entry.contentRect.width);
      setWidth(last);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}

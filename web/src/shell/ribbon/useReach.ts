import { useGesture } from "@use-gesture/react";
import type { RefObject } from "react";
import { zoomed, type Stretch } from "@yule/derive";
import { ribbonPanned, ribbonShown, ribbonZoomed } from "../../data/screen.ts";
import { useAppDispatch } from "../../data/store.ts";

/** Wheel and pinch on the ribbon: the wheel zooms about the pointer, sideways it moves; two fingers pinch, on glass or on a pad. */
export function useReach(drawing: RefObject<SVGSVGElement | null>, shown: Stretch): void {
  const dispatch = useAppDispatch();
  const shareAt = (x: number): number => {
    const box = drawing.current?.getBoundingClientRect();
    return box ? (x - box.left) / Math.max(1, box.width) : 0;
  };
  useGesture(
    {
      onWheel: ({ event }) => {
        event.preventDefault();
        // Two fingers on a pad tell their pinch as a wheel with this key.
        if (event.ctrlKey) return;
        if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
          const by = event.deltaX === 0 ? event.deltaY : event.deltaX;
          dispatch(ribbonPanned((by / Math.max(1, drawing.current?.clientWidth ?? 1)) * shown.days));
        } else if (event.deltaY !== 0) dispatch(ribbonZoomed({ by: event.deltaY < 0 ? 1 : -1, share: shareAt(event.clientX) }));
      },
      onPinch: ({ movement: [scale], origin: [x], first, memo }) => {
        const began = first ? shown : ((memo as Stretch | undefined) ?? shown);
        dispatch(ribbonShown(zoomed(began, 1 / scale, shareAt(x))));
        return began;
      },
    },
    // React listens to wheels passively, and then the page would scroll as well.
    { target: drawing, eventOptions: { passive: false }, wheel: { eventOptions: { passive: false } }, pinch: { eventOptions: { passive: false } } },
  );
}

import { useEffect, useRef, type RefObject } from "react";
import { zoomed, type Stretch } from "@yule/derive";
import { ribbonPanned, ribbonShown, ribbonZoomed } from "../../data/screen.ts";
import { useAppDispatch } from "../../data/store.ts";

/** Wheel and pinch on the ribbon: the wheel zooms about the pointer, sideways it moves; two fingers pinch. */
export function useReach(drawing: RefObject<SVGSVGElement | null>, shown: Stretch): void {
  const dispatch = useAppDispatch();
  const now = useRef(shown);
  now.current = shown;
  useEffect(() => {
    const element = drawing.current;
    if (!element) return undefined;
    const shareAt = (x: number): number => {
      const box = element.getBoundingClientRect();
      return (x - box.left) / Math.max(1, box.width);
    };
    // React listens to wheels passively, and then the page would scroll as well.
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
        const by = event.deltaX === 0 ? event.deltaY : event.deltaX;
        dispatch(ribbonPanned((by / Math.max(1, element.clientWidth)) * now.current.days));
      } else if (event.deltaY !== 0) dispatch(ribbonZoomed({ by: event.deltaY < 0 ? 1 : -1, share: shareAt(event.clientX) }));
    };
    const fingers = new Map<number, number>();
    let began: { apart: number; shown: Stretch } | null = null;
    const apart = (): number => {
      const [a = 0, b = 0] = [...fingers.values()];
      return Math.max(8, Math.abs(a - b));
    };
    const down = (event: PointerEvent): void => {
      if (event.pointerType !== "touch") return;
      fingers.set(event.pointerId, event.clientX);
      if (fingers.size === 2) began = { apart: apart(), shown: now.current };
    };
    const move = (event: PointerEvent): void => {
      if (!fingers.has(event.pointerId)) return;
      fingers.set(event.pointerId, event.clientX);
      if (began && fingers.size === 2) {
        const [a = 0, b = 0] = [...fingers.values()];
        dispatch(ribbonShown(zoomed(began.shown, began.apart / apart(), shareAt((a + b) / 2))));
      }
    };
    const up = (event: PointerEvent): void => {
      fingers.delete(event.pointerId);
      if (fingers.size < 2) began = null;
    };
    element.addEventListener("wheel", wheel, { passive: false });
    element.addEventListener("pointerdown", down);
    window.addEventListener("pointermove", move);
    window.addEventListener("pointerup", up);
    window.addEventListener("pointercancel", up);
    return () => {
      element.removeEventListener("wheel", wheel);
      element.removeEventListener("pointerdown", down);
      window.removeEventListener("pointermove", move);
      window.removeEventListener("pointerup", up);
      window.removeEventListener("pointercancel", up);
    };
  }, [drawing, dispatch]);
}

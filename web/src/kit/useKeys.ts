import { useLayoutEffect } from "react";
import { tinykeys, type KeyBindingMap } from "tinykeys";
import { useLatest } from "./useLatest.ts";

/** Where keys are for writing. */
export const WRITTEN_IN = "input, textarea, select, [role=dialog]";
/** Where the space bar presses something. */
export const PRESSED_BY_SPACE = "button, input, select, textarea, a, summary, [role=button], [role=dialog]";

/**
 * Keys of a view, by the names of tinykeys: `"ArrowRight"`, `"$mod+z"`. From before the first paint on, so that a key pressed as soon as
 * something is there counts.
 * @param elsewhere a key pressed in one of these belongs to it
 */
export function useKeys(bindings: KeyBindingMap, elsewhere: string = WRITTEN_IN): void {
  const latest = useLatest(bindings);
  const names = Object.keys(bindings).join(" ");
  useLayoutEffect(() => {
    const bound = names.split(" ").map((name): [string, (event: KeyboardEvent) => void] => [
      name,
      (event) => {
        const target = event.target instanceof Element ? event.target : null;
        if (!target?.closest(elsewhere)) latest.current[name]?.(event);
      },
    ]);
    return tinykeys(window, Object.fromEntries(bound));
  }, [names, elsewhere, latest]);
}

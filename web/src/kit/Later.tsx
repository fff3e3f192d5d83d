import { startTransition, useEffect, useState, type ReactNode } from "react";
import { afterPaint } from "./afterPaint.ts";

/** What stands below what was asked for: drawn when that has been drawn, so that it never holds it up. */
export function Later({ children }: { children: ReactNode }) {
  const [isDue, setDue] = useState(false);
  useEffect(
    () =>
      afterPaint(() => {
        startTransition(() => {
          setDue(true);
        });
      }),
    [],
  );
  return isDue ? children : null;
}

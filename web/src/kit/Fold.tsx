import type { ReactNode } from "react";

/** Something that opens on a press and stays out of the way until then. */
export function Fold({ title, children }: { title: ReactNode; children: ReactNode }) {
  return (
    <details>
      <summary style={{ minHeight: 44, display: "flex", alignItems: "center", cursor: "pointer", fontWeight: 600 }}>
        <span style={{ textDecoration: "underline dotted", textUnderlineOffset: 5 }}>{title}</span>
      </summary>
      {children}
    </details>
  );
}

import { useState, type ReactNode } from "react";

/** Something that opens on a press and stays out of the way until then. @param isLookedUp what it holds is asked for only once it is open */
export function Fold({ title, isLookedUp = false, children }: { title: ReactNode; isLookedUp?: boolean; children: ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary style={{ minHeight: 44, display: "flex", alignItems: "center", cursor: "pointer", fontWeight: 600 }}>
        <span style={{ textDecoration: "underline dotted", textUnderlineOffset: 5 }}>{title}</span>
      </summary>
      {(isOpen || !isLookedUp) && children}
    </details>
  );
}

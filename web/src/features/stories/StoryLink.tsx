import type { Storied } from "@yule/contract";
import { t } from "@yule/core";
import { Link } from "react-router";

/** Leads from where a thing is shown to all that happened to it. */
export const StoryLink = ({ kind, id, name }: { kind: Storied; id: string; name?: string }) => (
  <Link
    to={`/logbook?kind=${kind}&of=${id}`}
    aria-label={name === undefined ? undefined : t`The story of ${name}`}
    style={{ minHeight: 44, display: "inline-flex", alignItems: "center", textDecoration: "underline dotted", textUnderlineOffset: 5, fontWeight: 600 }}
  >
    {t`Its story`}
  </Link>
);

import type { DesignRead } from "../designs/designs.ts";
import type { LessonRead } from "../season/lessons.ts";

/** What a season's book tells beside its review: each design of it whole, put away or not, and what was learned of them and of all. */
export interface BookRead {
  readonly designs: readonly DesignRead[];
  readonly lessons: readonly LessonRead[];
  /** Photos that were pinned to what happened to its panels, one of each design, the newest. */
  readonly photos: readonly { readonly designId: string; readonly pictureId: string }[];
}

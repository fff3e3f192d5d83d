import { unreachable } from "../outcome/outcome.ts";
import { cutSplitter } from "./cut/cut.ts";
import { foldSplitter } from "./fold/fold.ts";
import type { SplitJob, Splitter } from "./model.ts";
import { tapeSplitter } from "./tape/tape.ts";

/** Which splitter a method uses. */
export function splitterFor(job: SplitJob): Splitter {
  switch (job.method) {
    case "cut":
      return cutSplitter(job);
    case "fold":
      return foldSplitter(job);
    case "tape":
      return tapeSplitter(job);
    default:
      return unreachable(job.method);
  }
}

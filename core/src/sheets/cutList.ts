import type { Length } from "../measure/length.ts";
import type { Layout, Rect, Sheet, SplitJob } from "./model.ts";

/** One setting of the fence, done so many times in a row. Cuts count from 1, in the order of the work. */
export interface FenceStep {
  readonly fence: Length;
  readonly axis: "x" | "y";
  readonly times: number;
  readonly first: number;
}

/**
 * A layout's cuts as fence settings: what each cut takes off the piece in the hand, from its left or top side. Equal
 * settings that follow each other are one step, so that the fence is moved as seldom as can be.
 */
export function cutList(job: SplitJob, sheet: Sheet, layout: Layout): FenceStep[] {
  const steps: FenceStep[] = [];
  let hand: Rect[] = [{ x: job.edge, y: job.edge, width: (sheet.width - 2 * job.edge) as Length, height: (sheet.height - 2 * job.edge) as Length }];
  layout.cuts.forEach((cut, index) => {
    const across = cut.axis === "x";
    const held = hand.find((rect) =>
      across
        ? rect.x < cut.at && cut.at < rect.x + rect.width && rect.y <= cut.from && cut.to <= rect.y + rect.height + job.gap
        : rect.y < cut.at && cut.at < rect.y + rect.height && rect.x <= cut.from && cut.to <= rect.x + rect.width + job.gap,
    );
    if (!held) return;
    const fence = (cut.at - (across ? held.x : held.y)) as Length;
    const rest = cut.at + job.gap;
    const [near, far]: [Rect, Rect] = across
      ? [
          { ...held, width: fence },
          { ...held, x: rest as Length, width: (held.x + held.width - rest) as Length },
        ]
      : [
          { ...held, height: fence },
          { ...held, y: rest as Length, height: (held.y + held.height - rest) as Length },
        ];
    hand = [...hand.filter((rect) => rect !== held), near, far];
    const last = steps[steps.length - 1];
    if (last && last.fence === fence && last.axis === cut.axis) steps[steps.length - 1] = { ...last, times: last.times + 1 };
    else steps.push({ fence, axis: cut.axis, times: 1, first: index + 1 });
  });
  return steps;
}

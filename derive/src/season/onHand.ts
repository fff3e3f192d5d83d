import type { BatchRead, LeftCards } from "@yule/contract";
import { servingFirst, type Serving } from "@yule/core";
import type { BareNeed } from "./needView.ts";

/** What lies in the stash and was left over, given in thought to the needs that are due first. */
export function servingFor(views: readonly BareNeed[], reads: { readonly batches: readonly BatchRead[]; readonly left: readonly LeftCards[] }): Map<string, Serving> {
  const panels = new Map<string, string[]>();
  const lying = reads.batches.flatMap((batch) => batch.units.filter((unit) => unit.grade === "stash" || (unit.grade === "good" && batch.isStash)));
  for (const unit of lying) {
    if (unit.servesNeedId !== null) continue;
    const own = panels.get(unit.colourwayId);
    if (own) own.push(unit.id);
    else panels.set(unit.colourwayId, [unit.id]);
  }
  const cards = new Map(reads.left.map((each) => [each.colourwayId, each.cards]));
  // A refill of the stash is not served by the stash.
  const lacking = views
    .filter(({ need, stage }) => need.kind !== "stash" && !need.print && (stage === "not begun" || stage === "on the bench"))
    .map((view) => ({ need: view.need.id, readyBy: view.readyBy, lines: lacksOf(view) }));
  return new Map(servingFirst(lacking, { panels, cards }).map((each) => [each.need, each]));
}

/** Cards of each line for which neither a card nor a panel is there or on its way. */
function lacksOf(view: BareNeed): { line: string; colourway: string; lacks: number }[] {
  const missing = new Map(view.toPaint.map((each) => [each.colourwayId, each.quantity]));
  return view.need.lines.map((line) => {
    const lacks = Math.min(line.quantity - line.assembled, missing.get(line.colourwayId) ?? 0);
    missing.set(line.colourwayId, (missing.get(line.colourwayId) ?? 0) - lacks);
    return { line: line.id, colourway: line.colourwayId, lacks };
  });
}

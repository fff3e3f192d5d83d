import { money, type MaterialNeeds, type SplitWay, t } from "@yule/core";
import type { NeedView } from "@yule/derive";
import type { Ways } from "./useSplits.ts";
import { WAY_WORDS } from "./words.ts";
import { printMoney } from "../../kit/say.ts";

/** So many of the pieces are of designs that ask for each way. */
function askedWays(group: MaterialNeeds, views: readonly NeedView[]): [way: SplitWay, pieces: number][] {
  const counts = new Map<SplitWay, number>();
  for (const piece of group.pieces) {
    const method = views.find((view) => view.need.id === piece.needId)?.design.method ?? "cut";
    counts.set(method, (counts.get(method) ?? 0) + piece.count);
  }
  return [...counts].sort((a, b) => b[1] - a[1]);
}

/** The way that most of the panels' designs ask for. */
export const usualMethod = (group: MaterialNeeds, views: readonly NeedView[]): SplitWay => (group.material.paper ? (askedWays(group, views)[0]?.[0] ?? "cut") : "cut");

/** Why the preset way stands there though another costs less; null where none does. */
export function whyPreset(preset: SplitWay, ways: Ways, group: MaterialNeeds, views: readonly NeedView[], currency: string): string | null {
  const cost = ways[preset]?.split?.cost;
  if (cost === undefined) return null;
  const cheapest = (Object.keys(ways) as SplitWay[])
    .flatMap((way) => {
      const split = ways[way]?.split;
      return split && split.unplaced.length === 0 && split.cost < cost ? [{ way, saves: cost - split.cost }] : [];
    })
    .sort((a, b) => b.saves - a.saves)[0];
  if (!cheapest) return null;
  const pieces = askedWays(group, views);
  const all = pieces.reduce((sum, [, count]) => sum + count, 0);
  const asked = pieces.find(([way]) => way === preset)?.[1] ?? 0;
  return t`${WAY_WORDS[preset].name} is preset, since ${asked === all ? t`all ${String(all)}` : t`${String(asked)} of the ${String(all)}`} pieces are of designs made that way. ${WAY_WORDS[cheapest.way].name} would cost ${printMoney(money(cheapest.saves), currency)} less.`;
}

import type { DesignRead, NeedRead, UnitRead } from "@yule/contract";
import { daysBetween, weightOf, whoGetsWhich, type AskingLine, type FreePanel, type WhoGetsWhich, t, listOf } from "@yule/core";
import { colourwayOf, type NeedView } from "../season/needView.ts";
import type { Outlook } from "../season/workOut.ts";

/** A panel that is good or in the stash and in no card, with where it lies. */
export interface LyingPanel extends FreePanel {
  readonly number: number;
  readonly unit: UnitRead;
  readonly batchId: string;
}

/** What is asked of one design: its panels and the needs that lack them. */
export interface Giving {
  readonly design: DesignRead;
  readonly panels: readonly LyingPanel[];
  readonly lines: readonly AskingLine[];
  readonly answer: WhoGetsWhich;
}

/** Which panel should go to which need, design by design, where there is something to decide: another place for a panel than where it lies. */
export function givingsOf(outlook: Outlook): Giving[] {
  return outlook.designs.flatMap((design): Giving[] => {
    const views = outlook.open.filter((view) => view.need.designId === design.id);
    const panels = lyingPanels(outlook, design, views);
    const lines = views.flatMap((view) => askingLines(outlook, view));
    if (panels.length === 0 || lines.length === 0) return [];
    return [{ design, panels, lines, answer: whoGetsWhich(panels, lines) }];
  });
}

/** What the answer would move: panels that lie with another need, or in the stash, than where they should go. */
export const movedPanels = ({
  panels,
  lines,
  answer,
}: Giving): { readonly panel: LyingPanel; readonly line: AskingLine | null; readonly why: WhoGetsWhich["given"][number]["why"] }[] =>
  answer.given.flatMap(({ panel: id, line: to, why }) => {
    const panel = panels.find((each) => each.id === id);
    const line = lines.find((each) => each.line === to) ?? null;
    return panel && (line?.need ?? null) !== panel.home ? [{ panel, line, why }] : [];
  });

function lyingPanels(outlook: Outlook, design: DesignRead, views: readonly NeedView[]): LyingPanel[] {
  // Panels of a need are not told apart once they are cards: the first by number count as those.
  const inCards = new Map<string, number>();
  for (const { need } of views)
    for (const line of need.lines) inCards.set(`${need.id} ${line.colourwayId}`, (inCards.get(`${need.id} ${line.colourwayId}`) ?? 0) + line.assembled - line.fromLeft);
  const isRefill = new Map(outlook.needs.map(({ need }) => [need.id, need.kind === "stash"]));
  return outlook.batches
    .filter(({ designId }) => designId === design.id)
    .flatMap((batch) => batch.units.map((unit) => ({ unit, batch })))
    .filter(({ unit }) => unit.grade === "good" || unit.grade === "stash")
    .sort((a, b) => a.unit.number - b.unit.number)
    .flatMap(({ unit, batch }): LyingPanel[] => {
      const inStash = unit.servesNeedId === null && (unit.grade === "stash" || batch.isStash || isRefill.get(batch.needId));
      const home = inStash ? null : (unit.servesNeedId ?? batch.needId);
      const key = `${home ?? ""} ${unit.colourwayId}`;
      const made = home === null ? 0 : (inCards.get(key) ?? 0);
      if (made > 0) {
        inCards.set(key, made - 1);
        return [];
      }
      // What was painted for a need that is gone lies with nobody that asks here.
      if (home !== null && !views.some(({ need }) => need.id === home)) return [];
      return [{ id: unit.id, number: unit.number, unit, batchId: batch.id, colourway: unit.colourwayId, doubt: unit.doubt ?? null, home }];
    });
}

function askingLines(outlook: Outlook, { need, design, readyBy, stage, serving }: NeedView): AskingLine[] {
  if (need.kind === "stash" || need.print || stage === "done" || stage === "to post") return [];
  const { refusing, names } = refusers(outlook, need, design);
  const cards = need.lines.reduce((sum, line) => sum + line.quantity, 0);
  return need.lines.flatMap((line): AskingLine[] => {
    // Finished cards that are left over come before panels, which still want hands.
    const lacks = line.quantity - line.assembled - (serving?.cards.find((each) => each.line === line.id)?.quantity ?? 0);
    if (lacks <= 0) return [];
    return [
      {
        line: line.id,
        need: need.id,
        colourway: line.colourwayId,
        lacks,
        weight: weightOf(need),
        days: daysBetween(outlook.today, readyBy),
        // One household in many gets another design in Dispatch; where all refuse it nothing is made of it.
        refuses: refusing > 0 && refusing >= cards ? t`${names} will not have it` : null,
      },
    ];
  });
}

/** Households of a need that will not have what its design shows. */
function refusers({ dispatch }: Outlook, need: NeedRead, design: DesignRead): { readonly refusing: number; readonly names: string } {
  const shown = new Set(design.traits.shows.map((each) => each.toLowerCase()));
  const found = dispatch.households.filter(({ needIds, without }) => needIds.includes(need.id) && without.some((each) => shown.has(each.toLowerCase())));
  return { refusing: found.length, names: listOf(found.map(({ name }) => name)) };
}

/** A panel in words: its number and colourway. */
export const panelName = (design: DesignRead, { number, colourway }: Pick<LyingPanel, "number" | "colourway">): string =>
  `Panel ${String(number)}, ${colourwayOf(design, colourway)?.name ?? ""}`;

import type { CommandInput } from "@yule/contract";
import { addDays, carriedForward, day, type CarriedNeed, type Day, type PastNeed, t } from "@yule/core";
import type { NeedView } from "./needView.ts";
import type { Outlook } from "./workOut.ts";

/** A need proposed for next season, as the maker sees it: she may strike it out, change its day and its numbers. */
export interface Proposal {
  readonly view: NeedView;
  readonly carried: CarriedNeed;
}

/** Needs worth making again: those that come from outside by themselves, orders and commissions, are left out. */
const COMES_AGAIN: ReadonlySet<string> = new Set(["mailing list", "fair", "shop listing", "own use", "stash"]);

export function proposals(outlook: Outlook): Proposal[] {
  const copied = new Set([...outlook.copied, ...outlook.needs.map((view) => view.need.copiedFrom)]);
  return outlook.needs
    .filter((view) => COMES_AGAIN.has(view.need.kind) && !copied.has(view.need.id))
    .map((view) => ({ view, carried: carriedForward(pastOf(view), outlook.shop.country, outlook.ownOccasions, outlook.today) }))
    .sort((a, b) => (a.carried.due < b.carried.due ? -1 : 1));
}

const pastOf = ({ need }: NeedView): PastNeed => ({
  id: need.id,
  due: day(need.due),
  occasion: need.occasion,
  photoOn: need.photoOn === null ? null : day(need.photoOn),
  liveBy: need.liveBy === null ? null : day(need.liveBy),
  lines: need.lines.map((line) => ({ ...line, colourway: line.colourwayId })),
});

/** What she may change of a proposal before it is copied. */
export interface Edited {
  readonly due: string;
  readonly quantities: readonly string[];
}

/** @param isRepeated as many as were asked for, whatever went of them */
export const firstEdit = ({ view, carried }: Proposal, isRepeated = false): Edited => {
  const asked = new Map(view.need.lines.map(({ colourwayId, quantity }) => [colourwayId, quantity]));
  return { due: carried.due, quantities: carried.lines.map(({ colourway, quantity }) => String(isRepeated ? (asked.get(colourway) ?? quantity) : quantity)) };
};

const MOST_CARDS = 10_000;

/** Proposals as needs, all of them or none; a fault names its need. Lines of no cards are left out. */
export function copiesOf(
  chosen: readonly { readonly proposal: Proposal; readonly edited: Edited }[],
  outlook: Outlook,
  makeId: () => string,
  seasonId: string | null = null,
): { needs: CommandInput<"add-needs">["needs"]; faults: string[] } {
  const faults: string[] = [];
  const needs = chosen.map(({ proposal: { view, carried }, edited }): CommandInput<"add-needs">["needs"][number] => {
    const { need } = view;
    const before = faults.length;
    const lines = carried.lines.flatMap((line, index) => {
      const text = edited.quantities[index] ?? "";
      const quantity = text.trim() === "" ? 0 : Number(text);
      if (!Number.isInteger(quantity) || quantity < 0 || quantity > MOST_CARDS)
        faults.push(t`${need.title}, cards: given ${text}, allowed a whole number from 0 to ${String(MOST_CARDS)}`);
      return quantity > 0 ? [{ id: makeId(), colourwayId: line.colourway, quantity }] : [];
    });
    if (lines.length === 0 && faults.length === before) faults.push(t`${need.title}, cards: given 0, allowed at least 1 in some colourway`);
    if (edited.due < outlook.today) faults.push(t`${need.title}, day: given ${edited.due === "" ? t`nothing` : edited.due}, allowed today, ${outlook.today}, or later`);
    return {
      id: makeId(),
      seasonId,
      kind: need.kind,
      title: need.title,
      designId: need.designId,
      due: edited.due,
      zone: need.zone,
      householdIds: need.kind === "mailing list" ? outlook.dispatch.households.filter((each) => each.needIds.includes(need.id)).map((each) => each.id) : [],
      neutralCards: need.neutralCards,
      occasion: need.occasion,
      setUpFrom: need.setUpFrom,
      tableLength: need.tableLength,
      photoOn: carried.photoOn,
      liveBy: carried.liveBy,
      skipped: [...need.skipped],
      print: need.print,
      heat: need.heat,
      matters: need.matters,
      copiedFrom: need.id,
      lines,
    };
  });
  return { needs, faults };
}

/** Needs that are done and of which nobody has told yet what came of them. What was ordered or given is gone by itself. */
export const untold = (outlook: Outlook): NeedView[] =>
  outlook.needs.filter(
    (view) => view.stage === "done" && (view.need.kind === "fair" || view.need.kind === "shop listing") && view.need.lines.some((line) => line.leftOver === null),
  );

/** The season after this one: called alike with the next year, from the day after it ends. */
export function seasonAfter({ season, today }: Pick<Outlook, "season" | "today">): { readonly name: string; readonly from: Day; readonly until: Day } {
  const ends = season.until < today ? today : day(season.until);
  const named = season.name.replace(/\d{4}(?!.*\d{4})/, (year) => String(Number(year) + 1));
  return { name: named === season.name ? `After ${season.name}` : named, from: addDays(ends, 1), until: addDays(ends, DAYS_OF_A_SEASON) };
}
const DAYS_OF_A_SEASON = 365;

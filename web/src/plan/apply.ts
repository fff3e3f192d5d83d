import type { CommandInput, CommandKind } from "@yule/contract";
import { addDays, day, printMinutes, minutes, type Remedy, type SeasonChange, t, plural } from "@yule/core";
import type { NeedView, Outlook } from "@yule/derive";
import { v7 } from "uuid";
import { sendCommand } from "../data/outbox.ts";
import { printDay, printTime } from "../kit/say.ts";

interface Said<Kind extends CommandKind = "change-need" | "add-session-change"> {
  readonly kind: Kind;
  readonly payload: CommandInput<Kind>;
}

type NeedChange = Exclude<SeasonChange, { kind: "session" | "no session" }>;

/**
 * Changes as the commands that make them real. All that changes on one need is one command: a second would meet the
 * version the first has made, and one undo should take all of it back. Needs gone meanwhile are left out.
 */
export function commandsOf(changes: readonly SeasonChange[], outlook: Outlook): (Said<"change-need"> | Said<"add-session-change">)[] {
  const sessions = changes.flatMap((change): Said<"add-session-change">[] => {
    if (change.kind !== "session" && change.kind !== "no session") return [];
    const { day: on, from, to } = change;
    const [what, who, title] = change.kind === "session" ? (["extra", change.who, ""] as const) : (["busy", "maker", t`left free`] as const);
    return [{ kind: "add-session-change", payload: { id: v7(), what, title, first: on, last: on, from, to, who } }];
  });
  const patches = new Map<string, Partial<CommandInput<"change-need">>>();
  for (const change of changes) {
    const view = "need" in change ? outlook.open.find((each) => each.need.id === change.need) : undefined;
    if (!view || change.kind === "session" || change.kind === "no session") continue;
    const before = patches.get(view.need.id);
    patches.set(view.need.id, { ...before, ...patchOf(change, view, before ?? {}) });
  }
  const needs = [...patches].flatMap(([id, patch]): Said<"change-need">[] => {
    const version = outlook.open.find((each) => each.need.id === id)?.need.version;
    return version === undefined ? [] : [{ kind: "change-need", payload: { id, version, ...patch } }];
  });
  return [...sessions, ...needs];
}

/** @param before what was changed on the same need already: stages left out and days add up */
function patchOf(change: NeedChange, view: NeedView, before: Partial<CommandInput<"change-need">>): Partial<CommandInput<"change-need">> {
  switch (change.kind) {
    case "cards":
      return { lines: linesFor(view, change.cards + view.assembled) };
    case "skip":
      return { skipped: [...(before.skipped ?? view.need.skipped).filter((stage) => stage !== change.stage), ...(change.on ? [change.stage] : [])] };
    case "print":
      return { print: change.on };
    case "heat":
      return { heat: change.on };
    case "post":
      return { service: change.service };
    case "later":
      return { due: addDays(day(before.due ?? view.need.due), change.days) };
  }
}

/** So many cards, spread over the colourways as they were, none below what is assembled. */
export function linesFor(view: NeedView, cards: number): NonNullable<CommandInput<"change-need">["lines"]> {
  const { lines } = view.need;
  const total = Math.max(1, view.cards);
  const wanted = lines.map((line) => Math.max(line.assembled, 1, Math.floor((line.quantity * cards) / total)));
  const sum = (): number => wanted.reduce((all, each) => all + each, 0);
  for (let index = 0; sum() < cards; index = (index + 1) % lines.length) wanted[index] = (wanted[index] ?? 0) + 1;
  const room = (index: number): number => (wanted[index] ?? 0) - Math.max(lines[index]?.assembled ?? 0, 1);
  while (sum() > cards) {
    const widest = wanted.reduce((best, _, index) => (room(index) > room(best) ? index : best), 0);
    if (room(widest) <= 0) break;
    wanted[widest] = (wanted[widest] ?? 0) - 1;
  }
  return lines.map((line, index) => ({ id: line.id, colourwayId: line.colourwayId, quantity: wanted[index] ?? line.quantity }));
}

/** Makes changes real; each command can be taken back. */
export async function applyChanges(changes: readonly SeasonChange[], outlook: Outlook): Promise<void> {
  for (const said of commandsOf(changes, outlook)) {
    if (said.kind === "change-need") await sendCommand("change-need", said.payload);
    else await sendCommand("add-session-change", said.payload);
  }
}

/** A change in the maker's words. */
export function wordsOf(change: SeasonChange, outlook: Outlook): string {
  const view = "need" in change ? outlook.open.find((each) => each.need.id === change.need) : undefined;
  const title = view?.need.title ?? "";
  switch (change.kind) {
    case "session":
      return change.who === "helper"
        ? t`Help on ${printDay(change.day)}, ${printTime(change.from)} to ${printTime(change.to)}`
        : t`Paint on ${printDay(change.day)}, ${printTime(change.from)} to ${printTime(change.to)}`;
    case "no session":
      return t`No session on ${printDay(change.day)}, ${printTime(change.from)}`;
    case "cards":
      return t`${title}: ${String(change.cards + (view?.assembled ?? 0))} cards instead of ${String(view?.cards ?? 0)}`;
    case "skip":
      return `${title}: ${change.on ? t`leave out` : t`do`} “${stageName(change.stage, outlook)}”`;
    case "print":
      return `${title}: ${change.on ? t`paint one master and print the rest` : t`paint every card`}`;
    case "heat":
      return `${title}: dry ${change.on ? t`with the heat tool` : t`by air`}`;
    case "post":
      return t`${title}: post as ${change.service}, by ${printDay(change.readyBy)}`;
    case "later":
      return `${title}: ${change.days < 0 ? plural(-change.days, { one: "# day sooner", other: "# days sooner" }) : plural(change.days, { one: "ask for # more day", other: "ask for # more days" })}${view ? `, ${printDay(addDays(day(view.need.due), change.days))}` : ""}`;
  }
}

const stageName = (id: string, outlook: Outlook): string =>
  outlook.designs
    .flatMap((design) => design.stages)
    .find((stage) => stage.id === id)
    ?.name.toLowerCase() ?? t`a stage`;

/** What a remedy costs, in words; what it spares is said as such. */
export function costWords(remedy: Remedy, money: (minor: number) => string): string {
  const { costs } = remedy;
  const words = [
    costs.minutes > 0 && t`${printMinutes(minutes(costs.minutes))} more of your time`,
    costs.minutes < 0 && `spares ${printMinutes(minutes(-costs.minutes))}`,
    costs.cards > 0 && t`${String(costs.cards)} cards not made`,
    costs.minor > 0 && t`${money(costs.minor)} more postage`,
    costs.days > 0 && t`a word with whoever waits`,
    remedy.changes.some((change) => change.kind === "session" && change.who === "helper") && t`an evening of help`,
  ].filter((word) => typeof word === "string");
  return words.length > 0 ? words.join(", ") : t`no more time`;
}

import type { ReadName } from "../common/reads.ts";
import type { CommandKind } from "../shop/command.ts";

/** Who sits before a device: the maker, who does everything; a helper at the bench, who finishes and packs; or whoever stands at the till of a fair. */
export const roles = ["maker", "helper", "till"] as const;
export type Role = (typeof roles)[number];
type Other = Exclude<Role, "maker">;
const BOTH: readonly Other[] = ["helper", "till"];
const HELPER: readonly Other[] = ["helper"];
const TILL: readonly Other[] = ["till"];

/** What is asked for beside the reads of the views. */
export const lookUps = [
  "holidays",
  "seasons",
  "scale",
  "card-scale",
  "letter-scale",
  "households",
  "households/everything",
  "shop-window",
  "put-away",
  "book",
  "review",
  "years",
  "believed",
  "pictures",
  "pictures/keep",
  "recordings",
  "recordings/keep",
  "scan",
  "print-labels",
  "season.ics",
] as const;
export type LookUp = (typeof lookUps)[number];

/** Who beside the maker reads what. What stands with nobody is the maker's alone. */
const READERS: Readonly<Record<ReadName | LookUp, readonly Other[]>> = {
  shop: BOTH,
  season: BOTH,
  plan: BOTH,
  designs: BOTH,
  stores: BOTH,
  bench: BOTH,
  dispatch: BOTH,
  colour: HELPER,
  sheets: HELPER,
  finish: HELPER,
  fairs: TILL,
  costs: [],
  orders: [],
  logbook: HELPER,
  holidays: BOTH,
  pictures: BOTH,
  "pictures/keep": HELPER,
  recordings: HELPER,
  "recordings/keep": HELPER,
  scan: HELPER,
  "card-scale": HELPER,
  "letter-scale": HELPER,
  "print-labels": HELPER,
  seasons: [],
  scale: [],
  households: [],
  "households/everything": [],
  "shop-window": [],
  "put-away": [],
  book: [],
  review: [],
  years: [],
  believed: [],
  "season.ics": [],
};

/** Who beside the maker tells what; taking back is for whoever may tell what is taken back. */
const TELLERS: Readonly<Partial<Record<CommandKind, readonly Other[]>>> = {
  "tell-bench": HELPER,
  "tell-session": HELPER,
  "grade-panels": HELPER,
  "plan-rescue": HELPER,
  "tell-rescue": HELPER,
  "tell-making": HELPER,
  "assemble-cards": HELPER,
  "put-in-box": HELPER,
  "note-lesson": HELPER,
  "answer-lesson": HELPER,
  "pin-note": HELPER,
  "remove-note": HELPER,
  "tell-written": HELPER,
  "post-letters": HELPER,
  "post-need": HELPER,
  "tell-letters": HELPER,
  "weigh-letter": HELPER,
  "ring-up": TILL,
  undo: BOTH,
};

/** Which views a role has; the maker has all. */
const VIEWS: Readonly<Record<Other, readonly string[]>> = { helper: ["bench", "finish", "dispatch"], till: ["dispatch"] };

const has = (given: readonly Other[] | undefined, role: Role): boolean => role === "maker" || (given ?? []).includes(role);
export const mayRead = (role: Role, what: ReadName | LookUp): boolean => has(READERS[what], role);
export const mayTell = (role: Role, kind: CommandKind): boolean => has(TELLERS[kind], role);
export const mayOpen = (role: Role, view: string): boolean => role === "maker" || VIEWS[role].includes(view);

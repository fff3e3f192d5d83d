import type { CommandKind, CommandPayload } from "@yule/contract";
import type { Writing } from "../db/writing.ts";

/** What a command did, for the log. */
export interface HandlerResult {
  readonly subject: readonly [kind: string, id: string];
  readonly summary: string;
}

/** Carries out one command. What it writes goes through `writing`, so that it can be taken back. */
export type Handler<Kind extends CommandKind> = (writing: Writing, payload: CommandPayload<Kind>, eventId: string) => Promise<HandlerResult>;

/** The handlers of a domain: one for each of its commands. */
export type Handlers<Commands> = { readonly [Kind in keyof Commands & CommandKind]: Handler<Kind> };

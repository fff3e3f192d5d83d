import type { CommandKind, CommandPayload, EventFacts } from "@yule/contract";
import type { Writing } from "../db/writing.ts";

/** What a command did, for the log: values, from which the sentence is made where it is read. */
export interface HandlerResult<Kind extends CommandKind> {
  readonly subject: readonly [kind: string, id: string];
  readonly facts: EventFacts[Kind];
}

/** Carries out one command. What it writes goes through `writing`, so that it can be taken back. */
export type Handler<Kind extends CommandKind> = (writing: Writing, payload: CommandPayload<Kind>, eventId: string) => Promise<HandlerResult<Kind>>;

/** The handlers of a domain: one for each of its commands. */
export type Handlers<Commands> = { readonly [Kind in keyof Commands & CommandKind]: Handler<Kind> };

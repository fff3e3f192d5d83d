import { z } from "zod";
import { id, moment } from "../common/envelope.ts";
import type { EventRead } from "../logbook/logbook.ts";
import { shopCommands } from "./commands.ts";
import { seasonCommands } from "../season/commands.ts";
import { designsCommands } from "../designs/commands.ts";
import { colourCommands } from "../colour/commands.ts";
import { storesCommands } from "../stores/commands.ts";
import { sheetsCommands } from "../sheets/commands.ts";
import { benchCommands } from "../bench/commands.ts";
import { finishCommands } from "../finish/commands.ts";
import { dispatchCommands } from "../dispatch/commands.ts";
import { logbookCommands } from "../logbook/commands.ts";

/** Every command a maker can give, with the schema of what it says: each domain tells its own. */
export const commandSchemas = {
  ...shopCommands,
  ...seasonCommands,
  ...designsCommands,
  ...colourCommands,
  ...storesCommands,
  ...sheetsCommands,
  ...benchCommands,
  ...finishCommands,
  ...dispatchCommands,
  ...logbookCommands,
  undo: z.strictObject({ eventId: id }),
} as const;

export type CommandKind = keyof typeof commandSchemas;
export type CommandPayload<Kind extends CommandKind> = z.output<(typeof commandSchemas)[Kind]>;
export type CommandInput<Kind extends CommandKind> = z.input<(typeof commandSchemas)[Kind]>;

/** A command as sent. Its id is made by the sender: the same id sent twice is done once. `at` is when it happened there; `sentAt` the sender's present by the same clock, so that a clock that is wrong shows. */
export const envelope = z.strictObject({
  id,
  kind: z.enum(Object.keys(commandSchemas) as [CommandKind, ...CommandKind[]]),
  at: moment.optional(),
  sentAt: moment.optional(),
  payload: z.unknown(),
});
export interface CommandEnvelope<Kind extends CommandKind = CommandKind> {
  readonly id: string;
  readonly kind: Kind;
  readonly at?: string;
  readonly sentAt?: string;
  readonly payload: CommandInput<Kind>;
}

export interface CommandAnswer {
  readonly event: EventRead;
}

import { z } from "zod";
import { tellBench, tellSession } from "../bench/facts.ts";
import { id, moment } from "../common/envelope.ts";
import { addColourway, addDesign, addSeries, archiveDesign, changeColourway, changeRoute, changeStack } from "../designs/designs.ts";
import { changeSeries, changeTraits } from "../designs/family.ts";
import { addSentiment, changeWords, removeSentiment } from "../designs/words.ts";
import { changeGuides } from "../designs/guides.ts";
import { addPaint, changePaint, markTouches, shelvePaint } from "../colour/paint.ts";
import { addHousehold, changeHousehold, postNeed } from "../dispatch/dispatch.ts";
import { assembleCards, gradePanels } from "../finish/finish.ts";
import type { EventRead } from "../logbook/logbook.ts";
import { noteLesson, removeLesson } from "../season/lessons.ts";
import { addNeed, addNeeds, changeNeed, removeNeed, serveNeed, tellOutcome } from "../season/needs.ts";
import { addOwnOccasion, addOwnOccasions, removeOwnOccasion } from "../season/ownOccasions.ts";
import { addSessionChange, addSessionChanges, removeSessionChange, setSessions } from "../season/sessions.ts";
import { dropOffcut, keepOffcut, splitSheets } from "../sheets/batches.ts";
import { dropSplitPlan, keepSplitPlan } from "../sheets/plans.ts";
import { addStore, buyStore, changeStore, countStore } from "../stores/stores.ts";
import { setCalendarAddress, setShop } from "./shop.ts";

/** Every command a maker can give, with the schema of what it says. */
export const commandSchemas = {
  "set-shop": setShop,
  "add-need": addNeed,
  "change-need": changeNeed,
  "remove-need": removeNeed,
  "add-needs": addNeeds,
  "serve-need": serveNeed,
  "tell-outcome": tellOutcome,
  "note-lesson": noteLesson,
  "remove-lesson": removeLesson,
  "set-sessions": setSessions,
  "add-session-change": addSessionChange,
  "add-session-changes": addSessionChanges,
  "remove-session-change": removeSessionChange,
  "add-own-occasion": addOwnOccasion,
  "add-own-occasions": addOwnOccasions,
  "remove-own-occasion": removeOwnOccasion,
  "set-calendar-address": setCalendarAddress,
  "add-series": addSeries,
  "add-design": addDesign,
  "change-stack": changeStack,
  "change-route": changeRoute,
  "change-guides": changeGuides,
  "change-series": changeSeries,
  "change-traits": changeTraits,
  "change-words": changeWords,
  "change-colourway": changeColourway,
  "add-colourway": addColourway,
  "archive-design": archiveDesign,
  "add-sentiment": addSentiment,
  "remove-sentiment": removeSentiment,
  "add-paint": addPaint,
  "change-paint": changePaint,
  "shelve-paint": shelvePaint,
  "mark-touches": markTouches,
  "add-store": addStore,
  "count-store": countStore,
  "buy-store": buyStore,
  "change-store": changeStore,
  "split-sheets": splitSheets,
  "keep-offcut": keepOffcut,
  "drop-offcut": dropOffcut,
  "keep-split-plan": keepSplitPlan,
  "drop-split-plan": dropSplitPlan,
  "tell-bench": tellBench,
  "tell-session": tellSession,
  "grade-panels": gradePanels,
  "assemble-cards": assembleCards,
  "add-household": addHousehold,
  "change-household": changeHousehold,
  "post-need": postNeed,
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

import type { Phrase } from "@yule/core";
import { phrase } from "@yule/core";
import { benchSentences, type BenchEvents } from "../bench/events.ts";
import { colourSentences, type ColourEvents } from "../colour/events.ts";
import { designsSentences, type DesignsEvents } from "../designs/events.ts";
import { dispatchSentences, type DispatchEvents } from "../dispatch/events.ts";
import { finishSentences, type FinishEvents } from "../finish/events.ts";
import { seasonSentences, type SeasonEvents } from "../season/events.ts";
import { sheetsSentences, type SheetsEvents } from "../sheets/events.ts";
import { shopSentences, type ShopEvents } from "../shop/events.ts";
import { storesSentences, type StoresEvents } from "../stores/events.ts";
import type { Sentences } from "./sentences.ts";
import { logbookSentences, type LogbookEvents } from "./said.ts";

/** What was taken back; `again` where the taking back was itself taken back. */
interface UndoEvents {
  readonly undo: { readonly of: EventTold; readonly again: boolean };
}
/** The values that each kind of event keeps: each domain tells its own. */
export interface EventFacts
  extends ShopEvents, SeasonEvents, DesignsEvents, ColourEvents, StoresEvents, SheetsEvents, BenchEvents, FinishEvents, DispatchEvents, LogbookEvents, UndoEvents {}

/** An event as it is kept: values, never a sentence. Rows of before that was so have their words alone. */
export type EventTold =
  { readonly [Kind in keyof EventFacts]: { readonly kind: Kind; readonly facts: EventFacts[Kind] } }[keyof EventFacts] | { readonly kind: "older"; readonly words: string };

const sentences: Sentences<EventFacts> = {
  ...shopSentences,
  ...seasonSentences,
  ...designsSentences,
  ...colourSentences,
  ...storesSentences,
  ...sheetsSentences,
  ...benchSentences,
  ...finishSentences,
  ...dispatchSentences,
  ...logbookSentences,
  undo: ({ of, again }) => phrase`${again ? "Done again" : "Undone"}: ${eventPhrase(of)}`,
};

/** The sentence of an event, for whoever reads it to print by units and country. */
export function eventPhrase(event: EventTold): Phrase {
  if (event.kind === "older") return [event.words];
  return (sentences[event.kind] as (facts: unknown) => Phrase)(event.facts);
}

import type { Phrase } from "@yule/core";

/** How each kind of event of a domain reads, made from the values it keeps. */
export type Sentences<Events> = { readonly [Kind in keyof Events]: (facts: Events[Kind]) => Phrase };

import { panelsGivenTo } from "../bench/reads.ts";
import type { Writing } from "../db/writing.ts";
import { bindingsOf, recipientsOf } from "../dispatch/reads.ts";
import { needLinesOf } from "./reads.ts";

/** Removes a need that nothing was begun of, with its lines and letters. Panels of the stash that were given to it go back there. */
export async function dropNeed(writing: Writing, id: string, version?: number): Promise<void> {
  for (const line of await needLinesOf(writing.tx, id)) await writing.remove("needLine", line.id);
  for (const each of await bindingsOf(writing.tx, id)) await writing.remove("boundNeed", each.id);
  for (const each of await recipientsOf(writing.tx, id)) await writing.remove("recipient", each.id);
  for (const each of await panelsGivenTo(writing.tx, id)) await writing.update("unit", each.id, { servesNeedId: null });
  await writing.remove("need", id, version);
}

import { phrase } from "@yule/core";
import type { letterScaleQuery, ScaleRead } from "@yule/contract";
import { letterOf } from "@yule/derive";
import type { z } from "zod";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { readDesign } from "../designs/reads.ts";
import type { Scale } from "../outside/scale.ts";
import { readShelf } from "../stores/reads.ts";

/** What a card in its envelope weighs on the scale. An invented one is told what its parts come to. */
export async function readLetterScale(tx: Transaction, scale: Scale, { design: id }: z.output<typeof letterScaleQuery>): Promise<ScaleRead> {
  const design = await readDesign(tx, id);
  if (!design) throw new Refusal(422, phrase`This cannot be weighed.`, [{ code: "not-found", path: ["design"], given: [{ text: id }], allowed: phrase`a design of this shop` }]);
  const { grams } = letterOf({ ...design, weighed: null }, await readShelf(tx));
  return { grams: scale.read(grams, id), step: scale.step, by: scale.name, simulated: scale.simulated };
}

import { OWN_STEPS, type CommandPayload, type finishCommands } from "@yule/contract";
import { phrase } from "@yule/core";
import { and, eq, sum } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { readRoutes } from "../designs/reads.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { needLinesOf } from "../season/reads.ts";
import { making } from "./tables.ts";

const STEP_WORDS: Readonly<Record<string, string>> = {
  cut: "Cutting bases and mats",
  score: "Scoring and folding",
  words: "Words inside",
  envelopes: "Envelopes",
};

/** How far the making of a need's cards has come. Told twice it is kept once. */
async function tellMaking(writing: Writing, payload: CommandPayload<"tell-making">): Promise<HandlerResult<"tell-making">> {
  const need = await writing.find("need", payload.needId);
  if (!need) return missing("need", ["needId"], payload.needId);
  const route = (await readRoutes(writing.tx, [need.designId])).get(need.designId) ?? [];
  const stage = route.find(({ id, kind }) => id === payload.step && kind === "assemble");
  if (!stage && !OWN_STEPS.some((step) => step === payload.step)) return missing("step of making these cards", ["step"], payload.step);
  if (!(await writing.find("making", payload.id))) {
    const cards = (await needLinesOf(writing.tx, need.id)).reduce((all, each) => all + each.quantity, 0);
    const [{ through } = { through: null }] = await writing.tx
      .select({ through: sum(making.cards).mapWith(Number) })
      .from(making)
      .where(and(eq(making.shopId, writing.shopId), eq(making.needId, need.id), eq(making.step, payload.step), eq(making.retracted, false)));
    const most = cards - (through ?? 0);
    if (payload.cards > most)
      refuse({ code: "more-than-needed", path: ["cards"], given: [{ count: payload.cards }], allowed: phrase`at most ${most}, the cards that are not through this step` });
    await writing.insert("making", { id: payload.id, needId: need.id, step: payload.step, cards: payload.cards, at: writing.happened(payload.at) });
  }
  return { subject: ["need", need.id], facts: { title: need.title, step: stage?.name ?? STEP_WORDS[payload.step] ?? payload.step, cards: payload.cards } };
}

export const makingHandlers: Pick<Handlers<typeof finishCommands>, "tell-making"> = { "tell-making": tellMaking };

import type { CommandPayload, finishCommands, Grade } from "@yule/contract";
import { phrase } from "@yule/core";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { needLinesOf } from "../season/reads.ts";
import { freeGoodOf } from "./free.ts";

/** Panels become another need's, or go to the stash. What is in a card already stays there. */
async function givePanels(writing: Writing, payload: CommandPayload<"give-panels">): Promise<HandlerResult<"give-panels">> {
  const gifts = new Map<string | null, { title: string | null; panels: number[] }>();
  let subject: string | null = null;
  for (const [index, { unitId, needId }] of payload.moves.entries()) {
    const panel = await writing.find("unit", unitId);
    const home = panel && (await writing.find("batch", panel.batchId));
    if (!panel || !home) return missing("panel", ["moves", index, "unitId"], unitId);
    if (panel.grade !== "good" && panel.grade !== "stash")
      refuse({
        code: "not-whole",
        path: ["moves", index, "unitId"],
        given: phrase`panel ${panel.number}, ${panel.grade ?? "not judged"}`,
        allowed: phrase`a panel that is good or in the stash`,
      });
    await stillFree(writing, panel, home.needId, ["moves", index, "unitId"]);
    const need = needId === null ? null : await writing.find("need", needId);
    if (needId !== null && !need) return missing("need", ["moves", index, "needId"], needId);
    if (need && !(await needLinesOf(writing.tx, need.id)).some(({ colourwayId }) => colourwayId === panel.colourwayId))
      refuse({
        code: "other-colourway",
        path: ["moves", index, "needId"],
        given: phrase`panel ${panel.number} for ${need.title}`,
        allowed: phrase`a need that asks for its design and colourway`,
      });
    await writing.update(
      "unit",
      unitId,
      need === null ? { grade: "stash", servesNeedId: null } : { grade: panel.grade, servesNeedId: need.id === home.needId && panel.grade === "good" ? null : need.id },
    );
    const gift = gifts.get(needId) ?? { title: need?.title ?? null, panels: [] };
    gifts.set(needId, { ...gift, panels: [...gift.panels, panel.number] });
    subject ??= home.id;
  }
  return { subject: ["batch", subject ?? ""], facts: { gifts: [...gifts.values()] } };
}

/** Panels of a need are not told apart once they are cards: as many as are in cards stay. */
async function stillFree(
  writing: Writing,
  { number, grade, servesNeedId, colourwayId }: { readonly number: number; readonly grade: Grade | null; readonly servesNeedId: string | null; readonly colourwayId: string },
  homeNeedId: string,
  path: (string | number)[],
): Promise<void> {
  const owner = servesNeedId ?? (grade === "good" ? homeNeedId : null);
  if (owner !== null && (await freeGoodOf(writing.tx, owner, colourwayId)) < 1)
    refuse({ code: "in-a-card", path, given: phrase`panel ${number}`, allowed: phrase`a panel that is not in a card yet` });
}

export const givingHandlers: Pick<Handlers<typeof finishCommands>, "give-panels"> = { "give-panels": givePanels };

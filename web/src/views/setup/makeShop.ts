import type { Problem } from "@yule/contract";
import { currencyIn, inches, mm, t } from "@yule/core";
import { colourwaysOf, TEMPLATES } from "@yule/derive";
import { v7 } from "uuid";
import { sendCommand, type Sent } from "../../data/outbox.ts";
import { cardsIn, sheetsIn, type Answers } from "./setupForm.ts";

const QUIETLY = { ownRefusals: true, quiet: true } as const;

/** The ids of what is made, and how much of it is made: after a refusal it goes on where it stood. */
export interface Beginning {
  readonly ids: { readonly paper: string; readonly base: string; readonly series: string; readonly design: string };
  made: number;
}
export const newBeginning = (): Beginning => ({ ids: { paper: v7(), base: v7(), series: v7(), design: v7() }, made: 0 });

/** Makes everything in the order in which one thing names another, and stops at what is refused. @returns what was wrong, or null */
export async function makeShop(answers: Answers, timeZone: string, beginning: Beginning): Promise<Problem | null> {
  const steps = stepsOf(answers, timeZone, beginning.ids);
  for (const step of steps.slice(beginning.made)) {
    const sent = await step();
    if (sent.state === "refused") return sent.problem;
    beginning.made += 1;
  }
  return null;
}

function stepsOf(answers: Answers, timeZone: string, ids: Beginning["ids"]): readonly (() => Promise<Sent>)[] {
  const template = TEMPLATES.find((each) => each.key === answers.template) ?? TEMPLATES[0];
  if (!template) throw new Error("there is no template to begin with");
  const colourways = colourwaysOf(answers.colourways, v7);
  const card = answers.system === "in" ? { name: "Card stock 12 × 18", width: inches(12), height: inches(18) } : { name: "Card stock 32 × 45", width: mm(320), height: mm(450) };
  const shopName = answers.shopName.trim();
  const usual = { packCostMinor: 0, leadDays: 5 };
  return [
    () =>
      sendCommand(
        "set-shop",
        { ...(shopName === "" ? {} : { name: shopName }), country: answers.country, lengthSystem: answers.system, timeZone, currency: currencyIn(answers.country) },
        QUIETLY,
      ),
    () => sendCommand("set-sessions", { pattern: answers.sessions.map(({ weekday, from, to }) => ({ id: v7(), weekday, from, to })) }, QUIETLY),
    () =>
      sendCommand(
        "add-store",
        { id: ids.paper, kind: "sheet", name: answers.paperName, width: answers.paperWidth, height: answers.paperHeight, onHand: sheetsIn(answers), pack: 5, ...usual },
        QUIETLY,
      ),
    () => sendCommand("add-store", { id: ids.base, kind: "card stock", ...card, onHand: 25, pack: 25, ...usual }, QUIETLY),
    () => sendCommand("add-series", { id: ids.series, name: t`First series`, palette: "mixed" }, QUIETLY),
    () =>
      sendCommand(
        "add-design",
        { id: ids.design, seriesId: ids.series, name: answers.designName, paperId: ids.paper, cardStockId: ids.base, colourways, ...template.make(v7) },
        QUIETLY,
      ),
    () =>
      sendCommand(
        "add-need",
        {
          id: v7(),
          kind: "commission",
          title: answers.title,
          designId: ids.design,
          due: answers.due,
          zone: answers.posted === "inland" ? "inland" : null,
          lines: colourways.flatMap((each, index) => (cardsIn(answers, index) > 0 ? [{ id: v7(), colourwayId: each.id, quantity: cardsIn(answers, index) }] : [])),
        },
        { ownRefusals: true },
      ),
  ];
}

import { addStore, setSessions } from "@yule/contract";
import { addDays, COUNTRIES, inches, lengthsIn, mm, phrase, type Day, t } from "@yule/core";
import { colourwaysOf, TEMPLATES } from "@yule/derive";
import { v7 } from "uuid";
import { z } from "zod";
import { countText } from "../../kit/form/texts.ts";

export const setupQuestions = (): readonly string[] => [
  t`Where do you paint, and how do you measure?`,
  t`When do you paint in an ordinary week?`,
  t`Which paper lies on the shelf?`,
  t`What is the first design?`,
  t`Who is waiting for the first cards?`,
];

const { shape: session } = setSessions.shape.pattern.element;
/** The answers as they are written. */
const answersShape = z.object({
  shopName: z.string(),
  country: z.string(),
  system: z.enum(["in", "cm"]),
  sessions: z.array(
    z.object({ id: session.id, weekday: session.weekday, from: session.from, to: session.to, who: z.enum(["maker", "helper"]).optional(), light: z.boolean().optional() }),
  ),
  paperName: z.string(),
  paperWidth: z.int(),
  paperHeight: z.int(),
  paperCount: z.string(),
  template: z.string(),
  designName: z.string(),
  colourways: z.string(),
  title: z.string(),
  quantities: z.array(z.string()),
  due: z.string(),
  posted: z.enum(["inland", ""]),
});
export type Answers = z.input<typeof answersShape>;

const sheets = countText(0, 1_000_000, 0);
const cards = countText(0, 10_000, 0);
/** What was written of a count that was checked. */
export const sheetsIn = (answers: Answers): number => sheets.parse(answers.paperCount);
export const cardsIn = (answers: Answers, colourway: number): number => cards.parse(answers.quantities[colourway] ?? "");

/** What an answer to each question must be before the next is asked. */
function check(step: number, answers: Answers, today: Day, context: z.RefinementCtx): void {
  const read = (schema: z.ZodType, value: unknown, ...path: (string | number)[]): void => {
    const found = schema.safeParse(value);
    if (!found.success) for (const issue of found.error.issues) context.addIssue({ ...issue, path: [...path, ...issue.path] });
  };
  if (step === 0) read(z.string().trim().max(120), answers.shopName, "shopName");
  if (step === 1) {
    if (answers.sessions.length === 0) context.addIssue({ code: "custom", path: ["sessions"], message: t`at least one session a week` });
    read(setSessions.shape.pattern, answers.sessions, "sessions");
  }
  if (step === 2) {
    read(addStore.shape.name, answers.paperName, "paperName");
    read(addStore.shape.width, answers.paperWidth, "paperWidth");
    read(addStore.shape.height, answers.paperHeight, "paperHeight");
    read(sheets, answers.paperCount, "paperCount");
  }
  if (step === 3) read(addStore.shape.name, answers.designName, "designName");
  if (step === 4) {
    const names = colourwaysOf(answers.colourways, v7);
    read(addStore.shape.name, answers.title, "title");
    names.forEach((_, index) => read(cards, answers.quantities[index] ?? "", "quantities", index));
    if (names.every((_, index) => (cards.safeParse(answers.quantities[index] ?? "").data ?? 1) === 0))
      context.addIssue({ code: "custom", path: ["quantities", 0], message: t`at least 1 in some colourway` });
    if (answers.due < today) context.addIssue({ code: "custom", path: ["due"], params: { allowed: phrase`today, ${{ day: today }}, or later` } });
  }
}

/** Reads the answers as far as the question that is asked. @param step which of `setupQuestions` */
export const setupForm = (step: number, today: Day): z.ZodType<Answers, Answers> => answersShape.superRefine((answers, context) => check(step, answers, today, context));

function guessCountry(): string {
  const region = typeof navigator === "undefined" ? undefined : new Intl.Locale(navigator.language).maximize().region;
  return region && COUNTRIES.has(region) ? region : "US";
}

/** What stands in the form before anything was answered. */
export function firstAnswers(today: Day): Answers {
  const country = guessCountry();
  const system = lengthsIn(country);
  const [paperWidth, paperHeight] = system === "in" ? [inches(20), inches(26)] : [mm(500), mm(650)];
  return {
    shopName: "",
    country,
    system,
    sessions: [
      { id: v7(), weekday: 2, from: 1170, to: 1260 },
      { id: v7(), weekday: 6, from: 540, to: 720 },
    ],
    paperName: t`Watercolour paper 300 gsm`,
    paperWidth,
    paperHeight,
    paperCount: "5",
    template: TEMPLATES[0]?.key ?? "",
    designName: "",
    colourways: "",
    title: "",
    quantities: [],
    due: addDays(today, 21),
    posted: "inland",
  };
}

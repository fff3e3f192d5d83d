import { t } from "@yule/core";
import { traitsSchema, type TraitsRead } from "@yule/contract";
import { z } from "zod";
import { numberText, openChoice, yesNoOf, yesNoText } from "../../kit/form/texts.ts";

const { shape } = traitsSchema;
const list = (text: string): string[] =>
  text
    .split(",")
    .map((each) => each.trim())
    .filter((each) => each !== "");
const AGES = /^(\d{1,3})(?:\s*(?:-|–|to)\s*(\d{1,3}))?$/;

/** `5 to 9`, `7`, or nothing for grown-ups. */
const agesText = z
  .string()
  .refine((text) => text.trim() === "" || AGES.test(text.trim()), {
    error: () => t`ages such as 5 to 9`,
    abort: true,
  })
  .transform((text) => {
    const found = AGES.exec(text.trim());
    return found ? { from: Number(found[1]), to: Number(found[2] ?? found[1]) } : null;
  })
  .pipe(shape.ages.unwrap());

/** What is written of a design as one of its family. Nothing written is not told. */
export const traitsForm = z.object({
  light: openChoice(shape.light.unwrap()),
  highlight: openChoice(shape.highlight.unwrap()),
  looks: openChoice(shape.looks.unwrap()),
  line: z.int().nullable(),
  elements: numberText(shape.elements.unwrap(), null),
  recurring: yesNoText,
  suits: z.string().transform(list).pipe(shape.suits.unwrap()),
  shows: z.string().transform(list).pipe(shape.shows.unwrap()),
  ages: agesText,
});
export type TraitsTexts = z.input<typeof traitsForm>;

export const traitsTexts = (traits: TraitsRead): TraitsTexts => ({
  light: traits.light ?? "",
  highlight: traits.highlight ?? "",
  looks: traits.looks ?? "",
  line: traits.line,
  elements: String(traits.elements ?? ""),
  recurring: yesNoOf(traits.recurring),
  suits: traits.suits.join(", "),
  shows: traits.shows.join(", "),
  ages: traits.ages ? `${String(traits.ages.from)} to ${String(traits.ages.to)}` : "",
});

/** What one field changes, or null where it says what is known already. */
export function traitChanged(field: keyof TraitsTexts, texts: TraitsTexts, before: TraitsRead): Partial<TraitsRead> | null {
  const read = traitsForm.shape[field].safeParse(texts[field]);
  return read.success && JSON.stringify(read.data) !== JSON.stringify(before[field]) ? { [field]: read.data } : null;
}

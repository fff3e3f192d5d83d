import { addPaint, type CommandInput, type PaintRead } from "@yule/contract";
import { COVERINGS, FORMS, money, pigmentOf } from "@yule/core";
import { pigmentsOf } from "@yule/derive";
import { v7 } from "uuid";
import { z } from "zod";
import { moneyText, numberText, openChoice, yesNoOf, yesNoText } from "../../kit/form/texts.ts";
import { typedAmount } from "../../kit/say.ts";

const { shape } = addPaint;
const known = (text: string): string[] => pigmentsOf(text).map((index) => pigmentOf(index)?.index ?? index);

/** What is written of a paint, as the command has it. What is left open follows from its pigments. */
export const paintForm = (paint: PaintRead | null, currency: string) =>
  z
    .object({
      name: shape.name,
      pigments: z.string().transform(known),
      form: z.enum(FORMS),
      strength: numberText(shape.strength.unwrap(), null),
      covering: openChoice(z.enum(COVERINGS).nullable()),
      stains: yesNoText,
      granulates: yesNoText,
      metallic: yesNoText,
      lightfast: numberText(shape.lightfast.unwrap(), null),
      chart: openChoice(shape.chart.unwrap()),
      ml: numberText(shape.ml.unwrap(), null),
      costMinor: moneyText(currency, shape.costMinor.unwrap()),
    })
    .transform((read): CommandInput<"add-paint"> => ({ id: paint?.id ?? v7(), ...read }))
    .pipe(addPaint);

export type PaintTexts = z.input<ReturnType<typeof paintForm>>;

const textOf = (value: number | null): string => (value === null ? "" : String(value));

/** The form as it opens: for a paint of the shelf, or for a new one. */
export const paintTexts = (paint: PaintRead | null, currency: string): PaintTexts => ({
  name: paint?.name ?? "",
  pigments: paint?.pigments.join(" ") ?? "",
  form: paint?.form ?? "pan",
  strength: textOf(paint?.strength ?? null),
  covering: paint?.covering ?? "",
  stains: yesNoOf(paint?.stains ?? null),
  granulates: yesNoOf(paint?.granulates ?? null),
  metallic: yesNoOf(paint?.metallic ?? null),
  lightfast: textOf(paint?.lightfast ?? null),
  chart: paint?.chart ?? "",
  ml: textOf(paint?.ml ?? null),
  costMinor: paint?.costMinor == null ? "" : typedAmount(money(paint.costMinor), currency),
});

/** Each pigment by itself, so that a fault names the one that is unknown. */
export const pigmentsRead = (texts: PaintTexts): object => ({ ...texts, pigments: known(texts.pigments) });

/** What the paint looks like while it is written: figures that cannot be read yet leave it to the pigments. */
export function paintSeen(texts: PaintTexts): Omit<PaintRead, "id" | "version" | "gone"> {
  const number = (text: string, field: z.ZodType<number | null, number | null>): number | null => numberText(field, null).safeParse(text).data ?? null;
  return {
    name: texts.name,
    pigments: known(texts.pigments),
    form: texts.form,
    strength: number(texts.strength, shape.strength.unwrap()),
    covering: texts.covering === "" ? null : (COVERINGS.find((each) => each === texts.covering) ?? null),
    stains: yesNoText.parse(texts.stains),
    granulates: yesNoText.parse(texts.granulates),
    metallic: yesNoText.parse(texts.metallic),
    lightfast: number(texts.lightfast, shape.lightfast.unwrap()),
    chart: shape.chart.safeParse(texts.chart).data ?? null,
    ml: null,
    costMinor: null,
  };
}

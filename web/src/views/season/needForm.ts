import { addNeed, needKinds, zones, type CommandPayload } from "@yule/contract";
import { addDays, isDay, phrase, readLength, type Day, type Phrase, type QuickNeed, t } from "@yule/core";
import { type Outlook } from "@yule/derive";
import { v7 } from "uuid";
import { z } from "zod";
import { countText, moneyText, openChoice, timeText } from "../../kit/form/texts.ts";
import type { ShopManner } from "../../kit/measure.tsx";

/** What the dialog holds: fields have the command's names, quantities one text for each colourway. */
const texts = z.object({
  title: z.string(),
  kind: z.enum(needKinds),
  designId: z.string(),
  due: z.string(),
  zone: openChoice(z.enum(zones).nullable()),
  quantities: z.array(z.string()),
  priceMinor: z.string(),
  depositMinor: z.string(),
  proofWanted: z.boolean(),
  neutralCards: z.string(),
  setUpFrom: z.string(),
  tableLength: z.string(),
  occasion: openChoice(z.string().nullable()),
  photoOn: z.string(),
  liveBy: z.string(),
});
export type NeedTexts = z.input<typeof texts>;

/** What a need can be of and for, and how the shop writes figures. */
interface NeedRoom {
  readonly designs: readonly { readonly id: string; readonly colourways: readonly { readonly id: string }[] }[];
  readonly today: Day;
  readonly manner: ShopManner;
}

const MOST_CARDS = 10_000;
const quantityText = countText(0, MOST_CARDS, 0);
/** The table of a fair; nothing is none. */
const tableText = ({ system }: ShopManner) =>
  z
    .string()
    .refine((text) => text.trim() === "" || tableIn(text, system) > 0, { message: t`a length such as ${system === "in" ? t`72 in` : t`180 cm`}`, abort: true })
    .transform((text) => (text.trim() === "" ? null : tableIn(text, system)));
const tableIn = (text: string, system: ShopManner["system"]): number => {
  const read = readLength(text, system);
  return read.ok ? read.value : 0;
};
/** What a field's own schema allows: a phrase of values where it has one. */
const allowedOf = (issue: z.core.$ZodIssue): Phrase => (issue.code === "custom" ? (issue.params as { allowed?: Phrase } | undefined)?.allowed : undefined) ?? [issue.message];
const dayText = z.string().transform((text) => (text === "" ? null : text));

/** What is written of a need, as the command has it. A field of another kind of need is not read. */
export const needForm = ({ designs, today, manner }: NeedRoom) =>
  texts.transform((written, context): CommandPayload<"add-need"> => {
    const blamed: string[] = [];
    const blame = (path: (string | number)[], allowed: Phrase): void => {
      blamed.push(path.join("."));
      context.addIssue({ code: "custom", path, params: { allowed } });
    };
    const read = <T>(schema: z.ZodType<T, string>, text: string, ...path: (string | number)[]): T | null => {
      const found = schema.safeParse(text);
      if (!found.success) for (const issue of found.error.issues) blame(path, allowedOf(issue));
      return found.data ?? null;
    };
    const isKind = (kind: NeedTexts["kind"]): boolean => written.kind === kind;
    const colourways = designs.find((design) => design.id === written.designId)?.colourways ?? [];
    const lines = colourways.flatMap((colourway, index) => {
      const quantity = read(quantityText, written.quantities[index] ?? "", "quantities", index) ?? 0;
      return quantity > 0 ? [{ id: v7(), colourwayId: colourway.id, quantity }] : [];
    });
    if (blamed.length === 0 && lines.length === 0) blame(["quantities"], [t`at least 1 in some colourway`]);
    if (isDay(written.due) && written.due < today) blame(["due"], phrase`today, ${{ day: today }}, or later`);
    const need = {
      id: v7(),
      kind: written.kind,
      title: written.title,
      designId: written.designId,
      due: written.due,
      zone: written.zone,
      allHouseholds: isKind("mailing list"),
      priceMinor: read(moneyText(manner.currency, z.number().nullable()), written.priceMinor, "priceMinor"),
      depositMinor: isKind("commission") ? read(moneyText(manner.currency, z.number().nullable()), written.depositMinor, "depositMinor") : null,
      proofWanted: isKind("commission") && written.proofWanted,
      neutralCards: isKind("mailing list") ? (read(quantityText, written.neutralCards, "neutralCards") ?? 0) : 0,
      setUpFrom: isKind("fair") && written.setUpFrom !== "" ? read(timeText, written.setUpFrom, "setUpFrom") : null,
      tableLength: isKind("fair") ? read(tableText(manner), written.tableLength, "tableLength") : null,
      occasion: written.occasion,
      photoOn: isKind("shop listing") ? read(dayText, written.photoOn, "photoOn") : null,
      liveBy: isKind("shop listing") ? read(dayText, written.liveBy, "liveBy") : null,
      // What is wrong with the lines was told at their fields.
      lines: lines.length > 0 ? lines : [{ id: v7(), colourwayId: v7(), quantity: MOST_CARDS }],
    };
    const whole = addNeed.safeParse(need);
    if (!whole.success) for (const issue of whole.error.issues) context.addIssue({ ...issue, path: [...issue.path] });
    return blamed.length === 0 && whole.success ? whole.data : z.NEVER;
  });

/** What a need may have and need not. */
export const NOT_TOLD = {
  priceMinor: "",
  depositMinor: "",
  proofWanted: false,
  neutralCards: "",
  setUpFrom: "",
  tableLength: "",
  occasion: "",
  photoOn: "",
  liveBy: "",
} as const satisfies Partial<NeedTexts>;

/** A form as it opens: empty, or as a quick line was read. */
export function needTexts(outlook: Outlook, read: QuickNeed | null): NeedTexts {
  const design = outlook.offered.find((each) => each.id === read?.designId) ?? outlook.offered[0];
  return {
    title: read?.title ?? "",
    kind: read?.kind ?? "commission",
    designId: design?.id ?? "",
    due: read?.due ?? addDays(outlook.today, 14),
    zone: read?.kind === "fair" || read?.kind === "stash" || read?.kind === "own use" ? "" : "inland",
    quantities: (design?.colourways ?? []).map((colourway) => {
      const quantity = read?.lines.find((line) => line.colourwayId === colourway.id)?.quantity;
      return quantity === undefined ? "" : String(quantity);
    }),
    ...NOT_TOLD,
    occasion: read?.occasion ?? "",
  };
}

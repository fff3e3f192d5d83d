import { Button, Flex, Text } from "@chakra-ui/react";
import { addDesign, type StoreRead } from "@yule/contract";
import { builtOnPanel, cutToEnvelope, lengthOfUnits, stackGeometry, type Length, type Size, type Stack, t, saidWritten } from "@yule/core";
import { cardSizesIn, colourwaysOf, leavesNoRoom, shortly, stackOfSize, stepOf, TEMPLATES, type CardSize } from "@yule/derive";
import { useMemo } from "react";
import { Controller } from "react-hook-form";
import { v7 } from "uuid";
import { z } from "zod";
import { useDesignsQuery, useStoresQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { whatToDo } from "../../../kit/form/whatToDo.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { spoken } from "../../../kit/say.ts";
import { useMeasure, useSpeech } from "../../../kit/measure.tsx";

const NEW = "new";
/** What a design is sized from: the template, an envelope or a panel whose size is told, or the key of an envelope that is known. */
type From = string;
const [OWN, ENVELOPE, PANEL] = ["own", "envelope", "panel"] as const;

const designForm = z
  .object({
    name: addDesign.shape.name,
    template: z.string(),
    from: z.string(),
    /** Of the envelope or the panel she has; null: as the template has it. */
    width: z.int().nullable(),
    height: z.int().nullable(),
    seriesId: z.string(),
    newSeries: z.string(),
    colourways: z.string(),
  })
  .superRefine(({ seriesId, newSeries }, context) => {
    if (seriesId === NEW && newSeries.trim() === "") context.addIssue({ code: "custom", path: ["newSeries"], message: t`a name` });
  });

interface EnvelopeChoices {
  readonly shelf: readonly CardSize[];
  readonly usual: readonly CardSize[];
  readonly isOther: boolean;
  readonly size: ReturnType<typeof useMeasure>["size"];
}

/** A design begun from a template, at its own sizes, cut to an envelope that is there, or built on a panel that is painted. */
export function NewDesign({ onClose, onMade }: { onClose: () => void; onMade: (id: string) => void }) {
  const { system, size } = useMeasure();
  const designs = useDesignsQuery();
  const stores = useStoresQuery();
  const speech = useSpeech();
  const form = useSchemaForm(designForm, {
    name: "",
    template: TEMPLATES[0]?.key ?? "",
    from: OWN,
    width: null,
    height: null,
    seriesId: designs.data?.series[0]?.id ?? NEW,
    newSeries: "",
    colourways: "",
  });
  const { register, control, faultOf } = form;
  const { template: key, from, width, height, seriesId } = form.watch();
  const template = useMemo(() => TEMPLATES.find((each) => each.key === key)?.make(v7), [key]);
  const store = (kind: string): string | null => stores.data?.stores.find((each) => each.kind === kind)?.id ?? null;
  const own = template && ownSize(template.stack, from);
  const to = own && { width: width === null ? own.width : lengthOfUnits(width), height: height === null ? own.height : lengthOfUnits(height) };
  const shelf = useMemo(() => envelopesOn(stores.data?.stores ?? []), [stores.data]);
  const usual = cardSizesIn(spoken().country);
  const known = [...shelf, ...usual].find((each) => each.key === from);
  const stack = template && to && stackFrom(template.stack, from, to, known ?? null, stepOf(system));
  const faults = stack ? stackGeometry(stack).faults : [];
  const isImpossible = faults.length > 0 || (stack ? leavesNoRoom(stack) : false);
  const asItSays = (): void => (form.setValue("width", null), form.setValue("height", null));
  const make = form.handleSubmit(async (answers) => {
    if (!template || !stack || isImpossible) return;
    const id = v7();
    const series = answers.seriesId === NEW ? v7() : answers.seriesId;
    if (answers.seriesId === NEW) {
      const begun = await sendCommand("add-series", { id: series, name: answers.newSeries, palette: "mixed" }, { ownRefusals: true, quiet: true });
      if (begun.state === "refused") return form.refuse(begun.problem);
      // It is there now, also where the design itself is refused.
      form.setValue("seriesId", series);
    }
    const design = { ...template, id, stack, seriesId: series, name: answers.name, colourways: colourwaysOf(answers.colourways, v7) };
    const sent = await sendCommand("add-design", { ...design, paperId: store("sheet"), cardStockId: store("card stock") }, { ownRefusals: true });
    if (sent.state === "refused") return form.refuse(sent.problem);
    onMade(id);
    onClose();
  });
  return (
    <Dialog title={t`A new design`} onClose={onClose}>
      <form onSubmit={(event) => void make(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label={t`Which envelope lies on the shelf?`}>
            <Choice {...register("from", { onChange: asItSays })} options={envelopeChoices({ shelf, usual, isOther: Boolean(template?.stack.envelope), size })} />
          </FormField>
          <FormField label={t`Name`} fault={faultOf("name")}>
            <TextInput {...register("name")} autoFocus />
          </FormField>
          <FormField label={t`Begins as`}>
            <Choice {...register("template", { onChange: asItSays })} options={TEMPLATES.map((each) => ({ value: each.key, label: saidWritten(each.name) }))} />
            {/* The sizes it tells are its own. */}
            {!known && <Text color="softInk">{saidWritten(TEMPLATES.find((each) => each.key === key)?.says ?? "")}</Text>}
          </FormField>
          {(from === ENVELOPE || from === PANEL) && to && (
            <Flex gap="14px" wrap="wrap" align="flex-start">
              {(["width", "height"] as const).map((side) => (
                <Controller
                  key={side}
                  control={control}
                  name={side}
                  render={({ field }) => <LengthField label={sideWords(from, side)} value={to[side]} onRead={field.onChange} fault={faultOf(side)} />}
                />
              ))}
            </Flex>
          )}
          {stack && (
            <Text fontWeight={600}>
              {t`Cut the base ${size(stackGeometry(stack).base.width, stackGeometry(stack).base.height)}`}
              {stack.envelope && t`; envelope ${size(stack.envelope.width, stack.envelope.height)}`}.
            </Text>
          )}
          {isImpossible && (
            <FaultLines
              faults={[
                t`This template does not fit that size. Choose a larger envelope, or another template.`,
                ...faults.slice(0, 2).map((fault) => `${shortly(fault)}: ${whatToDo(fault, speech)}`),
              ]}
            />
          )}
          <FormField label={t`Series`} fault={faultOf("seriesId")}>
            <Choice
              {...register("seriesId")}
              options={[...(designs.data?.series ?? []).map((each) => ({ value: each.id, label: each.name })), { value: NEW, label: t`a new series` }]}
            />
          </FormField>
          {seriesId === NEW && (
            <FormField label={t`Name of the series`} fault={faultOf("newSeries")}>
              <TextInput {...register("newSeries")} />
            </FormField>
          )}
          <FormField label={t`Colourways, parted by commas`} fault={faultOf("colourways")}>
            <TextInput {...register("colourways")} placeholder={t`blue, red`} />
          </FormField>
          <FaultLines faults={form.rest} />
          <Flex justify="flex-end">
            <Button type="submit" disabled={form.formState.isSubmitting || isImpossible}>{t`Make it`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

/** @param isOther whether the template has an envelope whose size can be told */
function envelopeChoices({ shelf, usual, isOther, size }: EnvelopeChoices): { value: string; label: string }[] {
  return [
    { value: OWN, label: t`not known yet: as the template has it` },
    ...shelf.map((each) => ({ value: each.key, label: t`on the shelf: ${each.name}` })),
    ...usual.map((each) => ({
      value: each.key,
      label: each.envelope
        ? t`${each.name}: card ${size(each.card.width, each.card.height)}, envelope ${size(each.envelope.width, each.envelope.height)}`
        : t`${each.name}: ${size(each.card.width, each.card.height)}, without an envelope`,
    })),
    ...(isOther ? [{ value: ENVELOPE, label: t`another one: I give its size` }] : []),
    { value: PANEL, label: t`none: I have a panel, and the card is built around it` },
  ];
}

const sideWords = (from: From, side: "width" | "height"): string =>
  from === PANEL ? (side === "width" ? t`panel width` : t`panel height`) : side === "width" ? t`envelope width` : t`envelope height`;

/** Envelopes that are in the stores with their size told, as sizes to cut to. */
const envelopesOn = (stores: readonly StoreRead[]): CardSize[] =>
  stores.flatMap(({ id, kind, name, width, height }) =>
    kind === "envelope" && width !== null && height !== null
      ? [{ key: id, name, card: { width: lengthOfUnits(width), height: lengthOfUnits(height) }, envelope: { width: lengthOfUnits(width), height: lengthOfUnits(height) } }]
      : [],
  );

/** @param known a usual size or an envelope of the shelf; the latter is never the size of its card, so the card is cut to it */
function stackFrom(template: Stack, from: From, to: Size, known: CardSize | null, step: Length): Stack {
  if (known) return stackOfSize(template, known, step);
  return from === ENVELOPE ? cutToEnvelope(template, to, step) : from === PANEL ? builtOnPanel(template, to, step) : template;
}

const ownSize = (stack: Stack, from: From): Size =>
  from === PANEL ? (stack.layers.findLast((layer) => layer.kind === "panel") ?? stack) : from === ENVELOPE ? (stack.envelope ?? stack) : stack;

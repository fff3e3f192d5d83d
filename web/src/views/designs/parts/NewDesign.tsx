import { Button, Flex, Text } from "@chakra-ui/react";
import { addDesign } from "@yule/contract";
import { builtOnPanel, cutToEnvelope, lengthOfUnits, stackGeometry, type Size, type Stack, t } from "@yule/core";
import { stepOf, colourwaysOf, TEMPLATES } from "@yule/derive";
import { useMemo } from "react";
import { Controller } from "react-hook-form";
import { v7 } from "uuid";
import { z } from "zod";
import { useDesignsQuery, useStoresQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";

const NEW = "new";
const sizes = ["own", "envelope", "panel"] as const;
type From = (typeof sizes)[number];

const designForm = z
  .object({
    name: addDesign.shape.name,
    template: z.string(),
    from: z.enum(sizes),
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

/** A design begun from a template, at its own sizes, cut to an envelope that is there, or built on a panel that is painted. */
export function NewDesign({ onClose, onMade }: { onClose: () => void; onMade: (id: string) => void }) {
  const { system, size } = useMeasure();
  const designs = useDesignsQuery();
  const stores = useStoresQuery();
  const form = useSchemaForm(designForm, {
    name: "",
    template: TEMPLATES[0]?.key ?? "",
    from: "own",
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
  const stack = template && to && (from === "own" ? template.stack : (from === "envelope" ? cutToEnvelope : builtOnPanel)(template.stack, to, stepOf(system)));
  const asItSays = (): void => (form.setValue("width", null), form.setValue("height", null));
  const make = form.handleSubmit(async (answers) => {
    if (!template || !stack) return;
    const id = v7();
    const series = answers.seriesId === NEW ? v7() : answers.seriesId;
    if (answers.seriesId === NEW) {
      const begun = await sendCommand("add-series", { id: series, name: answers.newSeries, palette: "mixed" }, { ownRefusals: true, quiet: true });
      if (begun.state === "refused") return form.refuse(begun.problem);
      // It is there now, also where the design itself is refused.
      form.setValue("seriesId", series);
    }
    const design = { ...template, id, stack, seriesId: series, name: answers.name, colourways: colourwaysOf(answers.colourways, v7) };
    const sent = await sendCommand("add-design", { ...design, paperId: store("sheet"), cardStockId: store(t`card stock`) }, { ownRefusals: true });
    if (sent.state === "refused") return form.refuse(sent.problem);
    onMade(id);
    onClose();
  });
  return (
    <Dialog title={t`A new design`} onClose={onClose}>
      <form onSubmit={(event) => void make(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label={t`Name`} fault={faultOf("name")}>
            <TextInput {...register("name")} autoFocus />
          </FormField>
          <FormField label={t`Begins as`}>
            <Choice {...register("template", { onChange: asItSays })} options={TEMPLATES.map((each) => ({ value: each.key, label: each.name }))} />
            <Text color="softInk">{TEMPLATES.find((each) => each.key === key)?.says}</Text>
          </FormField>
          <FormField label={t`Sized from`}>
            <Choice
              {...register("from", { onChange: asItSays })}
              options={[
                { value: "own", label: t`the sizes it says` },
                ...(template?.stack.envelope ? [{ value: "envelope", label: t`an envelope I have, inwards` }] : []),
                { value: "panel", label: t`a panel I have, outwards` },
              ]}
            />
          </FormField>
          {from !== "own" && to && (
            <Flex gap="14px" wrap="wrap" align="flex-start">
              {(["width", "height"] as const).map((side) => (
                <Controller
                  key={side}
                  control={control}
                  name={side}
                  render={({ field }) => <LengthField label={`${from} ${side}`} value={to[side]} onRead={field.onChange} fault={faultOf(side)} />}
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
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Make it`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

const ownSize = (stack: Stack, from: From): Size =>
  from === "panel" ? (stack.layers.findLast((layer) => layer.kind === "panel") ?? stack) : from === "envelope" ? (stack.envelope ?? stack) : stack;

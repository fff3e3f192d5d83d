import { kindWord } from "../../../kit/kinds.ts";
import { Button, Flex } from "@chakra-ui/react";
import { addStore, storeKinds, type CommandInput } from "@yule/contract";
import { HAS_SIZE, measureOf, usualUnit, type LengthSystem, type StoreKind, t, wordsFor } from "@yule/core";
import { useMemo, useState, type ChangeEvent } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { amountText, lengthText, moneyText, numberText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { FieldRow } from "../../../kit/FieldRow.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { useShopMoney } from "../useShopMoney.ts";

const { shape } = addStore;
const isSized = (kind: StoreKind): boolean => HAS_SIZE.includes(kind);
/** A paint comes by way of the paint shelf, where its pigments are told. */
const OFFERED = storeKinds.filter((kind) => kind !== "paint");

/** What is written in the dialog, as the command has it. */
const storeForm = (system: LengthSystem, kind: StoreKind, currency: string) =>
  z
    .object({
      kind: shape.kind,
      name: shape.name,
      width: lengthText(system, shape.width),
      height: lengthText(system, shape.height),
      onHand: amountText(measureOf(kind), shape.onHand),
      pack: amountText(measureOf(kind), shape.pack),
      packCostMinor: moneyText(currency, z.int().min(0).max(100_000_000).nullable()).transform((minor) => minor ?? 0),
      place: shape.place.unwrap(),
      leadDays: numberText(shape.leadDays),
      hex: z.string(),
      metallic: z.boolean(),
    })
    .transform(({ hex, metallic, ...store }): CommandInput<"add-store"> => ({
      ...store,
      id: v7(),
      ...(isSized(store.kind) ? {} : { width: null, height: null }),
      ...(store.kind === "card stock" ? { hex, metallic } : { hex: null, metallic: false }),
    }))
    .pipe(addStore);

const FIGURES = wordsFor({ onHand: () => t`there now`, pack: () => t`in a pack`, packCostMinor: () => t`a pack costs`, leadDays: () => t`days to come` });

/** What a figure is in, where that is not plain: `, ml`. */
function unitIn(figure: keyof typeof FIGURES, kind: StoreKind, currency: string): string {
  if (figure === "packCostMinor") return `, ${currency}`;
  return figure === "leadDays" || measureOf(kind) === "piece" ? "" : `, ${usualUnit(measureOf(kind)).many}`;
}

/** Something that lies on the shelf from now on. */
export function StoreDialog({ onClose }: { onClose: () => void }) {
  const { system } = useMeasure();
  const usual = system === "in" ? { width: "20", height: "26" } : { width: "50", height: "65" };
  const { currency } = useShopMoney();
  const [kind, setKind] = useState<StoreKind>("sheet");
  const schema = useMemo(() => storeForm(system, kind, currency), [system, kind, currency]);
  const form = useSchemaForm(schema, { kind: "sheet", name: "", ...usual, onHand: "10", pack: "10", packCostMinor: "", place: "", leadDays: "5", hex: "#c7a878", metallic: false });
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async (store) => {
    const sent = await sendCommand("add-store", store, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`On the shelf`} onClose={onClose}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label={t`What it is`} fault={faultOf("name")}>
            <TextInput {...register("name")} placeholder={t`Cotton 300 gsm`} autoFocus />
          </FormField>
          <FormField label={t`Kind`} fault={faultOf("kind")}>
            <Choice
              {...register("kind", { onChange: (event: ChangeEvent<HTMLSelectElement>) => setKind(event.target.value as StoreKind) })}
              options={OFFERED.map((each) => ({ value: each, label: kindWord(each) }))}
            />
          </FormField>
          {isSized(kind) && (
            <Flex gap="14px">
              {(["width", "height"] as const).map((side) => (
                <FormField key={side} label={side} fault={faultOf(side)}>
                  <TextInput width="116px" {...register(side)} />
                </FormField>
              ))}
            </Flex>
          )}
          <FieldRow>
            {(["onHand", "pack", "packCostMinor", "leadDays"] as const).map((figure) => (
              <FormField key={figure} label={`${FIGURES[figure]}${unitIn(figure, kind, currency)}`} fault={faultOf(figure)}>
                <TextInput width="118px" inputMode="decimal" {...register(figure)} />
              </FormField>
            ))}
          </FieldRow>
          <FormField label={t`where it lies`} fault={faultOf("place")}>
            <TextInput {...register("place")} placeholder={t`long drawer`} />
          </FormField>
          {kind === "card stock" && (
            <Flex gap="18px" align="center" wrap="wrap">
              <FormField label={t`its colour`} fault={faultOf("hex")}>
                <input type="color" {...register("hex")} style={{ width: 64, height: 44 }} />
              </FormField>
              <Tick {...register("metallic")}>{t`it shimmers`}</Tick>
            </Flex>
          )}
          <FaultLines faults={rest} />
          <Flex justify="flex-end">
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Put it there`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

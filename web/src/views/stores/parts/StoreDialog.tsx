import { Button, Flex } from "@chakra-ui/react";
import { addStore, storeKinds, type CommandInput } from "@yule/contract";
import type { LengthSystem } from "@yule/core";
import { useMemo } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { lengthText, numberText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";

const { shape } = addStore;
const isSized = (kind: string): boolean => kind !== "other";

/** What is written in the dialog, as the command has it. */
const storeForm = (system: LengthSystem) =>
  z
    .object({
      kind: shape.kind,
      name: shape.name,
      width: lengthText(system, shape.width),
      height: lengthText(system, shape.height),
      onHand: numberText(shape.onHand),
      pack: numberText(shape.pack),
      leadDays: numberText(shape.leadDays),
      hex: z.string(),
      metallic: z.boolean(),
    })
    .transform(({ hex, metallic, ...store }): CommandInput<"add-store"> => ({
      ...store,
      id: v7(),
      packCostMinor: 0,
      ...(isSized(store.kind) ? {} : { width: null, height: null }),
      ...(store.kind === "card stock" ? { hex, metallic } : { hex: null, metallic: false }),
    }))
    .pipe(addStore);

const FIGURES = { onHand: "there now", pack: "in a pack", leadDays: "days to come" } as const;

/** Something that lies on the shelf from now on. */
export function StoreDialog({ onClose }: { onClose: () => void }) {
  const { system } = useMeasure();
  const usual = system === "in" ? { width: "20", height: "26" } : { width: "50", height: "65" };
  const schema = useMemo(() => storeForm(system), [system]);
  const form = useSchemaForm(schema, { kind: "sheet", name: "", ...usual, onHand: "10", pack: "10", leadDays: "5", hex: "#c7a878", metallic: false });
  const { register, faultOf, rest } = form;
  const kind = form.watch("kind");
  const save = form.handleSubmit(async (store) => {
    const sent = await sendCommand("add-store", store, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title="On the shelf" onClose={onClose}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label="What it is" fault={faultOf("name")}>
            <TextInput {...register("name")} placeholder="Cotton 300 gsm" autoFocus />
          </FormField>
          <FormField label="Kind" fault={faultOf("kind")}>
            <Choice {...register("kind")} options={storeKinds.map((each) => ({ value: each, label: each }))} />
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
          <Flex gap="14px">
            {(["onHand", "pack", "leadDays"] as const).map((figure) => (
              <FormField key={figure} label={FIGURES[figure]} fault={faultOf(figure)}>
                <TextInput inputMode="numeric" {...register(figure)} />
              </FormField>
            ))}
          </Flex>
          {kind === "card stock" && (
            <Flex gap="18px" align="center" wrap="wrap">
              <FormField label="its colour" fault={faultOf("hex")}>
                <input type="color" {...register("hex")} style={{ width: 64, height: 44 }} />
              </FormField>
              <Tick {...register("metallic")}>it shimmers</Tick>
            </Flex>
          )}
          <FaultLines faults={rest} />
          <Flex justify="flex-end">
            <Button type="submit" disabled={form.formState.isSubmitting}>
              Put it there
            </Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

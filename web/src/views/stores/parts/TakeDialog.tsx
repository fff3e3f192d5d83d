import { Button, Flex } from "@chakra-ui/react";
import { leavingReasons, takeStore, type StoreRead } from "@yule/contract";
import { measureOf, t, wordsFor } from "@yule/core";
import { useMemo } from "react";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { amountText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { amountOf } from "../words.ts";

const { shape } = takeStore;
const REASONS: Readonly<Record<(typeof leavingReasons)[number], string>> = wordsFor({
  taken: () => t`used for something else`,
  spoilt: () => t`spoilt`,
  "given away": () => t`given away`,
  "dried up": () => t`dried up or gone off`,
});

/** Something is gone otherwise than by a stage or by cards. */
export function TakeDialog({ store, onClose }: { store: StoreRead; onClose: () => void }) {
  const schema = useMemo(() => z.object({ quantity: amountText(measureOf(store.kind), shape.quantity), reason: shape.reason }), [store.kind]);
  const form = useSchemaForm(schema, { quantity: "", reason: "spoilt" });
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async (told) => {
    const sent = await sendCommand("take-store", { id: store.id, ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`${store.name}: what is gone`} onClose={onClose}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label={t`How much, of ${amountOf(store, store.onHand)}`} fault={faultOf("quantity")}>
            <TextInput width="150px" autoFocus {...register("quantity")} />
          </FormField>
          <FormField label={t`What became of it`} fault={faultOf("reason")}>
            <Choice {...register("reason")} options={leavingReasons.map((value) => ({ value, label: REASONS[value] }))} />
          </FormField>
          <FaultLines faults={rest} />
          <Flex justify="flex-end">
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Take it off the shelf`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

import { t } from "@yule/core";
import { Box, Button, Flex } from "@chakra-ui/react";
import { addBox } from "@yule/contract";
import { z } from "zod";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput, UNDER_LABEL } from "../../../kit/FormField.tsx";

const { shape } = addBox;
const schema = z.object({ name: shape.name, place: shape.place.unwrap() });
const EMPTY = { name: "", place: "" };

/** A new box: what is written on it, and where it stands. */
export function BoxForm() {
  const form = useSchemaForm(schema, EMPTY);
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async (box) => {
    const sent = await sendCommand("add-box", { id: v7(), ...box }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else form.reset(EMPTY);
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate>
      <Flex gap="12px" wrap="wrap" align="flex-start" marginY="10px">
        <Box width="180px">
          <FormField label={t`What is written on it`} fault={faultOf("name")}>
            <TextInput {...register("name")} />
          </FormField>
        </Box>
        <Box width="260px">
          <FormField label={t`Where it stands`} fault={faultOf("place")}>
            <TextInput {...register("place")} />
          </FormField>
        </Box>
        <Button type="submit" variant="outline" marginTop={UNDER_LABEL} disabled={form.formState.isSubmitting}>{t`Add a box`}</Button>
      </Flex>
      <FaultLines faults={rest} />
    </form>
  );
}

import { t } from "@yule/core";
import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import { keepOffcut } from "@yule/contract";
import type { LengthSystem } from "@yule/core";
import { useMemo } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { lengthText, askedFor, numberText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";

const { shape } = keepOffcut;
const offcutForm = (system: LengthSystem) => {
  const side = lengthText(system, askedFor(shape.width));
  return z.object({ storeId: shape.storeId, width: side, height: side, count: numberText(shape.count) });
};

/** An offcut that lay in the drawer before it was counted. */
export function NewOffcut({ papers, onDone }: { papers: readonly { id: string; name: string }[]; onDone: () => void }) {
  const { system } = useMeasure();
  const schema = useMemo(() => offcutForm(system), [system]);
  const form = useSchemaForm(schema, { storeId: papers[0]?.id ?? "", width: "", height: "", count: "1" });
  const { register, faultOf } = form;
  const keep = form.handleSubmit(async (offcut) => {
    const sent = await sendCommand("keep-offcut", { id: v7(), ...offcut }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onDone();
  });
  return (
    <Box as="section" aria-label={t`A new offcut`} marginTop="22px" maxWidth="640px">
      <Heading as="h2" fontSize="18px" fontWeight={600} marginBottom="8px">{t`What is in the drawer`}</Heading>
      <form onSubmit={(event) => void keep(event)} noValidate>
        <Flex gap="14px" wrap="wrap" align="flex-start">
          <Box width="220px">
            <FormField label={t`Cut from`} fault={faultOf("storeId")}>
              <Choice {...register("storeId")} options={papers.map((store) => ({ value: store.id, label: store.name }))} />
            </FormField>
          </Box>
          {(["width", "height"] as const).map((side) => (
            <Box key={side} width="132px">
              <FormField label={side === "width" ? t`Width` : t`Height`} fault={faultOf(side)}>
                <TextInput {...register(side)} />
              </FormField>
            </Box>
          ))}
          <Box width="132px">
            <FormField label={t`How many`} fault={faultOf("count")}>
              <TextInput inputMode="numeric" {...register("count")} />
            </FormField>
          </Box>
        </Flex>
        <FaultLines faults={form.rest} />
        <Flex gap="12px" marginTop="14px">
          <Button type="submit" disabled={form.formState.isSubmitting}>{t`Keep it`}</Button>
          <Button variant="ghost" type="button" onClick={onDone}>{t`Not now`}</Button>
        </Flex>
      </form>
    </Box>
  );
}

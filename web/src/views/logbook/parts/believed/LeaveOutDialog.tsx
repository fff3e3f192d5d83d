import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { leaveOut, type TaughtBatch } from "@yule/contract";
import { day, t } from "@yule/core";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../../data/outbox.ts";
import { Dialog } from "../../../../kit/Dialog.tsx";
import { useSchemaForm } from "../../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../../kit/FormField.tsx";
import { printDay } from "../../../../kit/say.ts";

const [ofBatch] = leaveOut.options;
const leaveOutForm = z.object({ day: z.string(), why: ofBatch.shape.why });
const ALL = "all";

/** Which part of a batch nothing is to be learned of, and why. */
export function LeaveOutDialog({ batch, onClose }: { batch: TaughtBatch; onClose: () => void }) {
  const form = useSchemaForm(leaveOutForm, { day: batch.days.length > 1 ? (batch.days[batch.days.length - 1] ?? ALL) : ALL, why: "" });
  const leave = form.handleSubmit(async ({ day: on, why }) => {
    const sent = await sendCommand("leave-out", { id: v7(), of: "batch", batchId: batch.id, day: on === ALL ? null : day(on), why }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`Leave the batch for ${batch.title} out of what is learned`} onClose={onClose}>
      <form onSubmit={(event) => void leave(event)} noValidate>
        <Text marginBottom="12px">
          {t`It stays in the logbook and in all counts. Only what is believed of hands, drying and losses is worked out without it. It can count again at any time.`}
        </Text>
        <Flex gap="14px" wrap="wrap">
          <Box flex="1 1 220px">
            <FormField label={t`What nothing is learned of`}>
              <Choice
                {...form.register("day")}
                options={[{ value: ALL, label: t`the whole batch` }, ...batch.days.map((each) => ({ value: each, label: t`only ${printDay(each)}` }))]}
              />
            </FormField>
          </Box>
          <Box flex="1 1 260px">
            <FormField label={t`Why`} fault={form.faultOf("why")}>
              <TextInput {...form.register("why")} placeholder={t`The heating was broken`} />
            </FormField>
          </Box>
        </Flex>
        <FaultLines faults={form.rest} />
        <Button type="submit" marginTop="14px">{t`Leave it out`}</Button>
      </form>
    </Dialog>
  );
}

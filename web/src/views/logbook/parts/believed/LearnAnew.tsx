import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { learnAnew, type CommandInput } from "@yule/contract";
import { t } from "@yule/core";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../../data/outbox.ts";
import { Fold } from "../../../../kit/Fold.tsx";
import { useSchemaForm } from "../../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput, UNDER_LABEL } from "../../../../kit/FormField.tsx";

const [ofDesign] = learnAnew.options;
const whyForm = z.object({ why: ofDesign.shape.why });

type Anew = CommandInput<"learn-anew">;
/** What is learned anew. */
export type AnewOf = Anew extends infer Each ? (Each extends unknown ? Omit<Each, "id" | "why"> : never) : never;

/** Forgets what is believed and learns it from now on; asks why, for whoever reads the logbook later. */
export function LearnAnew({ of, name }: { of: AnewOf; name: string }) {
  const form = useSchemaForm(whyForm, { why: "" });
  const begin = form.handleSubmit(async ({ why }) => {
    const sent = await sendCommand("learn-anew", { ...of, id: v7(), why }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else form.resetField("why");
  });
  return (
    <Fold title={t`Learn ${name} anew`}>
      <form onSubmit={(event) => void begin(event)} noValidate>
        <Text
          color="softInk"
          marginBottom="6px"
        >{t`What was seen before now stays in the logbook, and counts no more. Until there is something new, the first guesses stand.`}</Text>
        <Flex gap="12px" wrap="wrap" align="flex-start" maxWidth="560px">
          <Box flex="1 1 240px">
            <FormField label={t`Why`} fault={form.faultOf("why")}>
              <TextInput {...form.register("why")} placeholder={t`I work in another room now`} />
            </FormField>
          </Box>
          <Button type="submit" variant="outline" marginTop={UNDER_LABEL}>{t`Learn anew from now`}</Button>
        </Flex>
        <FaultLines faults={form.rest} />
      </form>
    </Fold>
  );
}

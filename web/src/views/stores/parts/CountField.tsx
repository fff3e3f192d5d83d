import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { countStore, type Problem, type StoreRead } from "@yule/contract";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { numberText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, TextInput } from "../../../kit/FormField.tsx";

const countForm = z.object({ onHand: numberText(countStore.shape.onHand) });

/** The count as it was found, in place of what the books say. */
export function CountField({ store, onDone }: { store: StoreRead; onDone: () => void }) {
  const form = useSchemaForm(countForm, { onHand: String(store.onHand) });
  const fault = form.faultOf("onHand");
  const keep = form.handleSubmit(async ({ onHand }) => {
    const sent = await sendCommand("count-store", { id: store.id, version: store.version, onHand }, { ownRefusals: true });
    if (sent.state === "refused") refuse(sent.problem);
    else onDone();
  });
  const refuse = (problem: Problem): void => {
    const now = (problem.present as { onHand?: number } | undefined)?.onHand;
    form.refuse(problem.status === 409 ? { ...problem, errors: [], detail: `It was changed meanwhile; now ${String(now ?? "")} are there` } : problem);
  };
  return (
    <form onSubmit={(event) => void keep(event)} noValidate>
      <Flex gap="8px">
        <TextInput aria-label={`Counted, ${store.name}`} aria-invalid={fault !== undefined} width="90px" inputMode="numeric" autoFocus {...form.register("onHand")} />
        <Button size="sm" type="submit">
          Keep
        </Button>
        <Button size="sm" variant="ghost" type="button" onClick={onDone}>
          leave
        </Button>
      </Flex>
      <Box fontSize="15px">
        {fault && (
          <Text role="alert" color="cannot">
            {store.name}: {fault}
          </Text>
        )}
        <FaultLines faults={form.rest} />
      </Box>
    </form>
  );
}

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { countStore, type StoreRead } from "@yule/contract";
import { exactAmount, isCountedOut, learnedUse, measureOf, usualUnit, t } from "@yule/core";
import { useState } from "react";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { amountText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, TextInput } from "../../../kit/FormField.tsx";
import { amountOf } from "../words.ts";
import { canBeWeighed, WeighIt } from "./WeighIt.tsx";

/** A count that lies farther from the books than their spread is asked about, once. */
const OFF = 3;

/** The count as it was found, in place of what the books say. What is far off is asked about once before it is kept. */
export function CountField({ store }: { store: StoreRead }) {
  const measure = measureOf(store.kind);
  const form = useSchemaForm(z.object({ onHand: amountText(measure, countStore.shape.onHand) }), { onHand: "" });
  const fault = form.faultOf("onHand");
  const [asked, setAsked] = useState<number | null>(null);
  const [kept, setKept] = useState<number | null>(null);
  const [isWeighing, setIsWeighing] = useState(false);
  const keep = form.handleSubmit(async ({ onHand }) => {
    if (asked !== onHand && isFarOff(store, onHand)) {
      setAsked(onHand);
      return;
    }
    const sent = await sendCommand("count-store", { id: store.id, onHand }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else {
      setAsked(null);
      setKept(onHand);
      form.reset({ onHand: "" });
    }
  });
  const unit = measure === "piece" ? "" : usualUnit(measure).many;
  return (
    <form onSubmit={(event) => void keep(event)} noValidate>
      <Flex gap="8px" align="center">
        <TextInput
          aria-label={t`Counted, ${store.name}`}
          aria-invalid={fault !== undefined}
          width="104px"
          inputMode={measure === "piece" ? "numeric" : "decimal"}
          placeholder={unit}
          {...form.register("onHand")}
        />
        <Button size="sm" type="submit" variant={asked === null ? "outline" : "solid"}>
          {asked === null ? t`Keep the count` : t`It is so`}
        </Button>
        {canBeWeighed(store) && <Button size="sm" type="button" variant="ghost" aria-expanded={isWeighing} onClick={() => setIsWeighing(!isWeighing)}>{t`By weight`}</Button>}
      </Flex>
      <Box fontSize="15px" maxWidth="300px">
        {fault && (
          <Text role="alert" color="cannot">
            {store.name}: {fault}
          </Text>
        )}
        {asked !== null && (
          <Text role="status" color="tight">{t`The books have ${amountOf(store, store.onHand)}: farther off than they usually are. Is it ${amountOf(store, asked)}?`}</Text>
        )}
        {asked === null && kept !== null && (
          <Text role="status" color="safe">
            {t`${amountOf(store, kept)} counted.`}
          </Text>
        )}
        <FaultLines faults={form.rest} />
      </Box>
      {isWeighing && <WeighIt store={store} onCount={({ amount }) => form.setValue("onHand", exactAmount(amount, measure))} />}
    </form>
  );
}

function isFarOff(store: StoreRead, counted: number): boolean {
  if (store.onHand === 0 || store.unbooked > 0) return false;
  const scatter = isCountedOut(store.kind) ? EXACT : Math.max(EXACT, learnedUse(store, false).scatter);
  return Math.abs(Math.log(Math.max(1, counted) / store.onHand)) > OFF * scatter;
}
/** What is counted out is seldom off by more than a tenth. */
const EXACT = 0.1;

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { setTakings, type DesignRead, type StageRead, type StoreRead } from "@yule/contract";
import { isCountedOut, learnedUse, measureOf, t } from "@yule/core";
import { learnedTaking, takingsOf, type Outlook } from "@yule/derive";
import { useMemo } from "react";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { amountText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, TextInput } from "../../../kit/FormField.tsx";
import type { StockOf } from "../ask.ts";
import { amountOf } from "../words.ts";

/** A stage of a design that takes of a material. */
interface TakingLine {
  readonly design: DesignRead;
  readonly stage: StageRead;
  readonly amount: number;
  readonly isTold: boolean;
}

/** Stages that take of a material, as the tables have it or as it was told; those it was told of and that take nothing stand there too. */
function linesFor(store: StoreRead, { offered, stores }: Pick<Outlook, "offered" | "stores">): TakingLine[] {
  return offered.flatMap((design) =>
    design.stages.flatMap((stage): TakingLine[] => {
      const amounts = design.colourways.flatMap((way) =>
        takingsOf(design, stage, way, { stores, perSheet: 1 }).flatMap(({ storeId, amount }) => (storeId === store.id ? [amount] : [])),
      );
      const isTold = design.takings.some(({ stageId, storeId }) => stageId === stage.id && storeId === store.id);
      return amounts.length === 0 && !isTold ? [] : [{ design, stage, amount: Math.max(0, ...amounts), isTold }];
    }),
  );
}

/** How much one panel or card takes of it at each stage: by the tables, by counts, or as the maker tells. */
export function HowMuchGoes({ material: { store }, outlook }: { material: StockOf; outlook: Outlook }) {
  const lines = useMemo(() => linesFor(store, outlook), [store, outlook]);
  if (isCountedOut(store.kind) || lines.length === 0) return null;
  const { counts, scatter } = learnedUse(store, false);
  return (
    <Box as="section" aria-label={t`How much goes`} marginBottom="20px">
      <Text color="softInk" fontWeight={600}>{t`How much goes for one`}</Text>
      <Text fontSize="15px" color="softInk" marginBottom="4px">
        {counts === 0
          ? t`By the tables, until counts say more. Tell it otherwise where you know better.`
          : t`By ${counts === 1 ? t`1 count` : t`${String(counts)} counts`}, give or take ${String(Math.round((Math.exp(scatter) - 1) * 100))} %.`}
      </Text>
      {lines.map((line) => (
        <TakingRow key={`${line.design.id} ${line.stage.id}`} line={line} store={store} />
      ))}
    </Box>
  );
}

function TakingRow({ line: { design, stage, amount, isTold }, store }: { line: TakingLine; store: StoreRead }) {
  const schema = useMemo(() => z.object({ amount: amountText(measureOf(store.kind), setTakings.shape.takings.element.shape.amount) }), [store.kind]);
  const form = useSchemaForm(schema, { amount: "" });
  const fault = form.faultOf("amount");
  const tell = async (told: number | null): Promise<void> => {
    const others = design.takings.filter(({ stageId, storeId }) => stageId !== stage.id || storeId !== store.id);
    const takings = told === null ? others : [...others, { stageId: stage.id, storeId: store.id, amount: told }];
    const sent = await sendCommand("set-takings", { id: design.id, version: design.version, takings }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else form.reset({ amount: "" });
  };
  const save = form.handleSubmit(({ amount: told }) => (told === null ? undefined : tell(told)));
  const really = learnedTaking(store, amount);
  return (
    <form onSubmit={(event) => void save(event)} noValidate>
      <Flex justify="space-between" align="center" gap="10px" wrap="wrap" borderBottom="1px solid" borderColor="hairline" paddingY="6px">
        <Box flex="1 1 200px" minWidth={0}>
          <Text overflowWrap="anywhere">
            {design.name}, {stage.name.toLowerCase()}
          </Text>
          <Text fontSize="15px" color="softInk">
            {really === amount ? amountOf(store, amount) : t`${amountOf(store, really)}, not ${amountOf(store, amount)}`}
            {isTold ? t`, as you told` : ""}
          </Text>
        </Box>
        <Flex gap="8px" align="center">
          <TextInput
            aria-label={t`${store.name} for one, ${design.name}, ${stage.name}`}
            aria-invalid={fault !== undefined}
            width="96px"
            placeholder={amountOf(store, amount)}
            {...form.register("amount")}
          />
          <Button size="sm" type="submit" variant="outline">{t`Tell it`}</Button>
          {isTold && <Button size="sm" type="button" variant="ghost" onClick={() => void tell(null)}>{t`By the tables`}</Button>}
        </Flex>
      </Flex>
      {fault && (
        <Text role="alert" color="cannot" fontSize="15px">
          {fault}
        </Text>
      )}
      <FaultLines faults={form.rest} />
    </form>
  );
}

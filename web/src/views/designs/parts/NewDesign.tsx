import { Button, Flex, Text } from "@chakra-ui/react";
import type { Problem } from "@yule/contract";
import { builtOnPanel, cutToEnvelope, stackGeometry, type Size, type Stack } from "@yule/core";
import { stepOf, colourwaysOf, TEMPLATES } from "@yule/derive";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { useDesignsQuery, useStoresQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Choice, FormField, TextInput } from "../../../kit/FormField.tsx";
import { ProblemNote } from "../../../kit/states.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";

type From = "own" | "envelope" | "panel";

/** A design begun from a template, at its own sizes, cut to an envelope that is there, or built on a panel that is painted. */
export function NewDesign({ onClose, onMade }: { onClose: () => void; onMade: (id: string) => void }) {
  const { system, size } = useMeasure();
  const designs = useDesignsQuery();
  const stores = useStoresQuery();
  const [name, setName] = useState("");
  const [seriesId, setSeriesId] = useState<string | null>(null);
  const [newSeries, setNewSeries] = useState("");
  const [key, setKey] = useState(TEMPLATES[0]?.key ?? "");
  const [from, setFrom] = useState<From>("own");
  const [sized, setSized] = useState<Size | null>(null);
  const [colourways, setColourways] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const template = useMemo(() => TEMPLATES.find((each) => each.key === key)?.make(v7), [key]);
  const series = seriesId ?? designs.data?.series[0]?.id ?? NEW;
  const store = (kind: string): string | null => stores.data?.stores.find((each) => each.kind === kind)?.id ?? null;
  const own = template && ownSize(template.stack, from);
  const to = sized ?? own;
  const stack = template && to && (from === "own" ? template.stack : (from === "envelope" ? cutToEnvelope : builtOnPanel)(template.stack, to, stepOf(system)));
  const make = async (): Promise<void> => {
    if (!template || !stack) return;
    const id = v7();
    let seriesOf = series;
    if (series === NEW) {
      seriesOf = v7();
      const begun = await sendCommand("add-series", { id: seriesOf, name: newSeries, palette: "mixed" }, { ownRefusals: true, quiet: true });
      if (begun.state === "refused") return setProblem(begun.problem);
      setSeriesId(seriesOf);
    }
    const sent = await sendCommand(
      "add-design",
      {
        ...template,
        id,
        stack,
        seriesId: seriesOf,
        name,
        paperId: store("sheet"),
        cardStockId: store("card stock"),
        colourways: colourwaysOf(colourways, v7),
      },
      { ownRefusals: true },
    );
    if (sent.state === "refused") setProblem(sent.problem);
    else {
      onMade(id);
      onClose();
    }
  };
  return (
    <Dialog title="A new design" onClose={onClose}>
      <Flex direction="column" gap="14px">
        <FormField label="Name">
          <TextInput value={name} onChange={(change) => setName(change.target.value)} autoFocus />
        </FormField>
        <FormField label="Begins as">
          <Choice value={key} onChange={(change) => (setKey(change.target.value), setSized(null))} options={TEMPLATES.map((each) => ({ value: each.key, label: each.name }))} />
          <Text color="softInk">{TEMPLATES.find((each) => each.key === key)?.says}</Text>
        </FormField>
        <FormField label="Sized from">
          <Choice
            value={from}
            onChange={(change) => (setFrom(change.target.value as From), setSized(null))}
            options={[
              { value: "own", label: "the sizes it says" },
              ...(template?.stack.envelope ? [{ value: "envelope", label: "an envelope I have, inwards" }] : []),
              { value: "panel", label: "a panel I have, outwards" },
            ]}
          />
        </FormField>
        {from !== "own" && to && (
          <Flex gap="14px" wrap="wrap" align="flex-start">
            <LengthField label={`${from} width`} value={to.width} onRead={(width) => setSized({ ...to, width })} />
            <LengthField label={`${from} height`} value={to.height} onRead={(height) => setSized({ ...to, height })} />
          </Flex>
        )}
        {stack && (
          <Text fontWeight={600}>
            Cut the base {size(stackGeometry(stack).base.width, stackGeometry(stack).base.height)}
            {stack.envelope && `; envelope ${size(stack.envelope.width, stack.envelope.height)}`}.
          </Text>
        )}
        <FormField label="Series">
          <Choice
            value={series}
            onChange={(change) => setSeriesId(change.target.value)}
            options={[...(designs.data?.series ?? []).map((each) => ({ value: each.id, label: each.name })), { value: NEW, label: "a new series" }]}
          />
        </FormField>
        {series === NEW && (
          <FormField label="Name of the series">
            <TextInput value={newSeries} onChange={(change) => setNewSeries(change.target.value)} />
          </FormField>
        )}
        <FormField label="Colourways, parted by commas">
          <TextInput value={colourways} onChange={(change) => setColourways(change.target.value)} placeholder="blue, red" />
        </FormField>
        {problem && <ProblemNote problem={problem} />}
        <Flex justify="flex-end">
          <Button onClick={() => void make()}>Make it</Button>
        </Flex>
      </Flex>
    </Dialog>
  );
}

const NEW = "new";

const ownSize = (stack: Stack, from: From): Size =>
  from === "panel" ? (stack.layers.findLast((layer) => layer.kind === "panel") ?? stack) : from === "envelope" ? (stack.envelope ?? stack) : stack;

import { Button, Flex, Text } from "@chakra-ui/react";
import type { CommandInput, Problem } from "@yule/contract";
import { useState } from "react";
import { v7 } from "uuid";
import { useDesignsQuery, useStoresQuery } from "../../app/api.ts";
import { give } from "../../app/outbox.ts";
import { Dialog } from "../../kit/Dialog.tsx";
import { Choice, FormField, TextInput } from "../../kit/FormField.tsx";
import { ProblemNote } from "../../kit/states.tsx";
import { TEMPLATES } from "../templates.ts";

/** The colourways named in one line, parted by commas. */
export const colourwaysOf = (line: string): CommandInput<"add-design">["colourways"] => {
  const names = line
    .split(",")
    .map((name) => name.trim())
    .filter((name) => name !== "");
  return (names.length > 0 ? names : ["as painted"]).map((name) => ({ id: v7(), name, paints: [], pictureId: null }));
};

export function NewDesign({ onClose, onMade }: { onClose: () => void; onMade: (id: string) => void }) {
  const designs = useDesignsQuery();
  const stores = useStoresQuery();
  const [name, setName] = useState("");
  const [seriesId, setSeriesId] = useState(designs.data?.series[0]?.id ?? "");
  const [key, setKey] = useState(TEMPLATES[0]?.key ?? "");
  const [colourways, setColourways] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const template = TEMPLATES.find((each) => each.key === key);
  const store = (kind: string): string | null => stores.data?.stores.find((each) => each.kind === kind)?.id ?? null;
  const make = async (): Promise<void> => {
    if (!template) return;
    const id = v7();
    const sent = await give("add-design", {
      id,
      seriesId,
      name,
      paperId: store("sheet"),
      cardStockId: store("card stock"),
      colourways: colourwaysOf(colourways),
      ...template.make(),
    });
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
        <FormField label="Series">
          <Choice
            value={seriesId}
            onChange={(change) => setSeriesId(change.target.value)}
            options={(designs.data?.series ?? []).map((series) => ({ value: series.id, label: series.name }))}
          />
        </FormField>
        <FormField label="Begins as">
          <Choice value={key} onChange={(change) => setKey(change.target.value)} options={TEMPLATES.map((each) => ({ value: each.key, label: each.name }))} />
          <Text color="softInk">{template?.says}</Text>
        </FormField>
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

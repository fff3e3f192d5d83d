import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addSentiment, faultsOf, lettering, tones, problemFaults, type CommandInput } from "@yule/contract";
import { signsMissing, type Fault } from "@yule/core";
import { useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../../data/outbox.ts";
import { Dialog } from "../../../../kit/Dialog.tsx";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../../kit/FormField.tsx";
import { LengthField } from "../../../../kit/LengthField.tsx";

type Said = CommandInput<"add-sentiment">;
const options = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
const MEANS = { hand: "written by hand", stamp: "a stamp", sticker: "a sticker" } as const;

/** Words for cards, once and for all designs. */
export function NewWords({ suits, onClose }: { suits: readonly string[]; onClose: () => void }) {
  const [said, setSaid] = useState<Omit<Said, "id">>({
    text: "",
    occasion: suits[0] ?? null,
    recipient: "",
    tone: "plain",
    language: "en",
    neutral: false,
    means: "hand",
    width: null,
    height: null,
  });
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const put = (patch: Partial<Said>): void => setSaid({ ...said, ...patch });
  const strange = said.means === "hand" ? signsMissing(said.text) : [];
  const keep = async (): Promise<void> => {
    const payload = { ...said, id: v7() };
    const read = addSentiment.safeParse(payload);
    setFaults(read.success ? [] : faultsOf(read.error, payload));
    if (!read.success) return;
    const sent = await sendCommand("add-sentiment", payload, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    else onClose();
  };
  return (
    <Dialog title="New words" onClose={onClose}>
      <Flex direction="column" gap="12px">
        <FormField label="Words">
          <TextInput value={said.text} autoFocus onChange={(change) => put({ text: change.target.value })} placeholder="Thank you kindly" />
        </FormField>
        {strange.length > 0 && <Text color="tight">The measuring hand does not know {strange.join(" ")}; it takes each to be as wide as an m.</Text>}
        <Flex gap="12px" wrap="wrap">
          <Box flex="1" minWidth="150px">
            <FormField label="Occasion">
              <TextInput value={said.occasion ?? ""} placeholder="any" onChange={(change) => put({ occasion: change.target.value.trim() === "" ? null : change.target.value })} />
            </FormField>
          </Box>
          <Box flex="1" minWidth="150px">
            <FormField label="For whom">
              <TextInput value={said.recipient} placeholder="anybody" onChange={(change) => put({ recipient: change.target.value })} />
            </FormField>
          </Box>
        </Flex>
        <Flex gap="12px" wrap="wrap">
          <Box width="150px">
            <FormField label="Put on as">
              <Choice
                value={said.means}
                options={lettering.map((value) => ({ value, label: MEANS[value] }))}
                onChange={(change) => put({ means: change.target.value as (typeof lettering)[number], ...(change.target.value === "hand" ? { width: null, height: null } : {}) })}
              />
            </FormField>
          </Box>
          <Box width="130px">
            <FormField label="Tone">
              <Choice value={said.tone} options={options(tones)} onChange={(change) => put({ tone: change.target.value as (typeof tones)[number] })} />
            </FormField>
          </Box>
          <Box width="110px">
            <FormField label="Language">
              <TextInput value={said.language} onChange={(change) => put({ language: change.target.value })} />
            </FormField>
          </Box>
        </Flex>
        {said.means !== "hand" && (
          <Flex gap="12px">
            <LengthField label={`${said.means ?? ""} width`} value={(said.width ?? null) as never} onRead={(width) => put({ width })} />
            <LengthField label={`${said.means ?? ""} height`} value={(said.height ?? null) as never} onRead={(height) => put({ height })} />
          </Flex>
        )}
        <Tick checked={said.neutral} onChange={(change) => put({ neutral: change.target.checked })}>
          neutral: names no feast
        </Tick>
        {said.means === "stamp" && <Text color="softInk">Stamped images may carry their maker’s licence when cards are sold: check it.</Text>}
        <FaultLines faults={faults} />
        <Flex justify="flex-end">
          <Button onClick={() => void keep()}>Keep the words</Button>
        </Flex>
      </Flex>
    </Dialog>
  );
}

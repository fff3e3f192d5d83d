import { readNumber } from "../../../kit/readNumber.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addPaint, changePaint, faultsOf, problemFaults, type PaintRead } from "@yule/contract";
import { COVERINGS, FORM_STRENGTH, FORMS, nearPigments, pigmentOf, majorText, minorOf, money, type Covering, type Form, type Fault } from "@yule/core";
import { modelled, pigmentsOf } from "@yule/derive";
import { useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";

type Tristate = "" | "yes" | "no";
interface Draft {
  readonly name: string;
  readonly pigments: string;
  readonly form: Form;
  readonly strength: string;
  readonly covering: Covering | "";
  readonly stains: Tristate;
  readonly granulates: Tristate;
  readonly metallic: Tristate;
  readonly lightfast: string;
  readonly chart: string;
  readonly ml: string;
  readonly cost: string;
}

const triOf = (value: boolean | null): Tristate => (value === null ? "" : value ? "yes" : "no");
const boolOf = (value: Tristate): boolean | null => (value === "" ? null : value === "yes");
const textOf = (value: number | null): string => (value === null ? "" : String(value));
/** What cannot be read is handed on as it stands, so that the schema says what is wrong with it. */
const numberOf = (text: string): number | null => (text.trim() === "" ? null : readNumber(text));

const draftOf = (paint: PaintRead | null, currency: string): Draft => ({
  name: paint?.name ?? "",
  pigments: paint?.pigments.join(" ") ?? "",
  form: paint?.form ?? "pan",
  strength: textOf(paint?.strength ?? null),
  covering: paint?.covering ?? "",
  stains: triOf(paint?.stains ?? null),
  granulates: triOf(paint?.granulates ?? null),
  metallic: triOf(paint?.metallic ?? null),
  lightfast: textOf(paint?.lightfast ?? null),
  chart: paint?.chart ?? "",
  ml: textOf(paint?.ml ?? null),
  cost: paint?.costMinor == null ? "" : majorText(money(paint.costMinor), currency),
});

const factsOf = (draft: Draft, currency: string) => {
  const cost = numberOf(draft.cost);
  return {
    name: draft.name,
    pigments: pigmentsOf(draft.pigments).map((index) => pigmentOf(index)?.index ?? index),
    form: draft.form,
    strength: numberOf(draft.strength),
    covering: draft.covering === "" ? null : draft.covering,
    stains: boolOf(draft.stains),
    granulates: boolOf(draft.granulates),
    metallic: boolOf(draft.metallic),
    lightfast: numberOf(draft.lightfast),
    chart: draft.chart.trim() === "" ? null : draft.chart.trim(),
    ml: numberOf(draft.ml),
    costMinor: cost === null ? null : minorOf(cost, currency),
  };
};

/** A paint is put on the shelf or changed. Its pigments are enough; whatever is told beside them holds. */
export function PaintDialog({ paint, currency, onClose }: { paint: PaintRead | null; currency: string; onClose: () => void }) {
  const [draft, setDraft] = useState(() => draftOf(paint, currency));
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const set = (patch: Partial<Draft>): void => setDraft({ ...draft, ...patch });
  const facts = factsOf(draft, currency);
  const [seen] = facts.pigments.length > 0 || facts.chart ? modelled({ ...facts, id: paint?.id ?? "draft", version: 1, gone: false }) : [];
  const keep = async (): Promise<void> => {
    const told = paint ? { id: paint.id, version: paint.version, ...facts } : { id: v7(), ...facts };
    const read = (paint ? changePaint : addPaint).safeParse(told);
    if (!read.success) return setFaults(faultsOf(read.error, told));
    const sent = paint
      ? await sendCommand("change-paint", { id: paint.id, version: paint.version, ...facts }, { ownRefusals: true })
      : await sendCommand("add-paint", { id: told.id, ...facts }, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    else onClose();
  };
  const tri = (label: string, key: "stains" | "granulates" | "metallic", usual: boolean | undefined) => (
    <FormField label={label}>
      <Choice
        value={draft[key]}
        onChange={(change) => set({ [key]: change.target.value as Tristate })}
        options={[
          { value: "", label: usual === undefined ? "by its pigments" : `by its pigments: ${usual ? "yes" : "no"}` },
          { value: "yes", label: "yes" },
          { value: "no", label: "no" },
        ]}
      />
    </FormField>
  );
  return (
    <Dialog title={paint ? paint.name : "A paint for the shelf"} onClose={onClose}>
      <Flex direction="column" gap="14px">
        <Flex gap="14px" wrap="wrap" align="flex-start">
          <Box flex="1" minWidth="200px">
            <FormField label="Pigments">
              <TextInput value={draft.pigments} onChange={(change) => set({ pigments: change.target.value })} placeholder="PB29" autoFocus />
            </FormField>
            <PigmentLine told={facts.pigments} />
          </Box>
          <Box flex="none" width="170px" height="78px">
            {seen && <Wash kind="strip" film={seen.film} granulates={seen.granulates} width={170} height={76} label={`${draft.name || "this paint"}, from tea to butter`} />}
          </Box>
        </Flex>
        <Flex gap="14px" wrap="wrap">
          <Box flex="1" minWidth="200px">
            <FormField label="What you call it">
              <TextInput value={draft.name} onChange={(change) => set({ name: change.target.value })} placeholder={pigmentOf(facts.pigments[0] ?? "")?.name ?? "Ferry Blue"} />
            </FormField>
          </Box>
          <Box width="130px">
            <FormField label="Comes as">
              <Choice value={draft.form} onChange={(change) => set({ form: change.target.value as Form })} options={FORMS.map((each) => ({ value: each, label: each }))} />
            </FormField>
          </Box>
        </Flex>
        <Flex gap="14px" wrap="wrap">
          <Box width="130px">
            <FormField label="ml in one">
              <TextInput inputMode="decimal" value={draft.ml} onChange={(change) => set({ ml: change.target.value })} />
            </FormField>
          </Box>
          <Box width="130px">
            <FormField label={`costs, ${currency}`}>
              <TextInput inputMode="decimal" value={draft.cost} onChange={(change) => set({ cost: change.target.value })} />
            </FormField>
          </Box>
        </Flex>
        <Fold title="What differs from its pigments">
          <Flex gap="14px" wrap="wrap">
            <FormField label="Covers">
              <Choice
                value={draft.covering}
                onChange={(change) => set({ covering: change.target.value as Covering | "" })}
                options={[{ value: "", label: seen ? `by its pigments: ${seen.covering}` : "by its pigments" }, ...COVERINGS.map((each) => ({ value: each, label: each }))]}
              />
            </FormField>
            {tri("Stains", "stains", seen?.stains)}
            {tri("Granulates", "granulates", seen?.granulates)}
            {tri("Metallic", "metallic", seen?.metallic)}
            <Box width="150px">
              <FormField label="Lightfast, 1 to 8">
                <TextInput
                  inputMode="numeric"
                  value={draft.lightfast}
                  onChange={(change) => set({ lightfast: change.target.value })}
                  placeholder={seen ? String(seen.lightfast) : ""}
                />
              </FormField>
            </Box>
            <Box width="190px">
              <FormField label="Times as strong as a pan">
                <TextInput
                  inputMode="decimal"
                  value={draft.strength}
                  onChange={(change) => set({ strength: change.target.value })}
                  placeholder={String(FORM_STRENGTH[draft.form])}
                />
              </FormField>
            </Box>
            <Box width="190px">
              <FormField label="Its wash on your chart">
                <TextInput value={draft.chart} onChange={(change) => set({ chart: change.target.value })} placeholder="#5566aa" />
              </FormField>
            </Box>
          </Flex>
        </Fold>
        {seen && seen.hazards.length > 0 && <Text color="tight">⚠ Holds {seen.hazards.join(", ")}: read its label.</Text>}
        <FaultLines faults={faults} />
        <Flex justify="space-between" gap="12px" wrap="wrap">
          {paint ? (
            <Button
              variant="outline"
              onClick={() => {
                void sendCommand("shelve-paint", { id: paint.id, version: paint.version, gone: true });
                onClose();
              }}
            >
              It is used up
            </Button>
          ) : (
            <span />
          )}
          <Button onClick={() => void keep()}>{paint ? "Keep it so" : "Put it there"}</Button>
        </Flex>
      </Flex>
    </Dialog>
  );
}

/** Each pigment as it is known, or near names while it is not. */
function PigmentLine({ told }: { told: readonly string[] }) {
  return (
    <Text fontSize="15px" color="softInk" aria-live="polite">
      {told.map((index) => {
        const pigment = pigmentOf(index);
        return (
          <span key={index} style={{ display: "block" }}>
            {pigment
              ? `${pigment.index}: ${pigment.name.toLowerCase()}, lightfast ${String(pigment.lightfast)} of 8`
              : index.length > 2
                ? `${index} is not in the table; near it: ${nearPigments(index).join(", ")}`
                : ""}
          </span>
        );
      })}
    </Text>
  );
}

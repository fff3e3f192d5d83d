import { Button, Flex, Text } from "@chakra-ui/react";
import { addNeed, faultsOf, faultLine, needKinds, zones, type CommandInput, type Problem } from "@yule/contract";
import { addDays } from "@yule/core";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { v7 } from "uuid";
import { give } from "../../app/outbox.ts";
import type { Outlook } from "../../app/outlook.ts";
import { Dialog } from "../../kit/Dialog.tsx";
import { Choice, FormField, TextInput } from "../../kit/FormField.tsx";
import { ProblemNote } from "../../kit/states.tsx";

interface NeedForm {
  title: string;
  kind: (typeof needKinds)[number];
  designId: string;
  due: string;
  zone: string;
  quantities: string[];
}

/** A new need, checked by the same schema as the server's. */
export function NeedDialog({ outlook, onClose }: { outlook: Outlook; onClose: () => void }) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<Problem | null>(null);
  const { register, handleSubmit, watch, setError, clearErrors, formState } = useForm<NeedForm>({
    defaultValues: { title: "", kind: "commission", designId: outlook.designs[0]?.id ?? "", due: addDays(outlook.today, 14), zone: "inland", quantities: [] },
  });
  const design = outlook.designs.find((each) => each.id === watch("designId")) ?? outlook.designs[0];
  const save = async (form: NeedForm): Promise<void> => {
    if (!design) return;
    const read = needOf(form, design.colourways);
    const faults = read.faults.length > 0 ? read.faults : dueFaults(form.due, outlook.today);
    for (const fault of faults) setError(fault.field, { message: fault.message });
    if (faults.length > 0 || !read.need) return;
    const sent = await give("add-need", read.need);
    if (sent.state === "refused") setProblem(sent.problem);
    else {
      onClose();
      void navigate(`/season?need=${read.need.id}`);
    }
  };
  const faultOf = (name: keyof NeedForm): string | undefined => (formState.errors[name] as { message?: string } | undefined)?.message;
  return (
    <Dialog title="A need" onClose={onClose}>
      <form onSubmit={(event) => (clearErrors(), void handleSubmit(save)(event))} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label="For whom or for what" fault={faultOf("title")}>
            <TextInput {...register("title")} placeholder="Harbour office, twelve cards" autoFocus />
          </FormField>
          <Flex gap="14px" direction={{ base: "column", md: "row" }}>
            <FormField label="Kind" fault={faultOf("kind")}>
              <Choice {...register("kind")} options={needKinds.map((kind) => ({ value: kind, label: kind }))} />
            </FormField>
            <FormField label="Design" fault={faultOf("designId")}>
              <Choice {...register("designId")} options={outlook.designs.map((each) => ({ value: each.id, label: each.name }))} />
            </FormField>
          </Flex>
          <Flex gap="14px" wrap="wrap">
            {design?.colourways.map((colourway, index) => (
              <FormField key={colourway.id} label={`Cards, ${colourway.name}`} fault={formState.errors.quantities?.[index]?.message}>
                <TextInput {...register(`quantities.${String(index) as `${number}`}`)} inputMode="numeric" placeholder="0" />
              </FormField>
            ))}
          </Flex>
          {faultOf("quantities") && (
            <Text color="cannot" role="alert">
              {faultOf("quantities")}
            </Text>
          )}
          <Flex gap="14px" direction={{ base: "column", md: "row" }}>
            <FormField label="There by" fault={faultOf("due")}>
              <TextInput type="date" {...register("due")} />
            </FormField>
            <FormField label="How it goes" fault={faultOf("zone")}>
              <Choice {...register("zone")} options={[{ value: "", label: "handed over" }, ...zones.map((zone) => ({ value: zone, label: `${zone} post` }))]} />
            </FormField>
          </Flex>
          {problem && <ProblemNote problem={problem} />}
          <Flex gap="10px" justify="flex-end">
            <Button variant="outline" type="button" onClick={onClose}>
              Leave it
            </Button>
            <Button type="submit" disabled={formState.isSubmitting}>
              Add it
            </Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

interface FieldFault {
  readonly field: keyof NeedForm | `quantities.${number}`;
  readonly message: string;
}

const dueFaults = (due: string, today: string): FieldFault[] => (due < today ? [{ field: "due", message: `due: given ${due}, allowed today, ${today}, or later` }] : []);

/** Reads the form into a command, or says which field is wrong. */
export function needOf(form: NeedForm, colourways: readonly { id: string; name: string }[]): { need: CommandInput<"add-need"> | null; faults: FieldFault[] } {
  const faults: FieldFault[] = [];
  const lines = colourways.flatMap((colourway, index) => {
    const text = (form.quantities[index] ?? "").trim();
    const quantity = text === "" ? 0 : Number(text);
    if (!Number.isInteger(quantity) || quantity < 0 || quantity > 10_000)
      faults.push({
        field: `quantities.${String(index) as `${number}`}` as FieldFault["field"],
        message: `cards, ${colourway.name}: given ${text}, allowed a whole number from 0 to 10000`,
      });
    return quantity > 0 ? [{ id: v7(), colourwayId: colourway.id, quantity }] : [];
  });
  if (faults.length === 0 && lines.length === 0) faults.push({ field: "quantities", message: "cards: given 0, allowed at least 1 in some colourway" });
  const need: CommandInput<"add-need"> = {
    id: v7(),
    kind: form.kind,
    title: form.title,
    designId: form.designId,
    due: form.due,
    zone: form.zone === "" ? null : (form.zone as "inland"),
    lines: lines.length > 0 ? lines : [{ id: v7(), colourwayId: v7(), quantity: 1 }],
  };
  const read = addNeed.safeParse(need);
  if (!read.success)
    for (const fault of faultsOf(read.error, need))
      faults.push({ field: fault.path[0] === "title" || fault.path[0] === "due" ? fault.path[0] : "quantities", message: faultLine(fault) });
  return { need: faults.length === 0 ? need : null, faults };
}

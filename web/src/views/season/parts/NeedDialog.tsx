import { readNumber } from "../../../kit/readNumber.ts";
import { Button, Flex, Text } from "@chakra-ui/react";
import { addNeed, faultsOf, faultLine, needKinds, zones, type CommandInput, type Problem } from "@yule/contract";
import { addDays, comingOccasions, readLength, majorText, minorOf, type Fault, type LengthSystem, type QuickNeed } from "@yule/core";
import { minuteOf, type Outlook } from "@yule/derive";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { useMeasure, type ShopManner } from "../../../kit/measure.tsx";
import { ProblemNote } from "../../../kit/states.tsx";

interface NeedForm {
  title: string;
  kind: (typeof needKinds)[number];
  designId: string;
  due: string;
  zone: string;
  quantities: string[];
  price: string;
  deposit: string;
  proofWanted: boolean;
  neutral: string;
  setUp: string;
  table: string;
  occasion: string;
  photoOn: string;
  liveBy: string;
}

/** A form as it opens: empty, or as a quick line was read. */
function firstForm(outlook: Outlook, read: QuickNeed | null): NeedForm {
  const design = outlook.offered.find((each) => each.id === read?.designId) ?? outlook.offered[0];
  return {
    title: read?.title ?? "",
    kind: read?.kind ?? "commission",
    designId: design?.id ?? "",
    due: read?.due ?? addDays(outlook.today, 14),
    zone: read?.kind === "fair" || read?.kind === "stash" || read?.kind === "own use" ? "" : "inland",
    quantities: (design?.colourways ?? []).map((colourway) => {
      const quantity = read?.lines.find((line) => line.colourwayId === colourway.id)?.quantity;
      return quantity === undefined ? "" : String(quantity);
    }),
    price: "",
    deposit: "",
    proofWanted: false,
    neutral: "",
    setUp: "",
    table: "",
    occasion: read?.occasion ?? "",
    photoOn: "",
    liveBy: "",
  };
}

/** A new need, checked by the same schema as the server's. */
export function NeedDialog({ outlook, read, onClose }: { outlook: Outlook; read: QuickNeed | null; onClose: () => void }) {
  const navigate = useNavigate();
  const { system } = useMeasure();
  const [problem, setProblem] = useState<Problem | null>(null);
  const { register, handleSubmit, watch, setError, clearErrors, formState, getValues, setValue } = useForm<NeedForm>({
    defaultValues: firstForm(outlook, read),
  });
  const kind = watch("kind");
  const design = outlook.offered.find((each) => each.id === watch("designId")) ?? outlook.offered[0];
  /** How many a mailing list takes follows from the list, where nothing was written yet; so does how many want neutral words. */
  const follow = (): void => {
    if (getValues("quantities").some((text) => text.trim() !== "")) return;
    const { households } = outlook.dispatch;
    setValue("quantities.0", String(households.length));
    setValue("neutral", String(households.filter((each) => each.neutral).length));
  };
  const save = async (form: NeedForm): Promise<void> => {
    if (!design) return;
    const { need, faults: found } = needOf(
      form,
      design.colourways,
      { system, currency: outlook.shop.currency },
      form.kind === "mailing list" ? outlook.dispatch.households.map((each) => each.id) : [],
    );
    const faults = found.length > 0 ? found : dueFaults(form.due, outlook.today);
    for (const fault of faults) setError(fault.field, { message: fault.message });
    if (faults.length > 0 || !need) return;
    const sent = await sendCommand("add-need", need, { ownRefusals: true });
    if (sent.state === "refused") setProblem(sent.problem);
    else {
      onClose();
      void navigate(`/season?need=${need.id}`);
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
              <Choice
                {...register("kind", { onChange: (change: { target: { value: string } }) => change.target.value === "mailing list" && follow() })}
                options={needKinds.map((kind) => ({ value: kind, label: kind }))}
              />
            </FormField>
            <FormField label="Design" fault={faultOf("designId")}>
              <Choice {...register("designId")} options={outlook.offered.map((each) => ({ value: each.id, label: each.name }))} />
            </FormField>
          </Flex>
          <Flex gap="14px" wrap="wrap">
            {design?.colourways.map((colourway, index) => (
              <FormField key={colourway.id} label={`Cards, ${colourway.name}`} fault={formState.errors.quantities?.[index]?.message}>
                <TextInput {...register(`quantities.${String(index) as `${number}`}`)} inputMode="numeric" placeholder="0" />
              </FormField>
            ))}
          </Flex>
          <FaultLines faults={[faultOf("quantities") ?? []].flat()} />
          <Flex gap="14px" direction={{ base: "column", md: "row" }}>
            <FormField label="There by" fault={faultOf("due")}>
              <TextInput type="date" {...register("due")} />
            </FormField>
            <FormField label="How it goes" fault={faultOf("zone")}>
              <Choice {...register("zone")} options={[{ value: "", label: "handed over" }, ...zones.map((zone) => ({ value: zone, label: `${zone} post` }))]} />
            </FormField>
          </Flex>
          <FormField label="Occasion" fault={faultOf("occasion")}>
            <Choice {...register("occasion")} options={[{ value: "", label: "none" }, ...occasionChoices(outlook)]} />
          </FormField>
          {read && read.doubts.length > 0 && <Text color="tight">The line left open: {read.doubts.join(", ")}.</Text>}
          {kind === "mailing list" && <Text color="softInk">It goes to all {outlook.dispatch.households.length} households in your books; so many cards are wanted.</Text>}
          <Flex gap="14px" direction={{ base: "column", md: "row" }}>
            {(kind === "commission" || kind === "order") && (
              <FormField label={`Price, ${outlook.shop.currency}`} fault={faultOf("price")}>
                <TextInput {...register("price")} inputMode="decimal" placeholder="none yet" />
              </FormField>
            )}
            {kind === "commission" && (
              <FormField label={`Deposit, ${outlook.shop.currency}`} fault={faultOf("deposit")}>
                <TextInput {...register("deposit")} inputMode="decimal" placeholder="none" />
              </FormField>
            )}
            {kind === "mailing list" && (
              <FormField label="Of these with neutral words" fault={faultOf("neutral")}>
                <TextInput {...register("neutral")} inputMode="numeric" placeholder="0" />
              </FormField>
            )}
            {kind === "fair" && (
              <>
                <FormField label="May be set up from" fault={faultOf("setUp")}>
                  <TextInput type="time" {...register("setUp")} />
                </FormField>
                <FormField label="Length of the table" fault={faultOf("table")}>
                  <TextInput {...register("table")} placeholder={system === "in" ? "72 in" : "180 cm"} />
                </FormField>
              </>
            )}
            {kind === "shop listing" && (
              <>
                <FormField label="Photographed on" fault={faultOf("photoOn")}>
                  <TextInput type="date" {...register("photoOn")} />
                </FormField>
                <FormField label="Live by" fault={faultOf("liveBy")}>
                  <TextInput type="date" {...register("liveBy")} />
                </FormField>
              </>
            )}
          </Flex>
          {kind === "commission" && <Tick {...register("proofWanted")}>A proof is wanted before it is painted</Tick>}
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

/** Occasions a need can be for: those of the year that her countries keep, and her own. */
function occasionChoices(outlook: Outlook): { value: string; label: string }[] {
  const coming = comingOccasions([outlook.shop.country, ...outlook.shop.occasionCountries.map((place) => place.slice(0, 2))], [], outlook.today);
  const common = new Map(coming.map((each) => [each.id.split("/")[0] ?? each.id, each.name]));
  return [...[...common].map(([value, label]) => ({ value, label })), ...outlook.ownOccasions.map((own) => ({ value: own.id, label: own.title }))];
}

/** A table's length in 1/320 mm; nothing is none. */
function tableIn(text: string, system: LengthSystem, faults: FieldFault[]): number | null {
  if (text.trim() === "") return null;
  const read = readLength(text, system);
  if (read.ok && read.value > 0) return read.value;
  faults.push({ field: "table", message: `table: given ${text}, allowed a length such as ${system === "in" ? "72 in" : "180 cm"}` });
  return null;
}

/** `12.50` or `12,50` in minor units of the shop's currency; nothing is none. */
function moneyIn(text: string, field: "price" | "deposit", currency: string, faults: FieldFault[]): number | null {
  if (text.trim() === "") return null;
  const amount = readNumber(text);
  const minor = minorOf(amount, currency);
  // Nothing smaller than the currency's smallest coin is paid.
  if (!(amount >= 0) || amount >= 1_000_000 || Math.abs(minorOf(amount * 1000, currency) - minor * 1000) > 1) {
    faults.push({ field, message: `${field}: given ${text}, allowed an amount such as ${majorText(minorOf(12.5, currency), currency)}` });
    return null;
  }
  return minor;
}

function countIn(text: string, field: "neutral", faults: FieldFault[]): number {
  const told = text.trim();
  if (/^\d{0,5}$/.test(told)) return Number(told);
  faults.push({ field, message: `neutral words: given ${text}, allowed a whole number from 0 to 10000` });
  return 0;
}

interface FieldFault {
  readonly field: keyof NeedForm | `quantities.${number}`;
  readonly message: string;
}

/** Where in the form a field of the command stands. */
const FIELD_OF: Readonly<Record<string, keyof NeedForm>> = {
  title: "title",
  due: "due",
  liveBy: "liveBy",
  photoOn: "photoOn",
  priceMinor: "price",
  depositMinor: "deposit",
  neutralCards: "neutral",
};

/** A fault of the command in the words and the money of the form. */
function inFormWords(form: NeedForm, fault: Fault): FieldFault {
  const field = FIELD_OF[String(fault.path[0])] ?? "quantities";
  if (field === "deposit") return { field, message: `deposit: given ${form.deposit}, allowed at most the price, ${form.price}` };
  const label = field === "photoOn" ? "photographed on" : field === "liveBy" ? "live by" : field === "neutral" ? "neutral words" : null;
  return { field, message: faultLine(label === null ? fault : { ...fault, path: [label] }) };
}

const dueFaults = (due: string, today: string): FieldFault[] => (due < today ? [{ field: "due", message: `due: given ${due}, allowed today, ${today}, or later` }] : []);

/** Reads the form into a command, or says which field is wrong. */
export function needOf(
  form: NeedForm,
  colourways: readonly { id: string; name: string }[],
  { system, currency }: ShopManner,
  householdIds: readonly string[] = [],
): { need: CommandInput<"add-need"> | null; faults: FieldFault[] } {
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
    householdIds: [...householdIds],
    priceMinor: moneyIn(form.price, "price", currency, faults),
    depositMinor: form.kind === "commission" ? moneyIn(form.deposit, "deposit", currency, faults) : null,
    proofWanted: form.kind === "commission" && form.proofWanted,
    neutralCards: form.kind === "mailing list" ? countIn(form.neutral, "neutral", faults) : 0,
    setUpFrom: form.kind === "fair" && form.setUp !== "" ? minuteOf(form.setUp) : null,
    tableLength: form.kind === "fair" ? tableIn(form.table, system, faults) : null,
    occasion: form.occasion === "" ? null : form.occasion,
    photoOn: form.kind === "shop listing" && form.photoOn !== "" ? form.photoOn : null,
    liveBy: form.kind === "shop listing" && form.liveBy !== "" ? form.liveBy : null,
    lines: lines.length > 0 ? lines : [{ id: v7(), colourwayId: v7(), quantity: 1 }],
  };
  const read = addNeed.safeParse(need);
  if (!read.success) for (const fault of faultsOf(read.error, need)) faults.push(inFormWords(form, fault));
  return { need: faults.length === 0 ? need : null, faults };
}

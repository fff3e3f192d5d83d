import { kindWord } from "../../../kit/kinds.ts";
import { Button, Flex, Text } from "@chakra-ui/react";
import { needKinds, zones, type DesignRead } from "@yule/contract";
import { comingOccasions, day, stateOf, type QuickNeed, t } from "@yule/core";
import { howSure, NO_RECORD, panelsFor, yieldOf, type Outlook } from "@yule/derive";
import { useMemo } from "react";
import { useNavigate } from "react-router";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { useSchemaForm, type SchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { readNumber } from "../../../kit/readNumber.ts";
import { timesInHundred } from "../../../kit/chances.ts";
import { usePlanned } from "../../../plan/plannedContext.ts";
import { askedNeed, useDayOffers } from "../../../plan/promiseDays.ts";
import { othersWords } from "../promiseWords.ts";
import { needForm, needTexts, type NeedTexts } from "../needForm.ts";
import { printDay } from "../../../kit/say.ts";
import { DayField, TimeField } from "../../../kit/DayField.tsx";

/** A new need, read by the same schema as the server's. */
export function NeedDialog({ outlook, read, onClose }: { outlook: Outlook; read: QuickNeed | null; onClose: () => void }) {
  const navigate = useNavigate();
  const { system } = useMeasure();
  const { offered, today, shop, dispatch } = outlook;
  const schema = useMemo(() => needForm({ designs: offered, today, manner: { system, currency: shop.currency } }), [offered, today, system, shop.currency]);
  const form = useSchemaForm(schema, needTexts(outlook, read));
  const { register, faultOf, getValues, setValue } = form;
  const inBooks = sum(dispatch.books, ({ households }) => households);
  const [kind, designId] = form.watch(["kind", "designId"]);
  const design = offered.find((each) => each.id === designId) ?? offered[0];
  /** How many a mailing list takes follows from the list, where nothing was written yet; so does how many want neutral words. */
  const follow = (): void => {
    if (getValues("quantities").some((text) => text.trim() !== "")) return;
    setValue("quantities.0", String(inBooks));
    setValue("neutralCards", String(sum(dispatch.books, ({ neutral }) => neutral)));
  };
  const save = form.handleSubmit(async (need) => {
    const sent = await sendCommand("add-need", need, { ownRefusals: true });
    if (sent.state === "refused") return form.refuse(sent.problem);
    onClose();
    void navigate(`/season?need=${need.id}`);
  });
  return (
    <Dialog title={t`A need`} onClose={onClose}>
      <Text color="softInk" marginBottom="10px">{t`A need is cards that somebody waits for by a day: an order, a list of people, a fair.`}</Text>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label={t`For whom or for what`} fault={faultOf("title")}>
            <TextInput {...register("title")} placeholder={t`Harbour office, twelve cards`} autoFocus />
          </FormField>
          <Flex gap="14px" direction={{ base: "column", md: "row" }}>
            <FormField label={t`Kind`} fault={faultOf("kind")}>
              <Choice
                {...register("kind", { onChange: (change: { target: { value: string } }) => change.target.value === "mailing list" && follow() })}
                options={needKinds.map((each) => ({ value: each, label: kindWord(each) }))}
              />
            </FormField>
            <FormField label={t`Design`} fault={faultOf("designId")}>
              <Choice {...register("designId")} options={offered.map((each) => ({ value: each.id, label: each.name }))} />
            </FormField>
          </Flex>
          <Flex gap="14px" wrap="wrap">
            {design?.colourways.map((colourway, index) => (
              <FormField key={colourway.id} label={t`Cards, ${colourway.name}`} fault={faultOf(`quantities.${String(index) as `${number}`}`)}>
                <TextInput {...register(`quantities.${String(index) as `${number}`}`)} inputMode="numeric" placeholder="0" />
              </FormField>
            ))}
          </Flex>
          {design && <HowManyToPaint outlook={outlook} design={design} kind={kind} texts={form.watch("quantities")} />}
          <FaultLines faults={form.formState.errors.quantities?.message ? [form.formState.errors.quantities.message] : []} />
          <Flex gap="14px" direction={{ base: "column", md: "row" }}>
            <FormField label={t`There by`} fault={faultOf("due")}>
              <DayField form={form} name="due" />
            </FormField>
            <FormField label={t`How it goes`} fault={faultOf("zone")}>
              <Choice {...register("zone")} options={[{ value: "", label: t`handed over` }, ...zones.map((zone) => ({ value: zone, label: t`${zone} post` }))]} />
            </FormField>
          </Flex>
          {(kind === "order" || kind === "commission") && (
            <CanBePromised outlook={outlook} texts={form.watch()} schema={schema} onPromise={(due) => setValue("due", due, { shouldDirty: true })} />
          )}
          <FormField label={t`Occasion`} fault={faultOf("occasion")}>
            <Choice {...register("occasion")} options={[{ value: "", label: t`none` }, ...occasionChoices(outlook)]} />
          </FormField>
          {read && read.doubts.length > 0 && <Text color="tight">{t`The line left open: ${read.doubts.join(", ")}.`}</Text>}
          {kind === "mailing list" && <Text color="softInk">{t`It goes to all ${inBooks} households in your books; so many cards are wanted.`}</Text>}
          <OfItsKind form={form} kind={kind} currency={shop.currency} />
          <FaultLines faults={form.rest} />
          <Flex gap="10px" justify="flex-end">
            <Button variant="outline" type="button" onClick={onClose}>{t`Leave it`}</Button>
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Add it`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

/** How sure the day is that somebody waits for, before it is promised, and the first one that is safe. */
function CanBePromised({ outlook, texts, schema, onPromise }: { outlook: Outlook; texts: NeedTexts; schema: ReturnType<typeof needForm>; onPromise: (due: string) => void }) {
  const planned = usePlanned();
  const written = JSON.stringify({ ...texts, title: texts.title.trim() === "" ? "Somebody" : texts.title });
  const asked = useMemo(() => {
    const read = schema.safeParse(JSON.parse(written));
    const need = read.success ? askedNeed(read.data) : null;
    return need ? [need] : [];
  }, [schema, written]);
  const found = useDayOffers(asked, outlook, planned);
  const [offer] = found?.offers ?? [];
  if (!planned || asked.length === 0) return null;
  if (!offer) return <Text role="status">{t`Working out what the plan can keep …`}</Text>;
  const { instead } = offer;
  return (
    <Flex gap="10px" align="center" wrap="wrap" role="status">
      <Text color={stateOf(offer.chance) === "safe" ? undefined : "tight"}>
        {t`By ${printDay(day(texts.due))} it is there ${timesInHundred(offer.chance)}.${instead ? t` By ${printDay(instead.due)} it is there ${timesInHundred(instead.chance)}.` : ""} `}
        {othersWords(found?.others ?? 0)}
      </Text>
      {instead && (
        <Button type="button" variant="outline" onClick={() => onPromise(instead.due)}>
          {t`Promise ${printDay(instead.due)}`}
        </Button>
      )}
    </Flex>
  );
}

/** How many panels so many cards ask for, while the number is still in the pen. */
function HowManyToPaint({ outlook, design, kind, texts }: { outlook: Outlook; design: DesignRead; kind: NeedTexts["kind"]; texts: readonly string[] }) {
  const lines = texts.flatMap((text, index) => {
    const quantity = readNumber(text);
    return Number.isInteger(quantity) && quantity > 0 && quantity < 10_000 ? [{ id: "", colourwayId: design.colourways[index]?.id ?? "", quantity }] : [];
  });
  if (lines.length === 0) return null;
  const record = outlook.yields.get(design.id) ?? NO_RECORD;
  const bare = lines.map((line) => ({ ...line, assembled: 0, fromLeft: 0, sold: null, given: null, leftOver: null }));
  const sure = howSure({ kind, matters: "ordinary", priceMinor: null, lines: bare }, design, record, outlook.shop.hourMinor);
  const panels = lines.reduce((all, { quantity }) => all + panelsFor(quantity, yieldOf(design, record), sure.confidence), 0);
  return (
    <Text color="softInk">
      {t`${panels === 1 ? t`1 panel is` : t`${String(panels)} panels are`} to be painted for that: then enough are good ${Math.round(sure.confidence * 100)} in 100 times${lines.length > 1 ? t` of each colourway` : ""}, by ${record === NO_RECORD ? t`what is guessed of a new design` : t`what this design has lost so far`}.`}
    </Text>
  );
}

const sum = <T,>(of: readonly T[], what: (each: T) => number): number => of.reduce((all, each) => all + what(each), 0);

/** What is asked of one kind of need alone. */
function OfItsKind({ form, kind, currency }: { form: SchemaForm<NeedTexts, unknown>; kind: NeedTexts["kind"]; currency: string }) {
  const { system } = useMeasure();
  const { register, faultOf } = form;
  return (
    <>
      <Flex gap="14px" direction={{ base: "column", md: "row" }}>
        {(kind === "commission" || kind === "order") && (
          <FormField label={t`Price, ${currency}`} fault={faultOf("priceMinor")}>
            <TextInput {...register("priceMinor")} inputMode="decimal" placeholder={t`none yet`} />
          </FormField>
        )}
        {kind === "commission" && (
          <FormField label={t`Deposit, ${currency}`} fault={faultOf("depositMinor")}>
            <TextInput {...register("depositMinor")} inputMode="decimal" placeholder={t`none`} />
          </FormField>
        )}
        {kind === "mailing list" && (
          <FormField label={t`Of these with neutral words`} fault={faultOf("neutralCards")}>
            <TextInput {...register("neutralCards")} inputMode="numeric" placeholder="0" />
          </FormField>
        )}
        {kind === "fair" && (
          <>
            <FormField label={t`May be set up from`} fault={faultOf("setUpFrom")}>
              <TimeField form={form} name="setUpFrom" />
            </FormField>
            <FormField label={t`Length of the table`} fault={faultOf("tableLength")}>
              <TextInput {...register("tableLength")} placeholder={system === "in" ? t`72 in` : t`180 cm`} />
            </FormField>
          </>
        )}
        {kind === "shop listing" && (
          <>
            <FormField label={t`Photographed on`} fault={faultOf("photoOn")}>
              <DayField form={form} name="photoOn" />
            </FormField>
            <FormField label={t`Live by`} fault={faultOf("liveBy")}>
              <DayField form={form} name="liveBy" />
            </FormField>
          </>
        )}
      </Flex>
      {kind === "commission" && <Tick {...register("proofWanted")}>{t`A proof is wanted before it is painted`}</Tick>}
    </>
  );
}

/** Occasions a need can be for: those of the year that her countries keep, and her own. */
function occasionChoices(outlook: Outlook): { value: string; label: string }[] {
  const coming = comingOccasions([outlook.shop.country, ...outlook.shop.occasionCountries.map((place) => place.slice(0, 2))], [], outlook.today);
  const common = new Map(coming.map((each) => [each.id.split("/")[0] ?? each.id, each.name]));
  return [...[...common].map(([value, label]) => ({ value, label })), ...outlook.ownOccasions.map((own) => ({ value: own.id, label: own.title }))];
}

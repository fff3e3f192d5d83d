import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { COUNTRIES, currencyIn, lengthOfUnits, mannerOf, t, saidWritten } from "@yule/core";
import { colourwaysOf, TEMPLATES } from "@yule/derive";
import { useMemo, useState } from "react";
import { Controller } from "react-hook-form";
import { useNavigate } from "react-router";
import { v7 } from "uuid";
import { useShopQuery } from "../../data/api.ts";
import { useToday } from "../../data/clock.ts";
import { SessionRows, sessionFaults } from "../../features/sessions/SessionRows.tsx";
import { useSchemaForm, type SchemaForm } from "../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../kit/FormField.tsx";
import { LengthField } from "../../kit/LengthField.tsx";
import { MannerProvider } from "../../kit/measure.tsx";
import { Verdict } from "../../kit/Verdict.tsx";
import { makeShop, newBeginning } from "./makeShop.ts";
import { firstAnswers, setupQuestions, setupForm, type Answers } from "./setupForm.ts";
import { DayField } from "../../kit/DayField.tsx";
import { countryName, speakAs } from "../../kit/say.ts";

const COUNTRY_OPTIONS = [...COUNTRIES].map((code) => ({ value: code, label: countryName(code) })).sort((a, b) => a.label.localeCompare(b.label));
const lengthChoices = () => [
  { value: "in", label: t`inches, as fractions` },
  { value: "cm", label: t`centimetres` },
];
const postChoices = () => [
  { value: "inland", label: t`inland post` },
  { value: "", label: t`handed over` },
];

/** An empty shop is set up by five plain questions, and ends in the first verdict. */
export function Setup() {
  const navigate = useNavigate();
  const { data: shop } = useShopQuery();
  const { today } = useToday();
  const [step, setStep] = useState(0);
  const [beginning] = useState(newBeginning);
  const schema = useMemo(() => setupForm(step, today), [step, today]);
  const form = useSchemaForm(schema, firstAnswers(today));
  const [system, country] = form.watch(["system", "country"]);
  // What is shown while it is set up is written as the country writes that stands there.
  speakAs(mannerOf(country));
  const next = form.handleSubmit(async (answers) => {
    if (step < setupQuestions().length - 1) return setStep(step + 1);
    const problem = await makeShop(answers, shop?.timeZone ?? "UTC", beginning);
    if (problem) form.refuse(problem);
    else void navigate("/season");
  });
  const Question = PARTS[step] ?? Table;
  return (
    <MannerProvider value={{ system, currency: currencyIn(country) }}>
      <Box as="main" bg="paper" flex="1" padding={{ base: "22px 18px 80px", md: "36px 60px 80px" }} borderTop="1px solid" borderColor="hairline">
        <Verdict>{setupQuestions()[step]}</Verdict>
        <Text color="softInk" marginBottom="18px">{t`Question ${step + 1} of ${setupQuestions().length}. Everything can be changed later.`}</Text>
        <Box maxWidth="620px">
          <form onSubmit={(event) => void next(event)} noValidate>
            <Flex direction="column" gap="14px">
              <Question key={step} form={form} />
            </Flex>
            <FaultLines faults={form.rest} />
            <Flex gap="10px" marginTop="24px">
              {step > 0 && <Button variant="outline" type="button" onClick={() => (form.clearErrors(), setStep(step - 1))}>{t`Back`}</Button>}
              <Button type="submit" disabled={form.formState.isSubmitting}>
                {step < setupQuestions().length - 1 ? t`Next` : t`Say what it takes`}
              </Button>
            </Flex>
          </form>
        </Box>
      </Box>
    </MannerProvider>
  );
}

interface PartProps {
  form: SchemaForm<Answers, Answers>;
}

function Table({ form: { register, faultOf } }: PartProps) {
  return (
    <>
      <FormField label={t`Name of your shop or table`} fault={faultOf("shopName")}>
        <TextInput {...register("shopName")} placeholder={t`My card table`} autoFocus />
      </FormField>
      <FormField label={t`Country`}>
        <Choice {...register("country")} options={COUNTRY_OPTIONS} />
      </FormField>
      <FormField label={t`Lengths`}>
        <Choice {...register("system")} options={lengthChoices()} />
      </FormField>
    </>
  );
}

function Week({ form }: PartProps) {
  const { control, faultOf, watch } = form;
  const sessions = watch("sessions");
  const wrong = faultOf("sessions");
  return (
    <>
      <Controller control={control} name="sessions" render={({ field }) => <SessionRows rows={field.value} onChange={field.onChange} />} />
      <FaultLines faults={wrong === undefined ? [] : sessions.length === 0 ? [t`Put in at least one session a week.`] : sessionFaults(sessions)} />
    </>
  );
}

function Paper({ form: { register, control, faultOf } }: PartProps) {
  return (
    <>
      <FormField label={t`Paper`} fault={faultOf("paperName")}>
        <TextInput {...register("paperName")} />
      </FormField>
      <Flex gap="14px" wrap="wrap">
        {(["paperWidth", "paperHeight"] as const).map((side) => (
          <Controller
            key={side}
            control={control}
            name={side}
            render={({ field }) => (
              <LengthField label={side === "paperWidth" ? t`sheet width` : t`sheet height`} value={lengthOfUnits(field.value)} onRead={field.onChange} fault={faultOf(side)} />
            )}
          />
        ))}
        <FormField label={t`sheets there`} fault={faultOf("paperCount")}>
          <TextInput width="116px" inputMode="numeric" {...register("paperCount")} />
        </FormField>
      </Flex>
    </>
  );
}

function FirstDesign({ form: { register, faultOf, watch } }: PartProps) {
  const template = watch("template");
  return (
    <>
      <FormField label={t`Name of the design`} fault={faultOf("designName")}>
        <TextInput {...register("designName")} placeholder={t`Paper boats`} autoFocus />
      </FormField>
      <FormField label={t`Begins as`}>
        <Choice {...register("template")} options={TEMPLATES.map((each) => ({ value: each.key, label: saidWritten(each.name) }))} />
        <Text color="softInk">{saidWritten(TEMPLATES.find((each) => each.key === template)?.says ?? "")}</Text>
      </FormField>
      <FormField label={t`Colourways, parted by commas`}>
        <TextInput {...register("colourways")} placeholder={t`blue, red`} />
      </FormField>
    </>
  );
}

function FirstNeed({ form }: PartProps) {
  const { register, faultOf, watch } = form;
  const names = colourwaysOf(watch("colourways"), v7).map((each) => each.name);
  return (
    <>
      <FormField label={t`For whom or for what`} fault={faultOf("title")}>
        <TextInput {...register("title")} placeholder={t`Harbour office`} autoFocus />
      </FormField>
      <Flex gap="14px" wrap="wrap">
        {names.map((name, index) => (
          <FormField key={name} label={t`Cards, ${name}`} fault={faultOf(`quantities.${String(index) as `${number}`}`)}>
            <TextInput width="160px" inputMode="numeric" {...register(`quantities.${String(index) as `${number}`}`)} />
          </FormField>
        ))}
      </Flex>
      <FormField label={t`There by`} fault={faultOf("due")}>
        <DayField form={form} name="due" />
      </FormField>
      <FormField label={t`How it goes`}>
        <Choice {...register("posted")} options={postChoices()} />
      </FormField>
    </>
  );
}

const PARTS = [Table, Week, Paper, FirstDesign, FirstNeed] as const;

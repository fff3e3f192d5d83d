import { t } from "@yule/core";
import { Box, Button, Flex } from "@chakra-ui/react";
import { changeSeason, prepareSeason, type CommandInput, type SeasonThing } from "@yule/contract";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { useSchemaForm, type SchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput, UNDER_LABEL } from "../../../kit/FormField.tsx";
import { DayField } from "../../../kit/DayField.tsx";

interface Texts {
  readonly name: string;
  readonly from: string;
  readonly until: string;
}
const texts = z.object({ name: z.string(), from: z.string(), until: z.string() });
const newSeason = texts.transform((written): CommandInput<"prepare-season"> => ({ id: v7(), ...written })).pipe(prepareSeason);

/** A season is prepared beside the open one. */
export function NewSeason({ first }: { first: Texts }) {
  const form = useSchemaForm(newSeason, { ...first });
  const prepare = form.handleSubmit(async (season) => {
    const sent = await sendCommand("prepare-season", season, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
  });
  return <DaysForm form={form} words={t`Prepare it`} onSubmit={prepare} />;
}

/** The name and the days of a season are changed. */
export function SeasonDays({ season }: { season: SeasonThing }) {
  const { id, version } = season;
  const form = useSchemaForm(texts.transform((written): CommandInput<"change-season"> => ({ id, version, ...written })).pipe(changeSeason), {
    name: season.name,
    from: season.from,
    until: season.until,
  });
  const change = form.handleSubmit(async (changed) => {
    const sent = await sendCommand("change-season", changed, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
  });
  return <DaysForm form={form} words={t`Keep the change`} onSubmit={change} />;
}

function DaysForm<Read>({ form, words, onSubmit }: { form: SchemaForm<Texts, Read>; words: string; onSubmit: () => Promise<void> }) {
  const { register, faultOf } = form;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void onSubmit();
      }}
      noValidate
    >
      <Flex gap="10px" wrap="wrap" align="flex-start">
        <Box flex="1" minWidth="200px">
          <FormField label={t`What it is called`} fault={faultOf("name")}>
            <TextInput {...register("name")} />
          </FormField>
        </Box>
        <Box width="170px">
          <FormField label={t`From`} fault={faultOf("from")}>
            <DayField form={form} name="from" />
          </FormField>
        </Box>
        <Box width="170px">
          <FormField label={t`Until`} fault={faultOf("until")}>
            <DayField form={form} name="until" />
          </FormField>
        </Box>
        <Button type="submit" variant="outline" marginTop={UNDER_LABEL}>
          {words}
        </Button>
      </Flex>
      <FaultLines faults={form.rest} />
    </form>
  );
}

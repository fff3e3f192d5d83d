import { t } from "@yule/core";
import { Box, Button, Flex, Grid } from "@chakra-ui/react";
import { addHousehold, addressParts, plainAddress, type AddressParts, type HouseholdRead } from "@yule/contract";
import { useState } from "react";
import { z } from "zod";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";

const { shape } = addHousehold;
/** Words apart by commas. */
const listed = (field: z.ZodType<string[], string[]>) =>
  z
    .string()
    .transform((text) => text.split(",").flatMap((each) => (each.trim() === "" ? [] : [each.trim()])))
    .pipe(field);
const schema = z.object({
  name: shape.name,
  street: addressParts.shape.street,
  district: addressParts.shape.district.unwrap(),
  town: addressParts.shape.town,
  region: addressParts.shape.region.unwrap(),
  code: addressParts.shape.code.unwrap(),
  country: z
    .string()
    .transform((code) => code.trim().toUpperCase())
    .pipe(shape.country),
  language: z
    .string()
    .transform((code) => code.trim().toLowerCase())
    .pipe(shape.language.unwrap()),
  without: listed(shape.without.unwrap()),
  likes: listed(shape.likes.unwrap()),
});

/** The parts of an address; of one told as one line what stands behind its last comma is the town. */
function partsIn({ address, parts }: HouseholdRead): AddressParts {
  if (parts) return parts;
  const lines = address.split(/[,\n]/).map((each) => each.trim());
  const town = lines.length > 1 ? (lines.pop() ?? "") : "";
  return { street: lines.join(", "), district: "", town, region: "", code: "" };
}

const textsOf = (household: HouseholdRead | null, country: string) => ({
  name: household?.name ?? "",
  ...(household ? partsIn(household) : { street: "", district: "", town: "", region: "", code: "" }),
  country: household?.country ?? country,
  language: household?.language ?? "en",
  without: household?.without.join(", ") ?? "",
  likes: household?.likes.join(", ") ?? "",
});

/** A household as it stands in the books: where it lives, what it likes and what it will not have. @param household null for a new one */
export function HouseholdForm({ household, country, onDone }: { household: HouseholdRead | null; country: string; onDone: () => void }) {
  const form = useSchemaForm(schema, textsOf(household, country));
  const { register, faultOf, rest } = form;
  const [neutral, setNeutral] = useState(household?.neutral ?? false);
  const save = form.handleSubmit(async ({ street, district, town, region, code, ...rests }) => {
    const parts = { street, district, town, region, code };
    const told = { ...rests, parts, address: plainAddress(parts) };
    const sent = household
      ? await sendCommand("change-household", { id: household.id, version: household.version, neutral, ...told }, { ownRefusals: true })
      : await sendCommand("add-household", { id: v7(), neutral, ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onDone();
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)}>
      <Grid templateColumns={{ base: "1fr", md: "1fr 2fr" }} gap="10px 14px" marginY="10px" maxWidth="820px">
        <FormField label={t`Name`} fault={faultOf("name")}>
          <TextInput {...register("name")} />
        </FormField>
        <FormField label={t`Street and number`} fault={faultOf("street")}>
          <TextInput {...register("street")} />
        </FormField>
        <Flex gap="14px">
          <FormField label={t`Postcode`} fault={faultOf("code")}>
            <TextInput {...register("code")} />
          </FormField>
          <FormField label={t`Town`} fault={faultOf("town")}>
            <TextInput {...register("town")} />
          </FormField>
        </Flex>
        <Flex gap="14px">
          <FormField label={t`District, if it has one`} fault={faultOf("district")}>
            <TextInput {...register("district")} />
          </FormField>
          <FormField label={t`County or state, where the post asks`} fault={faultOf("region")}>
            <TextInput {...register("region")} />
          </FormField>
        </Flex>
        <Flex gap="14px">
          <FormField label={t`Country, two letters`} fault={faultOf("country")}>
            <TextInput {...register("country")} maxLength={2} />
          </FormField>
          <FormField label={t`Language, two letters`} fault={faultOf("language")}>
            <TextInput {...register("language")} maxLength={3} />
          </FormField>
        </Flex>
        <FormField label={t`Likes to see, apart by commas`} fault={faultOf("likes")}>
          <TextInput {...register("likes")} />
        </FormField>
        <Box alignSelf="end" minHeight="44px">
          <Tick checked={neutral} onChange={(change) => setNeutral(change.target.checked)}>{t`Neutral words, no feast named`}</Tick>
        </Box>
        <FormField label={t`Will not have, apart by commas`} fault={faultOf("without")}>
          <TextInput {...register("without")} />
        </FormField>
      </Grid>
      <FaultLines faults={rest} />
      <Flex gap="10px" marginTop="8px">
        <Button type="submit" disabled={form.formState.isSubmitting}>
          {household ? t`Keep this household` : t`Add this household`}
        </Button>
        <Button variant="outline" onClick={onDone}>{t`Leave it`}</Button>
      </Flex>
    </form>
  );
}

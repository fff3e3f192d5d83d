import { kindWord } from "../../../kit/kinds.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addOwnOccasion, ownOccasionKinds, type CommandInput } from "@yule/contract";
import { isDay, yearOf, type Day, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useEffect, useMemo } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { useHouseholdsInfiniteQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { numberText, openChoice } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, Tick, UNDER_LABEL } from "../../../kit/FormField.tsx";
import { DayField } from "../../../kit/DayField.tsx";

const { shape } = addOwnOccasion;

/** The day is written as a whole; the command has its parts, and the year only where it happens once. */
const ownDay = (today: Day) =>
  z
    .object({
      title: shape.title,
      kind: shape.kind,
      date: z.string().refine(isDay, { message: t`a day such as 2031-11-08` }),
      yearly: z.boolean(),
      householdId: openChoice(z.uuid().nullable()),
      weeksAhead: numberText(z.int().min(0).max(52), 0),
    })
    .transform(({ date, yearly, ...own }): CommandInput<"add-own-occasion"> => {
      const [year = 0, month = 0, day = 0] = date.split("-").map(Number);
      // A day of an earlier year that comes back says how old somebody is by now.
      return { ...own, id: v7(), year: yearly ? null : year, since: yearly && year < yearOf(today) ? year : null, month, date: day };
    })
    .pipe(addOwnOccasion);

/** A day of the maker's own is kept. */
export function OwnDay({ outlook }: { outlook: Outlook }) {
  const schema = useMemo(() => ownDay(outlook.today), [outlook.today]);
  const form = useSchemaForm(schema, { title: "", kind: "birthday", date: "", yearly: true, householdId: "", weeksAhead: "" });
  const { register, faultOf } = form;
  // The whole of the books, page by page, while a day is being kept.
  const { data, hasNextPage, fetchNextPage } = useHouseholdsInfiniteQuery("");
  useEffect(() => {
    if (hasNextPage) void fetchNextPage();
  }, [data, hasNextPage, fetchNextPage]);
  const households = data?.pages.flatMap((page) => page.households) ?? outlook.dispatch.households;
  const add = form.handleSubmit(async (occasion) => {
    const sent = await sendCommand("add-own-occasion", occasion, { ownRefusals: true });
    if (sent.state === "refused") return form.refuse(sent.problem);
    form.resetField("title");
    form.resetField("date");
  });
  return (
    <Box as="section" aria-label={t`Your own days`} borderTop="2px solid" borderColor="ink" marginTop="14px" paddingTop="12px">
      <form onSubmit={(event) => void add(event)} noValidate>
        <Flex gap="10px" wrap="wrap" align="flex-start">
          <Box flex="1" minWidth="180px">
            <FormField label={t`A day of your own`} fault={faultOf("title")}>
              <TextInput {...register("title")} placeholder={t`Ida's birthday`} />
            </FormField>
          </Box>
          <Box width="140px">
            <FormField label={t`What it is`}>
              <Choice {...register("kind")} options={ownOccasionKinds.map((kind) => ({ value: kind, label: kindWord(kind) }))} />
            </FormField>
          </Box>
          <Box width="160px">
            <FormField label={t`Day`} fault={faultOf("date")}>
              <DayField form={form} name="date" />
            </FormField>
          </Box>
          <Box width="180px">
            <FormField label={t`Household`} fault={faultOf("householdId")}>
              <Choice {...register("householdId")} options={[{ value: "", label: kindWord("none") }, ...households.map((each) => ({ value: each.id, label: each.name }))]} />
            </FormField>
          </Box>
          <Box width="150px">
            <FormField label={t`List weeks ahead`} fault={faultOf("weeksAhead")}>
              <TextInput inputMode="numeric" placeholder={t`not listed`} {...register("weeksAhead")} />
            </FormField>
          </Box>
          <Flex gap="10px" align="center" marginTop={UNDER_LABEL}>
            <Tick {...register("yearly")}>{t`every year`}</Tick>
            <Button type="submit">{t`Keep it`}</Button>
          </Flex>
        </Flex>
        <Text
          color="softInk"
          fontSize="15px"
          marginTop="6px"
        >{t`A birthday told with the year of birth says how old somebody turns; then cards for that age are looked for.`}</Text>
        <FaultLines faults={form.rest} />
      </form>
    </Box>
  );
}

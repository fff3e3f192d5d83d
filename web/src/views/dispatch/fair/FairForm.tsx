import { Button, Flex, Grid } from "@chakra-ui/react";
import { setFair } from "@yule/contract";
import { FAIR_SIZES, FAIR_WEATHERS, lengthOfUnits, money, t } from "@yule/core";
import type { FairAhead } from "@yule/derive";
import { useMemo } from "react";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { askedFor, countText, lengthText, moneyText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { useView } from "../../../plan/useOutlet.ts";
import { usualTable } from "./usual.ts";
import { SIZE_WORDS, WEATHER_WORDS } from "./words.ts";
import { typedAmount, printMoney } from "../../../kit/say.ts";
import { DayField } from "../../../kit/DayField.tsx";

const MINUTES_PER_HOUR = 60;

/** What a fair is beforehand: its size and weather, the table, the hours, what it costs and what lies in the tin. */
export function FairForm({ ahead: { id, title, on, fair, views } }: { ahead: FairAhead }) {
  const { system, bare } = useMeasure();
  const { currency } = useView().shop;
  const { shape } = setFair;
  const schema = useMemo(
    () =>
      z.object({
        title: shape.title,
        on: shape.on,
        size: shape.size.unwrap(),
        weather: shape.weather.unwrap(),
        tableLength: lengthText(system, askedFor(shape.tableLength)),
        tableDepth: lengthText(system, askedFor(shape.tableDepth)),
        tiers: countText(1, 6),
        hours: countText(1, 24),
        feeMinor: moneyText(currency, z.number().nullable()),
        floatMinor: moneyText(currency, z.number().nullable()),
      }),
    [shape, system, currency],
  );
  const usual = usualTable(system);
  const told = views[0]?.need.tableLength ?? null;
  const texts = {
    ...{ title, on, size: fair?.size ?? "usual", weather: fair?.weather ?? "fine" },
    tableLength: bare(lengthOfUnits(fair?.tableLength ?? told ?? usual.tableLength)),
    tableDepth: bare(lengthOfUnits(fair?.tableDepth ?? usual.tableDepth)),
    tiers: String(fair?.tiers ?? usual.tiers),
    hours: String(Math.round((fair?.standMinutes ?? usual.standMinutes) / MINUTES_PER_HOUR)),
    feeMinor: typedAmount(money(fair?.feeMinor ?? 0), currency),
    floatMinor: typedAmount(money(fair?.floatMinor ?? 0), currency),
  } as const;
  const form = useSchemaForm(schema, texts);
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async ({ hours, feeMinor, floatMinor, ...read }) => {
    const needIds = views.map(({ need }) => need.id);
    const sent = await sendCommand(
      "set-fair",
      { id, needIds, standMinutes: hours * MINUTES_PER_HOUR, feeMinor: feeMinor ?? 0, floatMinor: floatMinor ?? 0, ...read },
      { ownRefusals: true },
    );
    if (sent.state === "refused") form.refuse(sent.problem);
  });
  const heading = fair
    ? t`The fair: ${SIZE_WORDS[fair.size]}, ${WEATHER_WORDS[fair.weather]}, ${String(Math.round(fair.standMinutes / MINUTES_PER_HOUR))} hours, a table for ${printMoney(money(fair.feeMinor), currency)}`
    : t`Tell the fair's size, weather and table: until then it is taken to be a usual one`;
  return (
    <Fold title={heading}>
      <form noValidate onSubmit={(event) => void save(event)}>
        <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }} gap="10px 14px" maxWidth="900px" marginBottom="12px">
          <FormField label={t`Name`} fault={faultOf("title")}>
            <TextInput {...register("title")} />
          </FormField>
          <FormField label={t`Day`} fault={faultOf("on")}>
            <DayField form={form} name="on" />
          </FormField>
          <FormField label={t`It is`} fault={faultOf("size")}>
            <Choice {...register("size")} options={FAIR_SIZES.map((value) => ({ value, label: SIZE_WORDS[value] }))} />
          </FormField>
          <FormField label={t`Expect`} fault={faultOf("weather")}>
            <Choice {...register("weather")} options={FAIR_WEATHERS.map((value) => ({ value, label: WEATHER_WORDS[value] }))} />
          </FormField>
          <FormField label={t`Table, length in ${system}`} fault={faultOf("tableLength")}>
            <TextInput {...register("tableLength")} />
          </FormField>
          <FormField label={t`Table, depth in ${system}`} fault={faultOf("tableDepth")}>
            <TextInput {...register("tableDepth")} />
          </FormField>
          <FormField label={t`Steps behind each other`} fault={faultOf("tiers")}>
            <TextInput inputMode="numeric" {...register("tiers")} />
          </FormField>
          <FormField label={t`Hours for buyers`} fault={faultOf("hours")}>
            <TextInput inputMode="numeric" {...register("hours")} />
          </FormField>
          <FormField label={t`The table costs, ${currency}`} fault={faultOf("feeMinor")}>
            <TextInput inputMode="decimal" {...register("feeMinor")} />
          </FormField>
          <FormField label={t`In the tin at first, ${currency}`} fault={faultOf("floatMinor")}>
            <TextInput inputMode="decimal" {...register("floatMinor")} />
          </FormField>
        </Grid>
        <FaultLines faults={rest} />
        <Flex marginY="8px">
          <Button type="submit" disabled={form.formState.isSubmitting}>{t`Keep this fair`}</Button>
        </Flex>
      </form>
    </Fold>
  );
}

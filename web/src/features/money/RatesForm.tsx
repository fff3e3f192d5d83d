import { Button, Text } from "@chakra-ui/react";
import type { ShopRead } from "@yule/contract";
import { money, t } from "@yule/core";
import { useMemo } from "react";
import { z } from "zod";
import { sendCommand } from "../../data/outbox.ts";
import { moneyText } from "../../kit/form/texts.ts";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput, UNDER_LABEL } from "../../kit/FormField.tsx";
import { FieldRow } from "../../kit/FieldRow.tsx";
import { typedAmount, printNumber } from "../../kit/say.ts";

const amount = z.int().min(0).max(100_000_000).nullable();
const percentText = z
  .string()
  .transform((text) => (text.trim() === "" ? 0 : Math.round(Number(text.replace(",", ".")) * 100)))
  .refine((hundredths) => hundredths >= 0 && hundredths <= 5_000, {
    error: () => t`a share of the price from 0 to 50 %`,
  });

const ratesForm = (currency: string) =>
  z.object({ hourMinor: moneyText(currency, amount), feeHundredths: percentText, feeMinor: moneyText(currency, amount).transform((minor) => minor ?? 0) });

/** What an hour of her hands is worth to the maker, and what a sale is charged for. */
export function RatesForm({ shop }: { shop: ShopRead }) {
  const { currency } = shop;
  const schema = useMemo(() => ratesForm(currency), [currency]);
  const form = useSchemaForm(schema, {
    hourMinor: shop.hourMinor === null ? "" : typedAmount(money(shop.hourMinor), currency),
    feeHundredths: shop.feeHundredths === 0 ? "" : printNumber(shop.feeHundredths / 100, 2),
    feeMinor: shop.feeMinor === 0 ? "" : typedAmount(money(shop.feeMinor), currency),
  });
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async (told) => {
    const sent = await sendCommand("set-rates", told, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate aria-label={t`What an hour is worth`}>
      <Text color="softInk" fontWeight={600} marginBottom="6px">{t`What an hour is worth to you`}</Text>
      <FieldRow>
        <FormField label={t`An hour, ${currency}`} fault={faultOf("hourMinor")}>
          <TextInput width="100px" inputMode="decimal" placeholder={t`not told`} {...register("hourMinor")} />
        </FormField>
        <FormField label={t`Off a sale, %`} fault={faultOf("feeHundredths")}>
          <TextInput width="90px" inputMode="decimal" placeholder="0" {...register("feeHundredths")} />
        </FormField>
        <FormField label={t`and ${currency}`} fault={faultOf("feeMinor")}>
          <TextInput width="90px" inputMode="decimal" placeholder="0" {...register("feeMinor")} />
        </FormField>
        <Button type="submit" variant="outline" marginTop={UNDER_LABEL}>{t`Keep the rates`}</Button>
      </FieldRow>
      <FaultLines faults={rest} />
    </form>
  );
}

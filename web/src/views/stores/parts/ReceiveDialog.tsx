import { Button, Flex, Text } from "@chakra-ui/react";
import { receiveLot, type CommandInput, type StoreRead, type ToBuyRead } from "@yule/contract";
import { measureOf, minorOf, money, type Day, t } from "@yule/core";
import { useMemo } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { amountText, isAmount } from "../../../kit/form/texts.ts";
import { readNumber } from "../../../kit/readNumber.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { FieldRow } from "../../../kit/FieldRow.tsx";
import { useShopMoney } from "../useShopMoney.ts";
import { amountOf } from "../words.ts";
import { typedAmount } from "../../../kit/say.ts";
import { DayField } from "../../../kit/DayField.tsx";

const { shape } = receiveLot;
const emptyIsNone = <T,>(field: z.ZodType<T, string | null>) =>
  z
    .string()
    .transform((text) => (text.trim() === "" ? null : text))
    .pipe(field);

/** What one of the other money is worth in the shop's own. */
const rateText = z
  .string()
  .transform((text) => (text.trim() === "" ? 1 : readNumber(text)))
  .refine((rate) => rate > 0 && rate < 1_000_000, {
    error: () => t`a rate such as 1.17: what one of it is worth in the shop's money`,
  });

const currencyText = z
  .string()
  .transform((text) => text.trim().toUpperCase())
  .refine((code) => /^[A-Z]{3}$/.test(code), {
    error: () => t`three letters such as EUR`,
    abort: true,
  });

/** The lot that was written down. What was paid is read with the digits of the money it was paid in, and is worth its rate. */
const receiveForm = (store: StoreRead, own: string) =>
  z
    .object({
      quantity: amountText(measureOf(store.kind), shape.quantity),
      costMinor: z.string(),
      currency: currencyText,
      rate: rateText,
      receivedOn: shape.receivedOn,
      goodUntil: emptyIsNone(shape.goodUntil.unwrap()),
      code: emptyIsNone(shape.code.unwrap()),
    })
    .transform(({ currency, rate, costMinor, ...lot }, context) => {
      const amount = readNumber(costMinor);
      if (costMinor.trim() === "" || !isAmount(amount, currency)) {
        context.addIssue({ code: "custom", path: ["costMinor"], message: t`an amount such as ${typedAmount(minorOf(12.5, currency), currency)}, 0 where it was given` });
        return z.NEVER;
      }
      const minor = minorOf(amount, currency);
      if (currency === own) return { ...lot, costMinor: minor, paid: null };
      return { ...lot, costMinor: minorOf(amount * rate, own), paid: { currency, minor, rateMillionths: Math.round(rate * 1_000_000) } };
    });

/** A lot that has come: how much, what it cost, where from. From a line of the list all of it is filled in. */
export function ReceiveDialog({ line, material, today, onClose }: { line: ToBuyRead | null; material: StoreRead | undefined; today: Day; onClose: () => void }) {
  return material ? <Form {...{ line, today, onClose }} store={material} /> : null;
}

function Form({ line, store, today, onClose }: { line: ToBuyRead | null; store: StoreRead; today: Day; onClose: () => void }) {
  const { currency } = useShopMoney();
  const schema = useMemo(() => receiveForm(store, currency), [store, currency]);
  const form = useSchemaForm(schema, {
    quantity: amountOf(store, line?.quantity ?? store.pack),
    costMinor: typedAmount(money(line?.costMinor ?? store.packCostMinor), currency),
    currency,
    rate: "",
    receivedOn: today,
    goodUntil: "",
    code: "",
  });
  const { register, faultOf, rest } = form;
  const paidIn = form.watch("currency");
  const save = form.handleSubmit(async (lot) => {
    const payload: CommandInput<"receive-lot"> = { ...lot, id: v7(), storeId: store.id, supplierId: line?.supplierId ?? null, toBuyId: line?.id ?? null };
    const sent = await sendCommand("receive-lot", payload, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`${store.name} has come`} onClose={onClose}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FieldRow>
            <FormField label={t`How much`} fault={faultOf("quantity")}>
              <TextInput width="130px" {...register("quantity")} autoFocus />
            </FormField>
            <FormField label={t`What it cost, ${paidIn === "" ? currency : paidIn}`} fault={faultOf("costMinor")}>
              <TextInput width="130px" inputMode="decimal" {...register("costMinor")} />
            </FormField>
            <FormField label={t`Here on`} fault={faultOf("receivedOn")}>
              <DayField form={form} name="receivedOn" />
            </FormField>
          </FieldRow>
          <FieldRow>
            <FormField label={t`Paid in`} fault={faultOf("currency")}>
              <TextInput width="90px" {...register("currency")} />
            </FormField>
            {paidIn.trim().toUpperCase() !== currency && paidIn.trim() !== "" && (
              <FormField label={t`One ${paidIn.trim().toUpperCase()} in ${currency}`} fault={faultOf("rate")}>
                <TextInput width="110px" inputMode="decimal" {...register("rate")} />
              </FormField>
            )}
            <FormField label={t`Good until`} fault={faultOf("goodUntil")}>
              <DayField form={form} name="goodUntil" />
            </FormField>
            <FormField label={t`Its label`} fault={faultOf("code")}>
              <TextInput width="130px" {...register("code")} placeholder={t`none`} />
            </FormField>
          </FieldRow>
          <Text color="softInk" fontSize="15px">{t`It is used up after what came before it, at its own price.`}</Text>
          <FaultLines faults={rest} />
          <Flex justify="flex-end">
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Put it on the shelf`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

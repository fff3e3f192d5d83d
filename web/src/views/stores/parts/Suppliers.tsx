import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addSupplier, type StoresRead, type SupplierRead } from "@yule/contract";
import { surelyThereIn } from "@yule/derive";
import { useMemo, useState } from "react";
import { money, t } from "@yule/core";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { moneyText, numberText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { FieldRow } from "../../../kit/FieldRow.tsx";
import { useShopMoney } from "../useShopMoney.ts";
import { typedAmount } from "../../../kit/say.ts";

/** Who sells to the shop, on which terms, and how long each really takes. */
export function Suppliers({ stores }: { stores: StoresRead }) {
  const { say } = useShopMoney();
  const [changing, setChanging] = useState<SupplierRead | "new" | null>(null);
  const active = stores.suppliers.filter(({ archived }) => !archived);
  return (
    <Box as="section" aria-labelledby="suppliers" marginTop="28px" maxWidth="720px">
      <Text id="suppliers" fontFamily="heading" fontSize="20px" marginBottom="4px">{t`Who sells to you`}</Text>
      {active.length === 0 && <Text color="softInk">{t`Tell who sells what, and where it costs least is worked out, post and whole packs with it.`}</Text>}
      {active.map((supplier) => (
        <Flex key={supplier.id} justify="space-between" gap="14px" wrap="wrap" align="center" borderBottom="1px solid" borderColor="hairline" paddingY="8px">
          <Box minWidth={0} flex="1 1 300px">
            <Text fontWeight={700} overflowWrap="anywhere">
              {supplier.name}
            </Text>
            <Text color="softInk" fontSize="15px">
              {t`${termsOf(supplier, say)}. There in ${surelyThereIn(supplier)} days in 95 of 100 orders${supplier.took.length > 0 ? t`; the last took ${supplier.took.slice(0, 3).join(", ")}` : ""}.`}
            </Text>
          </Box>
          <Button size="sm" variant="outline" onClick={() => setChanging(supplier)}>
            {t`Change ${supplier.name.length > 18 ? t`it` : supplier.name}`}
          </Button>
        </Flex>
      ))}
      <Button variant="outline" marginTop="12px" onClick={() => setChanging("new")}>{t`Add a supplier`}</Button>
      {changing && <SupplierDialog supplier={changing === "new" ? null : changing} onClose={() => setChanging(null)} />}
    </Box>
  );
}

function termsOf({ postMinor, freeFromMinor, leastMinor }: SupplierRead, say: (minor: number) => string): string {
  const post = postMinor === 0 ? t`No post` : `${say(postMinor)} post${freeFromMinor === null ? "" : t`, free from ${say(freeFromMinor)}`}`;
  return leastMinor === 0 ? post : t`${post}; no order below ${say(leastMinor)}`;
}

const supplierForm = (currency: string) => {
  const { shape } = addSupplier;
  const orNothing = z.int().min(0).max(100_000_000);
  return z.object({
    name: shape.name,
    postMinor: moneyText(currency, orNothing.nullable()).transform((minor) => minor ?? 0),
    freeFromMinor: moneyText(currency, orNothing.nullable()),
    leastMinor: moneyText(currency, orNothing.nullable()).transform((minor) => minor ?? 0),
    leadDays: numberText(shape.leadDays),
  });
};

function SupplierDialog({ supplier, onClose }: { supplier: SupplierRead | null; onClose: () => void }) {
  const { currency } = useShopMoney();
  const schema = useMemo(() => supplierForm(currency), [currency]);
  const typed = (minor: number | null | undefined): string => (minor === null || minor === undefined || minor === 0 ? "" : typedAmount(money(minor), currency));
  const form = useSchemaForm(schema, {
    name: supplier?.name ?? "",
    postMinor: typed(supplier?.postMinor),
    freeFromMinor: typed(supplier?.freeFromMinor),
    leastMinor: typed(supplier?.leastMinor),
    leadDays: String(supplier?.leadDays ?? 5),
  });
  const { register, faultOf, rest } = form;
  const send = async (told: z.output<typeof schema>, archived: boolean): Promise<void> => {
    const sent = supplier
      ? await sendCommand("change-supplier", { id: supplier.id, version: supplier.version, archived, ...told }, { ownRefusals: true })
      : await sendCommand("add-supplier", { id: v7(), ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  };
  const save = form.handleSubmit((told) => send(told, false));
  const leave = form.handleSubmit((told) => send(told, true));
  return (
    <Dialog title={supplier ? supplier.name : t`A supplier`} onClose={onClose}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label={t`Name`} fault={faultOf("name")}>
            <TextInput {...register("name")} autoFocus />
          </FormField>
          <FieldRow>
            <FormField label={t`Post, ${currency}`} fault={faultOf("postMinor")}>
              <TextInput width="110px" inputMode="decimal" {...register("postMinor")} placeholder={t`none`} />
            </FormField>
            <FormField label={t`Post free from`} fault={faultOf("freeFromMinor")}>
              <TextInput width="110px" inputMode="decimal" {...register("freeFromMinor")} placeholder={t`never`} />
            </FormField>
            <FormField label={t`Least order`} fault={faultOf("leastMinor")}>
              <TextInput width="110px" inputMode="decimal" {...register("leastMinor")} placeholder={t`none`} />
            </FormField>
            <FormField label={t`Days to come`} fault={faultOf("leadDays")}>
              <TextInput width="90px" inputMode="numeric" {...register("leadDays")} />
            </FormField>
          </FieldRow>
          <FaultLines faults={rest} />
          <Flex justify="space-between" gap="12px">
            {supplier ? <Button type="button" variant="outline" onClick={() => void leave()}>{t`Buy there no more`}</Button> : <span />}
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Keep the supplier`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addOffer, type StoreRead, type StoresRead } from "@yule/contract";
import { measureOf, t } from "@yule/core";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { amountText, moneyText, numberText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { FieldRow } from "../../../kit/FieldRow.tsx";
import { useShopMoney } from "../useShopMoney.ts";
import { amountOf } from "../words.ts";

/** Who sells it, in which packs, at which price. */
export function Offers({ store, stores: { suppliers, offers } }: { store: StoreRead; stores: StoresRead }) {
  const { say } = useShopMoney();
  const [isAdding, setIsAdding] = useState(false);
  const active = suppliers.filter(({ archived }) => !archived);
  const own = offers.filter(({ storeId }) => storeId === store.id);
  return (
    <Box as="section" aria-label={t`Who sells it`} marginBottom="20px">
      <Text color="softInk" fontWeight={600}>{t`Who sells it`}</Text>
      {own.length === 0 && (
        <Text>
          {store.packCostMinor > 0
            ? t`Nobody is told: ${amountOf(store, store.pack)} for ${say(store.packCostMinor)}, ${String(store.leadDays)} days on the way, is what the shelf has.`
            : t`Nobody is told, and no price.`}
        </Text>
      )}
      {own.map((offer) => (
        <Flex key={offer.id} justify="space-between" align="center" gap="12px" borderBottom="1px solid" borderColor="hairline" paddingY="8px">
          <Text minWidth={0} overflowWrap="anywhere">
            {suppliers.find(({ id }) => id === offer.supplierId)?.name}: {offer.packName === "" ? "" : `${offer.packName}, `}
            {t`${amountOf(store, offer.pack)} for ${say(offer.priceMinor)}`}
            {offer.atLeast > 1 ? t`, at least ${String(offer.atLeast)}` : ""}
          </Text>
          <Button size="sm" variant="ghost" onClick={() => void sendCommand("drop-offer", { id: offer.id, version: offer.version })}>{t`Sold no more`}</Button>
        </Flex>
      ))}
      {active.length > 0 ? (
        <Button size="sm" variant="outline" marginTop="10px" onClick={() => setIsAdding(true)}>{t`Add a price`}</Button>
      ) : (
        <Text color="softInk" fontSize="15px">{t`Suppliers are told under What to buy.`}</Text>
      )}
      {isAdding && <OfferDialog store={store} suppliers={active} onClose={() => setIsAdding(false)} />}
    </Box>
  );
}

const offerForm = (store: StoreRead, currency: string) => {
  const { shape } = addOffer;
  return z.object({
    supplierId: shape.supplierId,
    pack: amountText(measureOf(store.kind), z.int({ message: t`an amount such as ${amountOf(store, store.pack)}` }).min(1)),
    packName: shape.packName.unwrap(),
    priceMinor: moneyText(currency, z.int({ message: t`a price above nothing` }).min(1)),
    atLeast: numberText(shape.atLeast.unwrap()),
  });
};

function OfferDialog({ store, suppliers, onClose }: { store: StoreRead; suppliers: StoresRead["suppliers"]; onClose: () => void }) {
  const { currency } = useShopMoney();
  const schema = useMemo(() => offerForm(store, currency), [store, currency]);
  const form = useSchemaForm(schema, { supplierId: suppliers[0]?.id ?? "", pack: amountOf(store, store.pack), packName: "", priceMinor: "", atLeast: "1" });
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async (told) => {
    const sent = await sendCommand("add-offer", { id: v7(), storeId: store.id, ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`A price for ${store.name}`} onClose={onClose}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          <FormField label={t`Who sells it`} fault={faultOf("supplierId")}>
            <Choice {...register("supplierId")} options={suppliers.map(({ id, name }) => ({ value: id, label: name }))} />
          </FormField>
          <FieldRow>
            <FormField label={t`One pack holds`} fault={faultOf("pack")}>
              <TextInput width="130px" {...register("pack")} />
            </FormField>
            <FormField label={t`It is called`} fault={faultOf("packName")}>
              <TextInput width="140px" placeholder={t`pad, roll, tube`} {...register("packName")} />
            </FormField>
            <FormField label={t`Price, ${currency}`} fault={faultOf("priceMinor")}>
              <TextInput width="110px" inputMode="decimal" {...register("priceMinor")} />
            </FormField>
            <FormField label={t`Packs at least`} fault={faultOf("atLeast")}>
              <TextInput width="90px" inputMode="numeric" {...register("atLeast")} />
            </FormField>
          </FieldRow>
          <FaultLines faults={rest} />
          <Flex justify="flex-end">
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Keep the price`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

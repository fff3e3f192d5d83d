import { kindWord } from "../../../kit/kinds.ts";
import { Button, Flex } from "@chakra-ui/react";
import { addStore, grainSides, surfaces, type CommandInput, type StoreRead } from "@yule/contract";
import { measureOf, money, t } from "@yule/core";
import { useMemo } from "react";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { amountText, moneyText, numberText, openChoice } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { FieldRow } from "../../../kit/FieldRow.tsx";
import { OffARoll } from "./OffARoll.tsx";
import { useShopMoney } from "../useShopMoney.ts";
import { amountOf } from "../words.ts";
import { typedAmount } from "../../../kit/say.ts";

const { shape } = addStore;
const notTold = () => ({ value: "", label: t`not told` });

const materialForm = (store: StoreRead, currency: string) =>
  z.object({
    name: shape.name,
    place: shape.place.unwrap(),
    position: numberText(shape.position.unwrap(), 0),
    code: z
      .string()
      .transform((text) => (text.trim() === "" ? null : text))
      .pipe(shape.code.unwrap()),
    pack: amountText(measureOf(store.kind), shape.pack),
    packCostMinor: moneyText(currency, z.int().min(0).max(100_000_000).nullable()).transform((minor) => minor ?? 0),
    leadDays: numberText(shape.leadDays),
    keepsDays: numberText(shape.keepsDays.unwrap(), null),
    gsm: numberText(shape.gsm.unwrap(), null),
    surface: openChoice(shape.surface.unwrap()),
    grain: openChoice(shape.grain.unwrap()),
    deckle: z.boolean(),
    holdsMasking: z.boolean(),
  });

/** What is told of a material beyond how much there is. */
export function MaterialDialog({ store, onClose }: { store: StoreRead; onClose: () => void }) {
  const { currency } = useShopMoney();
  const schema = useMemo(() => materialForm(store, currency), [store, currency]);
  const isPaper = store.kind === "sheet";
  const form = useSchemaForm(schema, {
    name: store.name,
    place: store.place,
    position: String(store.position),
    code: store.code ?? "",
    pack: amountOf(store, store.pack),
    packCostMinor: store.packCostMinor === 0 ? "" : typedAmount(money(store.packCostMinor), currency),
    leadDays: String(store.leadDays),
    keepsDays: store.keepsDays === null ? "" : String(store.keepsDays),
    gsm: store.gsm === null ? "" : String(store.gsm),
    surface: store.surface ?? "",
    grain: store.grain ?? "",
    deckle: store.deckle,
    holdsMasking: store.holdsMasking,
  });
  const { register, faultOf, rest } = form;
  const send = async (told: Omit<CommandInput<"change-store">, "id" | "version">): Promise<void> => {
    const sent = await sendCommand("change-store", { id: store.id, version: store.version, ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  };
  const save = form.handleSubmit(({ name, ...told }) => send(store.kind === "paint" ? told : { name, ...told }));
  return (
    <Dialog title={store.name} onClose={onClose}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Flex direction="column" gap="14px">
          {store.kind !== "paint" && (
            <FormField label={t`What it is`} fault={faultOf("name")}>
              <TextInput {...register("name")} />
            </FormField>
          )}
          <FieldRow>
            <FormField label={t`Where it lies`} fault={faultOf("place")}>
              <TextInput width="190px" {...register("place")} />
            </FormField>
            <FormField label={t`Turn on the walk`} fault={faultOf("position")}>
              <TextInput width="110px" inputMode="numeric" {...register("position")} />
            </FormField>
            <FormField label={t`Code of its label`} fault={faultOf("code")}>
              <TextInput width="140px" placeholder={t`none`} {...register("code")} />
            </FormField>
          </FieldRow>
          <FieldRow>
            <FormField label={t`One pack holds`} fault={faultOf("pack")}>
              <TextInput width="120px" {...register("pack")} />
            </FormField>
            <FormField label={t`It costs, ${currency}`} fault={faultOf("packCostMinor")}>
              <TextInput width="110px" inputMode="decimal" {...register("packCostMinor")} />
            </FormField>
            <FormField label={t`Days to come`} fault={faultOf("leadDays")}>
              <TextInput width="90px" inputMode="numeric" {...register("leadDays")} />
            </FormField>
            <FormField label={t`Keeps once open, days`} fault={faultOf("keepsDays")}>
              <TextInput width="110px" inputMode="numeric" placeholder={t`for ever`} {...register("keepsDays")} />
            </FormField>
          </FieldRow>
          {(isPaper || store.kind === "card stock") && <OffARoll store={store} onPack={(sheets) => form.setValue("pack", sheets, { shouldValidate: true })} />}
          {isPaper && (
            <>
              <FieldRow>
                <FormField label={t`Weight, gsm`} fault={faultOf("gsm")}>
                  <TextInput width="100px" inputMode="numeric" {...register("gsm")} />
                </FormField>
                <FormField label={t`Surface`} fault={faultOf("surface")}>
                  <Choice {...register("surface")} options={[notTold(), ...surfaces.map((value) => ({ value, label: kindWord(value) }))]} />
                </FormField>
                <FormField label={t`Grain along`} fault={faultOf("grain")}>
                  <Choice {...register("grain")} options={[notTold(), ...grainSides.map((value) => ({ value, label: t`the ${value}` }))]} />
                </FormField>
              </FieldRow>
              <Flex gap="22px" wrap="wrap">
                <Tick {...register("deckle")}>{t`deckle edges`}</Tick>
                <Tick {...register("holdsMasking")}>{t`it holds masking fluid`}</Tick>
              </Flex>
            </>
          )}
          <FaultLines faults={rest} />
          <Flex justify="space-between" gap="12px" wrap="wrap">
            <Button type="button" variant="outline" onClick={() => void send({ archived: true })}>{t`Put it away for good`}</Button>
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Keep what is told`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

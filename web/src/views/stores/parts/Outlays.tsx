import { kindWord } from "../../../kit/kinds.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addOutlay, outlayKinds, type OutlayRead } from "@yule/contract";
import { type Day, t } from "@yule/core";
import { useMemo } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { moneyText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, UNDER_LABEL } from "../../../kit/FormField.tsx";
import { FieldRow } from "../../../kit/FieldRow.tsx";
import { useShopMoney } from "../useShopMoney.ts";
import { printDay } from "../../../kit/say.ts";
import { DayField } from "../../../kit/DayField.tsx";

const { shape } = addOutlay;
const outlayForm = (currency: string) =>
  z.object({ title: shape.title, kind: shape.kind, costMinor: moneyText(currency, z.int({ message: t`an amount above nothing` }).min(1)), on: shape.on });

/** Money that no single card took: tools, tables at fairs, a printer's bill. Shared by the cards of the season. */
export function Outlays({ outlays, today }: { outlays: readonly OutlayRead[]; today: Day }) {
  const { say, currency } = useShopMoney();
  const schema = useMemo(() => outlayForm(currency), [currency]);
  const form = useSchemaForm(schema, { title: "", kind: "tool", costMinor: "", on: today });
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async (told) => {
    const sent = await sendCommand("add-outlay", { id: v7(), ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else form.reset();
  });
  return (
    <Box maxWidth="760px">
      <Fold title={t`Tools, fairs and printing of this season${outlays.length === 0 ? "" : `: ${say(outlays.reduce((sum, { costMinor }) => sum + costMinor, 0))}`}`}>
        {outlays.map((outlay) => (
          <Flex key={outlay.id} justify="space-between" align="center" gap="12px" borderBottom="1px solid" borderColor="hairline" paddingY="6px">
            <Text minWidth={0} overflowWrap="anywhere">
              {outlay.title}
              <Text as="span" color="softInk">
                , {outlay.kind}, {printDay(outlay.on)}
              </Text>
            </Text>
            <Flex gap="12px" align="center">
              <Text whiteSpace="nowrap">{say(outlay.costMinor)}</Text>
              <Button size="sm" variant="ghost" onClick={() => void sendCommand("drop-outlay", { id: outlay.id, version: outlay.version })}>{t`Not paid`}</Button>
            </Flex>
          </Flex>
        ))}
        <form onSubmit={(event) => void save(event)} noValidate aria-label={t`An outlay`}>
          <FieldRow>
            <FormField label={t`What was paid for`} fault={faultOf("title")}>
              <TextInput width="220px" {...register("title")} />
            </FormField>
            <FormField label={t`Kind`} fault={faultOf("kind")}>
              <Choice {...register("kind")} options={outlayKinds.map((value) => ({ value, label: kindWord(value) }))} />
            </FormField>
            <FormField label={t`Paid, ${currency}`} fault={faultOf("costMinor")}>
              <TextInput width="110px" inputMode="decimal" {...register("costMinor")} />
            </FormField>
            <FormField label={t`On`} fault={faultOf("on")}>
              <DayField form={form} name="on" />
            </FormField>
            <Button type="submit" variant="outline" marginTop={UNDER_LABEL}>{t`Add the outlay`}</Button>
          </FieldRow>
          <FaultLines faults={rest} />
        </form>
      </Fold>
    </Box>
  );
}

import { kindWord } from "../../../kit/kinds.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { PaintRead } from "@yule/contract";
import { COVERINGS, FORM_STRENGTH, FORMS, nearPigments, pigmentOf, type ShelfPaint, t } from "@yule/core";
import { modelled } from "@yule/derive";
import { useMemo } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { useSchemaForm, type SchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { paintForm, paintSeen, paintTexts, pigmentsRead, type PaintTexts } from "../paintForm.ts";

/** A paint is put on the shelf or changed. Its pigments are enough; whatever is told beside them holds. */
export function PaintDialog({ paint, currency, onClose }: { paint: PaintRead | null; currency: string; onClose: () => void }) {
  const schema = useMemo(() => paintForm(paint, currency), [paint, currency]);
  const form = useSchemaForm(schema, paintTexts(paint, currency), { asRead: pigmentsRead });
  const { register, faultOf } = form;
  const texts = form.watch();
  const facts = paintSeen(texts);
  const [seen] = facts.pigments.length > 0 || facts.chart ? modelled({ ...facts, id: paint?.id ?? "draft", version: 1, gone: false }) : [];
  const keep = form.handleSubmit(async (read) => {
    const sent = paint
      ? await sendCommand("change-paint", { ...read, version: paint.version }, { ownRefusals: true })
      : await sendCommand("add-paint", read, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={paint ? paint.name : t`A paint for the shelf`} onClose={onClose}>
      <form onSubmit={(event) => void keep(event)} noValidate>
        <Flex direction="column" gap="14px">
          <Flex gap="14px" wrap="wrap" align="flex-start">
            <Box flex="1" minWidth="200px">
              <FormField label={t`Pigments`} fault={faultOf("pigments")}>
                <TextInput {...register("pigments")} placeholder="PB29" autoFocus />
              </FormField>
              <PigmentLine told={facts.pigments} />
            </Box>
            <Box flex="none" width="170px" height="78px">
              {seen && <Wash kind="strip" film={seen.film} granulates={seen.granulates} width={170} height={76} label={t`${texts.name || t`this paint`}, from tea to butter`} />}
            </Box>
          </Flex>
          <Flex gap="14px" wrap="wrap">
            <Box flex="1" minWidth="200px">
              <FormField label={t`What you call it`} fault={faultOf("name")}>
                <TextInput {...register("name")} placeholder={pigmentOf(facts.pigments[0] ?? "")?.name ?? t`Ferry Blue`} />
              </FormField>
            </Box>
            <Box width="130px">
              <FormField label={t`Comes as`}>
                <Choice {...register("form")} options={FORMS.map((each) => ({ value: each, label: kindWord(each) }))} />
              </FormField>
            </Box>
          </Flex>
          <Flex gap="14px" wrap="wrap">
            <Box width="130px">
              <FormField label={t`ml in one`} fault={faultOf("ml")}>
                <TextInput inputMode="decimal" {...register("ml")} />
              </FormField>
            </Box>
            <Box width="130px">
              <FormField label={t`costs, ${currency}`} fault={faultOf("costMinor")}>
                <TextInput inputMode="decimal" {...register("costMinor")} />
              </FormField>
            </Box>
          </Flex>
          <Fold title={t`What differs from its pigments`}>
            <Differences form={form} seen={seen} usualStrength={FORM_STRENGTH[texts.form]} />
          </Fold>
          {seen && seen.hazards.length > 0 && <Text color="tight">{t`⚠ Holds ${seen.hazards.join(", ")}: read its label.`}</Text>}
          <FaultLines faults={form.rest} />
          <Flex justify="space-between" gap="12px" wrap="wrap">
            {paint ? (
              <Button
                variant="outline"
                type="button"
                onClick={() => {
                  void sendCommand("shelve-paint", { id: paint.id, version: paint.version, gone: true });
                  onClose();
                }}
              >{t`It is used up`}</Button>
            ) : (
              <span />
            )}
            <Button type="submit" disabled={form.formState.isSubmitting}>
              {paint ? t`Keep it so` : t`Put it there`}
            </Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

/** What the maker knows better than the table of pigments. */
function Differences({ form, seen, usualStrength }: { form: SchemaForm<PaintTexts, unknown>; seen: ShelfPaint | undefined; usualStrength: number }) {
  const { register, faultOf } = form;
  const yesNo = (label: string, field: "stains" | "granulates" | "metallic", usual: boolean | undefined) => (
    <FormField label={label}>
      <Choice
        {...register(field)}
        options={[
          { value: "", label: usual === undefined ? t`by its pigments` : t`by its pigments: ${usual ? t`yes` : t`no`}` },
          { value: "yes", label: t`yes` },
          { value: "no", label: t`no` },
        ]}
      />
    </FormField>
  );
  return (
    <Flex gap="14px" wrap="wrap">
      <FormField label={t`Covers`}>
        <Choice
          {...register("covering")}
          options={[{ value: "", label: seen ? t`by its pigments: ${seen.covering}` : t`by its pigments` }, ...COVERINGS.map((each) => ({ value: each, label: kindWord(each) }))]}
        />
      </FormField>
      {yesNo("Stains", "stains", seen?.stains)}
      {yesNo("Granulates", "granulates", seen?.granulates)}
      {yesNo("Metallic", "metallic", seen?.metallic)}
      <Box width="150px">
        <FormField label={t`Lightfast, 1 to 8`} fault={faultOf("lightfast")}>
          <TextInput inputMode="numeric" {...register("lightfast")} placeholder={seen ? String(seen.lightfast) : ""} />
        </FormField>
      </Box>
      <Box width="190px">
        <FormField label={t`Times as strong as a pan`} fault={faultOf("strength")}>
          <TextInput inputMode="decimal" {...register("strength")} placeholder={String(usualStrength)} />
        </FormField>
      </Box>
      <Box width="190px">
        <FormField label={t`Its wash on your chart`} fault={faultOf("chart")}>
          <TextInput {...register("chart")} placeholder="#5566aa" />
        </FormField>
      </Box>
    </Flex>
  );
}

/** Each pigment as it is known, or near names while it is not. */
function PigmentLine({ told }: { told: readonly string[] }) {
  return (
    <Text fontSize="15px" color="softInk" aria-live="polite">
      {told.map((index) => {
        const pigment = pigmentOf(index);
        return (
          <span key={index} style={{ display: "block" }}>
            {pigment
              ? t`${pigment.index}: ${pigment.name.toLowerCase()}, lightfast ${String(pigment.lightfast)} of 8`
              : index.length > 2
                ? t`${index} is no pigment that is known here; near it: ${nearPigments(index).join(", ")}`
                : ""}
          </span>
        );
      })}
    </Text>
  );
}

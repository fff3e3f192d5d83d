import { rich } from "../../../kit/rich.tsx";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { DesignRead, SeriesRead } from "@yule/contract";
import { lengthOfUnits, mm, type FamilyFinding, t } from "@yule/core";
import { Controller } from "react-hook-form";
import { sendCommand } from "../../../data/outbox.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { traitChanged, traitsForm, traitsTexts, type TraitsTexts } from "../traitsForm.ts";

const sides = () => [
  { value: "", label: t`not told` },
  { value: "left", label: t`the left` },
  { value: "right", label: t`the right` },
];
const yesOrNo = () => [
  { value: "", label: t`not told` },
  { value: "yes", label: t`yes` },
  { value: "no", label: t`no` },
];
/** A line wider than this is left out, not drawn. */
const WIDEST_LINE = mm(20);

/** What a card shows and for whom it is, so that it can be held against its family and against who cards are wanted for. */
export function TraitsPanel({ design, series, findings }: { design: DesignRead; series: SeriesRead | undefined; findings: readonly FamilyFinding[] }) {
  const { traits } = design;
  const form = useSchemaForm(traitsForm, traitsTexts(traits), { values: traitsTexts(traits) });
  const { register, faultOf } = form;
  /** One field is kept by itself, whatever stands in the others. */
  const put = async (field: keyof TraitsTexts): Promise<void> => {
    if (!(await form.trigger(field))) return;
    const changed = traitChanged(field, form.getValues(), traits);
    if (!changed) return;
    const sent = await sendCommand("change-traits", { id: design.id, traits: changed }, { ownRefusals: true, quiet: true });
    if (sent.state === "refused") form.refuse(sent.problem);
  };
  const choice = (label: string, field: "light" | "highlight" | "looks" | "recurring", options: readonly { value: string; label: string }[], width = "150px") => (
    <Box width={width}>
      <FormField label={label} fault={faultOf(field)}>
        <Choice {...register(field, { onChange: () => void put(field) })} options={options} />
      </FormField>
    </Box>
  );
  const words = (label: string, field: "elements" | "suits" | "shows" | "ages", placeholder: string, width = "210px") => (
    <Box width={width}>
      <FormField label={label} fault={faultOf(field)}>
        <TextInput {...register(field, { onBlur: () => void put(field) })} placeholder={placeholder} />
      </FormField>
    </Box>
  );
  return (
    <Box as="section" aria-label={t`In its family`} marginTop="26px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
        {rich`In its family${series && `, ${series.name}`}`}
      </Heading>
      {findings.map((finding) => (
        <Text key={finding.rule + (finding.colourway ?? "")} color={finding.severity === "breaks" ? "cannot" : "tight"} fontWeight={600}>
          {t`${finding.says}. Mend: ${finding.mend}.`}
        </Text>
      ))}
      <Flex gap="12px" wrap="wrap" align="flex-start" marginTop="8px">
        {choice(t`Light from`, "light", sides())}
        {choice(t`Highlights on`, "highlight", sides())}
        {choice(t`Looks`, "looks", [...sides(), { value: "ahead", label: t`ahead` }])}
        <Controller
          control={form.control}
          name="line"
          render={({ field }) => (
            <LengthField
              label={t`Outline, width`}
              value={field.value === null ? null : lengthOfUnits(field.value)}
              usual="0.3 mm"
              onRead={(line) => (field.onChange(line > WIDEST_LINE ? null : line), void put("line"))}
              onEmpty={() => (field.onChange(null), void put("line"))}
              fault={faultOf("line")}
            />
          )}
        />
        {words(t`How many are shown`, "elements", t`not told`, "150px")}
        {series?.ties.recurring && choice(`Carries ${series.ties.recurring}`, "recurring", yesOrNo(), "190px")}
        {words(t`For occasions`, "suits", "any")}
        {words("Shows", "shows", t`such as flowers, glitter`)}
        {words(t`For ages`, "ages", "grown-ups", "150px")}
      </Flex>
      <FaultLines faults={form.rest} />
    </Box>
  );
}

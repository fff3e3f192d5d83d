import { kindWord } from "../../../../kit/kinds.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { addSentiment, lettering, tones, type CommandInput } from "@yule/contract";
import { signsMissing, type LengthSystem, t, wordsFor } from "@yule/core";
import { useMemo } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../../data/outbox.ts";
import { Dialog } from "../../../../kit/Dialog.tsx";
import { lengthText, openChoice } from "../../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../../kit/FormField.tsx";
import { useMeasure } from "../../../../kit/measure.tsx";

const options = (values: readonly string[]) => values.map((value) => ({ value, label: kindWord(value) }));
const MEANS = wordsFor({ hand: () => t`written by hand`, stamp: () => t`a stamp`, sticker: () => t`a sticker` });

/** What is written by hand has no size of its own. */
const wordsForm = (system: LengthSystem) =>
  z
    .object({
      text: addSentiment.shape.text,
      occasion: openChoice(z.string().nullable()),
      recipient: z.string(),
      tone: z.enum(tones),
      language: addSentiment.shape.language.unwrap(),
      neutral: z.boolean(),
      means: z.enum(lettering),
      width: lengthText(system, z.int().nullable()),
      height: lengthText(system, z.int().nullable()),
    })
    .transform((words): CommandInput<"add-sentiment"> => ({ ...words, id: v7(), ...(words.means === "hand" ? { width: null, height: null } : {}) }))
    .pipe(addSentiment);

/** Words for cards, once and for all designs. */
export function NewWords({ suits, onClose }: { suits: readonly string[]; onClose: () => void }) {
  const { system } = useMeasure();
  const schema = useMemo(() => wordsForm(system), [system]);
  const form = useSchemaForm(schema, {
    text: "",
    occasion: suits[0] ?? "",
    recipient: "",
    tone: "plain",
    language: "en",
    neutral: false,
    means: "hand",
    width: "",
    height: "",
  });
  const { register, faultOf } = form;
  const [text, means] = form.watch(["text", "means"]);
  const strange = means === "hand" ? signsMissing(text) : [];
  const keep = form.handleSubmit(async (words) => {
    const sent = await sendCommand("add-sentiment", words, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`New words`} onClose={onClose}>
      <form onSubmit={(event) => void keep(event)} noValidate>
        <Flex direction="column" gap="12px">
          <FormField label={t`Words`} fault={faultOf("text")}>
            <TextInput {...register("text")} autoFocus placeholder={t`Thank you kindly`} />
          </FormField>
          {strange.length > 0 && <Text color="tight">{t`The measuring hand does not know ${strange.join(" ")}; it takes each to be as wide as an m.`}</Text>}
          <Flex gap="12px" wrap="wrap">
            <Box flex="1" minWidth="150px">
              <FormField label={t`Occasion`} fault={faultOf("occasion")}>
                <TextInput {...register("occasion")} placeholder={t`any`} />
              </FormField>
            </Box>
            <Box flex="1" minWidth="150px">
              <FormField label={t`For whom`} fault={faultOf("recipient")}>
                <TextInput {...register("recipient")} placeholder={t`anybody`} />
              </FormField>
            </Box>
          </Flex>
          <Flex gap="12px" wrap="wrap">
            <Box width="150px">
              <FormField label={t`Put on as`}>
                <Choice {...register("means")} options={lettering.map((value) => ({ value, label: MEANS[value] }))} />
              </FormField>
            </Box>
            <Box width="130px">
              <FormField label={t`Tone`}>
                <Choice {...register("tone")} options={options(tones)} />
              </FormField>
            </Box>
            <Box width="110px">
              <FormField label={t`Language`} fault={faultOf("language")}>
                <TextInput {...register("language")} />
              </FormField>
            </Box>
          </Flex>
          {means !== "hand" && (
            <Flex gap="12px">
              {(["width", "height"] as const).map((side) => (
                <FormField key={side} label={`${means} ${side}`} fault={faultOf(side)}>
                  <TextInput width="116px" {...register(side)} />
                </FormField>
              ))}
            </Flex>
          )}
          <Tick {...register("neutral")}>{t`neutral: names no feast`}</Tick>
          {means === "stamp" && <Text color="softInk">{t`Stamped images may carry their maker’s licence when cards are sold: check it.`}</Text>}
          <FaultLines faults={form.rest} />
          <Flex justify="flex-end">
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Keep the words`}</Button>
          </Flex>
        </Flex>
      </form>
    </Dialog>
  );
}

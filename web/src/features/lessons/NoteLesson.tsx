import { kindWord } from "../../kit/kinds.ts";
import { t } from "@yule/core";
import { Box, Button, Flex } from "@chakra-ui/react";
import { lessonKinds, lessonMoments, noteLesson, type DesignRead, type LessonMoment } from "@yule/contract";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../data/outbox.ts";
import { Fold } from "../../kit/Fold.tsx";
import { openChoice } from "../../kit/form/texts.ts";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, UNDER_LABEL } from "../../kit/FormField.tsx";
import { LESSON_WORDS } from "./Lessons.tsx";

/** When a lesson of a stage is said again: where such a stage is done. */
const momentOf = (kind: DesignRead["stages"][number]["kind"]): LessonMoment => (kind === "assemble" || kind === "finish" ? "finishing" : "painting");

const { shape } = noteLesson;
const lessonForm = z.object({ text: shape.text, kind: z.enum(lessonKinds), stageId: openChoice(z.uuid().nullable()), moment: z.enum(lessonMoments) });

/** A lesson noted while it is fresh: to be kept, changed or never done again, at the stage it concerns. */
export function NoteLesson({ design, isOpen = false }: { design: Pick<DesignRead, "id" | "name" | "stages"> | null; isOpen?: boolean }) {
  const form = useSchemaForm(lessonForm, { text: "", kind: "keep", stageId: "", moment: "painting" });
  const { register, faultOf } = form;
  const stageOf = (id: string | null) => design?.stages.find((each) => each.id === id);
  const keep = form.handleSubmit(async ({ stageId, moment, ...lesson }) => {
    const stage = stageOf(stageId);
    const payload = { ...lesson, id: v7(), moment: stage ? momentOf(stage.kind) : moment, designId: design?.id ?? null, stageId: stage?.id ?? null };
    const sent = await sendCommand("note-lesson", payload, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else form.resetField("text");
  });
  const fields = (
    <form onSubmit={(event) => void keep(event)} noValidate>
      <Flex gap="10px" wrap="wrap" align="flex-start">
        <Box flex="1" minWidth="220px">
          <FormField label={t`What was learned`} fault={faultOf("text")}>
            <TextInput {...register("text")} placeholder={t`Soap the brush before masking fluid`} />
          </FormField>
        </Box>
        <Box width="150px">
          <FormField label={t`Next time`}>
            <Choice {...register("kind")} options={lessonKinds.map((each) => ({ value: each, label: LESSON_WORDS[each] }))} />
          </FormField>
        </Box>
        {design && (
          <Box width="190px">
            <FormField label={t`At the stage`} fault={faultOf("stageId")}>
              <Choice {...register("stageId")} options={[{ value: "", label: t`none of them` }, ...design.stages.map((each) => ({ value: each.id, label: each.name }))]} />
            </FormField>
          </Box>
        )}
        {!stageOf(form.watch("stageId")) && (
          <Box width="150px">
            <FormField label={t`Say it when`}>
              <Choice {...register("moment")} options={lessonMoments.map((each) => ({ value: each, label: kindWord(each) }))} />
            </FormField>
          </Box>
        )}
        <Button variant="outline" type="submit" marginTop={UNDER_LABEL}>{t`Note it`}</Button>
      </Flex>
      <FaultLines faults={form.rest} />
    </form>
  );
  return isOpen ? fields : <Fold title={<>{t`Note a lesson${design ? t` about ${design.name}` : ""}`}</>}>{fields}</Fold>;
}

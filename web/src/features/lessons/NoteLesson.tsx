import type { Fault } from "@yule/core";
import { Box, Button, Flex } from "@chakra-ui/react";
import { faultsOf, lessonKinds, lessonMoments, noteLesson, problemFaults, type DesignRead, type LessonKind, type LessonMoment } from "@yule/contract";
import { useState } from "react";
import { v7 } from "uuid";
import { Fold } from "../../kit/Fold.tsx";
import { Choice, FaultLines, FormField, TextInput } from "../../kit/FormField.tsx";
import { LESSON_WORDS } from "./Lessons.tsx";
import { sendCommand } from "../../data/outbox.ts";

/** When a lesson of a stage is said again: where such a stage is done. */
const momentOf = (kind: DesignRead["stages"][number]["kind"]): LessonMoment => (kind === "assemble" || kind === "finish" ? "finishing" : "painting");

/** A lesson noted while it is fresh: to be kept, changed or never done again, at the stage it concerns. */
export function NoteLesson({ design, isOpen = false }: { design: Pick<DesignRead, "id" | "name" | "stages"> | null; isOpen?: boolean }) {
  const [text, setText] = useState("");
  const [kind, setKind] = useState<LessonKind>("keep");
  const [stageId, setStageId] = useState("");
  const [moment, setMoment] = useState<LessonMoment>("painting");
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const stage = design?.stages.find((each) => each.id === stageId);
  const keep = async (): Promise<void> => {
    const lesson = { id: v7(), text, kind, moment: stage ? momentOf(stage.kind) : moment, designId: design?.id ?? null, stageId: stage?.id ?? null };
    const read = noteLesson.safeParse(lesson);
    setFaults(read.success ? [] : faultsOf(read.error, lesson));
    if (!read.success) return;
    const sent = await sendCommand("note-lesson", lesson, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    else setText("");
  };
  const form = (
    <>
      <Flex gap="10px" wrap="wrap" align="flex-end">
        <Box flex="1" minWidth="220px">
          <FormField label="What was learned">
            <TextInput value={text} onChange={(change) => setText(change.target.value)} placeholder="Soap the brush before masking fluid" />
          </FormField>
        </Box>
        <Box width="150px">
          <FormField label="Next time">
            <Choice
              value={kind}
              onChange={(change) => setKind(change.target.value as LessonKind)}
              options={lessonKinds.map((each) => ({ value: each, label: LESSON_WORDS[each] }))}
            />
          </FormField>
        </Box>
        {design && (
          <Box width="190px">
            <FormField label="At the stage">
              <Choice
                value={stageId}
                onChange={(change) => setStageId(change.target.value)}
                options={[{ value: "", label: "none of them" }, ...design.stages.map((each) => ({ value: each.id, label: each.name }))]}
              />
            </FormField>
          </Box>
        )}
        {!stage && (
          <Box width="150px">
            <FormField label="Say it when">
              <Choice value={moment} onChange={(change) => setMoment(change.target.value as LessonMoment)} options={lessonMoments.map((each) => ({ value: each, label: each }))} />
            </FormField>
          </Box>
        )}
        <Button variant="outline" onClick={() => void keep()}>
          Note it
        </Button>
      </Flex>
      <FaultLines faults={faults} />
    </>
  );
  return isOpen ? form : <Fold title={<>Note a lesson{design ? ` about ${design.name}` : ""}</>}>{form}</Fold>;
}

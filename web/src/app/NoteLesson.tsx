import { Box, Button, Flex } from "@chakra-ui/react";
import { faultLine, faultsOf, lessonMoments, noteLesson, type LessonMoment } from "@yule/contract";
import { useState } from "react";
import { v7 } from "uuid";
import { Fold } from "../kit/Fold.tsx";
import { Choice, FaultLines, FormField, TextInput } from "../kit/FormField.tsx";
import { give } from "./outbox.ts";

/** A lesson noted while it is fresh. */
export function NoteLesson({ designId, designName }: { designId: string | null; designName: string | null }) {
  const [text, setText] = useState("");
  const [moment, setMoment] = useState<LessonMoment>("painting");
  const [faults, setFaults] = useState<readonly string[]>([]);
  const keep = async (): Promise<void> => {
    const lesson = { id: v7(), text, moment, designId };
    const read = noteLesson.safeParse(lesson);
    setFaults(read.success ? [] : faultsOf(read.error, lesson).map(faultLine));
    if (!read.success) return;
    const sent = await give("note-lesson", lesson);
    if (sent.state === "refused") setFaults([sent.problem.detail]);
    else setText("");
  };
  return (
    <Fold title={<>Note a lesson{designName ? ` about ${designName}` : ""}</>}>
      <Flex gap="10px" wrap="wrap" align="flex-end">
        <Box flex="1" minWidth="220px">
          <FormField label="What was learned">
            <TextInput value={text} onChange={(change) => setText(change.target.value)} placeholder="Soap the brush before masking fluid" />
          </FormField>
        </Box>
        <Box width="170px">
          <FormField label="Say it when">
            <Choice value={moment} onChange={(change) => setMoment(change.target.value as LessonMoment)} options={lessonMoments.map((each) => ({ value: each, label: each }))} />
          </FormField>
        </Box>
        <Button variant="outline" onClick={() => void keep()}>
          Note it
        </Button>
      </Flex>
      <FaultLines faults={faults} />
    </Fold>
  );
}

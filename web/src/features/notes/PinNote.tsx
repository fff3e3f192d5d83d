import { Box, Button, Flex, Text, Textarea } from "@chakra-ui/react";
import { LONGEST_RECORDING_S, pinNote, problemFaults, type Problem } from "@yule/contract";
import { plural, t, type Fault } from "@yule/core";
import { useEffect, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../data/outbox.ts";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";
import { INPUT } from "../../kit/LengthField.tsx";
import { FaultLines, FilePick, FormField } from "../../kit/FormField.tsx";
import { pictureSolver } from "../../workers/pictureSolver.ts";
import type { Shrunk } from "../../workers/picture.worker.ts";
import { wrongWith } from "../picture/header.ts";
import { keepPhoto } from "../picture/keepPicture.ts";
import { z } from "zod";
import { keepRecording } from "./keepRecording.ts";
import { useRecorder } from "./useRecorder.ts";

const noteForm = z.object({ text: pinNote.shape.text });
const seconds = (count: number): string => plural(count, { one: "# second", other: "# seconds" });

/** Pins words, a photo or a voice note to an entry: all of it, or nothing. */
export function PinNote({ eventId, onDone }: { eventId: string; onDone: () => void }) {
  const form = useSchemaForm(noteForm, { text: "" });
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const [isKeeping, setKeeping] = useState(false);
  const photo = usePhotoOfNote(setFaults);
  const { recording, fault, start, stop, forget } = useRecorder();

  const refuse = (problem: Problem): void => {
    setKeeping(false);
    setFaults(problemFaults(problem));
  };
  const keep = form.handleSubmit(async ({ text }) => {
    setFaults([]);
    if (text === "" && !photo.shrunk && recording.state !== "done") return setFaults([t`Write some words, or add a photo or a voice note.`]);
    setKeeping(true);
    const picture = photo.shrunk ? await keepPhoto(photo.shrunk) : null;
    if (picture && "problem" in picture) return refuse(picture.problem);
    const sound = recording.state === "done" ? await keepRecording(recording.blob) : null;
    if (sound && "problem" in sound) return refuse(sound.problem);
    const sent = await sendCommand("pin-note", { id: v7(), eventId, text, pictureId: picture?.id ?? null, recordingId: sound?.id ?? null }, { ownRefusals: true });
    if (sent.state === "refused") return refuse(sent.problem);
    onDone();
  });
  return (
    <form onSubmit={(event) => void keep(event)} noValidate aria-label={t`Pin a note`}>
      <Box maxWidth="560px" paddingY="6px">
        <FormField label={t`Note`} fault={form.faultOf("text")}>
          <Textarea rows={2} {...INPUT} width="100%" height="auto" paddingY="8px" {...form.register("text")} placeholder={t`What the taps do not tell`} autoFocus />
        </FormField>
        <Flex gap="10px" wrap="wrap" align="center" marginTop="8px">
          <FilePick accept="image/png,image/jpeg" onPick={(file) => void photo.take(file)}>
            {photo.shrunk ? t`Take another photo` : t`Add a photo`}
          </FilePick>
          {recording.state === "none" && <Button variant="outline" onClick={() => void start()}>{t`Record a voice note`}</Button>}
          {recording.state === "going" && (
            <>
              <Button variant="outline" onClick={stop}>{t`Stop recording`}</Button>
              <Text role="status">{t`${seconds(recording.seconds)} of at most ${LONGEST_RECORDING_S}`}</Text>
            </>
          )}
          {recording.state === "done" && (
            <>
              <audio controls src={recording.url} aria-label={t`The voice note, ${seconds(recording.seconds)}`} style={{ height: 44, maxWidth: "100%" }} />
              <Button variant="ghost" onClick={forget}>{t`Leave the voice note out`}</Button>
            </>
          )}
        </Flex>
        {photo.url && (
          <Flex gap="10px" align="center" marginTop="8px">
            <img src={photo.url} alt={t`The photo to be pinned`} style={{ maxHeight: 120, maxWidth: 180, borderRadius: 4 }} />
            <Button variant="ghost" onClick={photo.leave}>{t`Leave the photo out`}</Button>
          </Flex>
        )}
        <FaultLines faults={[...faults, ...(fault === null ? [] : [fault]), ...form.rest]} />
        <Flex gap="10px" marginTop="8px">
          <Button type="submit" disabled={isKeeping || recording.state === "going"}>{t`Pin the note`}</Button>
          <Button variant="ghost" onClick={onDone}>{t`Leave it`}</Button>
        </Flex>
      </Box>
    </form>
  );
}

/** A photo for the note, made no larger than is kept. */
function usePhotoOfNote(fail: (faults: readonly string[]) => void) {
  const [shrunk, setShrunk] = useState<Shrunk | null>(null);
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    if (!shrunk) return setUrl(null);
    const made = URL.createObjectURL(shrunk.small);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [shrunk]);
  const take = async (file: Blob): Promise<void> => {
    try {
      const wrong = await wrongWith(file);
      fail(wrong ? [wrong] : []);
      if (!wrong) setShrunk(await pictureSolver().shrink(file));
    } catch {
      fail([t`The file breaks off or cannot be read. Choose a whole PNG or JPEG.`]);
    }
  };
  return { shrunk, url, take, leave: () => setShrunk(null) };
}

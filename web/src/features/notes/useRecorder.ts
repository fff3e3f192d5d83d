import { LONGEST_RECORDING_S } from "@yule/contract";
import { t } from "@yule/core";
import { useEffect, useRef, useState } from "react";

/** A voice note on its way: not begun, being recorded for so many seconds, or there to be heard. */
export type Recording =
  | { readonly state: "none" }
  | { readonly state: "going"; readonly seconds: number }
  | { readonly state: "done"; readonly blob: Blob; readonly url: string; readonly seconds: number };

const SECOND = 1_000;
/** Asked for in this order; the first that the platform records is taken. */
const TYPES = ["audio/webm;codecs=opus", "audio/ogg;codecs=opus", "audio/mp4"];

/** Why nothing can be recorded, and what to do instead. */
function whyNot(caught: unknown): string {
  const name = caught instanceof DOMException ? caught.name : "";
  if (name === "NotAllowedError") return t`The microphone was refused. Allow it for this page in the browser’s settings, or write the note instead.`;
  if (name === "NotFoundError") return t`No microphone was found. Plug one in, or write the note instead.`;
  return t`The microphone cannot be used: another program may hold it. Close that, or write the note instead.`;
}

/** Records a voice note by the platform's own recorder. It ends by itself after three minutes. */
export function useRecorder() {
  const [recording, setRecording] = useState<Recording>({ state: "none" });
  const [fault, setFault] = useState<string | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const url = useRef<string | null>(null);
  const seconds = recording.state === "going" ? recording.seconds : null;

  const forget = (): void => {
    if (url.current !== null) URL.revokeObjectURL(url.current);
    url.current = null;
    setRecording({ state: "none" });
  };
  const stop = (): void => {
    if (recorder.current?.state === "recording") recorder.current.stop();
  };

  useEffect(() => {
    if (seconds === null) return;
    if (seconds >= LONGEST_RECORDING_S) return stop();
    const timer = setTimeout(() => setRecording({ state: "going", seconds: seconds + 1 }), SECOND);
    return () => clearTimeout(timer);
  }, [seconds]);
  useEffect(
    () => () => {
      // Who leaves while it goes on leaves it out.
      if (recorder.current) recorder.current.onstop = null;
      recorder.current?.stream.getTracks().forEach((track) => track.stop());
      if (url.current !== null) URL.revokeObjectURL(url.current);
    },
    [],
  );

  const start = async (): Promise<void> => {
    setFault(null);
    // Browsers give the microphone to pages of this machine and to those over TLS alone.
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    if (!devices || typeof MediaRecorder === "undefined") {
      setFault(t`This browser gives no microphone to this page: open it where the shop runs, or over HTTPS. Or write the note instead.`);
      return;
    }
    try {
      const stream = await devices.getUserMedia({ audio: true });
      const type = TYPES.find((each) => MediaRecorder.isTypeSupported(each));
      const made = new MediaRecorder(stream, type === undefined ? {} : { mimeType: type });
      const parts: Blob[] = [];
      const begun = Date.now();
      made.ondataavailable = ({ data }) => parts.push(data);
      made.onstop = () => {
        stream.getTracks().forEach((track) => track.stop());
        const blob = new Blob(parts, { type: made.mimeType });
        url.current = URL.createObjectURL(blob);
        setRecording({ state: "done", blob, url: url.current, seconds: Math.round((Date.now() - begun) / SECOND) });
      };
      recorder.current = made;
      made.start();
      setRecording({ state: "going", seconds: 0 });
    } catch (caught) {
      setFault(whyNot(caught));
    }
  };
  return { recording, fault, start, stop, forget };
}

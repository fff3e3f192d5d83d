import { Blob } from "node:buffer";
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import type { CommandEnvelope, NoteRead } from "@yule/contract";
import { PretendServer, press, showScreen, write } from "../../plan/testing.tsx";
import { Notes } from "./Notes.tsx";
import { PinNote } from "./PinNote.tsx";

const ENTRY = "01936b5c-1001-7000-8000-000000000001";
const RECORDING = "01936b5c-1001-7000-8000-000000000002";
let server: PretendServer;
const done = import.meta.jest.fn();
beforeEach(() => {
  server = new PretendServer();
  done.mockReset();
  showScreen(<PinNote eventId={ENTRY} onDone={done} />);
});
afterEach(cleanup);
const pinned = (): CommandEnvelope<"pin-note">["payload"] | undefined => server.sent[0]?.payload as CommandEnvelope<"pin-note">["payload"] | undefined;

test("words are pinned to their entry, and the form goes", async () => {
  await write("Note", "The brush was too wet");
  await press("Pin the note");
  await waitFor(() => expect(done).toHaveBeenCalled());
  expect(pinned()).toMatchObject({ eventId: ENTRY, text: "The brush was too wet", pictureId: null, recordingId: null });
});

test("a note of nothing is not sent, and says what to do", async () => {
  await press("Pin the note");
  expect(await screen.findByText("Write some words, or add a photo or a voice note.")).toBeTruthy();
  expect(server.sent).toEqual([]);
});

test("what the server refuses stands at the note, and its words stay", async () => {
  server.refuses = () => ({ errors: [{ code: "not-found", path: ["eventId"], given: "x", allowed: "the id of a logbook entry of this shop" }] });
  await write("Note", "Too wet");
  await press("Pin the note");
  expect(await screen.findByText(/logbook entry of this shop/)).toBeTruthy();
  expect(screen.getByLabelText<HTMLTextAreaElement>("Note").value).toBe("Too wet");
  expect(done).not.toHaveBeenCalled();
});

test("a browser without a microphone, and one where it is refused, say what to do instead", async () => {
  await press("Record a voice note");
  expect(await screen.findByText(/This browser gives no microphone to this page/)).toBeTruthy();
  const refuse = () => Promise.reject(new DOMException("", "NotAllowedError"));
  Object.defineProperty(navigator, "mediaDevices", { configurable: true, value: { getUserMedia: refuse } });
  Object.defineProperty(globalThis, "MediaRecorder", { configurable: true, value: { isTypeSupported: () => true } });
  await press("Record a voice note");
  expect(await screen.findByText(/The microphone was refused\. Allow it for this page/)).toBeTruthy();
  Reflect.deleteProperty(navigator, "mediaDevices");
  Reflect.deleteProperty(globalThis, "MediaRecorder");
});

test("a photo that is none, and one of 90 MB, are met with one clear line before they are opened", async () => {
  const pick = document.querySelector("input[type=file]") as HTMLInputElement;
  fireEvent.change(pick, { target: { files: [new Blob(["no picture"], { type: "text/plain" })] } });
  expect(await screen.findByText("This is text/plain that is no picture this program reads. Choose a PNG or JPEG photo or scan.")).toBeTruthy();
  const large = new Blob(["x"], { type: "image/png" });
  Object.defineProperty(large, "size", { value: 90_000_000 });
  fireEvent.change(pick, { target: { files: [large] } });
  expect(await screen.findByText("The file is of 90 MB. Choose one of at most 80 MB.")).toBeTruthy();
});

test("what is pinned is read, heard and taken away", async () => {
  cleanup();
  const note: NoteRead = { id: ENTRY, version: 1, at: "2031-11-08T10:00:00Z", text: "Too wet", pictureId: null, recordingId: RECORDING };
  showScreen(<Notes notes={[note]} />);
  expect(screen.getByText("Too wet")).toBeTruthy();
  expect(screen.getByLabelText("Voice note").getAttribute("src")).toBe(`/api/recordings/${RECORDING}`);
  await press("Take the note away");
  await waitFor(() => expect(server.commands).toEqual([["remove-note", { id: ENTRY, version: 1 }]]));
});

import { written } from "@yule/core";
import { z } from "zod";
import { id, version } from "../common/envelope.ts";
import { text } from "../common/text.ts";

/** Longer a voice note does not go on by itself. */
export const LONGEST_RECORDING_S = 180;
/** A voice note of that length is far less. */
export const MOST_RECORDING_BYTES = 6_000_000;

/** Words, a photo or a voice note pinned to an entry of the logbook. Photo and recording are kept before they are pinned. */
export const pinNote = z
  .strictObject({
    id,
    eventId: id,
    text: text().trim().max(1_000).default(""),
    pictureId: id.nullable().default(null),
    recordingId: id.nullable().default(null),
  })
  .refine((note) => note.text !== "" || note.pictureId !== null || note.recordingId !== null, { path: ["text"], message: written`some words, a photo or a voice note` });
export const removeNote = z.strictObject({ id, version });

/** A note that is pinned to an entry. */
export interface NoteRead {
  readonly id: string;
  readonly version: number;
  readonly at: string;
  readonly text: string;
  readonly pictureId: string | null;
  readonly recordingId: string | null;
}

/** What the platforms' recorders make, by the bytes it begins with. */
const BEGINNINGS = [
  { mediaType: "audio/webm", at: 0, bytes: [0x1a, 0x45, 0xdf, 0xa3] },
  { mediaType: "audio/ogg", at: 0, bytes: [0x4f, 0x67, 0x67, 0x53] },
  { mediaType: "audio/mp4", at: 4, bytes: [0x66, 0x74, 0x79, 0x70] },
] as const;
export const RECORDED_AS = "WebM, Ogg or MP4";

/** What a recording is; null for anything that no platform records. */
export const recordingType = (bytes: Uint8Array): string | null => BEGINNINGS.find((each) => each.bytes.every((byte, index) => bytes[each.at + index] === byte))?.mediaType ?? null;

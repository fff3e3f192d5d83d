import { z } from "zod";
import { sentFaultSchema, sentPhraseSchema } from "../common/fault.ts";
import { text } from "../common/text.ts";

/** Problem details (RFC 9457). `present` is the row as it is now, on a stale write. */
export const problemSchema = z.object({
  type: text(),
  title: text(),
  status: z.int(),
  detail: text(),
  /** The same two for whoever says them in another language. */
  said: z.object({ title: sentPhraseSchema, detail: sentPhraseSchema }).optional(),
  errors: z.array(sentFaultSchema).default([]),
  present: z.unknown().optional(),
});
export type Problem = z.output<typeof problemSchema>;

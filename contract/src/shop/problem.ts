import { z } from "zod";
import { sentFaultSchema } from "../common/fault.ts";
import { text } from "../common/text.ts";

/** Problem details (RFC 9457). `present` is the row as it is now, on a stale write. */
export const problemSchema = z.object({
  type: text(),
  title: text(),
  status: z.int(),
  detail: text(),
  errors: z.array(sentFaultSchema).default([]),
  present: z.unknown().optional(),
});
export type Problem = z.output<typeof problemSchema>;

import { z } from "zod";
import { sentFaultSchema } from "../common/fault.ts";

/** Problem details (RFC 9457). `present` is the row as it is now, on a stale write. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  errors: z.array(sentFaultSchema).default([]),
  present: z.unknown().optional(),
});
export type Problem = z.output<typeof problemSchema>;

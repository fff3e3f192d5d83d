import type { Fault } from "@yule/core";
import { z } from "zod";
import { sentFaultSchema, receivedFault } from "../common/fault.ts";

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

/** What a problem says is wrong: its faults, or one sentence where it names none. */
export const problemFaults = (problem: Problem): readonly (Fault | string)[] => (problem.errors.length > 0 ? problem.errors.map(receivedFault) : [problem.detail]);

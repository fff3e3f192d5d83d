import { faultsOf, unkeepable } from "@yule/contract";
import { fail, succeed, type LinearSolver, type Limits, type Result } from "@yule/core";
import { z } from "zod";

/** What a command may use: how long it may take, by its seed, and the linear engine, loaded only when asked for. */
export interface CalcSetting {
  readonly limits: (seed: number) => Limits;
  readonly solver: () => Promise<LinearSolver>;
}

export interface Command {
  readonly schema: object;
  readonly answer: (input: unknown, setting: CalcSetting) => Promise<Result<unknown>>;
}

/** Checks the input by its schema, computes, and holds the answer to the schema of the output. */
export function command<In extends z.ZodType, Out extends z.ZodType>(
  input: In,
  output: Out,
  compute: (input: z.output<In>, setting: CalcSetting) => Result<z.input<Out>> | Promise<Result<z.input<Out>>>,
): Command {
  return {
    schema: z.toJSONSchema(input, { io: "input", unrepresentable: "any" }),
    answer: async (given, setting) => {
      const fault = unkeepable(given);
      if (fault) return fail(fault);
      const read = input.safeParse(given);
      if (!read.success) return fail(...faultsOf(read.error, given));
      const result = await compute(read.data, setting);
      return result.ok ? succeed(output.parse(result.value)) : result;
    },
  };
}

import { whatToDo } from "./whatToDo.ts";
import { zodResolver } from "@hookform/resolvers/zod";
import { faultsOf, problemFaults, type Problem, type Speech } from "@yule/contract";
import { day, isDay, type Fault, type FaultPath, type Phrase } from "@yule/core";
import { useState } from "react";
import { get, set, useForm, type DefaultValues, type FieldValues, type Path, type Ref, type Resolver, type UseFormReturn } from "react-hook-form";
import type { z } from "zod";
import { useSpeech } from "../measure.tsx";

/** A form that a schema reads: what it holds are texts and choices, what it gives is what the schema makes of them. */
export interface SchemaForm<Values extends FieldValues, Read> extends UseFormReturn<Values, unknown, Read> {
  /** What is wrong at a field, or undefined. */
  readonly faultOf: (field: Path<Values>) => string | undefined;
  /** What was refused and has no field of its own. */
  readonly rest: readonly (Fault | string)[];
  /** Tells at its fields what the server refused; what belongs to none of them stands in `rest`. */
  readonly refuse: (problem: Problem) => void;
}

/** How a form differs from the plain one. */
interface FormOptions<Values> {
  /** Values as they are read, where what was given is to be looked up there: one text may hold many names. */
  readonly asRead?: (values: Values) => object;
  /** What others changed meanwhile comes into the fields that were not touched here. */
  readonly values?: Values;
}

/** A day is typed into a field that shows it in her way, so it is said in her way too. */
function asTyped(text: string): Phrase {
  if (text.trim() === "") return ["nothing"];
  return [isDay(text) ? { day: day(text) } : { text }];
}

/** What is wrong, worded as everywhere; what was given stands as it was typed, and in a field left empty that is nothing. */
function worded(fault: Fault, values: object, speech: Speech): string {
  // A text that is read as several things is given whole, whichever of them is wrong.
  const given: unknown = get(values, fault.path.join(".")) ?? get(values, fieldOf(fault.path, values));
  // Fields in a row, such as one for each colourway, are given as what stands in them.
  const text = Array.isArray(given) && given.every((each) => typeof each === "string") ? given.filter((each) => each.trim() !== "").join(", ") : given;
  return whatToDo(typeof text === "string" ? { ...fault, given: asTyped(text) } : fault, speech);
}

/** The field that a fault belongs to: one text may be read as several things, and what is wrong with one of them is wrong with the text. */
function fieldOf(path: FaultPath, values: object): string {
  const end = path.findIndex((_, index) => {
    const value: unknown = get(values, path.slice(0, index + 1).join("."));
    return typeof value !== "object" || value === null;
  });
  return path.slice(0, end < 0 ? path.length : end + 1).join(".");
}

/** Zod's resolver with the program's words: it finds where a fault lies, the contract says what was given and what is allowed. */
export function schemaResolver<Values extends FieldValues, Read>(
  schema: z.ZodType<Read, Values>,
  speech: Speech,
  asRead: (values: Values) => object = (values) => values,
): Resolver<Values, unknown, Read> {
  const resolve = zodResolver<Values, unknown, Read>(schema);
  return async (values, context, options) => {
    const found = await resolve(values, context, options);
    if (Object.keys(found.errors).length === 0) return found;
    const read = schema.safeParse(values);
    const given = asRead(values);
    const said = new Set<string>();
    for (const fault of read.success ? [] : faultsOf(read.error, given)) {
      const at = fieldOf(fault.path, values);
      if (said.has(at)) continue;
      said.add(at);
      const ref: Ref | undefined = get(found.errors, `${at}.ref`);
      set(found.errors, at, { type: fault.code, message: worded(fault, given, speech), ...(ref ? { ref } : {}) });
    }
    return found;
  };
}

/** The message at a field or anywhere below it: a list, such as a week of sessions, is wrong where one of its rows is. */
function messageIn(error: unknown): string | undefined {
  if (typeof error !== "object" || error === null) return undefined;
  if ("message" in error && typeof error.message === "string") return error.message;
  for (const [key, below] of Object.entries(error)) {
    const message = key === "ref" ? undefined : messageIn(below);
    if (message !== undefined) return message;
  }
  return undefined;
}

/**
 * @param schema reads the form's values into what is sent; it may change from one drawing to the next
 * @param defaultValues as the form opens
 */
export function useSchemaForm<Values extends FieldValues, Read>(
  schema: z.ZodType<Read, Values>,
  defaultValues: DefaultValues<Values>,
  { asRead, values }: FormOptions<Values> = {},
): SchemaForm<Values, Read> {
  const speech = useSpeech();
  const form = useForm<Values, unknown, Read>({
    resolver: schemaResolver(schema, speech, asRead),
    defaultValues,
    ...(values ? { values, resetOptions: { keepDirtyValues: true } } : {}),
  });
  const [rest, setRest] = useState<readonly (Fault | string)[]>([]);
  const { errors } = form.formState;
  const refuse = (problem: Problem): void => {
    const left: (Fault | string)[] = [];
    for (const fault of problemFaults(problem)) {
      const field = typeof fault === "string" ? undefined : fault.path[0];
      if (typeof fault === "string" || typeof field !== "string" || !(field in form.getValues())) left.push(fault);
      else form.setError(field as Path<Values>, { type: fault.code, message: whatToDo(fault, speech) });
    }
    setRest(left);
  };
  return { ...form, faultOf: (field) => messageIn(get(errors, field)), rest, refuse };
}

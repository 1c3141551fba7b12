import type { FieldErrors, FieldValues, Resolver } from "react-hook-form";
import type { z } from "zod";
import { problemsOf, type FieldProblem } from "@kettleback/core";

/** Problems as a form keeps them: the first of each field, under the name the form gives the field. */
export const errorsOf = <T extends FieldValues>(
  problems: readonly FieldProblem[],
  nameOf: (field: string) => string = (field) => field,
): FieldErrors<T> => {
  const errors: Record<string, { type: string; message: string }> = {};
  for (const { field, message } of problems) errors[nameOf(field)] ??= { type: "schema", message };
  return errors as FieldErrors<T>;
};

/** Judges a form by a schema of the core, in the core's own words for what is accepted. */
export const resolverOf =
  <T extends FieldValues>(schema: z.ZodType<T>): Resolver<T> =>
  (values) => {
    const parsed = schema.safeParse(values);
    return parsed.success
      ? { values: parsed.data, errors: {} }
      : { values: {}, errors: errorsOf<T>(problemsOf(parsed.error, schema)) };
  };

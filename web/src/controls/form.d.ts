import type { FieldErrors, FieldValues, Resolver } from "react-hook-form";
import type { z } from "zod";
import { type FieldProblem } from "@kettleback/core";
/** Problems as a form keeps them: the first of each field, under the name the form gives the field. */
export declare const errorsOf: <T extends FieldValues>(problems: readonly FieldProblem[], nameOf?: (field: string) => string) => FieldErrors<T>;
/** Judges a form by a schema of the core, in the core's own words for what is accepted. */
export declare const resolverOf: <T extends FieldValues>(schema: z.ZodType<T>) => Resolver<T>;

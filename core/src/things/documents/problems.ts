import { z } from "zod";
import type { Accepts } from "../parts";
import { withArticle } from "../../trade/units";

/** One thing wrong with a document: where, in words, and what would be accepted as data where that is a range. */
export interface FieldProblem {
  readonly field: string;
  readonly message: string;
  readonly accepts?: Accepts;
}

interface Inner {
  readonly def: {
    readonly type: string;
    readonly innerType?: Inner;
    readonly element?: Inner;
    readonly shape?: Readonly<Record<string, Inner>>;
    readonly options?: readonly Inner[];
    readonly in?: Inner;
  };
}

/** The schemas that may stand at a place: a union has one for each option that knows the next key. */
function schemasAt(schema: Inner, path: readonly PropertyKey[]): Inner[] {
  const { type, innerType, element, shape, options, in: inside } = schema.def;
  if (innerType) return schemasAt(innerType, path);
  if (inside) return schemasAt(inside, path);
  if (options) return options.flatMap((option) => schemasAt(option, path));
  const [key, ...rest] = path;
  if (key === undefined) return [schema];
  if (type === "array" && element) return schemasAt(element, rest);
  const next = shape?.[String(key)];
  return next ? schemasAt(next, rest) : [];
}

/**
 * The range a number at a place of a schema accepts, with its unit; undefined where nothing or no number stands there.
 * @example acceptsAt(fuelQuestionSchema, ["price"])?.code // "range"
 */
export function acceptsAt(schema: z.ZodType, path: readonly PropertyKey[]): Accepts | undefined {
  for (const found of schemasAt(schema as unknown as Inner, path)) {
    if (!(found instanceof z.ZodNumber) || found.minValue === null || found.maxValue === null) continue;
    if (!Number.isFinite(found.minValue) || !Number.isFinite(found.maxValue)) continue;
    return {
      code: "range",
      min: found.minValue,
      max: found.maxValue,
      unit: String(found.meta()?.unit ?? ""),
    };
  }
  return undefined;
}

/** The names of the fields of a schema that are numbers. */
type Numbers<S extends z.ZodObject> = {
  [K in keyof S["shape"]]: S["shape"][K] extends z.ZodNumber ? K : never;
}[keyof S["shape"]];

/**
 * What each number of a schema accepts, by its field: what an input says it takes is what the schema judges by.
 * @example rangesOf(fuelQuestionSchema).price // { code: "range", min: 0.01, max: 10000, unit: "" }
 */
export const rangesOf = <S extends z.ZodObject>(schema: S): Readonly<Record<Numbers<S>, Accepts>> =>
  Object.fromEntries(
    Object.keys(schema.shape).flatMap((field) => {
      const accepts = acceptsAt(schema, [field]);
      return accepts ? [[field, accepts]] : [];
    }),
  ) as Record<Numbers<S>, Accepts>;

/** A range told by a check of more than one field travels in the issue itself. */
const told = (issue: z.core.$ZodIssue): Accepts | undefined => {
  const params = (issue as { params?: Partial<Accepts> }).params;
  return params?.code === "range" ? (params as Accepts) : undefined;
};

/** What a missing or mistaken value should have been, in words; anything else by its own name. */
const NEEDED: Readonly<Record<string, string>> = {
  nonoptional: "",
  array: ": a list",
  string: ": a text",
  boolean: ": true or false",
};
const NUMERIC = new Set(["too_small", "too_big", "invalid_type"]);

/**
 * The problems of a failed parse, each with its dotted field name, in words and, where it is a range, as data.
 * @example problemsOf(fuelQuestionSchema.safeParse({}).error, fuelQuestionSchema).length > 0 // true
 */
export const problemsOf = (error: z.ZodError, schema: z.ZodType): FieldProblem[] =>
  error.issues.flatMap((issue): FieldProblem[] => {
    const field = issue.path.join(".") || "(document)";
    if (issue.code === "unrecognized_keys")
      return issue.keys.map((key) => ({
        field: [...issue.path, key].join("."),
        message: "not known here: leave it out",
      }));
    const accepts = told(issue) ?? (NUMERIC.has(issue.code) ? acceptsAt(schema, issue.path) : undefined);
    const message =
      issue.code === "invalid_type" && issue.message.startsWith("Invalid input")
        ? `needed${NEEDED[issue.expected] ?? `: ${withArticle(issue.expected)}`}`
        : issue.message;
    return [accepts ? { field, message, accepts } : { field, message }];
  });

import { z } from "zod";
import { recordSchema, sampleSchema } from "../../answers/record";
import { idSchema, upgradePart } from "../../things/documents";
import { KIND_NAMES, kindRow, KINDS, type Kind } from "./kinds";

// What a household file is made of, as it is judged: the whole of it at once, or a piece at a time.

/** A kept thing in a file: a key of its own there, what it belongs to, and its description. */
export interface Filed {
  readonly key: string;
  readonly parent: string | null;
  readonly spec: object;
}

/** A thing of a kind in a file. */
export const filedSchema = (kind: Kind) =>
  z.strictObject({
    key: idSchema,
    parent: idSchema.nullable().default(null),
    spec: KINDS[kind].schema as z.ZodType<object>,
  });

/** What a list of readings that do not rise is told. */
export const MOMENTS_RISE = "the moments of readings must rise";
/** What sessions of one key are told. */
export const KEY_OF_ITS_OWN = "each session needs a key of its own";

/** A recorded session in a file. */
export const filedSessionSchema = z.strictObject({
  spec: recordSchema,
  samples: z
    .array(sampleSchema)
    .refine((samples) => samples.every(([at], i) => i === 0 || at > samples[i - 1]![0]), {
      error: MOMENTS_RISE,
    })
    .default([]),
});

/** A place in a file and what is wrong there. */
interface Found {
  readonly field: (string | number)[];
  readonly message: string;
}

/** Of each kind the keys of its things and of what they belong to, in their order. */
export type FiledKeys = Readonly<Record<Kind, readonly Pick<Filed, "key" | "parent">[]>>;

/**
 * What is wrong between things that are right in themselves: keys that come twice, and parents that are not in the file.
 * A path or a line-up may name what is gone: it says so when it is opened.
 */
export const wrongKeys = (keys: FiledKeys): readonly Found[] => [...doubled(keys), ...lost(keys)];

const doubled = (things: FiledKeys): Found[] =>
  KIND_NAMES.flatMap((kind) => {
    const seen = new Set<string>();
    return things[kind].flatMap(({ key }, i): Found[] => {
      const twice = seen.has(key);
      seen.add(key);
      return twice ? [{ field: [kind, i, "key"], message: `"${key}" comes twice` }] : [];
    });
  });

function lost(things: FiledKeys): Found[] {
  const there = new Set(KIND_NAMES.flatMap((kind) => things[kind].map(({ key }) => `${kind} ${key}`)));
  return KIND_NAMES.flatMap((kind) => {
    const { parent: belongs, one } = kindRow(kind);
    return things[kind].flatMap(({ parent }, i): Found[] =>
      parent === null || (belongs !== null && there.has(`${belongs} ${parent}`))
        ? []
        : [
            {
              field: [kind, i, "parent"],
              message:
                belongs === null
                  ? `a ${one} belongs to nothing: leave it null`
                  : `accepted: the key of a ${kindRow(belongs).one} in this file`,
            },
          ],
    );
  });
}

/** A filed thing with its description brought up to this version; what is no thing is left for the schema to refuse. */
export const withSpec = (row: unknown, part: string, version: number): unknown =>
  typeof row === "object" && row !== null && "spec" in row
    ? { ...row, spec: upgradePart(part, row.spec, version) }
    : row;

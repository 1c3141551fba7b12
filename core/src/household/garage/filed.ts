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

const filedSchema = (kind: Kind) =>
  z.strictObject({
    key: idSchema,
    parent: idSchema.nullable().default(null),
    spec: KINDS[kind].schema as z.ZodType<object>,
  });

/** A thing of each kind in a file. */
export const SCHEMAS = Object.fromEntries(KIND_NAMES.map((kind) => [kind, filedSchema(kind)])) as Readonly<
  Record<Kind, ReturnType<typeof filedSchema>>
>;

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

/**
 * What is wrong between things that are right in themselves: keys that come twice, and parents that are not in the file.
 * They are looked at as they come, so that nothing is left to be gone through at the end but parents. A path or a line-up
 * may name what is gone: it says so when it is opened.
 */
export class KeyCheck {
  private readonly keys = Object.fromEntries(
    KIND_NAMES.map((kind) => [kind, new Set()]),
  ) as unknown as Record<Kind, Set<string>>;
  private readonly doubled = new Map<Kind, { readonly at: number; readonly key: string }[]>();
  private readonly parents: { readonly kind: Kind; readonly at: number; readonly parent: string }[] = [];

  /** A thing of a kind at its place in the list. */
  add(kind: Kind, at: number, { key, parent }: Pick<Filed, "key" | "parent">): void {
    if (this.keys[kind].has(key)) few(this.doubled, kind, { at, key });
    this.keys[kind].add(key);
    if (parent !== null) this.parents.push({ kind, at, parent });
  }

  /** What is wrong, once all things were added, the first of each kind, a little at a time: keys before parents. */
  *wrong(): Generator<void, Found[]> {
    const lost = new Map<Kind, { readonly at: number }[]>();
    let looked = 0;
    for (const { kind, at, parent } of this.parents) {
      const { parent: belongs } = kindRow(kind);
      if (belongs === null || !this.keys[belongs].has(parent)) few(lost, kind, { at });
      if (++looked % LOOKED_AT_ONCE === 0) yield;
    }
    return [
      ...inOrder(this.doubled).map(({ kind, at, key }) => ({
        field: [kind, at, "key"],
        message: `"${key}" comes twice`,
      })),
      ...inOrder(lost).map(({ kind, at }) => ({ field: [kind, at, "parent"], message: lostMessage(kind) })),
    ];
  }
}

/** Things wrong in one way that are told of each kind. */
const MOST_TOLD = 50;
/** Parents looked for at once: some milliseconds. */
const LOOKED_AT_ONCE = 2_000;

/** Adds to the few that are told of a kind. */
function few<T>(of: Map<Kind, T[]>, kind: Kind, one: T): void {
  const list = of.get(kind);
  if (!list) of.set(kind, [one]);
  else if (list.length < MOST_TOLD) list.push(one);
}

/** What was found of each kind, as kinds are filed, by place. */
const inOrder = <T extends { readonly at: number }>(of: ReadonlyMap<Kind, readonly T[]>) =>
  KIND_NAMES.flatMap((kind) =>
    (of.get(kind) ?? []).toSorted((a, b) => a.at - b.at).map((one) => ({ ...one, kind })),
  );

/** What work that lets others in between comes to, done at one go. */
export function drained<T>(work: Generator<void, T>): T {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}

function lostMessage(kind: Kind): string {
  const { parent: belongs, one } = kindRow(kind);
  return belongs === null
    ? `a ${one} belongs to nothing: leave it null`
    : `accepted: the key of a ${kindRow(belongs).one} in this file`;
}

/** A filed thing with its description brought up to this version; what is no thing is left for the schema to refuse. */
export const withSpec = (row: unknown, part: string, version: number): unknown =>
  typeof row === "object" && row !== null && "spec" in row
    ? { ...row, spec: upgradePart(part, row.spec, version) }
    : row;

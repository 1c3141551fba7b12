import { z } from "zod";
import { problemsOf, type FieldProblem } from "./problems";
import { fieldAsGiven, SPEC_VERSION } from "./upgrade";
import { jsonProblem } from "./json";

/** What came of reading: the value, or what is wrong with it, field by field. */
export type Parsed<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: FieldProblem[] };

/** A kind of document: how one is judged, read from text and written. */
export interface DocumentKind<T> {
  readonly format: string;
  /** Largest file of it that is read, in bytes. */
  readonly maxBytes: number;
  /** Brings one up to this version, unjudged; what is no document of an older version is passed on as it is. */
  bring(this: void, raw: unknown): unknown;
  /** Judges one that has been read, of this version or an older one, which is brought up to it first. */
  judge(this: void, raw: unknown): Parsed<T>;
  /** Reads one from text. Never throws: says which field is wrong and what is accepted. */
  parse(this: void, text: string): Parsed<T>;
  /** Writes one as text; reading it back and writing it again gives the same bytes. */
  print(this: void, value: T): string;
  readonly title: string;
  /** What reads it. */
  readonly schema: z.ZodType<T>;
}

interface Made<T> {
  readonly format: string;
  readonly title: string;
  readonly maxBytes: number;
  /** Judges the document of this version, its `format` and `version` among its fields. */
  readonly schema: z.ZodType<T>;
  /** What is wrong with it as a whole, before each of its parts is judged: a list that is far too long is only that. */
  readonly head?: z.ZodType;
  /** Brings what it holds from a version to this program's. */
  upgrade(document: Readonly<Record<string, unknown>>, version: number): object;
  /** A value as the document it is written as; the value itself where nothing is said. */
  readonly documentOf?: (value: T) => object;
  readonly indent?: number;
}

const VERSION = { error: `accepted: 1 to ${SPEC_VERSION}` };

/**
 * The first two fields of every document, as the schema of its own version has them.
 * @example Object.keys(documentHead("kettleback-plan")) // ["format", "version"]
 */
export const documentHead = <F extends string>(format: F) => ({
  format: z.literal(format, { error: `accepted: "${format}"` }),
  version: z.literal(SPEC_VERSION, VERSION),
});

/**
 * A kind of document from its format, schema, upgrade and largest size.
 * @example documentKind({ format: "a-note", title: "Note", maxBytes: 100, schema, upgrade }).parse("{}")
 */
export function documentKind<T>(made: Made<T>): DocumentKind<T> {
  const { format, title, maxBytes, schema, head, upgrade, documentOf, indent = 2 } = made;
  const headSchema = z.object({
    format: documentHead(format).format,
    version: z.int(VERSION).min(1, VERSION).max(SPEC_VERSION, VERSION),
  });
  const bring = (raw: unknown): unknown => {
    const first = headSchema.safeParse(raw);
    return first.success
      ? { ...upgrade(raw as Record<string, unknown>, first.data.version), version: SPEC_VERSION }
      : raw;
  };
  const judge = (raw: unknown): Parsed<T> => {
    const refused = (error: z.ZodError, by: z.ZodType): Parsed<T> => ({
      ok: false,
      problems: problemsOf(error, by).map((problem) => ({
        ...problem,
        field: fieldAsGiven(problem.field, raw),
      })),
    });
    // A document of another kind or version is only that: listing all its other differences would help nobody.
    const first = headSchema.safeParse(raw);
    if (!first.success) return refused(first.error, headSchema);
    const counted = head?.safeParse(raw);
    if (counted && !counted.success) return refused(counted.error, head!);
    const parsed = schema.safeParse(bring(raw));
    return parsed.success ? { ok: true, value: parsed.data } : refused(parsed.error, schema);
  };
  const parse = (text: string): Parsed<T> => {
    const fail = (message: string): Parsed<T> => ({
      ok: false,
      problems: [{ field: "(document)", message }],
    });
    if (text.length > maxBytes)
      return fail(`too large: ${text.length} characters; accepted: up to ${maxBytes}`);
    try {
      return judge(JSON.parse(text));
    } catch (error) {
      return fail(jsonProblem(text, error as Error));
    }
  };
  const print = (value: T): string =>
    `${JSON.stringify(documentOf ? documentOf(value) : schema.parse(value), null, indent)}\n`;
  return { format, title, maxBytes, schema, bring, judge, parse, print };
}

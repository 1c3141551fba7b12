import { fieldAsGiven, problemsOf, SPEC_VERSION, type FieldProblem } from "../../things/documents";
import { sampleSchema, type Sample, type SessionRecord } from "../../answers/record";
import {
  filedSchema,
  filedSessionSchema,
  KEY_OF_ITS_OWN,
  KeyCheck,
  MOMENTS_RISE,
  withSpec,
  type Filed,
} from "./filed";
import { judgeHousehold } from "./household-file";
import { KINDS, type Kind } from "./kinds";

/** Problems that are kept: a file of a million readings can have as many. */
const MOST_KEPT = 1_000;

/**
 * Judges a household file of this version a piece at a time, so that one of any size is never in memory whole. What it
 * finds is what {@link judgeHousehold} finds of the whole.
 */
export class HouseholdJudge {
  private readonly fields: Record<string, unknown> = {};
  private readonly found: FieldProblem[] = [];
  private more = 0;
  private readonly keys = new KeyCheck();
  private readonly sessionKeys = new Set<string>();
  private readonly told = new Set<string>();
  private last: { readonly session: number; readonly at: number } = { session: -1, at: -Infinity };

  /** Problems of a piece, by where it stands in the document. */
  private sayOf(place: readonly (string | number)[], problems: readonly FieldProblem[]): void {
    for (const problem of problems) {
      const field = problem.field === "(document)" ? [] : [problem.field];
      this.say({ ...problem, field: [...place, ...field].join(".") });
    }
  }

  private say(problem: FieldProblem): void {
    if (this.found.length < MOST_KEPT) this.found.push(problem);
    else this.more += 1;
  }

  private sayOnce(field: string, message: string): void {
    if (this.told.has(field)) return;
    this.told.add(field);
    this.say({ field, message });
  }

  /** A field of the document itself by its name; of a list, `[]` where it is one. */
  field(name: string, value: unknown): void {
    if (Object.hasOwn(this.fields, name)) this.sayOnce(name, "comes twice");
    Object.defineProperty(this.fields, name, { value, enumerable: true, configurable: true });
  }

  /** A thing of a kind at its place in the list. @returns it as it is kept; null where something is wrong with it */
  thing(kind: Kind, at: number, raw: unknown): Filed | null {
    const schema = filedSchema(kind);
    const parsed = schema.safeParse(withSpec(raw, KINDS[kind].part, SPEC_VERSION));
    if (parsed.success) {
      this.keys.add(kind, at, parsed.data);
      return parsed.data;
    }
    this.sayOf(
      [kind, at],
      problemsOf(parsed.error, schema).map((problem) => ({
        ...problem,
        field: fieldAsGiven(problem.field, raw),
      })),
    );
    return null;
  }

  /** A session at its place, its readings left out. @returns what is said of it; null where something is wrong with it */
  session(at: number, raw: unknown): SessionRecord | null {
    const parsed = filedSessionSchema.safeParse(raw);
    if (!parsed.success) {
      this.sayOf(["sessions", at], problemsOf(parsed.error, filedSessionSchema));
      return null;
    }
    const { spec } = parsed.data;
    if (this.sessionKeys.has(spec.key)) this.sayOnce("sessions", KEY_OF_ITS_OWN);
    this.sessionKeys.add(spec.key);
    return spec;
  }

  /** A reading of a session, each at its place. @returns it as it is kept; null where something is wrong with it */
  sample(session: number, at: number, raw: unknown): Sample | null {
    const parsed = sampleSchema.safeParse(raw);
    if (!parsed.success) {
      this.sayOf(["sessions", session, "samples", at], problemsOf(parsed.error, sampleSchema));
      return null;
    }
    const [moment] = parsed.data;
    if (this.last.session === session && moment <= this.last.at)
      this.sayOnce(`sessions.${session}.samples`, MOMENTS_RISE);
    this.last = { session, at: moment };
    return parsed.data;
  }

  /** What is wrong with it, once all of it was seen: empty where nothing is. */
  problems(): readonly FieldProblem[] {
    // A document of another kind is only that: its parts are no concern then.
    const whole = judgeHousehold(this.fields);
    const own = whole.ok ? [] : whole.problems;
    if (own.some(({ field }) => field === "format" || field === "version")) return own;
    const all = [...own, ...this.found];
    if (this.more > 0) all.push({ field: "(document)", message: `and ${this.more} more` });
    if (all.length > 0) return all;
    return this.keys.wrong().map(({ field, message }) => ({ field: field.join("."), message }));
  }
}

/**
 * Begins to judge a household file a piece at a time.
 * @example judgeInPieces().problems().map(({ field }) => field) // ["format", "version"]
 */
export const judgeInPieces = (): HouseholdJudge => new HouseholdJudge();

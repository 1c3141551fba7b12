import { fieldAsGiven, problemsOf, SPEC_VERSION, type FieldProblem } from "../../things/documents";
import { sampleSchema, type Sample, type SessionRecord } from "../../answers/record";
import {
  SCHEMAS,
  filedSessionSchema,
  KEY_OF_ITS_OWN,
  drained,
  KeyCheck,
  MOMENTS_RISE,
  withSpec,
  type Filed,
} from "./filed";
import { judgeHousehold } from "./household-file";
import { KINDS, type Kind } from "./kinds";

/**
 * Pieces of a kind in which something is found wrong; the others of that kind are counted and no longer judged, as the file
 * is refused anyhow.
 */
const MOST_WRONG = 50;
/** Problems of one piece that are told: a thing can have a million fields that are not known. */
const MOST_OF_ONE = 20;
/** Things and sessions of a file whose keys are remembered. */
const MOST_KEYS = 1_000_000;

/** Pieces of a kind in which something is wrong, and those that were only counted. */
interface Tally {
  wrong: number;
  counted: number;
}

/**
 * Judges a household file of this version a piece at a time, so that one of any size is never in memory whole. What it
 * finds is what {@link judgeHousehold} finds of the whole.
 */
export class HouseholdJudge {
  private readonly fields: Record<string, unknown> = {};
  private readonly found: FieldProblem[] = [];
  private readonly tallies = new Map<string, Tally>();
  private named = 0;
  private readonly keys = new KeyCheck();
  private readonly sessionKeys = new Set<string>();
  private readonly told = new Set<string>();
  private last: { readonly session: number; readonly at: number } = { session: -1, at: -Infinity };

  /** Problems of a piece, by where it stands in the document. */
  private sayOf(kind: string, place: readonly (string | number)[], problems: readonly FieldProblem[]): void {
    this.tallyOf(kind).wrong += 1;
    for (const problem of problems.slice(0, MOST_OF_ONE)) {
      const field = problem.field === "(document)" ? [] : [problem.field];
      this.found.push({ ...problem, field: [...place, ...field].join(".") });
    }
    const rest = problems.length - MOST_OF_ONE;
    if (rest > 0) this.found.push({ field: place.join("."), message: `and ${rest} more problems here` });
  }

  /** Something that is said once, however often it is found. */
  private sayOnce(kind: string, field: string, message: string): void {
    if (this.told.has(field) || this.told.size >= MOST_WRONG) return;
    this.told.add(field);
    this.sayOf(kind, [], [{ field, message }]);
  }

  private tallyOf(kind: string): Tally {
    const tally = this.tallies.get(kind) ?? { wrong: 0, counted: 0 };
    this.tallies.set(kind, tally);
    return tally;
  }

  /** Counts a piece of a kind of which enough are wrong already. @returns whether it is one */
  private isOnlyCounted(kind: string): boolean {
    const tally = this.tallyOf(kind);
    if (tally.wrong < MOST_WRONG) return false;
    tally.counted += 1;
    return true;
  }

  /** Whether one more key may be remembered; said once where not. */
  private mayBeNamed(kind: string): boolean {
    this.named += 1;
    if (this.named <= MOST_KEYS) return true;
    this.sayOnce(
      "things",
      "(document)",
      `accepted: up to ${MOST_KEYS} things and sessions (${kind} go beyond)`,
    );
    return false;
  }

  /** A field of the document itself by its name; of a list, `[]` where it is one. */
  field(name: string, value: unknown): void {
    if (Object.hasOwn(this.fields, name)) this.sayOnce("fields", name, "comes twice");
    Object.defineProperty(this.fields, name, { value, enumerable: true, configurable: true });
  }

  /** A thing of a kind at its place in the list. @returns it as it is kept; null where something is wrong with it */
  thing(kind: Kind, at: number, raw: unknown): Filed | null {
    if (this.isOnlyCounted(kind)) return null;
    const schema = SCHEMAS[kind];
    const parsed = schema.safeParse(withSpec(raw, KINDS[kind].part, SPEC_VERSION));
    if (parsed.success) {
      if (!this.mayBeNamed(kind)) return null;
      this.keys.add(kind, at, parsed.data);
      return parsed.data;
    }
    this.sayOf(
      kind,
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
    if (this.isOnlyCounted("sessions")) return null;
    const parsed = filedSessionSchema.safeParse(raw);
    if (!parsed.success) {
      this.sayOf("sessions", ["sessions", at], problemsOf(parsed.error, filedSessionSchema));
      return null;
    }
    const { spec } = parsed.data;
    if (!this.mayBeNamed("sessions")) return null;
    if (this.sessionKeys.has(spec.key)) this.sayOnce("sessions", "sessions", KEY_OF_ITS_OWN);
    this.sessionKeys.add(spec.key);
    return spec;
  }

  /** A reading of a session, each at its place. @returns it as it is kept; null where something is wrong with it */
  sample(session: number, at: number, raw: unknown): Sample | null {
    if (this.isOnlyCounted("readings")) return null;
    const parsed = sampleSchema.safeParse(raw);
    if (!parsed.success) {
      this.sayOf("readings", ["sessions", session, "samples", at], problemsOf(parsed.error, sampleSchema));
      return null;
    }
    const [moment] = parsed.data;
    if (this.last.session === session && moment <= this.last.at)
      this.sayOnce("readings", `sessions.${session}.samples`, MOMENTS_RISE);
    this.last = { session, at: moment };
    return parsed.data;
  }

  /** What is wrong with it, once all of it was seen: empty where nothing is. */
  problems(): readonly FieldProblem[] {
    return drained(this.inTurns());
  }

  /** What {@link problems} finds, a little at a time: of a million things one looks long for what is missing. */
  *inTurns(): Generator<void, readonly FieldProblem[]> {
    // A document of another kind is only that: its parts are no concern then.
    const whole = judgeHousehold(this.fields);
    const own = whole.ok ? [] : whole.problems;
    if (own.some(({ field }) => field === "format" || field === "version")) return own;
    const all = [...own, ...this.found];
    for (const [kind, { counted }] of this.tallies)
      if (counted > 0) all.push({ field: "(document)", message: `and ${counted} more ${kind}, not checked` });
    if (all.length > 0) return all;
    const wrong = yield* this.keys.wrong();
    return wrong.map(({ field, message }) => ({ field: field.join("."), message }));
  }
}

/**
 * Begins to judge a household file a piece at a time.
 * @example judgeInPieces().problems().map(({ field }) => field) // ["format", "version"]
 */
export const judgeInPieces = (): HouseholdJudge => new HouseholdJudge();

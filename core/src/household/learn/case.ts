import type { Working } from "../../trade/working";
import type { Plan } from "../../engine/plan";

/** What a case asks. */
export const CASE_KINDS = ["narrowest", "morning", "cable", "session"] as const;
/** What a case asks. */
export type CaseKind = (typeof CASE_KINDS)[number];

/** An answer that may be given. */
export interface CaseOption {
  readonly id: string;
  readonly says: string;
  /** Why it is not the one, or why it is. */
  readonly because: string;
}

/** A case: what is given, what is asked, and the answer with its working. */
export interface LearnCase {
  readonly id: string;
  readonly kind: CaseKind;
  readonly facts: readonly string[];
  readonly asks: string;
  readonly options: readonly CaseOption[];
  readonly answer: string;
  readonly working: Working | null;
  readonly plan: Plan;
}

/** A case before it has its place in a sitting. */
export type MadeCase = Omit<LearnCase, "id" | "kind">;

/** Numbers from 0 up to 1 of one case. */
export type Chance = () => number;

/** One of some. */
export const pick = <T>(of: readonly T[], chance: Chance): T => of[Math.floor(chance() * of.length)]!;

/** The same in another order. */
export function shuffled<T>(of: readonly T[], chance: Chance): T[] {
  const left = [...of];
  return of.map(() => left.splice(Math.floor(chance() * left.length), 1)[0]!);
}

import { cautionsFor, type Caution } from "../cautions";
import { compile, isRefusal } from "../path";
import { charge, clockOfPlan, connectionOf, pathOf, type Plan, type Session } from "../plan";
import type { Clock } from "../clock";
import { bill } from "../tariff";
import type { Micros, Seconds } from "../units";
import { changed, EFFORTS, type Change, type Effort } from "./change";
import { pieceChanges } from "./pieces";
import { settingChanges } from "./settings";
import { wiringChanges } from "./wiring";

/** One way up: what would be changed, the whole plan it stands for, and what it gains against the path as it is. */
export interface Rung {
  readonly what: string;
  readonly effort: Effort;
  readonly plan: Plan;
  readonly gainW: number;
  readonly secondsSaved: Seconds;
  /** Cost of reaching the target, more (or less) than now. */
  readonly costMore: Micros;
}

/** Share of the power by which one way is told from another. */
const WORTH = 0.005;

/** Share of the power at the meter a change must gain to be worth what it asks: nobody lays a run for twenty watts. */
const WORTH_THE = {
  setting: 0.005,
  habit: 0.01,
  piece: 0.01,
  unit: 0.04,
  outlet: 0.04,
  wired: 0.04,
  elsewhere: 0.04,
};

interface Judged {
  readonly session: Session;
  readonly cautions: readonly Caution[];
}

/** Charged to the target, so that time and cost are of the same charge. */
function judge(plan: Plan): Judged | undefined {
  const path = pathOf(plan);
  const circuit = compile(path);
  if (isRefusal(circuit)) return undefined;
  const session = charge(path, circuit, plan.session, null);
  return isRefusal(session)
    ? undefined
    : { session, cautions: cautionsFor(path, session, plan.session.toSoc) };
}

/** Faults of the wiring itself: no advice puts more through what has one. */
const FAULTS = new Set([
  "wiring-unknown",
  "exposed-outlet",
  "outlet-odd-supply",
  "voltage-out-of-range",
  "breaker-over-outlet",
]);

/** Whether an electrician would sign it: nothing that says stop, nothing to be careful of that was not there, no fault drawn on harder. */
function signed(base: Judged, next: Judged): boolean {
  const had = new Set(base.cautions.filter((c) => c.severity === "careful").map((c) => c.code));
  return next.cautions.every(
    ({ code, severity }) =>
      severity === "note" || (severity === "careful" && had.has(code) && !FAULTS.has(code)),
  );
}

type Candidate = Rung & { readonly storedW: number };

/** Changes that stand on one another: a setting lifted on the way to a piece. */
const candidatesOf = (plan: Plan): Change[] => {
  const settings = settingChanges(plan);
  const pieces = pieceChanges(plan);
  const together = settings
    .filter((s) => s.effort === "setting")
    .flatMap((s) =>
      pieceChanges(changed(plan, s))
        .filter((p) => p.parts.settings === undefined)
        .map((p): Change => ({
          what: `${p.what}, and ${s.what}`,
          effort: p.effort,
          parts: { ...s.parts, ...p.parts },
        })),
    );
  return [...settings, ...pieces, ...together, ...wiringChanges(plan)];
};

const KIND_OF = (rung: Candidate): string => rung.plan.unit.kind;

/** Leaves out what a smaller effort does as well; a wallbox may stand beside a portable that does the same. */
function ladderOf(candidates: readonly Candidate[]): Candidate[] {
  const order = [...candidates].sort(
    (a, b) =>
      EFFORTS.indexOf(a.effort) - EFFORTS.indexOf(b.effort) ||
      a.storedW - b.storedW ||
      a.what.length - b.what.length,
  );
  const kept: Candidate[] = [];
  for (const effort of EFFORTS) {
    const own = order.filter((c) => c.effort === effort);
    const better = own.filter((c) =>
      kept.every(
        (k) =>
          c.storedW > k.storedW * (1 + WORTH) ||
          (KIND_OF(k) !== KIND_OF(c) && c.storedW > k.storedW * (1 - WORTH)),
      ),
    );
    if (better.length === 0) continue;
    // The least that helps, and the most there is.
    kept.push(better[0]!);
    const most = better.at(-1)!;
    const first = better.find((c) => c.storedW > most.storedW * (1 - WORTH / 10))!;
    if (first.storedW > better[0]!.storedW * (1 + WORTH)) kept.push(first);
  }
  return kept.sort((a, b) => a.storedW - b.storedW || EFFORTS.indexOf(a.effort) - EFFORTS.indexOf(b.effort));
}

/**
 * What would lift it: coherent changes, each gaining more than the one below it, until the car itself binds. None
 * raises a caution to stop or be careful that the path did not have.
 * @returns rungs from the least gain up; none where nothing helps or nothing flows
 * @example ladder(plan)[0]?.what // "a plain single-phase cable for 32 A"
 */
export function ladder(plan: Plan, clock: Clock = clockOfPlan(plan)): Rung[] {
  const base = judge(plan);
  if (!base) return [];
  const costOf = ({ run, circuit }: Session, of: Plan) =>
    bill(of.tariff, run, clock, connectionOf(of, circuit, clock)).total;
  const { stored: now, wall: drawn } = base.session.moment.balance;
  const cost = costOf(base.session, plan);
  const candidates = candidatesOf(plan).flatMap((change): Candidate[] => {
    const next = changed(plan, change);
    const judged = judge(next);
    if (!judged || !signed(base, judged)) return [];
    const storedW = judged.session.moment.balance.stored;
    const secondsSaved = base.session.secondsToTarget - judged.session.secondsToTarget;
    if (storedW - now <= WORTH_THE[change.effort] * drawn || secondsSaved <= 0) return [];
    return [
      {
        what: change.what,
        effort: change.effort,
        plan: next,
        gainW: storedW - now,
        secondsSaved,
        costMore: (costOf(judged.session, next) - cost) as Micros,
        storedW,
      },
    ];
  });
  return ladderOf(candidates).map(({ storedW: _, ...rung }) => rung);
}

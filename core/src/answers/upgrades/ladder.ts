import type { Clock } from "../../engine/clock";
import { clockOfPlan, connectionOf, type Plan } from "../../engine/plan";
import { bill } from "../../engine/tariff";
import type { Micros, Seconds } from "../../trade/units";
import { baseOf, judge, signed, type Against, type Base, type Judged } from "./base";
import { changed, EFFORTS, type Change, type Effort, type Needs } from "./change";
import { pieceChanges } from "./pieces";
import { repairChanges } from "./repairs";
import { settingChanges } from "./settings";
import { wiringChanges } from "./wiring";

/** One way up: what would be changed, the whole plan it stands for, and what it gains against the path as it may be used. */
export interface Rung {
  readonly what: string;
  readonly effort: Effort;
  readonly plan: Plan;
  /** What has to be had first; null where it is the owner's own to decide. */
  readonly needs: Needs | null;
  readonly against: Against;
  readonly gainW: number;
  /** Null where nothing could be charged safely before: there is no time to save and no cost to compare. */
  readonly secondsSaved: Seconds | null;
  /** Cost of reaching the target, more (or less). */
  readonly costMore: Micros | null;
}

/** Share of the power by which one way is told from another. */
const WORTH = 0.005;

/** Share of the power at the meter a change must gain to be worth what it asks: nobody lays a run for twenty watts. */
const WORTH_THE: Readonly<Record<Effort, number>> = {
  setting: 0.005,
  habit: 0.01,
  piece: 0.01,
  evse: 0.04,
  repair: 0.04,
  outlet: 0.04,
  wired: 0.04,
  elsewhere: 0.04,
};

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
  return [...settings, ...repairChanges(plan), ...pieces, ...together, ...wiringChanges(plan)];
};

const kindOf = (rung: Candidate): string => rung.plan.evse.kind;

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
          (kindOf(k) !== kindOf(c) && c.storedW > k.storedW * (1 - WORTH)),
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

const phasesOf = ({ plan: { evse } }: Candidate): number => evse.phases;

/** The plain wallbox on one phase that gives most, wherever one is among the candidates. */
function plainWallbox(candidates: readonly Candidate[]): Candidate[] {
  const plain = candidates.filter((c) => c.effort === "wired" && phasesOf(c) === 1);
  const most = Math.max(0, ...plain.map((c) => c.storedW));
  const first = plain.find((c) => c.storedW > most * (1 - WORTH / 10));
  return first ? [first] : [];
}

/** Rungs in order of what they give, none of them twice. */
const inOrder = (rungs: readonly Candidate[]): Candidate[] =>
  [...new Set(rungs)].sort(
    (a, b) => a.storedW - b.storedW || EFFORTS.indexOf(a.effort) - EFFORTS.indexOf(b.effort),
  );

/** Whether a change is worth what it asks. Where there is nothing safe yet, whatever is safe and gives no less is. */
function worthIt({ against, judged }: Base, { effort }: Change, next: Judged): boolean {
  if (!judged) return true;
  const { stored, wall } = judged.session.moment.balance;
  const gain = next.session.moment.balance.stored - stored;
  if (against === "safe") return gain >= -WORTH * stored;
  return gain > WORTH_THE[effort] * wall && next.session.secondsToTarget < judged.session.secondsToTarget;
}

/**
 * What would lift it: coherent changes, each gaining more than the one below it, until the car itself binds. None raises
 * a caution to stop or be careful that the path did not have, nor takes one further. Those that need three phases where
 * one is had stand behind the others.
 * @returns rungs from the least gain up, those that need something else last; none where nothing helps or flows
 * @example ladder(plan)[0]?.what // "a plain single-phase cable for 32 A"
 */
export function ladder(plan: Plan, clock: Clock = clockOfPlan(plan)): Rung[] {
  const base = baseOf(plan);
  if (!base) return [];
  const costOf = ({ session: { run, circuit }, plan: of }: Judged) =>
    bill(of.tariff, run, clock, connectionOf(of, circuit, clock)).total;
  const before = base.judged;
  const cost = before && costOf(before);
  const candidates = candidatesOf(plan).flatMap((change): Candidate[] => {
    const next = judge(changed(plan, change));
    if (!next || !signed(base, next) || !worthIt(base, change, next)) return [];
    const storedW = next.session.moment.balance.stored;
    return [
      {
        what: change.what,
        effort: change.effort,
        plan: next.plan,
        needs: change.needs ?? null,
        against: base.against,
        gainW: storedW - (before?.session.moment.balance.stored ?? 0),
        secondsSaved: before && before.session.secondsToTarget - next.session.secondsToTarget,
        costMore: cost === null ? null : ((costOf(next) - cost) as Micros),
        storedW,
      },
    ];
  });
  const had = candidates.filter((c) => c.needs === null);
  const own = inOrder([...ladderOf(had), ...plainWallbox(had)]);
  const best = Math.max(0, ...own.map((c) => c.storedW));
  const more = ladderOf(candidates.filter((c) => c.needs !== null && c.storedW > best * (1 + WORTH)));
  return [...own, ...more].map(({ storedW: _, ...rung }) => rung);
}

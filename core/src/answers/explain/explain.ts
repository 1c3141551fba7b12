import type { Fraction } from "../../trade/units";
import { CAUSES, type Cause, type CauseCode } from "./causes";
import { type Channel, type SessionEvidence } from "./evidence";
import { fit, type Fitted } from "./fit";
import { ERRORS, METER_ERROR, misfitOf, SOC_ERROR, type Misfit } from "./misfit";
import { predict, type Prediction } from "./predict";
import { setupFor, type setupOf } from "./setup";

/** One thing that may have been different, or two together, with how likely it is beside all others. */
export interface Explanation {
  readonly codes: readonly CauseCode[];
  readonly name: string;
  /** 0 to 1; all together make 1. */
  readonly likelihood: Fraction;
  /** What is changed, by the name of its figure. */
  readonly change: Readonly<Record<string, number>>;
  readonly says: string;
  readonly check: string;
  /** How many standard deviations its readings are off in the mean: about 1 where it explains everything. */
  readonly residual: number;
  readonly prediction: Prediction;
}

/** What explains a session. */
export interface Explained {
  /** As it was computed, before anything is changed. */
  readonly computed: Prediction;
  readonly computedResidual: number;
  /** Where the two part: seconds since the beginning; null where they do not, or nothing was read along the way. */
  readonly partsAt: number | null;
  /** The likeliest first; those below a thousandth are left out. */
  readonly explanations: readonly Explanation[];
  /** The first is not three times as likely as the next: the data cannot tell them apart. */
  readonly cannotTell: boolean;
  /** Nothing that is known here suits what was read. */
  readonly none: boolean;
  /** What reading would tell; null where nothing is left open. */
  readonly next: string | null;
}

/** How much likelier the first must be than the next to be called the cause. */
const TELLS = 3;
/** Singles that are tried in pairs. */
const PAIRED = 6;
/** A pair has to be so much likelier than its best single, as two things at once are rare. */
const PAIR_PRIOR = 0.02;
const LEAST_TOLD = 1e-3;
/** Change of a misfit below which nothing was changed. */
const NO_EFFECT = 1e-6;

/** How much worse (in squares of standard deviations) a cause has to suit what was read to be told apart by it. */
const APART = 2;
/** Of few readings each may be off by more. */
const FEW = { readings: 4, apart: 4 } as const;
/** Likelihood below which a cause is too far-fetched to keep another from being told. */
const FAR_FETCHED = 0.02;

/** Whether another cause suits what was read as well as the first, so that only how common they are speaks for that. */
const onlyCommoner = ([best, ...others]: readonly Fitted[], likelihoods: readonly number[]): boolean => {
  const { chi2, readings } = best!.misfit;
  const apart = readings < FEW.readings ? FEW.apart : APART;
  return (
    best!.causes[0]!.code !== "as-computed" &&
    others.some(
      ({ causes, misfit }, i) =>
        causes.length === 1 && misfit.chi2 < chi2 + apart && likelihoods[i + 1]! > FAR_FETCHED,
    )
  );
};

const residualOf = ({ chi2, readings }: Misfit): number => Math.sqrt(chi2 / Math.max(1, readings));
/** A misfit beyond what chance does to readings whose errors are as stated. */
const isBad = ({ chi2, readings }: Misfit): boolean => chi2 > readings + 4 * Math.sqrt(2 * readings) + 6;

const changeOf = (
  { causes, values }: Fitted,
  evidence: SessionEvidence,
  base: NonNullable<ReturnType<typeof setupOf>>,
) =>
  Object.fromEntries(
    causes.flatMap((cause, i) =>
      cause.knobs(evidence, base)!.map((knob, k) => [knob.name, values[i]![k]!] as const),
    ),
  );

/** Where what was read leaves what was computed for good: the first of several readings in a row off by much. */
function partsAt(computed: Prediction, evidence: SessionEvidence): number | null {
  let first: number | null = null;
  for (const channel of ["watts", "soc", "amps"] as const) {
    const seen = evidence.along[channel];
    const expected = computed.along[channel];
    if (!seen || !expected) continue;
    const { share, amount, gain, offset } = ERRORS[channel];
    let run = 0;
    for (let i = 0; i < seen.values.length; i++) {
      const value = expected[i]!;
      const sigma = Math.max(amount, share * Math.abs(value)) + gain * Math.abs(value) + offset;
      run = Math.abs(seen.values[i]! - value) > 4 * sigma ? run + 1 : 0;
      if (run === 3) {
        const at = seen.at[i - 2]!;
        first = first === null ? at : Math.min(first, at);
        break;
      }
    }
  }
  return first;
}

/** What could be read to tell two explanations apart, and in how many standard deviations they differ there. */
function tellingApart(
  a: Prediction,
  b: Prediction,
  evidence: SessionEvidence,
): { say: string; by: number }[] {
  const middle = evidence.seconds / 2;
  const at = ({ course }: Prediction) => {
    const slice = course.slices.find(({ from, to }) => from <= middle && to > middle);
    return slice
      ? {
          wall: (slice.startWallW + slice.endWallW) / 2,
          stored: (slice.startW + slice.endW) / 2,
          phases: slice.phases,
        }
      : null;
  };
  const [x, y] = [at(a), at(b)];
  const says: Partial<Record<Channel | "meter" | "end", string>> = {
    watts: "Read the kW at the unit or a meter at the wall, halfway through",
    amps: "Read the amps of each line, on the unit or the car",
    volts: "Read the volts at the unit at full current",
    soc: "Note the per cent every half hour",
    meter: "Read a meter at the wall before and after",
    end: "Read the per cent when it is unplugged",
  };
  const found: { say: string; by: number }[] = [];
  const add = (key: keyof typeof says, by: number, known: boolean) => {
    if (!known && says[key]) found.push({ say: says[key], by });
  };
  if (x && y) {
    add("watts", Math.abs(x.wall - y.wall) / (ERRORS.watts.amount + 0.014 * x.wall), !!evidence.along.watts);
    add(
      "amps",
      x.phases !== y.phases ? 20 : Math.abs(x.wall - y.wall) / (0.02 * x.wall + 35),
      !!evidence.along.amps,
    );
  }
  add(
    "meter",
    Math.abs(a.wallWh - b.wallWh) / Math.hypot(METER_ERROR.amountWh, METER_ERROR.share * a.wallWh),
    evidence.wallWh !== null,
  );
  add("end", Math.abs(a.toSoc - b.toSoc) / SOC_ERROR, evidence.toSoc !== null);
  if (!evidence.along.soc) {
    const halfway = (p: Prediction) => {
      const slice = p.course.slices.findLast(({ from }) => from <= middle);
      return slice ? slice.toSoc : 0;
    };
    add("soc", Math.abs(halfway(a) - halfway(b)) / ERRORS.soc.amount, false);
  }
  return found.sort((p, q) => q.by - p.by);
}

const VOLTS_TELL: ReadonlySet<CauseCode> = new Set(["sagging", "resistance", "208-volts"]);
const ANOTHER_CURRENT =
  "Charge once more at another current with a meter at the wall: own draw stays the same, a wrong battery size scales with everything, resistance grows with the square.";

function nextReading(explanations: readonly Explanation[], evidence: SessionEvidence): string {
  const [a, b] = explanations;
  if (!a || !b) return ANOTHER_CURRENT;
  const volts = [...a.codes, ...b.codes].some((code) => VOLTS_TELL.has(code));
  if (volts && !evidence.along.volts && evidence.plan.evse.kind !== "rapid")
    return "Read the volts at the unit, with nothing charging and at full current.";
  const [best] = tellingApart(a.prediction, b.prediction, evidence);
  return best && best.by > 2.5 ? `${best.say}.` : ANOTHER_CURRENT;
}

/**
 * What explains a session: every cause is the same circuit solved with that one thing changed, weighed by the stated
 * errors of what was read and by how common it is. Two at once are tried where one does not do.
 * @example explainSession(evidence).explanations[0].codes // ["set-low"]
 */
export function explainSession(evidence: SessionEvidence): Explained {
  const base = setupFor(evidence)!;
  const computed = predict(base, evidence);
  const computedMisfit = misfitOf(computed, evidence);
  // What changes nothing that was read explains nothing.
  const singles = CAUSES.map((cause) => fit([cause], evidence, base)).filter(
    (one) =>
      one !== null &&
      (one.causes[0]!.code === "as-computed" || Math.abs(one.misfit.chi2 - computedMisfit.chi2) > NO_EFFECT),
  ) as Fitted[];
  const weight = ({ causes, logLikelihood }: Fitted) =>
    logLikelihood +
    causes.reduce((sum, { prior }) => sum + Math.log(prior), 0) +
    (causes.length > 1 ? Math.log(PAIR_PRIOR) : 0);
  const ranked = [...singles].sort((a, b) => weight(b) - weight(a));
  const all = isBad(ranked[0]!.misfit) ? [...ranked, ...pairsOf(ranked, evidence, base)] : ranked;
  all.sort((a, b) => weight(b) - weight(a));
  const top = weight(all[0]!);
  const weights = all.map((one) => Math.exp(weight(one) - top));
  const total = weights.reduce((a, b) => a + b, 0);
  const explanations = all
    .map((one, i): Explanation => ({
      codes: one.causes.map(({ code }) => code),
      name: one.causes.map(({ name }) => name).join("; and "),
      likelihood: weights[i]! / total,
      change: changeOf(one, evidence, base),
      says: one.causes.map((cause, k) => cause.says(one.values[k]!, evidence)).join(" "),
      check: one.causes.map(({ check }) => check).join(" "),
      residual: residualOf(one.misfit),
      prediction: one.prediction,
    }))
    .filter(({ likelihood }) => likelihood >= LEAST_TOLD);
  const none = isBad(all[0]!.misfit) && residualOf(all[0]!.misfit) > 2;
  const cannotTell =
    explanations.length > 1 &&
    (explanations[0]!.likelihood < TELLS * explanations[1]!.likelihood ||
      onlyCommoner(
        all,
        weights.map((one) => one / total),
      ));
  return {
    computed,
    computedResidual: residualOf(computedMisfit),
    partsAt: partsAt(computed, evidence),
    explanations,
    cannotTell,
    none,
    next: none || cannotTell ? nextReading(explanations, evidence) : null,
  };
}

function pairsOf(
  ranked: readonly Fitted[],
  evidence: SessionEvidence,
  base: NonNullable<ReturnType<typeof setupOf>>,
): Fitted[] {
  const best: Cause[] = ranked
    .flatMap(({ causes }) => causes)
    .filter(({ code }) => code !== "as-computed")
    .slice(0, PAIRED);
  const found: Fitted[] = [];
  best.forEach((a, i) => {
    for (const b of best.slice(i + 1)) {
      // A plan is replaced before anything is done to its circuit.
      const order = REPLANS.has(b.code) ? [b, a] : [a, b];
      if (order.every(({ code }) => REPLANS.has(code))) continue;
      const together = fit(order, evidence, base);
      if (together) found.push(together);
    }
  });
  return found;
}

/** Causes that take another plan in the place of this one. */
const REPLANS: ReadonlySet<CauseCode> = new Set(["set-low", "one-phase"]);

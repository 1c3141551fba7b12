import { explainSession, type CauseCode, type SessionEvidence } from "../explain";

/** Causes of one evening: what they did says nothing of the car. */
const OF_ONE_EVENING: ReadonlySet<CauseCode> = new Set<CauseCode>([
  "set-low",
  "one-phase",
  "208-volts",
  "sagging",
  "throttled",
  "cold-pack",
  "climate",
  "shared",
  "meter-place",
  "pause",
]);
/** How likely such a cause has to be for its session to be left out. */
const LIKELY = 0.75;
/** Readings of each kind that tell it. */
const READINGS = 20;

/** The evidence with every so many-th reading. */
const thinner = (evidence: SessionEvidence): SessionEvidence => ({
  ...evidence,
  along: Object.fromEntries(
    Object.entries(evidence.along).map(([channel, { at, values }]) => {
      const step = Math.max(1, Math.ceil(at.length / READINGS));
      const every = (_: number, i: number) => i % step === Math.floor(step / 2) % step;
      return [channel, { at: at.filter(every), values: values.filter(every) }];
    }),
  ),
});

/**
 * Why a session says nothing of the car: something was otherwise that evening. Null where nothing was.
 * @example oddSession(evidence) // "Unit or car was left on 6 A."
 */
export function oddSession(evidence: SessionEvidence): string | null {
  const { explanations, none } = explainSession(thinner(evidence));
  if (none) return "Nothing that is known here suits what was read.";
  const { codes, likelihood, says } = explanations[0]!;
  return likelihood > LIKELY && codes.some((code) => OF_ONE_EVENING.has(code)) ? says : null;
}

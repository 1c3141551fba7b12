import {
  calibrate,
  evidenceOf,
  explainSession,
  logRow,
  predict,
  setupOf,
  type SessionEvidence,
} from "@kettleback/core";
import { demoSessions } from "@kettleback/core/demo";
import { Limits } from "./limits";
import { round } from "./rate";

/** Measures an explanation with 200 readings, a calibration of 50 sessions, and a thousand lines of the log. */
const { "fallow-quay": recorded } = demoSessions();
const left = recorded!.find(({ spec }) => spec.key === "demo 33")!;
const found = evidenceOf(left.spec, left.samples);
if ("missing" in found) throw new Error(found.missing);

/** The same session read at so many moments. */
function readAt(evidence: SessionEvidence, count: number): SessionEvidence {
  const at = Array.from({ length: count }, (_, i) => ((i + 0.5) * evidence.seconds) / count);
  const blank = {
    ...evidence,
    along: Object.fromEntries(
      Object.keys(evidence.along).map((one) => [one, { at, values: at.map(() => 0) }]),
    ),
  };
  const low = { ...evidence.plan, settings: { ...evidence.plan.settings, evseAmps: 6 } };
  const truth = predict(setupOf(low, evidence.fromSoc)!, blank);
  return {
    ...blank,
    along: Object.fromEntries(
      Object.entries(truth.along).map(([one, values]) => [
        one,
        { at, values: [...values].map((value, i) => value * (1 + 0.004 * Math.sin(7 * i))) },
      ]),
    ),
  };
}

const timed = (times: number, work: () => void): number => {
  const took: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    work();
    took.push(performance.now() - start);
  }
  return took.sort((a, b) => a - b)[Math.floor(took.length / 2)]!;
};

const evidence = readAt(found, 200);
const explaining = timed(9, () => void explainSession(evidence));
const plover = recorded!
  .filter(({ spec }) => spec.carId === "fq-plover")
  .flatMap(({ spec, samples }) => {
    const one = evidenceOf(spec, samples);
    return "missing" in one ? [] : [one];
  });
const fifty = Array.from({ length: 50 }, (_, i) => plover[i % plover.length]!);
const calibrating = timed(3, () => void calibrate(fifty));
const thousand = Array.from({ length: 1_000 }, (_, i) => recorded![i % recorded!.length]!.spec);
const lines = timed(3, () =>
  thousand.forEach((spec, i) => logRow(String(i), spec, { car: null, place: null }, "Europe/Dublin")),
);
console.log(
  `Log: one session of 200 readings explained in ${round(explaining)} ms; 50 sessions calibrated in ${round(calibrating)} ms; a thousand lines in ${round(lines)} ms`,
);
const limits = new Limits();
limits.atMost("ms to explain a session", explaining, 100);
limits.atMost("ms to calibrate 50 sessions", calibrating, 2_000);
limits.atMost("ms for a thousand lines", lines, 1_000);
limits.report();

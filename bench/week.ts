import {
  atOnce,
  bill,
  clockOfPlan,
  connectionOf,
  documentOf,
  isRefusal,
  judgeWeek,
  openLineup,
  PRESETS,
  run,
  solvePlan,
  SPEC_VERSION,
  startLineup,
  weekAt,
  weekSetting,
  WEEK_FORMAT,
  yearBlocks,
  type WeekAsked,
} from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { Limits } from "./limits";

/** Measures years of nights: in seconds, and against solving every one of those nights. */
const YEARS = 1_000;
const WAYS = 10;
const MOST_SECONDS = 10;
const LEAST_TIMES = 100;
const FRAME_MS = 16.7;

const saved = startLineup(fallowQuay, fallowQuay.paths[0]!.spec.session);
const { household, cars, ways } = documentOf(saved.name, openLineup(fallowQuay, saved));
function askedOf(count: number): WeekAsked {
  const judged = judgeWeek({
    format: WEEK_FORMAT,
    version: SPEC_VERSION,
    name: "bench",
    household,
    cars: cars.slice(1, 2),
    ways: ways.filter(({ evse }) => evse.kind !== "rapid").slice(0, count),
    elsewhere: { stop: ways.find(({ evse }) => evse.kind === "rapid") },
    pattern: { start: "2026-11-23", days: PRESETS["far-commuter"].days },
  });
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  return judged.value;
}
const limits = new Limits();

const asked = askedOf(WAYS);
const begun = performance.now();
const work = yearBlocks(asked, 0, { seed: 1, years: YEARS, first: 0, stride: 1 });
let made = Number.NaN;
let step = work.next();
while (!step.done) {
  if (step.value.length === 0) made = performance.now();
  step = work.next();
}
const seconds = (performance.now() - begun) / 1000;
const passing = (performance.now() - made) / 1000;

// The rivals solve each night from where the night before left the car: the whole plan as the Path does it, its clock made
// once; and the session and its bill alone, over a circuit compiled once.
const setting = weekSetting(asked, 0);
const plugs = asked.ways.map((way) => weekAt(setting, way).rider!.plugs.home!);
const perDay = (132 * asked.cars[0]!.whPerKm) / asked.cars[0]!.battery.usableWh;
const evenings = plugs.map(({ plan }) => ({
  ...plan,
  session: { ...plan.session, toSoc: 0.8, pluggedInAt: "2026-11-23T18:40", neededBy: "06:20" },
}));
const clocks = evenings.map((plan) => clockOfPlan(plan));
const NIGHTS = 2_000;
let soc = 0.8;
const timed = (night: (at: number) => number): number => {
  const all = () => {
    const from = performance.now();
    for (let i = 0; i < NIGHTS; i++) soc = night(i % plugs.length);
    return (performance.now() - from) / 1000 / NIGHTS;
  };
  all();
  return Math.min(all(), all(), all());
};
const evening = () => Math.max(0.1, soc - perDay);
const aSolve = timed((at) => {
  const plan = evenings[at]!;
  const solved = solvePlan({ ...plan, session: { ...plan.session, fromSoc: evening() } }, clocks[at]!);
  if (isRefusal(solved)) throw new Error(solved.message);
  return solved.endSoc;
});
const aSession = timed((at) => {
  const { circuit, plan } = plugs[at]!;
  const clock = clocks[at]!;
  const ran = run(circuit, atOnce(0.8, clock.departure!), { soc: evening(), packC: null, elapsed: 0 });
  bill(plan.tariff, ran, clock, connectionOf(plan, circuit, clock));
  return ran.end.soc;
});
const nights = YEARS * 364 * WAYS;
console.log(
  `years       ${YEARS} years × ${WAYS} ways in ${seconds.toFixed(2)} s, ${(made - begun).toFixed(0)} ms of it making the ways ready`,
);
const against = (each: number) => (each * nights) / passing;
console.log(
  `nights      ${((passing * 1e9) / nights).toFixed(0)} ns each, with luck, stops and cost: ${against(aSolve).toFixed(0)}× a solve of each night (${(aSolve * 1e6).toFixed(0)} µs), ${against(aSession).toFixed(0)}× its session and bill alone (${(aSession * 1e6).toFixed(1)} µs)`,
);
limits.atMost("1,000 years at 10 ways, seconds", seconds, MOST_SECONDS);

const twelve = askedOf(12);
const repaint: number[] = [];
for (let i = 0; i < 60; i++) {
  const days = twelve.pattern.days.map((day, at) =>
    at === 3 ? { ...day, drives: day.drives.map((drive) => ({ ...drive, km: 100 + i })) } : day,
  );
  const from = performance.now();
  const now = weekSetting({ ...twelve, pattern: { ...twelve.pattern, days } }, 0);
  twelve.ways.forEach((way) => weekAt(now, way));
  repaint.push(performance.now() - from);
}
repaint.sort((a, b) => a - b);
const [p50, p95] = [0.5, 0.95].map((share) => repaint[Math.floor(share * repaint.length)]!);
console.log(
  `a change    12 ways followed anew in ${p50!.toFixed(1)} ms (median), ${p95!.toFixed(1)} ms (p95)`,
);
limits.atMost("12 ways followed anew, ms (median)", p50!, FRAME_MS);
limits.atLeast("a year against solving each night", against(aSolve), LEAST_TIMES);
limits.report();

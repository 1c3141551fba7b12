import {
  atOnce,
  axisValue,
  clockOfPlan,
  compile,
  sweepOf,
  isRefusal,
  ladder,
  pathOf,
  quantityOf,
  run,
  solvePlan,
  type Circuit,
  type State,
} from "@kettleback/core";
import { circuitOf, coldRapid, demoPlans, sweeps, planNamed, taperingNight } from "./cases";
import { Limits } from "./limits";
import { eachPerSecond, perSecond, round } from "./rate";
import { fewest, marchAc, marchRapid, type Told } from "./rival";

const limits = new Limits();
const ours = (circuit: Circuit, to: number, start: State): Told => {
  const { slices, end } = run(circuit, atOnce(to), start);
  let wallWh = 0;
  for (const slice of slices) wallWh += slice.wall;
  return { seconds: end.elapsed, wallWh };
};

function race(what: string, core: () => void, rival: (steps: number) => Told, exact: Told, start: number) {
  return [1e-6, 1e-9].map((error) => {
    const steps = fewest(rival, exact, error, start);
    const [own, other] = eachPerSecond(core, () => rival(steps)) as [number, number];
    const ratio = own / other;
    console.log(
      `${what}: ${round(own)} a second, ${ratio.toFixed(1)} × a second-order march of ${round(steps)} steps within ${error}`,
    );
    return ratio;
  }) as [number, number];
}

console.log("Whole plans on AC: path, session, ledger, bill, range, the session's clock made once");
for (const plan of demoPlans.filter((p) => p.evse.kind !== "rapid")) {
  const clock = clockOfPlan(plan);
  const rate = perSecond(() => solvePlan(plan, clock));
  console.log(`  ${plan.name}: ${round(rate)} a second`);
  limits.atLeast(`whole plans a second, ${plan.name}`, rate, 20_000);
}

const night = circuitOf(planNamed("Plover overnight"));
const level = perSecond(() => run(night, atOnce(0.8), { soc: 0.2, packC: null, elapsed: 0 }));
console.log(`Compiled once, level sessions run: ${round(level)} a second`);
limits.atLeast("level sessions a second", level, 100_000);
const path = pathOf(planNamed("Plover overnight"));
console.log(`Compiled: ${round(perSecond(() => compile(path)))} a second`);

{
  const circuit = circuitOf(taperingNight());
  const start: State = { soc: 0.3, packC: null, elapsed: 0 };
  const exact = ours(circuit, 0.99, start);
  const levelW = run(circuit, atOnce(0.35), start).slices[0]!.startW;
  const [, ninth] = race(
    "A tapering night on AC",
    () => run(circuit, atOnce(0.99), start),
    (steps) => marchAc(circuit, levelW, 0.3, 0.99, steps),
    exact,
    16,
  );
  limits.atLeast("AC taper against its rival within 1e-9", ninth, 10);
}

{
  const plan = coldRapid();
  const circuit = circuitOf(plan);
  const { fromSoc: from, toSoc: to, batteryC } = plan.session;
  const start: State = { soc: from, packC: batteryC, elapsed: 0 };
  // Richardson's extrapolation of the rival itself, in very fine steps: exact to about 1e-11.
  const [coarse, fine] = [0.04, 0.02].map((dt) => marchRapid(circuit, from, to, batteryC!, dt)) as [
    Told,
    Told,
  ];
  const exact: Told = {
    seconds: (4 * fine.seconds - coarse.seconds) / 3,
    wallWh: (4 * fine.wallWh - coarse.wallWh) / 3,
  };
  const own = ours(circuit, to, start);
  const error = Math.max(Math.abs(own.seconds / exact.seconds - 1), Math.abs(own.wallWh / exact.wallWh - 1));
  console.log(`A cold pack at a rapid station: ours lies within ${error.toExponential(1)} of the exact`);
  limits.atMost("our own error on rapid", error, 1e-6);
  const span = exact.seconds;
  const steps = fewest((n) => marchRapid(circuit, from, to, batteryC!, span / n), exact, 1e-6, 64);
  const [mine, other] = eachPerSecond(
    () => run(circuit, atOnce(to), start),
    () => marchRapid(circuit, from, to, batteryC!, span / steps),
  ) as [number, number];
  console.log(
    `A cold pack at a rapid station: ${round(mine)} a second, ${(mine / other).toFixed(1)} × a second-order march of ${round(steps)} steps within 1e-6`,
  );
  limits.atLeast("rapid against its rival within 1e-6", mine / other, 3);
}

{
  const plan = planNamed("Plover overnight");
  const clock = clockOfPlan(plan);
  const solved = solvePlan(plan, clock);
  if (isRefusal(solved)) throw new Error(solved.message);
  const rate = perSecond(() => ladder(plan, clock));
  console.log(`What would lift it: ${(1000 / rate).toFixed(2)} ms a ladder`);
}

for (const { what, plan, spec, least } of sweeps()) {
  const clock = clockOfPlan(plan);
  const [x, y] = [quantityOf(spec.x.quantity), quantityOf(spec.y.quantity)];
  const points = spec.x.count * spec.y.count;
  const [own, loop] = eachPerSecond(
    () => {
      const row = sweepOf(plan, spec, clock);
      for (let j = 0; j < spec.y.count; j++) row(j);
    },
    // As well written as can be over whole plans: the clock made once, a row's plan made once.
    () => {
      for (let j = 0; j < spec.y.count; j++) {
        const row = y.with(plan, axisValue(spec.y, j));
        for (let i = 0; i < spec.x.count; i++) solvePlan(x.with(row, axisValue(spec.x, i)), clock);
      }
    },
  ) as [number, number];
  console.log(
    `A sweep, ${what}: ${round(points * own)} points a second, ${(own / loop).toFixed(1)} × a loop over whole plans`,
  );
  limits.atLeast(`sweep against a loop over whole plans, ${what}`, own / loop, least);
}

limits.report();

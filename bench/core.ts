import { charge, isRefusal, pathOf, planOf, type Plan } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import { fixedStep, stepFor } from "./fixed-step";
import { bruteRapid, rapidCase, stepForRapid } from "./rapid";

const plans: Plan[] = DEMO_GARAGES.flatMap((garage) =>
  garage.paths.flatMap(({ spec }) => {
    const plan = planOf(garage, spec);
    return plan.ok ? [plan.value] : [];
  }),
);

/** Runs a job again and again for about a second; returns how many a second. */
function perSecond(job: () => void): number {
  const until = (ms: number) => {
    const start = performance.now();
    let n = 0;
    while (performance.now() - start < ms) {
      for (let i = 0; i < 20; i++) job();
      n += 20;
    }
    return (n / (performance.now() - start)) * 1000;
  };
  until(300);
  return until(1000);
}

const round = (n: number) => Math.round(n).toLocaleString("en-GB");
const ERROR = 1e-6;

console.log("Core solve: path + session + ledger, one thread, to 99 % so that the taper is part of it");
/** The plan with a battery that lets go from 60 % on, well below what the path delivers near the top. */
const tapering = (plan: Plan): Plan => ({
  ...plan,
  name: `${plan.name}, early taper`,
  car: {
    ...plan.car,
    battery: {
      ...plan.car.battery,
      acceptance: [
        { soc: 0.6, watts: 12_000 },
        { soc: 0.9, watts: 1_400 },
        { soc: 1, watts: 300 },
      ],
    },
  },
});

for (const plan of plans.filter((p) => p.unit.kind !== "rapid").flatMap((p) => [p, tapering(p)])) {
  const path = pathOf(plan);
  const [from, to] = [plan.session.fromSoc, 0.99];
  const solved = charge(path, { fromSoc: from, toSoc: to });
  if (isRefusal(solved)) continue;
  const exact = { seconds: solved.secondsToTarget, wall: solved.ledger.wall };
  const step = stepFor(path, from, to, exact, ERROR);
  const solves = perSecond(() => void charge(path, { fromSoc: from, toSoc: to }));
  const stepped = perSecond(() => void fixedStep(path, from, to, step));
  const tapers = solved.segments.some((s) => s.limitedBy === "battery");
  console.log(
    `  ${plan.name.padEnd(57)} ${tapers ? "tapers" : "level "}${round(solves).padStart(8)} solves/s; ` +
      `steps of ${step.toPrecision(3)} s for ${ERROR}: ${round(stepped).padStart(7)}/s; ratio ${(solves / stepped).toFixed(1)}×`,
  );
}

console.log(
  "Rapid session: 12-point curve, pack temperature, one thread; brute force marches in steps of time",
);
const rapid = rapidCase();
const warm = charge(rapid.path, rapid.request);
if (isRefusal(warm)) throw new Error(warm.message);
const brute = stepForRapid(rapid, warm.secondsToTarget, ERROR);
const rapidSolves = perSecond(() => void charge(rapid.path, rapid.request));
const bruteSolves = perSecond(() => void bruteRapid(rapid, brute));
console.log(
  `  ${round(rapidSolves)} solves/s; steps of ${brute} s for ${ERROR}: ${bruteSolves.toFixed(1)}/s; ratio ${(rapidSolves / bruteSolves).toFixed(0)}×`,
);

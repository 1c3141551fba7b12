import { charge, isRefusal, pathOf, planOf, type Plan } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import { fixedStep, stepsFor } from "./fixed-step";

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

console.log("Core solve: path + session + ledger, one thread");
for (const plan of plans) {
  const path = pathOf(plan);
  // To 98 %, so that the battery's taper is part of it.
  const span = { fromSoc: plan.session.fromSoc, toSoc: 0.98 };
  const solved = charge(path, span);
  if (isRefusal(solved)) continue;
  const exact = { seconds: solved.secondsToTarget, wall: solved.ledger.wall };
  const steps = stepsFor(path, span.fromSoc, span.toSoc, exact, ERROR);
  const solves = perSecond(() => void charge(path, span));
  const stepped = perSecond(() => void fixedStep(path, span.fromSoc, span.toSoc, steps));
  console.log(
    `  ${plan.name.padEnd(44)} ${round(solves).padStart(8)} solves/s; ` +
      `fixed steps to ${ERROR} (${steps} of them) ${round(stepped).padStart(6)}/s; ratio ${(solves / stepped).toFixed(0)}×`,
  );
}

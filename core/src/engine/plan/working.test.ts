import { DEMO_GARAGES } from "../../household/demo";
import { planOf } from "../../household/garage";
import { isRefusal } from "../path";
import { SOURCES } from "../../trade/sources";
import { anyPath } from "../../tests/arbitraries";
import { law, SKIPPED } from "../../tests/law";
import { holds } from "../../tests/working";
import { ANSWERS, explain, solvePlan, type Plan } from ".";

const demo: Plan[] = DEMO_GARAGES.flatMap((garage) =>
  garage.paths.map(({ spec }) => {
    const plan = planOf(garage, spec);
    if (!plan.ok) throw new Error(JSON.stringify(plan.problems));
    return plan.value;
  }),
);

test.each(demo.map((plan) => [plan.name, plan] as const))(
  "%s: every formula shown gives the result shown from the numbers shown",
  (_, plan) => {
    const solution = solvePlan(plan);
    if (isRefusal(solution)) throw new Error(solution.message);
    for (const answer of ANSWERS) {
      const { steps, title } = explain(answer, solution, plan);
      expect(steps.length).toBeGreaterThan(0);
      for (const step of steps) holds(step, `${title}: ${step.what}`);
    }
  },
);

test("so do those of random paths of both currents, hot, cold, capped, sagging and held", () => {
  law(anyPath, { runs: 250, mostSkipped: 0.5 }, (path) => {
    const { car, outlet, evse, lead = null, cable = null, adapter = null, houseRule, settings } = path;
    const plan: Plan = {
      ...demo[0]!,
      ...{ car, outlet, evse, lead, cable, adapter },
      household: { ...demo[0]!.household, houseRule },
      session: { ...demo[0]!.session, heatingW: settings?.heatingW ?? 0 },
      settings: {
        evseAmps: settings?.evseAmps ?? null,
        carAmps: settings?.carAmps ?? null,
        otherBusy: settings?.otherBusy ?? false,
      },
    };
    const solution = solvePlan(plan);
    if (isRefusal(solution)) return SKIPPED;
    for (const answer of ANSWERS)
      for (const step of explain(answer, solution, plan).steps) holds(step, answer);
  });
});

test("the last result of each working is the answer on the screen", () => {
  for (const plan of demo) {
    const s = solvePlan(plan);
    if (isRefusal(s)) throw new Error(s.message);
    const last = (answer: (typeof ANSWERS)[number]) => explain(answer, s, plan).steps.at(-1)!.result.value;
    const of = (answer: (typeof ANSWERS)[number], symbol: string) =>
      explain(answer, s, plan).steps.findLast((step) => step.result.symbol === symbol)!.result.value;
    expect(of("wall", "P_wall") / s.moment.balance.wall).toBeCloseTo(1, 9);
    expect(of("battery", "P_b") / s.moment.balance.stored).toBeCloseTo(1, 6);
    expect(last("ready") * 3600).toBeCloseTo(s.secondsToTarget, 6);
    expect(of("lost", "E_lost")).toBeCloseTo(s.ledger.lost, 6);
    expect(of("cost", "k")).toBe(s.bill.total / 1e6);
    expect(of("range", "v")).toBe(s.range.kmPerHour);
  }
});

test("constants name where they come from: an IEC breaker is not sourced to an outlet", () => {
  const night = demo[0]!;
  const solution = solvePlan(night);
  if (isRefusal(solution)) throw new Error(solution.message);
  const terms = explain("flow", solution, night).steps.flatMap((s) => s.terms);
  expect(terms.find((t) => t.symbol === "I_circuit")!.source).toBe(SOURCES.breaker);
  expect(terms.find((t) => t.symbol === "U")!.source).toBe(SOURCES.nominal);
  const shack = demo.find((p) => p.name === "Grosbeak at the sugar shack")!;
  const measured = solvePlan(shack);
  if (isRefusal(measured)) throw new Error(measured.message);
  const volts = explain("flow", measured, shack)
    .steps.flatMap((s) => s.terms)
    .find((t) => t.symbol === "U")!;
  expect(volts.source).toBe(SOURCES.measured);
});

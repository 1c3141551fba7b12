import { isRefusal } from "../../engine/path";
import { solvePlan } from "../../engine/plan";
import { CASES, caseOf } from ".";

test("a sitting has five cases of each kind, none twice, each with its answer among its options", () => {
  const cases = Array.from({ length: CASES }, (_, n) => caseOf(11, n));
  const kinds = cases.map(({ kind }) => kind).sort();
  expect(new Set(kinds)).toEqual(new Set(["cable", "morning", "narrowest", "session"]));
  for (const kind of new Set(kinds)) expect(kinds.filter((one) => one === kind)).toHaveLength(5);
  expect(new Set(cases.map(({ facts }) => facts.join())).size).toBe(CASES);
  for (const { options, answer } of cases) {
    expect(options.length).toBeGreaterThan(2);
    expect(new Set(options.map(({ id }) => id)).size).toBe(options.length);
    expect(options.map(({ id }) => id)).toContain(answer);
  }
  // The solver is the judge: which link binds, and what the car shows at departure.
  for (const { kind, plan, answer } of cases) {
    const solution = solvePlan(plan);
    if (isRefusal(solution)) throw new Error(solution.message);
    if (kind === "narrowest") expect(solution.circuit.links[solution.moment.binding]!.kind).toBe(answer);
    if (kind === "morning") expect(String(Math.round(solution.endSoc * 100))).toBe(answer);
  }
});

test("the same seed gives the same case, another seed another sitting", () => {
  expect(caseOf(5, 0)).toEqual(caseOf(5, 0));
  const sitting = (seed: number) => [0, 1, 2].map((n) => caseOf(seed, n).facts.join());
  expect(sitting(5)).not.toEqual(sitting(6));
});

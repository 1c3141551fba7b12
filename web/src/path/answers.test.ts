import {
  ANSWERS,
  isRefusal,
  planOf,
  solvePlan,
  type Garage,
  type Plan,
  type Solution,
} from "@kettleback/core";
import { DEMO_GARAGES, fallowQuay } from "@kettleback/core/demo";
import { shownAnswers, type Shown } from "./answers";

const solved = (garage: Garage, id: string, change: (plan: Plan) => Plan = (p) => p): [Solution, Plan] => {
  const made = planOf(garage, garage.paths.find((p) => p.id === id)!.spec);
  if (!made.ok) throw new Error("demo");
  const plan = change(made.value);
  const solution = solvePlan(plan);
  if (isRefusal(solution)) throw new Error(solution.message);
  return [solution, plan];
};
const answers = (...args: Parameters<typeof solved>): Record<string, Shown> =>
  Object.fromEntries(shownAnswers(...solved(...args)).map((shown) => [shown.answer, shown]));

test("every answer of every demo path is shown once, with a figure and no broken number", () => {
  for (const garage of DEMO_GARAGES)
    for (const { id } of garage.paths) {
      const list = shownAnswers(...solved(garage, id));
      expect(list.map((a) => a.answer).sort()).toEqual([...ANSWERS].sort());
      for (const { figure, aside, nature } of list) {
        expect(`${figure.value} ${figure.unit} ${aside}`).not.toMatch(/NaN|undefined|Infinity/);
        expect(nature).not.toBe("");
      }
    }
});

test("too late says by how much and what there will be at departure", () => {
  const { ready } = answers(fallowQuay, "fq-path-plover-night");
  expect(ready).toMatchObject({ name: "Not in time", alarm: true, figure: { value: "08:52" } });
  expect(ready!.aside).toBe("1 h 23 min too late: 83 % at 07:30");
});

test("in time says how much is to spare; with nobody waiting only how long it takes", () => {
  expect(answers(fallowQuay, "fq-path-curlew-harbour").ready!.aside).toBe(
    "10 h 22 min, the next day; 2 h 58 min to spare",
  );
  const open = answers(fallowQuay, "fq-path-curlew-harbour", (p) => ({
    ...p,
    session: { ...p.session, neededBy: null },
  }));
  expect(open.ready!.aside).toBe("10 h 22 min, the next day");
});

test("a night of several days names the day", () => {
  const slow = answers(fallowQuay, "fq-path-curlew-harbour", (p) => ({
    ...p,
    settings: { ...p.settings, carAmps: 6 },
    session: { ...p.session, fromSoc: 0, toSoc: 1, neededBy: null },
  }));
  expect(slow.ready!.aside).toMatch(/days later, \w{3} \d+ Nov/);
});

test("miles and a price below zero", () => {
  const paid = answers(fallowQuay, "fq-path-plover-night", (p) => ({
    ...p,
    household: { ...p.household, distanceUnit: "mi" },
    tariff: { ...p.tariff, perKWh: -0.05 },
  }));
  expect(paid.range!.figure.unit).toBe("mi/h");
  expect(paid.cost!.figure.value).toMatch(/^-€/);
});

test("direct current is not told in lanes", () => {
  expect(answers(fallowQuay, "fq-path-ferry").flow!.figure.unit).toBe("A at the start");
});

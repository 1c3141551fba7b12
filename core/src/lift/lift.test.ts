import { fallowQuay } from "../demo";
import { planOf } from "../garage";
import { pathOf } from "../plan";
import fc from "fast-check";
import { anyPath } from "../tests/arbitraries";
import { stepTable } from "../steps";
import { ladder } from ".";

const tariff = { name: "flat", perKWh: 0.3, perSession: 0 };
const demo = (id: string) => {
  const plan = planOf(fallowQuay, fallowQuay.paths.find((p) => p.id === id)!.spec);
  if (!plan.ok) throw new Error("demo");
  return plan.value;
};

test("the wrong cable: the first rung is the plain cable, and it about doubles the power", () => {
  const plan = demo("fq-path-curlew-harbour");
  const [first] = ladder(pathOf(plan), plan.session, tariff);
  expect(first!.what).toBe("a plain single-phase cable for 32 A");
  expect(first!.session.point.amps).toBe(32);
  expect(first!.session.atFlow.wall / 3686).toBeCloseTo(2, 1);
});

test("each rung beats the one below it, and the last one leaves the car itself as the narrowest", () => {
  fc.assert(
    fc.property(anyPath, (path) => {
      const rungs = ladder(path, { fromSoc: 0.2, toSoc: 0.8 }, tariff);
      let below = 0;
      for (const { gainW, secondsSaved } of rungs) {
        expect(gainW).toBeGreaterThan(below);
        expect(secondsSaved).toBeGreaterThan(0);
        below = gainW;
      }
    }),
    { numRuns: 400 },
  );
});

test("the step table: more amps are never slower, and a lead's heat grows with the square", () => {
  const plan = demo("fq-path-reel");
  const rows = stepTable(pathOf(plan), plan.session);
  expect(rows.map((r) => r.amps)).toEqual([6, 8, 10]);
  const [six, , ten] = rows as [(typeof rows)[0], (typeof rows)[0], (typeof rows)[0]];
  expect(ten.session!.secondsToTarget).toBeLessThan(six.session!.secondsToTarget);
  expect(ten.leadWattsPerMetre! / six.leadWattsPerMetre!).toBeCloseTo((10 / 6) ** 2, 9);
});

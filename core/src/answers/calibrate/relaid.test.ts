import { ladder } from "../upgrades";
import { quantityOf } from "../lineup";
import { circuitOf } from "../../tests/solve";
import { demoPlan, fallowQuay } from "../../tests/lineup";
import { pathOf, type Plan } from "../../engine/plan";
import { clockOf } from "../../engine/clock";

const night = demoPlan(fallowQuay, "Plover", "Boathouse, wall socket at 10 A");
const measured: Plan = {
  ...night,
  outlet: {
    ...night.outlet,
    circuit: {
      breakerAmps: 16,
      otherLoadAmps: 0,
      run: { gauge: "1.5 mm2", lengthM: 40, temperatureC: 30 },
      measuredOhms: 0.9,
    },
  },
};
const wiring = (plan: Plan): number => circuitOf(pathOf(plan)).ohmsBy.circuit;

test("what sessions told of the wiring stands over what its run comes to", () => {
  expect(wiring(measured)).toBe(0.9);
  const { measuredOhms: _, ...circuit } = measured.outlet.circuit;
  expect(wiring({ ...measured, outlet: { ...measured.outlet, circuit } })).toBeLessThan(0.7);
});

test("a run laid anew, or varied, is no longer what sessions told of the old one", () => {
  for (const [id, value] of [
    ["run", 40],
    ["conductor", 2.5],
  ] as const) {
    const varied = quantityOf(id).with(measured, value) as Plan;
    expect([id, varied.outlet.circuit.measuredOhms, wiring(varied) < 0.9]).toEqual([id, undefined, true]);
  }
  const clock = clockOf(measured.session, measured.household.timeZone);
  const laid = ladder(measured, clock).filter(({ plan }) => plan.outlet.circuit.run?.gauge !== "1.5 mm2");
  expect(laid.length).toBeGreaterThan(0);
  for (const { plan } of laid) expect(plan.outlet.circuit.measuredOhms).toBeUndefined();
});

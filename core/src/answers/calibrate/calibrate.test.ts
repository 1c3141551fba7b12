import { demoPlan, fallowQuay } from "../../tests/lineup";
import { ALL_RUNS, runs } from "../../tests/law";
import { blank, evenly, lasts, normally, scripted } from "../../tests/scripted";
import { demoSessions } from "../../household/demo";
import type { Plan } from "../../engine/plan";
import { causeOf, evidenceOf, setupOf, type SessionEvidence } from "../explain";
import { recordSchema, type SessionRecord } from "../record";
import {
  calibrate,
  calibrateSteps,
  economyTold,
  FEWEST_SESSIONS,
  measuredCar,
  oddSession,
  PARAMETERS,
  stillMeasured,
  type Calibration,
  type FigureTold,
  type Parameter,
} from ".";

const box = demoPlan(fallowQuay, "Curlew", "Wallbox, 3 × 16 A");
const socket = demoPlan(fallowQuay, "Curlew", "Boathouse, wall socket at 10 A");
const parameter = (id: Parameter["id"]): Parameter => PARAMETERS.find((one) => one.id === id)!;
const EXACT = { watts: 1, amps: 1, volts: 1, wallWh: 1 };

/** Sessions of a car that is really another one, read off by instruments; the plans have it as it is taken for. */
function sessionsOf(
  count: number,
  really: (plan: Plan) => Plan,
  { seed = 1, noisy = true, gain = 1, readings = 40 } = {},
): SessionEvidence[] {
  const even = evenly(seed);
  const normal = noisy ? normally(even) : () => 0;
  return Array.from({ length: count }, (_, i) => {
    const from = 0.1 + 0.3 * even();
    const way = i % 2 === 0 ? box : socket;
    const plan: Plan = {
      ...way,
      session: {
        ...way.session,
        fromSoc: from,
        toSoc: from + 0.3 + 0.25 * even(),
        neededBy: null,
        batteryC: null,
      },
    };
    const real = really(plan);
    const shape = blank(plan, lasts(real, 0.95), readings);
    return scripted(
      setupOf(real, from)!,
      shape,
      normal,
      noisy ? { ...EXACT, watts: gain, wallWh: gain } : EXACT,
    );
  });
}
const told = (found: ReturnType<typeof calibrate>): Calibration => {
  if ("refused" in found) throw new Error(found.refused);
  return found;
};
const of = ({ estimates }: Calibration, id: FigureTold["id"]): FigureTold =>
  estimates.find((one) => one.id === id)!;

test("without noise the car's own figures are found again: own draw, battery, wiring", () => {
  const really = (plan: Plan) => ({
    ...plan,
    car: { ...plan.car, ownDrawW: 360, battery: { ...plan.car.battery, usableWh: 66_000 } },
  });
  const found = told(calibrate(sessionsOf(10, really, { noisy: false })));
  expect(of(found, "ownDraw")).toMatchObject({ told: true, was: 280 });
  expect(of(found, "ownDraw").value / 360).toBeCloseTo(1, 1);
  expect(of(found, "capacity")).toMatchObject({ told: true, was: 71 });
  expect(of(found, "capacity").value / 66).toBeCloseTo(1, 1);
  expect(found.better).toBe(true);
  expect(found.after.all).toBeLessThan(found.before.all / 3);
  expect(found.after.soc!).toBeLessThan(found.before.soc!);
});

test("more resistance on the way is told from the volts at the unit, for that way alone", () => {
  const really = (plan: Plan) =>
    parameter("resistance").put(plan, parameter("resistance").of(box) + 0.12, box);
  const found = told(calibrate(sessionsOf(9, really, { noisy: false })));
  expect(found.way.outlet).toBe(box.outlet.name);
  expect(of(found, "resistance").value - of(found, "resistance").was).toBeCloseTo(0.12, 1);
});

test("what the sessions cannot say is said so, with what it would need", () => {
  const found = told(calibrate(sessionsOf(6, (plan) => plan)));
  expect(of(found, "acceptance")).toMatchObject({
    told: false,
    why: expect.stringMatching(/^Needs sessions/),
  });
  const blind = sessionsOf(6, (plan) => plan, { readings: 0 });
  expect(of(told(calibrate(blind)), "resistance").told).toBe(false);
});

test("sessions as computed offer nothing that is better by much, and stay where they were", () => {
  const found = told(calibrate(sessionsOf(9, (plan) => plan, { noisy: false })));
  for (const { was, low, high } of found.estimates) {
    expect(low).toBeLessThanOrEqual(was + 1e-9);
    expect(high).toBeGreaterThanOrEqual(was - 1e-9);
  }
});

test("fewer than three sessions are refused, and far too many", () => {
  expect(calibrate(sessionsOf(2, (plan) => plan))).toMatchObject({
    refused: expect.stringMatching(/^2 sessions cannot say: 3 at least/),
  });
  expect(calibrate(Array.from({ length: 201 }, () => sessionsOf(1, (plan) => plan)[0]!))).toMatchObject({
    refused: expect.stringMatching(/^201 sessions/),
  });
  expect(FEWEST_SESSIONS).toBe(3);
});

test("a session in which something was otherwise is left out, and says what", () => {
  const good = sessionsOf(5, (plan) => plan);
  const shape = blank(good[0]!.plan, 2 * 3600, 40);
  const low = causeOf("set-low").change(setupOf(shape.plan, shape.fromSoc)!, [8], shape)!;
  const bad = scripted(low, shape, normally(evenly(9)));
  expect(oddSession(bad)).toBe("Unit or car was left on 8 A.");
  expect(good.map(oddSession)).toEqual([null, null, null, null, null]);
  const found = told(calibrate([...good.slice(0, 2), bad, ...good.slice(2)]));
  expect(found.odd).toEqual([{ at: 2, why: "Unit or car was left on 8 A." }]);
  expect(found.sessions).toBe(5);
});

test("it tells how far it is, rising, and can be left", () => {
  const shares = [...calibrateSteps(sessionsOf(6, (plan) => plan))];
  expect(shares.length).toBeGreaterThan(6);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.at(-1)).toBeLessThanOrEqual(1);
});

/** Of so many seeds, how often the truth lay between what was told, by figure. */
function coverage(seeds: number, from: number): Record<string, { within: number; told: number }> {
  const counts: Record<string, { within: number; told: number }> = {};
  for (let seed = from; seed < from + seeds; seed++) {
    const even = evenly(seed + 4_000);
    const normal = normally(even);
    const truth = (["ownDraw", "efficiency", "capacity"] as const).map(
      (id) => [parameter(id), parameter(id).of(box) + 0.8 * normal() * parameter(id).usual(box)] as const,
    );
    const really = (plan: Plan) =>
      truth.reduce((made, [one, value]) => one.put(made, Math.max(one.within(plan)[0], value), box), plan);
    const found = told(calibrate(sessionsOf(6, really, { seed, gain: 1 + 0.01 * normal(), readings: 12 })));
    for (const [one, value] of truth) {
      const { low, high, told: said } = of(found, one.id);
      const count = (counts[one.id] ??= { within: 0, told: 0 });
      const clipped = Math.max(one.within(box)[0], value);
      count.within += clipped >= low - 1e-9 && clipped <= high + 1e-9 ? 1 : 0;
      count.told += said ? 1 : 0;
    }
  }
  return counts;
}

test("the truth lies within what is told nine times of ten in at least 85 of 100 seeds", () => {
  const seeds = runs(100);
  const counts = coverage(seeds, Number(process.env.KETTLEBACK_SEED ?? 0) % 10_000);
  if (!ALL_RUNS) return;
  // A hundred throws of nine in ten come below 85 once in seventeen: other seeds get the room of chance.
  const least = process.env.KETTLEBACK_SEED === undefined ? 0.85 : 0.78;
  for (const [id, { within }] of Object.entries(counts))
    expect([id, within, within / seeds >= least]).toEqual([id, within, true]);
  expect(counts.capacity!.told).toBeGreaterThan(seeds * 0.8);
  expect(counts.ownDraw!.told).toBeGreaterThan(seeds * 0.6);
});

const drive = (odometerKm: number, fromSoc: number, toSoc: number, day: number): SessionRecord =>
  recordSchema.parse({
    name: "n",
    begin: `2026-11-${String(day).padStart(2, "0")}T18:00:00Z`,
    end: `2026-11-${String(day).padStart(2, "0")}T23:00:00Z`,
    source: "m",
    key: String(day),
    fromSoc,
    toSoc,
    odometerKm,
  });

test("consumption is what was used between sessions over what was driven, in whatever order they come", () => {
  // 100 km and 15 kWh a drive: 30 % of 50 kWh.
  const records = [
    drive(1000, 0.5, 0.8, 1),
    drive(1100, 0.5, 0.8, 3),
    drive(1200, 0.5, 0.8, 5),
    drive(1300, 0.5, 0.8, 7),
  ];
  const found = economyTold([records[2]!, records[0]!, records[3]!, records[1]!], 50_000);
  expect(found).toMatchObject({ value: expect.closeTo(150, 6), drives: 3, km: 300 });
  const { low, high } = found as Exclude<typeof found, { refused: string }>;
  expect(low).toBeLessThan(150);
  expect(high).toBeGreaterThan(150);
  // Short drives, and ones after which there is more in it than before, say nothing.
  expect(
    economyTold([drive(1000, 0.5, 0.8, 1), drive(1010, 0.7, 0.8, 2), drive(1200, 0.9, 0.95, 3)], 50_000),
  ).toMatchObject({
    refused: expect.stringMatching(/^No drive of 20 km or more/),
  });
});

test("what was told goes into the car, marked as measured and no longer as assumed; what is typed anew loses the mark", () => {
  const car = { ...box.car, assumed: ["ownDraw" as const, "charger" as const] };
  const figure = (id: FigureTold["id"], value: number): FigureTold => ({
    id,
    name: id,
    unit: "",
    digits: id === "capacity" ? 1 : 0,
    was: 0,
    value,
    low: value - 1,
    high: value + 1,
    told: true,
    why: null,
  });
  const economy = { value: 171.4, low: 160.2, high: 182.6, drives: 4, km: 400 };
  const measured = measuredCar(
    car,
    {
      estimates: [figure("ownDraw", 263.7), figure("capacity", 68.24)],
      economy,
      sessions: 9,
      on: "2026-11-28",
    },
    false,
  );
  expect(measured).toMatchObject({
    ownDrawW: 264,
    whPerKm: 171,
    battery: { usableWh: 68_200 },
    assumed: ["charger"],
    measured: [
      { of: "ownDraw", on: "2026-11-28", sessions: 9, low: 263, high: 265 },
      { of: "capacity", low: 67.2, high: 69.2 },
      { of: "economy", sessions: 4, low: 160, high: 183 },
    ],
  });
  expect(stillMeasured(measured, { ...measured, ownDrawW: 300 }).measured!.map((one) => one.of)).toEqual([
    "capacity",
    "economy",
  ]);
  expect(stillMeasured(measured, { ...measured, name: "other" }).measured).toHaveLength(3);
});

test("the demo's own sessions tell what its cars really draw and hold", () => {
  const sessions = demoSessions()["fallow-quay"]!.filter(({ spec }) => spec.carId === "fq-plover");
  const evidence = sessions.map(({ spec, samples }) => evidenceOf(spec, samples) as SessionEvidence);
  const found = told(calibrate(evidence));
  // The demo's Plover is made with 265 W and 93 % of what its papers say.
  expect(of(found, "ownDraw").value).toBeGreaterThan(240);
  expect(of(found, "ownDraw").value).toBeLessThan(290);
  expect(of(found, "capacity").value / (38 * 0.93)).toBeCloseTo(1, 1);
  expect(found.odd.map(({ why }) => why)).toEqual(["Unit or car was left on 6 A."]);
  expect(found.better).toBe(true);
});

import { clockOfPlan, planSchema, solvePlan, type PlannedSession } from "../plan";
import { isRefusal } from "../path";
import {
  batteryBy,
  begin,
  carFromPapers,
  CAR_CLASSES,
  chargerFromPower,
  hangsOn,
  REGIONS,
  regionOfZone,
  usualChargers,
  type Answers,
} from ".";

const session: PlannedSession = {
  fromSoc: 0.35,
  toSoc: 0.8,
  pluggedInAt: "2026-11-26T18:10",
  neededBy: "07:30",
  batteryC: null,
  heatingW: 0,
};
const answers = (change: Partial<Answers> = {}): Answers => ({
  region: REGIONS[0]!,
  timeZone: "Europe/Berlin",
  carName: null,
  carClass: null,
  batteryKWh: null,
  charger: null,
  point: null,
  unitAmps: null,
  perKWh: null,
  session,
  ...change,
});

test("every region, outlet and class of car makes a plan that is sound and charges", () => {
  for (const region of REGIONS)
    for (const point of [null, ...region.points])
      for (const carClass of [null, ...CAR_CLASSES]) {
        const plan = begin(answers({ region, timeZone: region.timeZone, point, carClass }));
        expect([region.id, point?.id, planSchema.safeParse(plan).error?.issues]).toEqual([
          region.id,
          point?.id,
          undefined,
        ]);
        const solved = solvePlan(plan);
        expect([region.id, point?.id, carClass?.id, isRefusal(solved) && solved.message]).toEqual([
          region.id,
          point?.id,
          carClass?.id,
          false,
        ]);
      }
});

test("what nobody knew is marked as assumed, what was said is not", () => {
  expect(begin(answers()).car.assumed).toEqual(["ownDraw", "efficiency", "economy", "capacity", "charger"]);
  const said = begin(
    answers({ batteryKWh: 38, charger: usualChargers("230/400")[2]!, carName: "Heron", perKWh: 0.2 }),
  );
  expect(said.car).toMatchObject({
    name: "Heron",
    battery: { usableWh: 38_000 },
    assumed: ["ownDraw", "efficiency", "economy"],
  });
  expect(said.tariff).toMatchObject({ name: "Home price" });
  expect(begin(answers()).tariff.name).toBe("Home price (assumed)");
});

test.each([
  // Arithmetic: kW over volts and lanes, rounded as papers round.
  [7.2, 1, "230/400", "1 × 32 A at 230 V"],
  [7.4, undefined, "230/400", "1 × 32 A at 230 V"],
  [7.2, 1, "split-phase", "1 × 30 A at 240 V"],
  [11, 3, "230/400", "3 × 16 A at 230 V"],
  [22, undefined, "230/400", "3 × 32 A at 230 V"],
  [3.7, 1, "230/400", "1 × 16 A at 230 V"],
  [11.5, 1, "split-phase", "1 × 48 A at 240 V"],
  [6, 1, "100/200", "1 × 30 A at 200 V"],
  [5, 1, "230/400", "1 × 22 A at 230 V"],
] as const)("%d kW on %s phases in %s is %s", (kW, phases, system, said) => {
  const found = chargerFromPower(kW, phases, system);
  expect(found.ok && found.charger.said).toBe(said);
});

test.each([
  [11, 1, "230/400", "11 kW on one phase contradict each other: 11 kW is 3 × 16 A at 230 V"],
  [77, undefined, "230/400", "the battery's kWh"],
  [0, undefined, "230/400", "above 0 kW"],
  [-3, 1, "230/400", "above 0 kW"],
  [Number.NaN, 1, "230/400", "above 0 kW"],
  [0.5, 1, "230/400", "less than a car takes; accepted: from 1.4 kW"],
  [11, 3, "split-phase", "not usual there"],
] as const)("%d kW on %s phases in %s is refused in words", (kW, phases, system, problem) => {
  const found = chargerFromPower(kW, phases, system);
  expect(!found.ok && found.problem).toContain(problem);
});

test("a time zone says where one lives, near enough to begin with", () => {
  expect(
    [
      "Europe/Dublin",
      "Europe/Lisbon",
      "America/Vancouver",
      "America/Denver",
      "Australia/Perth",
      "Asia/Tokyo",
      "Mars/Base",
    ].map((zone) => regionOfZone(zone).id),
  ).toEqual(["ie", "eu", "ca", "us", "au", "jp", "eu"]);
});

test("the answer says how much hangs on what was assumed, most first, and its ends enclose the answer", () => {
  const plan = begin(answers());
  const solved = solvePlan(plan);
  if (isRefusal(solved)) throw new Error(solved.message);
  const hangs = hangsOn(plan, clockOfPlan(plan));
  expect(hangs.map(({ assumed }) => assumed)).toEqual(
    expect.arrayContaining(["ownDraw", "capacity", "economy"]),
  );
  const moves = hangs.map(({ ready: [from, to] }) => to - from);
  expect(moves).toEqual([...moves].sort((a, b) => b - a));
  const draw = hangs.find(({ assumed }) => assumed === "ownDraw")!;
  expect([draw.low, draw.high, draw.unit]).toEqual([150, 350, "W"]);
  for (const { ready, cost, km } of hangs) {
    expect(ready[0]).toBeLessThanOrEqual(solved.secondsToTarget + 1e-6);
    expect(ready[1]).toBeGreaterThanOrEqual(solved.secondsToTarget - 1e-6);
    expect(cost[0]).toBeLessThanOrEqual(cost[1]);
    expect(km[0]).toBeLessThanOrEqual(km[1]);
  }
  const { assumed: _, ...known } = plan.car;
  expect(hangsOn({ ...plan, car: known }, clockOfPlan(plan))).toEqual([]);
});

test("a pack of half the size has about twice the resistance, and one of low volts less (common practice)", () => {
  expect(batteryBy(60_000, 360).packOhms).toBe(0.1);
  expect(batteryBy(30_000, 360).packOhms).toBe(0.2);
  expect(batteryBy(60_000, 180).packOhms).toBe(0.025);
});

describe("a car from its papers", () => {
  test("kW and phases, gross energy and range settle charger, battery and what it uses; how is said", () => {
    const found = carFromPapers({ chargerKW: 7.2, phases: 1, grossKWh: 64, rangeKm: 350 }, "230/400");
    expect(found).toMatchObject({
      limits: [{ lanes: 1, amps: 32 }],
      // 93 % of the cells is usually free (common practice).
      battery: { usableWh: 59_520, grossWh: 64_000, packVolts: 360 },
      whPerKm: 170,
      assumed: ["capacity"],
      known: ["charger", "economy"],
      problems: [],
    });
    expect(found.said).toEqual([
      "64.0 kWh gross: about 59.5 kWh usable, 93 % (common practice, assumed).",
      "7.2 kW on one phase: 1 × 32 A at 230 V.",
      "59.5 kWh over 350 km: 170 Wh/km. Stated ranges flatter; in winter and on motorways it is more.",
    ]);
  });

  test("the same kW is another current on the other side of the world", () => {
    expect(carFromPapers({ chargerKW: 7.2, phases: 1 }, "split-phase").limits).toEqual([
      { lanes: 1, amps: 30 },
    ]);
  });

  test("volts times amp-hours are the cells; what is usable is assumed unless stated", () => {
    // Arithmetic: 355 × 180 = 63,900.
    expect(carFromPapers({ packVolts: 355, ampHours: 180 }, "230/400")).toMatchObject({
      battery: { usableWh: 59_427, grossWh: 63_900, packVolts: 355 },
      assumed: ["capacity"],
      problems: [],
    });
    expect(carFromPapers({ packVolts: 355, ampHours: 180, usableKWh: 60 }, "230/400")).toMatchObject({
      battery: { usableWh: 60_000, grossWh: 63_900 },
      assumed: [],
      known: ["capacity"],
    });
  });

  test.each([
    [{ chargerKW: 11, phases: 1 }, "chargerKW", "11 kW on one phase contradict each other"],
    [{ chargerKW: 64, usableKWh: 11 }, "chargerKW", "look mixed up: kW is the rate"],
    [{ chargerKW: 77 }, "chargerKW", "the battery's kWh"],
    [{ usableKWh: 70, grossKWh: 64 }, "usableKWh", "more than the 64.0 kWh of its cells"],
    [{ grossKWh: 90, packVolts: 355, ampHours: 180 }, "grossKWh", "contradicts 355 V × 180 Ah = 63.9 kWh"],
    [{ ampHours: 180 }, "ampHours", "no energy without the pack's volts"],
    [{ rangeKm: 400 }, "rangeKm", "only beside the battery"],
    [{ usableKWh: 60, rangeKm: 4000 }, "rangeKm", "would be 15 Wh/km; accepted: 45 to 450 Wh/km"],
    [{ usableKWh: 60, rangeKm: 40 }, "rangeKm", "would be 1500 Wh/km"],
  ] as const)("%j is refused at %s", (papers, field, message) => {
    const { problems } = carFromPapers(papers, "230/400");
    expect(problems).toHaveLength(1);
    expect(problems[0]).toMatchObject({ field, message: expect.stringContaining(message) as string });
  });

  test("nothing said settles nothing", () => {
    expect(carFromPapers({}, "230/400")).toEqual({
      limits: undefined,
      battery: undefined,
      whPerKm: undefined,
      said: [],
      assumed: [],
      known: [],
      problems: [],
    });
  });
});

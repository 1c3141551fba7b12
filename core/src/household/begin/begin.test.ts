import { cautionsFor } from "../../answers/cautions";
import {
  clockOfPlan,
  pathOf,
  planSchema,
  solvePlan,
  type Plan,
  type PlannedSession,
} from "../../engine/plan";
import { isRefusal, wordsOf } from "../../engine/path";
import { carSchema } from "../../things/parts";
import { SUPPLY_IDS } from "../../trade/supply";
import { bay, rapid } from "../../tests/parts";
import {
  batteryBy,
  begin,
  carFromPapers,
  CAR_CLASSES,
  chargerFromPower,
  carSeen,
  hangOnStart,
  hangsOn,
  INLET_LOOKS,
  inletLook,
  inletsSeen,
  rapidOfAnswers,
  usualChargers,
  type Answers,
} from ".";
import { REGIONS, regionOfZone } from "../start";

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
  inlet: null,
  rapid: null,
  point: null,
  evseAmps: null,
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
  expect(begin(answers()).car.assumed).toEqual([
    "acceptance",
    "ownDraw",
    "efficiency",
    "economy",
    "capacity",
    "charger",
  ]);
  const said = begin(
    answers({ batteryKWh: 38, charger: usualChargers("230/400")[2]!, carName: "Heron", perKWh: 0.2 }),
  );
  expect(said.car).toMatchObject({
    name: "Heron",
    battery: { usableWh: 38_000 },
    assumed: ["acceptance", "ownDraw", "efficiency", "economy"],
  });
  expect(said.tariff).toMatchObject({ name: "Home price" });
  expect(begin(answers()).tariff.name).toBe("Home price (assumed)");
});

test.each([
  // Arithmetic: kW over volts and phases, rounded as papers round.
  [7.2, 1, "230/400", "1 × 32 A at 230 V"],
  [7.4, undefined, "230/400", "1 × 32 A at 230 V"],
  [7.2, 1, "split-phase", "1 × 30 A at 240 V"],
  [11, 3, "230/400", "3 × 16 A at 230 V"],
  [22, undefined, "230/400", "3 × 32 A at 230 V"],
  [3.7, 1, "230/400", "1 × 16 A at 230 V"],
  [11.5, 1, "split-phase", "1 × 48 A at 240 V"],
  [6, 1, "100/200", "1 × 30 A at 200 V"],
  [5, 1, "230/400", "1 × 22 A at 230 V"],
  [16.5, 3, "230/400", "3 × 24 A at 230 V"],
  [20, 3, "230/400", "3 × 29 A at 230 V"],
  [43, 3, "230/400", "3 × 63 A at 230 V"],
  [7.2, 1, "100/200", "1 × 30 A: 7.2 kW at 240 V, 6 kW at 200 V"],
] as const)("%d kW on %s phases in %s is %s", (kW, stated, system, said) => {
  const found = chargerFromPower(kW, stated, system);
  expect(found.ok && found.charger.said).toBe(said);
});

test.each([
  [
    11,
    1,
    "230/400",
    "11 kW on one phase contradict each other: 11 kW on one phase would be 48 A; it is 3 × 16 A at 230 V",
  ],
  [77, undefined, "230/400", "the battery's kWh"],
  [0, undefined, "230/400", "above 0 kW"],
  [-3, 1, "230/400", "above 0 kW"],
  [Number.NaN, 1, "230/400", "above 0 kW"],
  [0.5, 1, "230/400", "less than a car takes; accepted: from 1.4 kW"],
  [11, 3, "split-phase", "not usual there"],
  [
    6.6,
    3,
    "230/400",
    "6.6 kW on three phases contradict each other: chargers of three phases take 8.28 kW or more, and 6.6 kW is usually 1 × 29 A at 230 V",
  ],
  [43, undefined, "230/400", "unless it stands on three phases: say so"],
  [60, 3, "230/400", "the rapid (DC) figure"],
  [20, 1, "230/400", "on one phase would be 87 A"],
] as const)("%d kW on %s phases in %s is refused in words", (kW, stated, system, problem) => {
  const found = chargerFromPower(kW, stated, system);
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

test("a stated power on so many phases is never told as another current on fewer", () => {
  for (const system of SUPPLY_IDS)
    for (const stated of [undefined, 1, 2, 3] as const)
      for (let kW = 1; kW < 50; kW += 0.1) {
        const found = chargerFromPower(kW, stated, system);
        if (!found.ok) continue;
        const { limits } = found.charger;
        expect(limits).toHaveLength(1);
        const [{ phases, amps }] = limits as [(typeof limits)[0]];
        if (stated !== undefined) expect(phases).toBe(stated);
        const volts = system === "100/200" ? 200 : /split|208/.test(system) ? 240 : 230;
        // Papers round by a tenth; a power from elsewhere says at which volts it was stated.
        if (!found.charger.said.includes("kW at 240 V"))
          expect([kW, Math.abs((phases * amps * volts) / 1000 - kW) <= 0.1 * kW + 0.2]).toEqual([kW, true]);
        expect(amps).toBeLessThanOrEqual(80);
      }
});

test("the answer says how much hangs on what was assumed, most first", () => {
  const plan = begin(answers());
  const hangs = hangsOn(plan, clockOfPlan(plan));
  expect(hangs.map(({ assumed }) => assumed)).toEqual(
    expect.arrayContaining(["ownDraw", "capacity", "economy", "charger", "efficiency"]),
  );
  const moves = hangs.map(({ ready: [from, to] }) => to - from);
  expect(moves).toEqual([...moves].sort((a, b) => b - a));
  const range = (assumed: string) => hangs.find((hang) => hang.assumed === assumed)!.range;
  // Common practice: 150 to 400 W of its own in a car of 60 kWh; phases are varied with the amps.
  expect([range("ownDraw"), range("charger"), range("capacity")]).toEqual([
    "150 to 400 W",
    "1 × 16 A to 3 × 32 A",
    "51 to 69 kWh",
  ]);
  const { assumed: _, ...known } = plan.car;
  expect(hangsOn({ ...plan, car: known }, clockOfPlan(plan))).toEqual([]);
});

test("whatever was left open, the answer lies inside every spread it is told with", () => {
  let spreads = 0;
  for (const region of REGIONS)
    for (const point of region.points)
      for (const carClass of [null, CAR_CLASSES[0]!, CAR_CLASSES[3]!]) {
        const plan = begin(answers({ region, timeZone: region.timeZone, point, carClass }));
        const solved = solvePlan(plan);
        if (isRefusal(solved)) throw new Error(solved.message);
        for (const { ready, cost, km } of hangsOn(plan, solved.clock)) {
          spreads += 1;
          for (const [[least, most], is] of [
            [ready, solved.secondsToTarget],
            [cost, solved.bill.total],
            [km, solved.range.added],
          ] as const) {
            expect(least).toBeLessThanOrEqual(is);
            expect(most).toBeGreaterThanOrEqual(is);
          }
        }
      }
  expect(spreads).toBeGreaterThan(500);
});

describe("a car whose curve nobody knows, at a rapid station", () => {
  const plan = begin(answers());
  const { assumed: _, ...known } = plan.car;
  const { acceptance: __, ...battery } = known.battery;
  const at = (of: Partial<typeof battery> & { neverLimits?: boolean }): Plan => ({
    ...plan,
    car: { ...known, battery: { ...battery, ...of } },
    outlet: bay("230/400", "three"),
    evse: { ...rapid(350_000, 500), shared: false },
    session: { ...session, fromSoc: 0.1, toSoc: 0.8 },
  });
  const charging = (of: Plan) => {
    const solved = solvePlan(of);
    if (isRefusal(solved)) throw new Error(solved.message);
    return solved;
  };

  test("takes what a pack of its size usually takes, and not whatever comes", () => {
    const solved = charging(at({}));
    expect(solved.circuit.links[solved.moment.binding]!.kind).toBe("battery");
    // 60 kWh from 10 to 80 % in half an hour or so (common practice), not in the ten minutes of 350 kW.
    expect(solved.secondsToTarget / 60).toBeGreaterThan(25);
    expect(solved.secondsToTarget / 60).toBeLessThan(45);
    expect(solved.moment.balance.stored).toBeLessThan(140_000);
    expect(charging(at({ neverLimits: true })).secondsToTarget / 60).toBeLessThan(18);
  });

  test("says that it is assumed, names the shape, and varies it in what hangs on it", () => {
    const of = at({});
    const [hang] = hangsOn(of, clockOfPlan(of));
    // The early peak of 2.1 C on 60 kWh is 126 kW: 0.6 to 1.4 of it.
    expect(hang).toMatchObject({ assumed: "acceptance", range: "a peak of 76 to 176 kW" });
    expect(hang!.ready[1]).toBeGreaterThan(1.3 * hang!.ready[0]);
    expect(wordsOf(pathOf(of), "battery").why).toContain("“early peak”): its own curve is not known");
    expect(hangsOn(at({ neverLimits: true }), clockOfPlan(of))).toEqual([]);
  });

  test.each([
    [{ packVolts: 700, emptyVolts: 620, fullVolts: 820 }, "800 V plateau"],
    [{ usableWh: 14_000 }, "flat small pack"],
  ] as const)("%j is taken for the shape %s", (of, shape) =>
    expect(wordsOf(pathOf(at(of)), "battery").why).toContain(shape),
  );

  test("on alternating current nothing is assumed of it", () => {
    const ac = { ...plan, car: { ...known, battery } };
    expect(hangsOn(ac, clockOfPlan(ac))).toEqual([]);
  });
});

test("in Japan a car has Type 1 and CHAdeMO, and the sockets that are offered there are no fault", () => {
  const region = REGIONS.find(({ id }) => id === "jp")!;
  for (const point of region.points) {
    const plan = begin(answers({ region, timeZone: region.timeZone, point }));
    expect(plan.car.inlets).toEqual(["type1", "chademo"]);
    const solved = solvePlan(plan);
    if (isRefusal(solved)) throw new Error(solved.message);
    const found = cautionsFor(pathOf(plan), solved, plan.session.toSoc).filter((c) => c.severity !== "note");
    expect([point.id, found]).toEqual([point.id, []]);
  }
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
      limits: [{ phases: 1, amps: 32 }],
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
      { phases: 1, amps: 30 },
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

test.each([
  // A region, a point of it, phases, volts and amps by its own trade; the usual car of Europe takes 16 A.
  ["eu", "wall", 1, 230, 10],
  ["eu", "wallbox-1", 1, 230, 16],
  ["eu", "wallbox-3", 3, 230, 16],
  ["eu", "red-16", 3, 230, 16],
  ["no", "wallbox-1", 1, 230, 16],
  ["gb", "wallbox-1", 1, 230, 16],
  ["us", "wall", 1, 120, 12],
  ["us", "dryer", 1, 240, 24],
  ["us", "wallbox-1", 1, 240, 48],
  ["ca", "wallbox-1", 1, 240, 48],
  ["au", "fifteen", 1, 230, 15],
  ["nz", "wallbox-1", 1, 230, 16],
  ["jp", "wall", 1, 100, 12],
  ["jp", "two-hundred", 1, 200, 16],
  ["jp", "wallbox-1", 1, 200, 30],
] as const)("%s, %s: %d phase(s) of %d V at %d A", (id, at, phases, volts, amps) => {
  const region = REGIONS.find((r) => r.id === id)!;
  const point = region.points.find((p) => p.id === at)!;
  const plan = begin(answers({ region, timeZone: region.timeZone, point }));
  const solved = solvePlan(plan);
  if (isRefusal(solved)) throw new Error(solved.message);
  const { way } = solved.moment.flow;
  expect([way.phases, way.volts, solved.moment.amps]).toEqual([phases, volts, amps]);
  // What is offered there is no fault of its own.
  const worst = cautionsFor(pathOf(plan), solved, session.toSoc).filter(
    ({ severity }) => severity === "stop",
  );
  expect(worst).toEqual([]);
});

test("own draw goes by class, and so does how far it ranges (common practice)", () => {
  const of = (id: string) => {
    const plan = begin(answers({ carClass: CAR_CLASSES.find((kind) => kind.id === id)! }));
    const hang = hangsOn(plan, clockOfPlan(plan)).find(({ assumed }) => assumed === "ownDraw")!;
    return [plan.car.ownDrawW, hang.range];
  };
  expect(of("motorcycle")).toEqual([50, "20 to 80 W"]);
  expect(of("small")).toEqual([180, "100 to 250 W"]);
  expect(of("plug-in")).toEqual([180, "100 to 250 W"]);
  expect(of("large")).toEqual([250, "150 to 400 W"]);
});

test("what the words say of efficiency holds for the cars one begins with, slow and fast", () => {
  // 12 A at 120 V and 32 A at 240 V, every class of car; the words: 65 to 85 % at a household socket, 85 to 92 at 7 kW.
  const region = REGIONS.find(({ id }) => id === "us")!;
  const share = (carClass: (typeof CAR_CLASSES)[number], pointId: string, evseAmps: number) => {
    const point = region.points.find(({ id }) => id === pointId)!;
    const solved = solvePlan(begin(answers({ region, carClass, point, evseAmps })));
    if (isRefusal(solved)) throw new Error(solved.message);
    return solved.moment.balance.stored / solved.moment.balance.wall;
  };
  const cars = CAR_CLASSES.filter(({ id }) => id !== "motorcycle" && id !== "plug-in");
  for (const car of cars) {
    const [slow, fast] = [share(car, region.points[0]!.id, 12), share(car, region.points.at(-1)!.id, 32)];
    expect(slow).toBeGreaterThan(0.65);
    expect(slow).toBeLessThan(0.85);
    expect(fast).toBeGreaterThan(0.85);
    expect(fast).toBeLessThan(0.92);
  }
});

describe("rapid charging off a brochure, at the beginning", () => {
  const brochure = { peakKW: 95, times: [{ fromSoc: 0.1, toSoc: 0.8, minutes: 36 }] };

  test("gives the car a curve of that peak, still marked as assumed; without one the usual stands", () => {
    const { car } = begin(answers({ rapid: brochure }));
    expect(Math.max(...car.battery.acceptance!.map(({ watts }) => watts))).toBe(95_000);
    expect(car.assumed).toContain("acceptance");
    expect(begin(answers()).car.battery.acceptance).not.toEqual(car.battery.acceptance);
  });

  test("235 kW is no mistake: the pack is taken for a high one, as its usual volts would ask for too many amps", () => {
    const times = [{ fromSoc: 0.1, toSoc: 0.8, minutes: 17 }];
    const asked = answers({ batteryKWh: 76, rapid: { peakKW: 235, times } });
    expect(rapidOfAnswers(asked)).toMatchObject({ ok: true });
    expect(begin(asked).car.battery.packVolts).toBe(720);
    expect(begin(answers({ rapid: brochure })).car.battery.packVolts).toBe(360);
  });

  test("one that contradicts itself says so, and the car keeps the usual curve", () => {
    const asked = answers({ rapid: { peakKW: 95, times: [{ fromSoc: 0.1, toSoc: 0.8, minutes: 10 }] } });
    const found = rapidOfAnswers(asked)!;
    expect(found.ok ? [] : found.problems.map(({ field }) => field)).toEqual(["times.0.minutes"]);
    expect(begin(asked).car.battery.acceptance).toEqual(begin(answers()).car.battery.acceptance);
    expect(rapidOfAnswers(answers())).toBeNull();
  });
});

describe("what is seen in the car's inlet", () => {
  const { car } = begin(answers());

  // SAE J1772 and J3400 have one phase; a Type 2 whose L2 and L3 are not there cannot have more.
  test.each([
    ["type1", "type1", 1],
    ["type2-one", "type2", 1],
    ["type2", "type2", undefined],
    ["ccs1", "ccs1", 1],
    ["ccs2-one", "ccs2", 1],
    ["ccs2", "ccs2", undefined],
    ["j3400", "j3400", 1],
  ] as const)("%s is the inlet %s and proves %p phases", (id, inlet, phases) =>
    expect(inletLook(id)).toMatchObject({ inlet, phases }),
  );

  test("every look tells itself from every other, and what it proves is sound on every car", () => {
    expect(new Set(INLET_LOOKS.map(({ seen }) => seen)).size).toBe(INLET_LOOKS.length);
    for (const look of INLET_LOOKS) {
      const seen = carSeen(car, look);
      expect([look.id, carSchema.safeParse(seen).success]).toEqual([look.id, true]);
      expect(seen.inlets[0]).toBe(look.inlet);
      const most = Math.max(...seen.charger.limits.map(({ phases }) => phases));
      expect([look.id, most]).toEqual([look.id, look.phases ?? 3]);
    }
  });

  test("two empty places prove one phase: amps of three are taken for it, and more cannot be said any more", () => {
    const seen = carSeen(car, inletLook("type2-one")!);
    expect(seen).toMatchObject({
      inlets: ["type2"],
      onePhaseInlet: true,
      charger: { limits: [{ phases: 1, amps: 16 }] },
    });
    const refused = carSchema.safeParse({ ...seen, charger: car.charger });
    expect(refused.error!.issues.map(({ path, message }) => `${path.join(".")}: ${message}`)).toEqual([
      "charger.limits: accepted: one phase only, as its inlet has the contacts of one",
    ]);
    // Looked at again, and all seven are there.
    expect(carSeen(seen, inletLook("ccs2")!).onePhaseInlet).toBeUndefined();
  });

  test("amps that are known for one phase stay what they are", () => {
    const known = {
      ...car,
      charger: {
        ...car.charger,
        limits: [
          { phases: 1 as const, amps: 10 },
          { phases: 3 as const, amps: 16 },
        ],
      },
    };
    expect(carSeen(known, inletLook("type1")!).charger.limits).toEqual([{ phases: 1, amps: 10 }]);
  });

  test("an inlet of its own for rapid charging stays, but not beside a combined one", () => {
    expect(inletsSeen(["type2", "chademo"], inletLook("type1")!)).toEqual(["type1", "chademo"]);
    expect(inletsSeen(["type2", "chademo"], inletLook("ccs2")!)).toEqual(["ccs2"]);
  });

  test("at the beginning it settles phases, plug and what the charger may yet be", () => {
    const plan = begin(answers({ inlet: inletLook("type1")! }));
    expect(plan.car).toMatchObject({ inlets: ["type1"], charger: { limits: [{ phases: 1, amps: 32 }] } });
    expect(plan.evse.output.connector).toBe("type1");
    const solved = solvePlan(plan);
    if (isRefusal(solved)) throw new Error(solved.message);
    expect(solved.moment.flow.way.phases).toBe(1);
    const charger = (found: Partial<Answers>) => {
      const its = begin(answers(found));
      return hangsOn(its, clockOfPlan(its)).find(({ assumed }) => assumed === "charger")!.range;
    };
    expect(charger({ inlet: inletLook("type2-one")! })).toBe("1 × 16 A to 1 × 32 A");
    expect(charger({ inlet: inletLook("type1")! })).toBe("1 × 16 A to 1 × 32 A");
    expect(charger({ inlet: inletLook("ccs2")! })).toBe("1 × 16 A to 3 × 32 A");
  });
});

test("a start nobody knows is spread by a usual day's drive each way, and the answer lies inside", () => {
  const begun = begin(answers());
  const plan: Plan = { ...begun, session: { ...begun.session, neededBy: null } };
  const clock = clockOfPlan(plan);
  const solved = solvePlan(plan);
  if (isRefusal(solved)) throw new Error(solved.message);
  const spread = hangOnStart(plan, clock)!;
  // 30 km a day (11,000 km a year) at 170 Wh a km of 60 kWh: 8.5 % each way of 35 %.
  expect(spread.range).toBe("26 to 44 %");
  const [first, last] = spread.ready;
  expect(first).toBeLessThan(solved.secondsToTarget);
  expect(last).toBeGreaterThan(solved.secondsToTarget);
  // Two days' drives lie between its ends.
  expect(spread.km[1] - spread.km[0]).toBeCloseTo((2 * 11_000) / 365, 6);
  const full: Plan = { ...plan, session: { ...plan.session, fromSoc: 0.02, toSoc: 0.05 } };
  expect(hangOnStart(full, clock)!.range).toBe("0 to 4 %");
});

import fc from "fast-check";
import { law } from "../../tests/law";
import { holds } from "../../tests/working";
import type { MeterSeries } from "../meter";
import {
  asPeopleKnow,
  LOAD_KINDS,
  loadName,
  madeUpHouse,
  methodFor,
  methodsOf,
  roomOf,
  serviceSchema,
  usualLoad,
  type Load,
  type Service,
} from ".";

const load = (kind: Load["kind"], watts: number, more: Partial<Load> = {}): Load => ({
  ...usualLoad(kind, "nec"),
  watts,
  assumed: false,
  ...more,
});
const FT2 = 0.092_903_04;
const dwelling = (loads: Load[], more: Partial<Service> = {}): Service =>
  serviceSchema.parse({
    system: "split-phase",
    phases: 1,
    mainAmps: 100,
    areaM2: 1_500 * FT2,
    loads,
    ...more,
  });
const house = (loads: Load[], more: Partial<Service> = {}): Service =>
  serviceSchema.parse({ system: "230/400", phases: 1, mainAmps: 63, areaM2: 100, loads, ...more });
const series = (peakW: number, more: Partial<MeterSeries> = {}, days = 365): MeterSeries => ({
  startMs: Date.UTC(2026, 0, 1),
  stepMinutes: 15,
  watts: Array.from({ length: days * 96 }, (_, i) => (i === 50 ? peakW : 400)),
  ...more,
});
const result = (service: Service, id: string, what: string) =>
  methodsOf(service, null)
    .find((method) => method.id === id)!
    .steps.find(({ result: { symbol } }) => symbol === what)!.result.value;

describe("the optional method for dwellings (NEC 220.82), on the worked examples of the NEC's annex D, from memory", () => {
  const KITCHEN = [
    load("cooking", 12_000),
    load("water", 2_500),
    load("other", 1_200, { name: "dishwasher" }),
    load("dryer", 5_000),
  ];

  test("D2(a): heating in five rooms: 29,700 VA general, 17,880 VA counted, 21,480 VA in all, 90 A", () => {
    const service = dwelling([...KITCHEN, load("heating", 9_000, { zones: 5 })]);
    expect(result(service, "nec-220.82", "S")).toBeCloseTo(29_700, 6);
    expect(result(service, "nec-220.82", "S_g")).toBeCloseTo(17_880, 6);
    expect(result(service, "nec-220.82", "S_c")).toBe(3_600);
    const [method] = methodsOf(service, null);
    expect(method!.needed[0]! * 240).toBeCloseTo(21_480, 6);
    expect(Math.ceil(method!.needed[0]!)).toBe(90);
    // An air conditioner that is less than the heating changes nothing.
    expect(methodsOf(dwelling([...service.loads, load("airCon", 1_380)]), null)[0]!.needed).toEqual(
      method!.needed,
    );
    // Four are many (NEC 220.82(C)(5)).
    expect(result(dwelling([load("heating", 9_000, { zones: 4 })]), "nec-220.82", "S_c")).toBe(3_600);
    // Two thermostats instead of five: 65 % of it (NEC 220.82(C)(4)).
    expect(result(dwelling([load("heating", 9_000, { zones: 3 })]), "nec-220.82", "S_c")).toBeCloseTo(
      5_850,
      9,
    );
  });

  test("D2(b): air conditioning larger than heating: 29,200 VA, 122 A", () => {
    const service = dwelling([
      load("cooking", 8_000),
      load("cooking", 5_100),
      load("water", 4_500),
      load("dishwasher", 1_200),
      load("dryer", 5_000),
      load("airCon", 10_080),
      load("heating", 1_500),
    ]);
    const [method] = methodsOf(service, null);
    expect(method!.needed[0]! * 240).toBeCloseTo(29_200, 6);
    expect(Math.round(method!.needed[0]!)).toBe(122);
  });

  test("D2(c): a heat pump with rods beside it: 34,190 VA, 142.5 A", () => {
    const service = dwelling([
      load("cooking", 12_000),
      load("water", 4_500),
      load("dishwasher", 1_200),
      load("dryer", 5_000),
      load("heatPump", 5_760),
      load("backupHeat", 15_000),
    ]);
    const [method] = methodsOf(service, null);
    expect(method!.needed[0]! * 240).toBeCloseTo(34_190, 6);
    expect(method!.needed[0]!).toBeCloseTo(142.46, 2);
  });

  test("a service of less than 100 A is not for this method (220.82(A), from memory)", () => {
    expect(methodsOf(dwelling([], { mainAmps: 100 }), null)[0]!.lacks).toBeNull();
    expect(methodsOf(dwelling([], { mainAmps: 60 }), null)[0]!.lacks).toContain(
      "is for services of 100 A and more",
    );
  });

  test("a 100 A service that already needs 90 A has 10 A left, not 48", () => {
    const service = dwelling([...KITCHEN, load("heating", 9_000, { zones: 5 })]);
    const method = methodFor(service, methodsOf(service, null));
    expect(method.leftAmps).toBeCloseTo(10.5, 6);
    expect(roomOf(service, method, 1)).toBe(method.leftAmps);
  });
});

describe("a measured demand", () => {
  test("NEC 220.87: the year's highest mean times 1.25", () => {
    const methods = methodsOf(dwelling([]), series(12_000));
    expect(methods.map(({ id }) => id)).toEqual(["nec-220.82", "nec-220.87"]);
    expect(methods[1]!.needed).toEqual([62.5]);
    expect([methods[1]!.leftAmps, methods[1]!.lacks]).toEqual([37.5, null]);
    expect(methodFor(dwelling([]), methods).id).toBe("nec-220.87");
    expect(methodFor(dwelling([], { method: "nec-220.82" }), methods).id).toBe("nec-220.82");
  });

  test("what was measured too short, too coarsely or behind a generation of one's own does not count", () => {
    const lacks = (found: MeterSeries) => methodsOf(dwelling([]), found)[1]!.lacks;
    expect(lacks(series(12_000, {}, 20))).toContain("20 days were measured: at least 30");
    expect(lacks(series(12_000, { stepMinutes: 60 }, 30))).toContain("Means over 60 min hide short peaks");
    expect(lacks(series(12_000, { stepMinutes: 30 }, 30))).toContain("Means over 30 min hide short peaks");
    expect(lacks(series(12_000, { watts: [-5, ...series(12_000).watts] }))).toContain(
      "The house feeds in at times",
    );
    expect(lacks(series(12_000, {}, 40))).toBeNull();
    // Heating and cooling of a season that was not measured are not in it.
    const heated = methodsOf(dwelling([load("airCon", 3_000)]), series(12_000, {}, 40))[1]!;
    expect(heated.lacks).toContain("40 days do not show what heating and cooling come to in a year");
    expect(methodsOf(dwelling([load("airCon", 3_000)]), series(12_000))[1]!.lacks).toBeNull();
    expect(methodsOf(dwelling([]), series(12_000, {}, 40))[1]!.notes[0]).toContain("40 days, not a year");
    expect(methodFor(dwelling([]), methodsOf(dwelling([]), series(12_000, {}, 20))).id).toBe("nec-220.82");
  });

  test("a peak somebody read stands in where there is no series", () => {
    const read = dwelling([], { measured: { peakW: 9_600, days: 365, minutes: 15 } });
    expect(methodsOf(read, null)[1]!.needed).toEqual([50]);
    expect(methodsOf(read, series(12_000))[1]!.needed).toEqual([62.5]);
  });

  test("elsewhere: the measured peak with a margin; of three phases the one that carries most (common practice)", () => {
    expect(methodsOf(house([]), series(6_900))[1]!.needed[0]).toBeCloseTo(33, 9);
    const three = house([], { phases: 3, mainAmps: 35, heaviestShare: 0.5 });
    const method = methodsOf(three, series(6_900))[1]!;
    expect(method.needed.map((amps) => Number(amps.toFixed(6)))).toEqual([16.5, 16.5, 16.5]);
  });
});

describe("a sum by diversity (common practice)", () => {
  test("ten amperes of cooking whole and 30 % of the rest, water and heating whole, others at 40 %", () => {
    // Lights and sockets 10 A; oven 2,300 W + 0.3 × 4,600 W = 16 A; water 20 A; dryer 0.4 × 4,600 W = 8 A.
    const service = house([load("cooking", 6_900), load("water", 4_600), load("dryer", 4_600)]);
    const [method] = methodsOf(service, null);
    expect(method!.needed[0]).toBeCloseTo(10 + 16 + 20 + 8, 9);
    expect(method!.leftAmps).toBeCloseTo(9, 9);
  });

  test("heating and cooling never at once: the season that asks for more counts", () => {
    const warm = methodsOf(house([load("heating", 4_600)]), null)[0]!.needed[0]!;
    expect(methodsOf(house([load("heating", 4_600), load("airCon", 2_300)]), null)[0]!.needed[0]).toBe(warm);
    expect(methodsOf(house([load("heating", 2_300), load("airCon", 4_600)]), null)[0]!.needed[0]).toBe(warm);
  });

  test("three phases are counted each for itself", () => {
    const service = house([load("sauna", 6_900, { phases: 3 }), load("water", 2_300, { lane: 2 })], {
      phases: 3,
      mainAmps: 25,
    });
    const [method] = methodsOf(service, null);
    const lights = 2_300 / 3 / 230;
    expect(method!.needed.map((amps) => Number(amps.toFixed(6)))).toEqual(
      [10 + lights, 20 + lights, 10 + lights].map((a) => Number(a.toFixed(6))),
    );
    expect([method!.leftAmps, method!.bestAmps].map((a) => Number((a + lights).toFixed(6)))).toEqual([5, 15]);
    expect(roomOf(service, method!, 3)).toBe(method!.leftAmps);
    expect(roomOf(service, method!, 1)).toBe(method!.bestAmps);
    expect(roomOf({ ...service, imbalanceAmps: 8 }, method!, 1)).toBe(8);
    expect(roomOf({ ...service, imbalanceAmps: 8 }, method!, 3)).toBe(method!.leftAmps);
  });

  test("without a neutral what hangs between two lines loads both, and a unit needs two with room", () => {
    const service = serviceSchema.parse({
      system: "it-230",
      phases: 3,
      mainAmps: 40,
      areaM2: 10,
      loads: [load("water", 2_300, { lane: 3 })],
    });
    const [method] = methodsOf(service, null);
    const lights = 2_300 / (230 * Math.sqrt(3));
    expect(method!.needed.map((amps) => Number((amps - lights).toFixed(6)))).toEqual([10, -0, 10]);
    expect(roomOf(service, method!, 1)).toBeCloseTo(30 - lights, 9);
  });
});

test("every working's formula gives what is shown", () => {
  const any = fc.record({
    system: fc.constantFrom("split-phase" as const, "208Y" as const, "230/400" as const, "100/200" as const),
    mainAmps: fc.integer({ min: 20, max: 200 }),
    areaM2: fc.integer({ min: 20, max: 400 }),
    loads: fc.array(
      fc.record({ kind: fc.constantFrom(...LOAD_KINDS), watts: fc.integer({ min: 100, max: 15_000 }) }),
      { maxLength: 12 },
    ),
    peakW: fc.option(fc.integer({ min: 500, max: 30_000 }), { nil: null }),
    three: fc.boolean(),
  });
  law(any, { runs: 120, mostSkipped: 0 }, ({ loads, peakW, three, system, ...rest }) => {
    const service = serviceSchema.parse({
      ...rest,
      system,
      phases: three && system === "230/400" ? 3 : 1,
      loads,
    });
    for (const { id, steps, parts, left, needed } of methodsOf(
      service,
      peakW ? series(peakW, {}, 31) : null,
    )) {
      steps.forEach((step) => holds(step, id));
      // The board's parts add up to the line that carries most.
      expect(parts.reduce((sum, { amps }) => sum + amps, 0)).toBeCloseTo(Math.max(...needed), 9);
      left.forEach((amps, i) => expect(amps + needed[i]!).toBeCloseTo(service.mainAmps, 9));
    }
  });
});

test("a load is told in what people know", () => {
  expect(asPeopleKnow(7_400, 7)).toBe("as much as 2½ ovens, for seven hours");
  expect(asPeopleKnow(6_000, 1)).toBe("as much as 2 ovens, for an hour");
  expect(asPeopleKnow(2_300, 13.3)).toBe("as much as a kettle, for 13 hours");
  expect(asPeopleKnow(1_100, 0.5)).toBe("as much as half a kettle, for 30 minutes");
  expect(loadName(load("sauna", 1))).toBe("sauna");
});

test.each([
  [{ mainAmps: 0 }, "mainAmps"],
  [{ phases: 3, system: "split-phase" }, "phases"],
  [{ areaM2: -1 }, "areaM2"],
  [{ loads: [{ kind: "sauna", watts: 8_000, phases: 3 }] }, "loads.0.phases"],
  [{ heaviestShare: 0.2 }, "heaviestShare"],
])("a service of %j is refused by field, with what is accepted", (more, field) => {
  const judged = serviceSchema.safeParse({
    system: "230/400",
    phases: 1,
    mainAmps: 63,
    areaM2: 90,
    loads: [],
    ...more,
  });
  expect(judged.error!.issues.map(({ path }) => path.join("."))).toContain(field);
  expect(judged.error!.issues[0]!.message).toMatch(/^accepted/);
});

describe("a house that is made up", () => {
  const service = house(LOAD_KINDS.map((kind) => usualLoad(kind, "iec")));
  const year = madeUpHouse(service, { seed: 7, from: "2026-01-01", zone: "Europe/Dublin" });

  test("is the same by the same seed and another by another, a year of quarter hours within what it has", () => {
    expect(year.watts.length).toBe(365 * 96);
    expect(madeUpHouse(service, { seed: 7, from: "2026-01-01", zone: "Europe/Dublin" })).toEqual(year);
    expect(madeUpHouse(service, { seed: 8, from: "2026-01-01", zone: "Europe/Dublin" }).watts).not.toEqual(
      year.watts,
    );
    const most = service.loads.reduce((sum, { watts }) => sum + watts, 0) + 2_000;
    for (const drawn of year.watts) {
      expect(drawn).toBeGreaterThan(0);
      expect(drawn).toBeLessThan(most);
    }
  });

  test("is colder in its winter, and draws more by evening than before dawn", () => {
    const mean = (from: number, days: number, hours: readonly [number, number]) => {
      let [sum, count] = [0, 0];
      for (let day = from; day < from + days; day++)
        for (let i = hours[0] * 4; i < hours[1] * 4; i++)
          [sum, count] = [sum + year.watts[day * 96 + i]!, count + 1];
      return sum / count;
    };
    expect(mean(0, 60, [0, 24])).toBeGreaterThan(1.2 * mean(150, 60, [0, 24]));
    expect(mean(0, 60, [17, 21])).toBeGreaterThan(1.5 * mean(0, 60, [1, 4]));
    const south = madeUpHouse(service, {
      seed: 7,
      from: "2026-01-01",
      zone: "Pacific/Auckland",
      south: true,
    });
    expect(south.watts.slice(0, 60 * 96).reduce<number>((a, b) => a + b!, 0)).toBeLessThan(
      south.watts.slice(150 * 96, 210 * 96).reduce<number>((a, b) => a + b!, 0),
    );
  });
});

import { bay, idealCar, pathOf, post, socketedPost, type2Cable } from "../tests/parts";
import type { Car, Outlet, Unit } from "../parts";
import type { SupplyId } from "../supply";
import { charge } from "../session";
import { isRefusal, operate, type ChargingPath, type OperatingPoint, type Refusal } from ".";

const flowing = (path: ChargingPath): OperatingPoint => {
  const result = operate(path);
  if (isRefusal(result)) throw new Error(result.message);
  return result;
};
const refused = (path: ChargingPath): Refusal => {
  const result = operate(path);
  if (!isRefusal(result)) throw new Error("current flows");
  return result;
};
const narrowest = (point: OperatingPoint) => point.links[point.binding]!;

describe("power ratings", () => {
  test.each([
    // SAE J1772 AC Level 1 and 2.
    ["split-phase", "single", 1, 12, 1.44],
    ["split-phase", "single", 1, 16, 1.92],
    ["split-phase", "high", 1, 80, 19.2],
    // IEC 61851-1 and arithmetic, at 230 V.
    ["230/400", "single", 1, 16, 3.68],
    ["230/400", "three", 3, 16, 11.04],
    ["230/400", "single", 1, 32, 7.36],
    ["230/400", "three", 3, 32, 22.08],
    ["230/400", "three", 3, 63, 43.5],
    // Why a public post at 32 A on 208 V gives 6.6 kW and not 7.7 (arithmetic).
    ["208Y", "high", 1, 32, 6.656],
    ["100/200", "high", 1, 16, 3.2],
    // Delta without neutral: √3·U·I for a charger made for it (arithmetic).
    ["it-230", "three", 3, 32, 12.75],
  ] as const)("%s %s, %d lanes of %d A: %d kW", (system, tap, lanes, amps, kW) => {
    const car = idealCar([{ lanes, amps }]);
    car.charger.delta = true;
    const point = flowing(
      pathOf({
        car,
        outlet: bay(system as SupplyId, tap),
        unit: post(lanes, 80, lanes === 1 ? "type1" : "type2"),
      }),
    );
    expect(point.drawnW / 1000).toBeCloseTo(kW, 1);
    expect(point.lanes).toBe(lanes);
  });
});

describe("the narrowest link", () => {
  const curlew = idealCar([
    { lanes: 1, amps: 32 },
    { lanes: 3, amps: 16 },
  ]);
  const harbour = { car: curlew, outlet: bay("230/400", "single"), unit: socketedPost(1, 32) };

  test("a 16 A three-phase cable on a single-phase post: one lane of 16 A, half of a plain 32 A cable (common practice)", () => {
    const wrong = flowing(pathOf({ ...harbour, cable: type2Cable(3, 16) }));
    const right = flowing(pathOf({ ...harbour, cable: type2Cable(1, 32) }));
    expect([wrong.lanes, wrong.amps, narrowest(wrong).kind]).toEqual([1, 16, "cable"]);
    expect(right.drawnW).toBe(2 * wrong.drawnW);
  });

  test("a 22 kW post and an 11 kW car: 11 kW, and the onboard charger binds (common practice)", () => {
    const point = flowing(
      pathOf({
        car: curlew,
        outlet: bay("230/400", "three"),
        unit: socketedPost(3, 32),
        cable: type2Cable(3, 32),
      }),
    );
    expect(point.drawnW).toBeCloseTo(11_040, 6);
    expect(narrowest(point).kind).toBe("charger");
  });

  test("a single-phase cable on a three-phase post: the cable withholds lanes", () => {
    const car = idealCar([
      { lanes: 1, amps: 16 },
      { lanes: 3, amps: 16 },
    ]);
    const point = flowing(
      pathOf({ car, outlet: bay("230/400", "three"), unit: socketedPost(3, 32), cable: type2Cable(1, 32) }),
    );
    expect([point.lanes, point.amps, narrowest(point).kind, point.boundBy]).toEqual([
      1,
      16,
      "cable",
      "lanes",
    ]);
  });

  test("the charger's kW cap lowers the current to just meet it at the inlet", () => {
    const car: Car = { ...curlew, charger: { ...curlew.charger, capW: 6_600 } };
    const point = flowing(pathOf({ car, outlet: bay("230/400", "single"), unit: post(1, 32) }));
    expect(point.inletW).toBeCloseTo(6_600, 6);
    expect([narrowest(point).kind, point.boundBy]).toEqual(["charger", "charger-cap"]);
    expect(point.amps).toBeLessThan(32);
  });

  test("a very long thin run: the charger backs off at 80 % of the supply, and the run is the narrow link", () => {
    const outlet = bay("230/400", "single");
    outlet.circuit.run = { gauge: "1.5 mm2", lengthM: 130, temperatureC: 30 };
    const point = flowing(pathOf({ car: curlew, outlet, unit: post(1, 32) }));
    expect([narrowest(point).kind, point.boundBy]).toEqual(["circuit", "voltage-sag"]);
    expect(point.dropVolts).toBeCloseTo(0.2 * 230, 9);
  });

  test("on IT without delta support a charger works on one line-to-line lane of 230 V", () => {
    const point = flowing(pathOf({ car: curlew, outlet: bay("it-230", "three"), unit: post(3, 32) }));
    expect([point.lanes, Math.round(point.volts), point.amps]).toEqual([1, 230, 32]);
  });

  test("a two-lane charger uses two of three lanes; the neutral carries the difference", () => {
    const point = flowing(
      pathOf({ car: idealCar([{ lanes: 2, amps: 16 }]), outlet: bay("230/400", "three"), unit: post(3, 32) }),
    );
    expect([point.lanes, point.conductors]).toEqual([2, 3]);
    expect(point.drawnW).toBeCloseTo(7_360, 6);
  });
});

describe("breaker and continuous load", () => {
  test.each([
    // NEC 625.41: breaker at least 125 % of the EVSE's amps.
    [12, 15],
    [16, 20],
    [24, 30],
    [32, 40],
    [40, 50],
    [48, 60],
    [80, 100],
  ])("%d A hold on a %d A breaker and not on one a tenth smaller", (amps, breaker) => {
    const at = (breakerAmps: number) =>
      flowing(
        pathOf({
          car: idealCar([{ lanes: 1, amps: 80 }]),
          outlet: bay("split-phase", "high", breakerAmps),
          unit: post(1, amps, "type1"),
        }),
      );
    expect(at(breaker).amps).toBeCloseTo(amps, 9);
    expect(at(breaker * 0.9).amps).toBeLessThan(amps);
  });
});

describe("what stops a path", () => {
  const car = idealCar([{ lanes: 1, amps: 32 }]);
  const outlet: Outlet = {
    kind: "socket",
    name: "wall socket",
    condition: "sound",
    exposed: false,
    type: "cee-7",
    supply: { system: "230/400" },
    circuit: { breakerAmps: 16, otherLoadAmps: 0 },
  };
  const portable: Unit = {
    ...post(1, 10),
    kind: "portable",
    plugs: [{ type: "cee-7", amps: 10 }],
  };

  test("a 5 A limit: no charging, the part named, nothing divided by zero", () => {
    const path = pathOf({ car, outlet, unit: portable, settings: { unitAmps: 5 } });
    expect(refused(path)).toMatchObject({ field: "unit", code: "below-six-amps" });
    expect(refused(path).message).toMatch(/leaves 5 A.*at least 6 A/);
  });

  test.each([
    ["a breaker full of other loads", { otherLoadAmps: 16 }, "outlet"],
    ["a breaker with 4 A left", { otherLoadAmps: 12 }, "outlet"],
  ])("%s", (_, circuit, field) => {
    const full = { ...outlet, circuit: { ...outlet.circuit, ...circuit } };
    expect(refused(pathOf({ car, outlet: full, unit: portable })).field).toBe(field);
  });

  test("a cable that does not fit the inlet is named, with the end that would", () => {
    const type1Car: Car = { ...car, inlets: ["type1"] };
    const problem = refused(
      pathOf({
        car: type1Car,
        outlet: bay("230/400", "single"),
        unit: socketedPost(1, 32),
        cable: type2Cable(1, 32),
      }),
    );
    expect(problem).toMatchObject({ field: "cable", code: "plug-does-not-fit-inlet" });
    expect(problem.remedy).toContain("Type 1 vehicle end");
  });

  test.each<[string, Omit<ChargingPath, "houseRule">, string]>([
    [
      "unit without this plug",
      { car, outlet: { ...outlet, type: "bs1363" }, unit: portable },
      "unit-does-not-fit-outlet",
    ],
    ["wired unit at a socket", { car, outlet, unit: post(1, 32) }, "unit-does-not-fit-outlet"],
    [
      "socketed unit without a cable",
      { car, outlet: bay("230/400", "single"), unit: socketedPost(1, 32) },
      "cable-needed",
    ],
    [
      "cable on a tethered unit",
      { car, outlet: bay("230/400", "single"), unit: post(1, 32), cable: type2Cable(1, 32) },
      "cable-not-wanted",
    ],
    [
      "three-phase-only charger on one lane",
      { car: idealCar([{ lanes: 3, amps: 16 }]), outlet: bay("230/400", "single"), unit: post(1, 32) },
      "no-common-lanes",
    ],
  ])("%s", (_, parts, code) => expect(refused(pathOf(parts)).code).toBe(code));

  test("own draw above what arrives: nothing is stored, and it says so", () => {
    const thirsty: Car = { ...car, ownDrawW: 3000 };
    const result = charge(pathOf({ car: thirsty, outlet, unit: portable }), { fromSoc: 0.2, toSoc: 0.8 });
    expect(isRefusal(result) && result.code).toBe("own-draw-takes-all");
  });
});

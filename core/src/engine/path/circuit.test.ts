import {
  bay,
  box,
  idealCar,
  pathOf,
  post,
  rapid,
  reel,
  socket,
  socketedPost,
  type2Cable,
} from "../../tests/parts";
import { charged } from "../../tests/solve";
import type { Car, Outlet } from "../../things/parts";
import {
  ceilingsAt,
  compile,
  CONTACT_OHMS,
  conversionCurve,
  DC_CONTACT_OHMS,
  isRefusal,
  type ChargingPath,
  type Circuit,
} from ".";

const compiled = (path: ChargingPath): Circuit => {
  const circuit = compile(path);
  if (isRefusal(circuit)) throw new Error(circuit.message);
  return circuit;
};
/** Amps on 0 to 3 phases of a link that has so many. */
const on = (phases: number, amps: number) => [0, 1, 2, 3].map((n) => (n > 0 && n <= phases ? amps : 0));
/** Ohms (one conductor) of a length at 30 °C, by IEC 60228 and the copper coefficient of IEC 60028. */
const ohms = (perKm: number, metres: number) => (perKm * metres * (1 + 0.00393 * 10)) / 1000;
const rows = ({ links }: Circuit) =>
  links.map((l) => [l.kind, l.role, l.phases, l.ampsOn, Number(l.ohms.toPrecision(12))] as const);
const row = (kind: string, role: string, phases: number, ampsOn: readonly number[], r: number) => [
  kind,
  role,
  phases,
  ampsOn,
  Number(r.toPrecision(12)),
];

const curve = [
  { soc: 0, watts: 9_000 },
  { soc: 0.8, watts: 20_000 },
  { soc: 1, watts: 3_000 },
];
const car: Car = {
  ...idealCar([
    { phases: 1, amps: 32 },
    { phases: 3, amps: 16 },
  ]),
  ownDrawW: 250,
  battery: {
    usableWh: 60_000,
    packVolts: 400,
    packOhms: 0.08,
    emptyVolts: 330,
    fullVolts: 440,
    acceptance: curve,
  },
};
const portable = box(
  16,
  { type: "blue-16", amps: 16 },
  {
    steps: [6, 8, 10, 16],
    standingW: 4,
    plugs: [
      { type: "blue-16", amps: 16 },
      { type: "cee-7", amps: 13 },
    ],
    output: { kind: "tethered", connector: "type2", lengthM: 6, gauge: "2.5 mm2" },
  },
);
const old: Outlet = {
  ...socket("230/400", "cee-7", 16),
  circuit: { breakerAmps: 16, otherLoadAmps: 2, run: { gauge: "1.5 mm2", lengthM: 22, temperatureC: 30 } },
};

describe("links in walking order, each with its role, phases, amps and ohms", () => {
  test("wall socket, lead, portable unit, adapter, car with a curve", () => {
    const path = pathOf({
      car: { ...car, inlets: ["type1"] },
      outlet: old,
      lead: reel(),
      evse: portable,
      adapter: { name: "piece", from: "type2", to: "type1", amps: 32 },
    });
    const circuit = compiled(path);
    expect(rows(circuit)).toEqual([
      row("circuit", "holds", 1, on(1, 14), ohms(12.1, 22)),
      row("outlet", "holds", 1, on(1, 10), CONTACT_OHMS),
      row("lead", "holds", 1, on(1, 10), ohms(7.98, 25) + CONTACT_OHMS),
      row("evse", "limits", 1, on(1, 13), 0),
      row("cable", "limits", 1, on(1, 16), ohms(7.98, 6) + CONTACT_OHMS),
      row("adapter", "holds", 1, on(1, 32), CONTACT_OHMS),
      row("inlet", "limits", 1, on(1, 80), 0),
      row("charger", "limits", 3, [0, 32, 16, 16], 0),
      row("battery", "limits", 3, on(3, Infinity), 0),
    ]);
    expect(circuit.ohms).toBeCloseTo(
      circuit.links.reduce((sum, l) => sum + l.ohms, 0),
      12,
    );
    expect(circuit.ohmsBy.circuit).toBeCloseTo(ohms(12.1, 22), 12);
    expect(circuit.ohmsBy.lead).toBeCloseTo(ohms(7.98, 25) + CONTACT_OHMS, 12);
    expect(circuit.ohmsBy.contacts).toBeCloseTo(2 * CONTACT_OHMS, 12);
    expect(circuit).toMatchObject({
      current: "AC",
      sign: 1,
      supplyPhases: 1,
      capW: Infinity,
      standingW: 4,
      ownDrawW: 250,
      heatingW: 0,
    });
    expect(circuit.phaseVolts).toEqual([0, 230, 0, 0]);
    expect(circuit.upstream).toEqual({ standingW: 0, efficiency: 1 });
    // On AC the pack's volts are nominal at both ends.
    expect(circuit.pack).toMatchObject({
      usableWh: 60_000,
      ohms: 0.08,
      emptyVolts: 400,
      fullVolts: 400,
      socs: [0, 0.8, 1],
      accepts: [9_000, 20_000, 3_000],
    });
    expect(circuit).toMatchObject({ pulls: 13, holds: 10, setting: { by: "evse", amps: 10 } });
    expect(circuit.ways).toEqual([{ phases: 1, conductors: 2, volts: 230, most: 13, limiter: 3, holds: 10 }]);
  });

  test("three-phase post with a loose cable, heated: three ways, of which two phases have none", () => {
    const path = {
      ...pathOf({
        car,
        outlet: bay("230/400", "three", 32),
        evse: socketedPost(3, 32),
        cable: type2Cable(3, 16),
      }),
      settings: { heatingW: 500 },
    };
    const circuit = compiled(path);
    expect(rows(circuit).slice(0, 3)).toEqual([
      row("circuit", "holds", 3, on(3, 32), 0),
      row("evse", "limits", 3, on(3, 32), 0),
      row("cable", "limits", 3, on(3, 16), ohms(7.98, 5) + 2 * CONTACT_OHMS),
    ]);
    expect(circuit.phaseVolts).toEqual([0, 230, 230, 230]);
    expect(
      circuit.ways.map(({ phases, conductors, volts, most, limiter }) => [
        phases,
        conductors,
        volts,
        most,
        limiter,
      ]),
    ).toEqual([
      [1, 2, 230, 16, 2],
      [2, 3, 230, 16, 2],
      [3, 3, 230, 16, 2],
    ]);
    expect(circuit).toMatchObject({ ownDrawW: 750, heatingW: 500, pulls: 16, holds: 32, setting: null });
  });

  test("rapid station, alone and with a car beside, with an adapter and without a curve", () => {
    const station = { ...rapid(50_000, 125), standingW: 40 };
    const base = pathOf({ car, outlet: bay("230/400", "three"), evse: station });
    const alone = compiled(base);
    expect(rows(alone)).toEqual([
      row("evse", "limits", 1, on(1, 125), 0),
      row("cable", "limits", 1, on(1, 125), ohms(0.554, 4) + DC_CONTACT_OHMS),
      row("inlet", "limits", 1, on(1, 500), 0),
      row("battery", "limits", 3, on(3, Infinity), 0),
    ]);
    expect(alone).toMatchObject({
      current: "DC",
      sign: -1,
      capW: 50_000,
      standingW: 0,
      supplyPhases: 1,
      phaseVolts: [0, 0, 0, 0],
      setting: null,
    });
    expect(alone.upstream).toEqual({ standingW: 40, efficiency: 0.95 });
    expect(alone.conversion).toEqual({ a: 0, b: 0, c: 0 });
    expect(alone.pack).toMatchObject({ emptyVolts: 330, fullVolts: 440 });
    expect(alone.pulls).toBe(125);
    const busy = compiled({ ...base, settings: { otherBusy: true } });
    expect([busy.capW, busy.links[0]!.ampsOn]).toEqual([25_000, on(1, 62.5)]);
    const own = compiled({ ...base, evse: { ...station, shared: false }, settings: { otherBusy: true } });
    expect([own.capW, own.links[0]!.ampsOn]).toEqual([50_000, on(1, 125)]);
    const { acceptance: _, ...battery } = car.battery;
    const led = compiled({
      ...base,
      car: { ...car, battery, inlets: ["j3400"] },
      adapter: { name: "piece", from: "ccs2", to: "j3400-dc", amps: 200 },
    });
    const behind = [
      row("adapter", "limits", 1, on(1, 200), DC_CONTACT_OHMS),
      row("inlet", "limits", 1, on(1, 600), 0),
    ];
    // A curve nobody knows is the one usual for its pack: the early peak of 2.1 C.
    expect(rows(led).slice(2)).toEqual([...behind, row("battery", "limits", 3, on(3, Infinity), 0)]);
    expect(Math.max(...led.pack.accepts)).toBe(2.1 * battery.usableWh);
    const endless = compiled({
      ...base,
      car: { ...car, battery: { ...battery, neverLimits: true }, inlets: ["j3400"] },
      adapter: { name: "piece", from: "ccs2", to: "j3400-dc", amps: 200 },
    });
    expect(rows(endless).slice(2)).toEqual(behind);
    expect(endless.pack.accepts).toEqual([]);
  });

  test("a delta without neutral brings three phases only to a charger made for it", () => {
    const at = (delta: boolean) =>
      compiled(
        pathOf({
          car: { ...car, charger: { ...car.charger, delta } },
          outlet: bay("it-230", "three"),
          evse: post(3, 32),
        }),
      );
    expect(at(true)).toMatchObject({ supplyPhases: 3 });
    expect(at(true).ways.map(({ phases }) => phases)).toEqual([1, 3]);
    expect(at(false)).toMatchObject({ supplyPhases: 1 });
    expect(at(false).ways.map(({ phases }) => phases)).toEqual([1]);
  });
});

test("a charger's loss curve is fitted to its rating: 7 % at rated and half load, 10 % at a fifth (from memory)", () => {
  const rated = (change: Partial<Car["charger"]>) => ({
    ...car,
    charger: { limits: [{ phases: 1 as const, amps: 32 }], efficiency: 0.93, ...change },
  });
  const loss = (of: Car, watts: number) => {
    const { a, b, c } = conversionCurve(of);
    return (a + b * watts + c * watts * watts) / watts;
  };
  expect(loss(rated({}), 7_360)).toBeCloseTo(0.07, 9);
  expect(loss(rated({}), 3_680)).toBeCloseTo(0.07, 3);
  expect(loss(rated({}), 1_472)).toBeCloseTo(0.1, 9);
  expect(loss(rated({ capW: 6_600 }), 6_600)).toBeCloseTo(0.07, 9);
  expect(loss(rated({ efficiency: 0.9 }), 7_360)).toBeCloseTo(0.1, 9);
  expect(
    loss(
      rated({
        limits: [
          { phases: 1, amps: 32 },
          { phases: 3, amps: 16 },
        ],
      }),
      11_040,
    ),
  ).toBeCloseTo(0.07, 9);
});

describe("the setting somebody makes", () => {
  const at = (
    holdsAmps: 10 | 16,
    evse: Partial<typeof portable>,
    charger: Partial<Car["charger"]> = {},
    settings?: ChargingPath["settings"],
  ) =>
    compiled({
      ...pathOf({
        car: { ...car, charger: { ...car.charger, ...charger } },
        outlet: socket("230/400", holdsAmps === 10 ? "cee-7" : "blue-16", 16),
        evse: {
          ...portable,
          plugs: [{ type: holdsAmps === 10 ? "cee-7" : "blue-16", amps: 32 }],
          maxAmps: 32,
          ...evse,
        },
      }),
      settings,
    }).setting;

  test.each([
    ["a step that just holds", 10, { steps: [6, 10, 32] }, {}, { by: "evse", amps: 10 }],
    ["the highest step below", 10, { steps: [6, 8, 13] }, {}, { by: "evse", amps: 8 }],
    ["six amps", 10, { steps: [6, 13] }, {}, { by: "evse", amps: 6 }],
    ["no step low enough, and none in the car", 10, { steps: [13, 16] }, {}, null],
    ["no step, but a car that can be set", 10, { steps: [] }, { settable: true }, { by: "car", amps: 10 }],
    ["a car set finer than the steps", 10, { steps: [6, 8] }, { settable: true }, { by: "car", amps: 10 }],
    ["the unit where both do", 10, { steps: [6, 10] }, { settable: true }, { by: "evse", amps: 10 }],
    ["nothing where nothing is held", 16, { steps: [6, 10], maxAmps: 16 }, {}, null],
  ] as const)("%s", (_, holds, evse, charger, setting) => {
    expect(at(holds, evse as unknown as Partial<typeof portable>, charger)).toEqual(setting);
  });

  test("is not made for a user who has said what is set", () => {
    expect(at(10, { steps: [6, 10] }, {}, { evseAmps: 16 })).toBeNull();
    expect(at(10, { steps: [6, 10] }, {}, { carAmps: 16 })).toBeNull();
  });

  test("is not needed where the battery takes less than is held", () => {
    const weak = {
      ...car,
      battery: {
        ...car.battery,
        acceptance: [
          { soc: 0, watts: 1_500 },
          { soc: 1, watts: 1_200 },
        ],
      },
    };
    const circuit = compiled(
      pathOf({ car: weak, outlet: socket("230/400", "cee-7", 16), evse: { ...portable, knowsPlugs: false } }),
    );
    expect(circuit.setting).toBeNull();
    // 1.5 kW, the car's own 250 W and 1 % of conversion, over 230 V and little resistance.
    expect(circuit.pulls).toBeGreaterThan((1_500 + 250) / 230);
    expect(circuit.pulls).toBeLessThan(8);
  });
});

describe("ceilings and the narrowest link", () => {
  const told = (path: ChargingPath) => {
    const { moment, circuit } = charged(path, { fromSoc: 0.2, toSoc: 0.8 });
    const name = (i: number) => circuit.links[i]!.kind;
    return { circuit, moment, names: [name(moment.binding), name(moment.runnerUp), moment.because] as const };
  };

  test.each([
    [
      "the first of two that are equal",
      pathOf({ car, outlet: socket("230/400", "blue-16", 16), evse: portable }),
      ["circuit", "outlet", "amps"],
    ],
    [
      "a cable below the post",
      pathOf({
        car,
        outlet: bay("230/400", "three", 63),
        evse: socketedPost(3, 32),
        cable: type2Cable(3, 13),
      }),
      ["cable", "charger", "amps"],
    ],
    [
      "the cap before the amps",
      pathOf({
        car: { ...car, charger: { ...car.charger, capW: 3_000 } },
        outlet: bay("230/400", "single", 63),
        evse: post(1, 32),
      }),
      ["charger", "evse", "cap"],
    ],
    [
      "a unit that withholds phases",
      pathOf({ car, outlet: bay("230/400", "three", 63), evse: post(1, 40) }),
      ["evse", "charger", "phases"],
    ],
    [
      "a setting made for the outlet",
      pathOf({ car, outlet: socket("230/400", "cee-7", 16), evse: portable }),
      ["outlet", "evse", "holds"],
    ],
    [
      "a battery that takes less",
      pathOf({
        car: {
          ...car,
          battery: { ...car.battery, acceptance: curve.map((p) => ({ ...p, watts: p.watts / 10 })) },
        },
        outlet: bay("230/400", "three", 63),
        evse: post(3, 32),
      }),
      ["battery", "charger", "amps"],
    ],
  ] as const)("%s", (_, path, expected) => expect(told(path).names).toEqual(expected));

  test("watts of a link alone: as many phases as it has, the charger no more than its cap", () => {
    const { circuit, moment } = told(
      pathOf({
        car: { ...car, charger: { ...car.charger, capW: 3_000 } },
        outlet: bay("230/400", "three", 63),
        evse: post(3, 32),
      }),
    );
    const alone = Object.fromEntries(
      circuit.links.map((l, i) => [l.kind, ceilingsAt(circuit, moment.flow, Infinity)[i]!]),
    );
    expect(alone.circuit!.watts).toBeCloseTo(3 * 230 * 63, 6);
    expect(alone.evse!.watts).toBeCloseTo(3 * 230 * 32, 6);
    expect(alone.charger!.watts).toBe(3_000);
    expect(alone.charger!.amps).toBeCloseTo(moment.amps, 9);
    expect(alone.battery).toEqual({ amps: Infinity, watts: Infinity });
    expect(ceilingsAt(circuit, moment.flow, 2_000).at(-1)).toMatchObject({ watts: 2_000 });
  });

  test("on DC a sign is met at the station's output, the cable's drop on top of the pack's volts", () => {
    const { circuit, moment, names } = told(
      pathOf({ car, outlet: bay("230/400", "three"), evse: rapid(10_000, 125) }),
    );
    expect(names[0]).toBe("evse");
    expect(moment.because).toBe("cap");
    const heat = 2 * circuit.ohms;
    const packVolts = moment.flow.volts;
    const [evse, cable, inlet, battery] = ceilingsAt(circuit, moment.flow, 5_000);
    expect(evse!.amps * (packVolts + heat * evse!.amps)).toBeCloseTo(10_000, 6);
    expect(evse!.watts).toBe(10_000);
    expect(cable).toEqual({ amps: 125, watts: 125 * packVolts });
    expect(inlet).toEqual({ amps: 500, watts: 500 * packVolts });
    expect(battery).toEqual({ amps: 5_000 / packVolts, watts: 5_000 });
    const wide = told(pathOf({ car, outlet: bay("230/400", "three"), evse: rapid(300_000, 20) }));
    expect(wide.names).toEqual(["evse", "cable", "amps"]);
    const alone = ceilingsAt(wide.circuit, wide.moment.flow, Infinity)[0]!;
    expect(alone.watts).toBeCloseTo(20 * (wide.moment.flow.volts + 2 * wide.circuit.ohms * 20), 9);
  });

  test("resistance that pulls the volts down: the link with most of it is named", () => {
    const { names, moment } = told(
      pathOf({
        car,
        outlet: {
          ...old,
          circuit: { ...old.circuit, run: { gauge: "1.5 mm2", lengthM: 150, temperatureC: 30 } },
        },
        evse: { ...portable, knowsPlugs: false, steps: [] },
      }),
    );
    expect([names[0], names[2]]).toEqual(["circuit", "sag"]);
    // A fifth of the supply's volts is what a charger lets go (common practice).
    expect(moment.dropVolts).toBeCloseTo(0.2 * 230, 9);
    const overLead = told(
      pathOf({
        car,
        outlet: old,
        lead: reel({ lengthM: 150, resistance: { by: "loop", loopOhms: 6 } }),
        evse: { ...portable, knowsPlugs: false, steps: [] },
      }),
    );
    expect([overLead.names[0], overLead.names[2]]).toEqual(["lead", "sag"]);
  });
});

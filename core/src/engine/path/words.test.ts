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
import type { Outlet } from "../../things/parts";
import { SOURCES } from "../../trade/sources";
import type { Source } from "../../trade/sources";
import { compile, isRefusal, wordsOf, type ChargingPath, type LinkKind } from ".";

const car = idealCar([
  { phases: 1, amps: 32 },
  { phases: 3, amps: 16 },
]);
const wallSocket = socket("230/400", "cee-7", 16);
const american = socket("split-phase", "nema-14-50", 50);
type Run = NonNullable<Outlet["circuit"]["run"]>;
const over = <O extends Outlet>(outlet: O, gauge: Run["gauge"], lengthM: number, otherLoadAmps = 0): O => ({
  ...outlet,
  circuit: { ...outlet.circuit, otherLoadAmps, run: { gauge, lengthM, temperatureC: 30 } },
});
const path = (change: Partial<ChargingPath> = {}): ChargingPath => ({
  ...pathOf({ car, outlet: wallSocket, evse: box(10, { type: "cee-7", amps: 10 }) }),
  ...change,
});
const american32 = box(32, { type: "nema-14-50", amps: 32 });
const station = { outlet: bay("230/400", "three"), evse: rapid(50_000, 125) };
const eight = box(10, { type: "cee-7", amps: 8 }, { knowsPlugs: false });
const sixteen = box(16, { type: "cee-7", amps: 16 });
const piece = { name: "piece", from: "type2", to: "type1", amps: 32 } as const;
const viaPiece = { adapter: piece, car: { ...car, inlets: ["type1" as const] } };

test.each<[LinkKind, ChargingPath, string, string, Source]>([
  ["circuit", path(), "16 A circuit", "a 16 A breaker", SOURCES.breaker],
  [
    "circuit",
    path({ outlet: over(wallSocket, "2.5 mm2", 20) }),
    "20 m of 2.5 mm²",
    "a 16 A breaker",
    SOURCES.breaker,
  ],
  [
    "circuit",
    path({ outlet: over(socket("230/400", "cee-7", 32), "1.5 mm2", 22, 2) }),
    "22 m of 1.5 mm²",
    "the 19.5 A of 1.5 mm², less 2 A of other loads",
    SOURCES.ampacityIec,
  ],
  [
    "circuit",
    path({ outlet: over(bay("230/400", "three", 32), "2.5 mm2", 20), evse: post(3, 32) }),
    "20 m of 2.5 mm²",
    "the 24 A of 2.5 mm²",
    SOURCES.ampacityIec,
  ],
  [
    "circuit",
    path({ outlet: american, evse: american32 }),
    "50 A circuit",
    "80 % of a 50 A breaker",
    SOURCES.continuous,
  ],
  [
    "circuit",
    path({ outlet: over(american, "10 AWG", 12, 3), evse: american32 }),
    "12 m of 10 AWG",
    "80 % of the 35 A of 10 AWG, less 3 A of other loads",
    SOURCES.ampacityNec,
  ],
  [
    "outlet",
    path(),
    "socket",
    "CEE 7/4 or 7/5 (16 A): 10 A for hours by the usual house rule; 16 A is moulded on it",
    SOURCES.practice,
  ],
  [
    "outlet",
    path({ houseRule: "rated" }),
    "socket",
    "CEE 7/4 or 7/5 (16 A): 16 A for hours by the rated house rule; 16 A is moulded on it",
    SOURCES.rating,
  ],
  [
    "outlet",
    path({ houseRule: "cautious" }),
    "socket",
    "CEE 7/4 or 7/5 (16 A): 8 A for hours by the cautious house rule; 16 A is moulded on it",
    SOURCES.practice,
  ],
  [
    "outlet",
    path({ outlet: american, evse: american32 }),
    "socket",
    "NEMA 14-50: 40 A for hours by the usual house rule; 50 A is moulded on it",
    SOURCES.continuous,
  ],
  // A plug the unit knows of holds the unit, not the outlet; behind a lead it is the lead's plug that goes in.
  [
    "outlet",
    path({ evse: eight }),
    "socket",
    "the unit's plug is made for 8 A; nothing in it holds the current down",
    SOURCES.label,
  ],
  [
    "outlet",
    path({ evse: { ...eight, knowsPlugs: true } }),
    "socket",
    expect.stringContaining("10 A for hours") as never,
    SOURCES.practice,
  ],
  [
    "outlet",
    path({ evse: eight, lead: reel() }),
    "socket",
    expect.stringContaining("10 A for hours") as never,
    SOURCES.practice,
  ],
  ["lead", path({ lead: reel({ amps: 8 }) }), "reel", "rated 8 A", SOURCES.label],
  [
    "lead",
    path({ lead: reel({ resistance: { by: "conductor", gauge: "0.75 mm2" } }) }),
    "reel",
    "its cord of 0.75 mm² carries 6 A",
    SOURCES.ampacityCord,
  ],
  [
    "lead",
    path({ lead: reel({ resistance: { by: "loop", loopOhms: 0.3 } }) }),
    "reel",
    "it ends in CEE 7/4 or 7/5 (16 A): 10 A for hours by the usual house rule",
    SOURCES.practice,
  ],
  ["evse", path(), "box", "offers up to 10 A", SOURCES.label],
  ["evse", path({ evse: { ...sixteen, setAmps: 10 } }), "box", "set to 10 A", SOURCES.label],
  [
    "evse",
    path({ evse: { ...sixteen, setAmps: 10 }, settings: { evseAmps: 8 } }),
    "box",
    "set to 8 A",
    SOURCES.label,
  ],
  ["evse", path({ evse: sixteen, settings: { evseAmps: 16 } }), "box", "offers up to 16 A", SOURCES.label],
  [
    "evse",
    path({ evse: box(16, { type: "cee-7", amps: 10 }), settings: { evseAmps: 13 } }),
    "box",
    "offers 10 A with this plug",
    SOURCES.label,
  ],
  [
    "evse",
    path(station),
    "station",
    "50 kW on its sign, 125 A at most; the lesser of the two at the pack's volts",
    SOURCES.label,
  ],
  [
    "evse",
    path({ ...station, settings: { otherBusy: true } }),
    "station",
    "25 kW on its sign, 63 A at most, shared with the car beside; the lesser of the two at the pack's volts",
    SOURCES.label,
  ],
  ["cable", path(), "box’s own cable", "made for the unit's 10 A", SOURCES.label],
  ["cable", path(station), "station’s own cable", "made for the station's 125 A", SOURCES.label],
  [
    "cable",
    path({ outlet: bay("230/400", "single"), evse: socketedPost(1, 32), cable: type2Cable(1, 32) }),
    "1 × 32 A cable",
    "32 A on one phase, told to both sides by its proximity resistor",
    SOURCES.proximity,
  ],
  [
    "cable",
    path({ outlet: bay("230/400", "three"), evse: socketedPost(3, 32), cable: type2Cable(3, 16) }),
    "3 × 16 A cable",
    "16 A on each of three phases, told to both sides by its proximity resistor",
    SOURCES.proximity,
  ],
  ["adapter", path(viaPiece), "piece", "rated 32 A", SOURCES.label],
  ["inlet", path(), "CCS2", "the most its contacts are standardised for (IEC 62196-2)", SOURCES.connector],
  [
    "inlet",
    path(viaPiece),
    "Type 1",
    "the most its contacts are standardised for (SAE J1772)",
    SOURCES.connector,
  ],
  ["charger", path(), "ideal car", "1 × 32 A or 3 × 16 A", SOURCES.label],
  [
    "charger",
    path({ car: { ...car, charger: { ...car.charger, capW: 6_600 } } }),
    "ideal car",
    "1 × 32 A or 3 × 16 A, and 6.6 kW at most",
    SOURCES.label,
  ],
  ["charger", path({ settings: { carAmps: 8 } }), "ideal car", "set to 8 A in the car", SOURCES.label],
  [
    "battery",
    path(),
    "ideal car",
    "what the battery accepts at this state of charge and temperature",
    SOURCES.taper,
  ],
])("%s, %#: what it is called and why its ceiling is what it is", (kind, of, name, why, source) => {
  expect(wordsOf(of, kind)).toEqual({ name, why, source });
});

describe("refusals", () => {
  const hall = { outlet: bay("230/400", "single"), evse: socketedPost(1, 32) };
  const only = (...inlets: typeof car.inlets) => ({ car: { ...car, inlets } });
  const three = { limits: [{ phases: 3 as const, amps: 16 }], efficiency: 0.93, listedPhasesOnly: true };
  const cord = (gauge: "1 mm2", lengthM: number) => reel({ lengthM, resistance: { by: "conductor", gauge } });

  test.each<[string, Partial<ChargingPath>, string, string, string]>([
    [
      "lead-does-not-fit",
      { lead: reel({ plug: "blue-16" }) },
      "lead",
      "The lead's plug, IEC 60309 blue 16 A, does not go into socket.",
      "Leave the lead out, or take one with the plug of this outlet.",
    ],
    [
      "lead-does-not-fit",
      { outlet: bay("230/400", "single"), lead: reel() },
      "lead",
      "The lead's plug, CEE 7/4 or 7/5 (16 A), does not go into bay.",
      "Leave the lead out, or take one with the plug of this outlet.",
    ],
    [
      "lead-does-not-fit",
      { lead: reel({ socket: "bs1363" }) },
      "lead",
      "box has no plug for the lead's BS 1363 (13 A three-pin) socket.",
      "Leave the lead out, or take one with a socket the unit fits.",
    ],
    [
      "lead-does-not-fit",
      { lead: reel(), evse: post(1, 16) },
      "lead",
      "post has no plug for the lead's CEE 7/4 or 7/5 (16 A) socket.",
      "Leave the lead out, or take one with a socket the unit fits.",
    ],
    [
      "lead-cannot-feed",
      { lead: reel({ socket: "red-16" }), evse: box(16, { type: "red-16", amps: 16 }) },
      "lead",
      "The lead ends in a socket of type IEC 60309 red 16 A, and socket cannot give it the volts or phases that type is for.",
      "Leave the lead out, or take one that ends in CEE 7/4 or 7/5 (16 A).",
    ],
    [
      "evse-does-not-fit-outlet",
      { evse: box(16, { type: "blue-16", amps: 16 }) },
      "evse",
      "box has plugs for IEC 60309 blue 16 A, so it cannot be fed from socket.",
      "Take a portable unit with a CEE 7/4 or 7/5 (16 A) plug.",
    ],
    [
      "evse-does-not-fit-outlet",
      { evse: post(1, 16) },
      "evse",
      "post is wired in where it hangs, so it cannot be fed from socket.",
      "Take a portable unit with a CEE 7/4 or 7/5 (16 A) plug.",
    ],
    [
      "evse-does-not-fit-outlet",
      { outlet: bay("230/400", "single") },
      "evse",
      "box has plugs for CEE 7/4 or 7/5 (16 A), so it cannot be fed from bay.",
      "bay is wired to its own unit: use that one.",
    ],
    [
      "cable-not-wanted",
      { cable: type2Cable(1, 32) },
      "cable",
      "box has its own cable; 1 × 32 A cable cannot be put in between.",
      "Choose “its own cable”.",
    ],
    [
      "cable-needed",
      hall,
      "cable",
      "post has a Type 2 socket and no cable of its own.",
      "Bring a cable with a Type 2 station end.",
    ],
    [
      "cable-does-not-fit-evse",
      { ...hall, cable: { ...type2Cable(1, 32), stationEnd: "type1" } },
      "cable",
      "1 × 32 A cable has a Type 1 station end; post has a Type 2 socket.",
      "Take a cable with a Type 2 station end.",
    ],
    [
      "adapter-does-not-fit",
      { adapter: { ...piece, from: "type1", to: "type2" } },
      "adapter",
      "piece takes a Type 1 plug; the one that comes is Type 2.",
      "Leave the adapter out: ideal car takes Type 2.",
    ],
    [
      "adapter-does-not-fit",
      { adapter: { ...piece, from: "gbt-ac", to: "type1" }, ...only("type1") },
      "adapter",
      "piece takes a GB/T AC plug; the one that comes is Type 2.",
      "Take an adapter from Type 2 to Type 1.",
    ],
    [
      "adapter-changes-current",
      { adapter: { ...piece, to: "ccs2" } },
      "adapter",
      "piece would lead AC into an inlet for DC: no adapter turns one into the other.",
      "Leave the adapter out; take a way in that gives what the inlet is for.",
    ],
    [
      "plug-does-not-fit-inlet",
      only("type1"),
      "evse",
      "box ends in a Type 2 plug; ideal car takes Type 1.",
      "Take a unit that ends in Type 1, or an adapter from Type 2 to Type 1.",
    ],
    [
      "plug-does-not-fit-inlet",
      only("ccs1", "j3400"),
      "evse",
      "box ends in a Type 2 plug; ideal car takes Type 1 or J3400 (AC).",
      "Take a unit that ends in Type 1 or J3400 (AC), or an adapter from Type 2 to Type 1 or J3400 (AC).",
    ],
    [
      "plug-does-not-fit-inlet",
      { ...hall, cable: type2Cable(1, 32), ...only("type1") },
      "cable",
      "1 × 32 A cable ends in a Type 2 plug; ideal car takes Type 1.",
      "Take a cable with a Type 1 vehicle end.",
    ],
    [
      "plug-does-not-fit-inlet",
      { adapter: piece, ...only("j3400") },
      "adapter",
      "piece ends in a Type 1 plug; ideal car takes J3400 (AC).",
      "Take a unit that ends in J3400 (AC), or an adapter from Type 2 to J3400 (AC).",
    ],
    [
      "plug-does-not-fit-inlet",
      { ...station, ...only("type2") },
      "evse",
      "station ends in a CCS2 plug; ideal car takes no direct current.",
      "Take a way in that gives alternating current.",
    ],
    [
      "plug-does-not-fit-inlet",
      only("chademo"),
      "evse",
      "box ends in a Type 2 plug; ideal car takes no alternating current.",
      "Take a way in that gives direct current.",
    ],
    [
      "station-volts-too-low",
      { ...station, evse: { ...station.evse, maxVolts: 400 } },
      "evse",
      "station gives 400 V at most; the pack of ideal car reaches 433 V.",
      "Take a station made for the pack’s voltage.",
    ],
    [
      "station-volts-too-high",
      { ...station, evse: { ...station.evse, minVolts: 380 } },
      "evse",
      "station gives 380 V at least; the pack of ideal car falls to 367 V.",
      "Take a station made for the pack’s voltage.",
    ],
    [
      "below-six-amps",
      { evse: box(5.999, { type: "cee-7", amps: 16 }) },
      "evse",
      "The charging unit leaves 5.99 A, and a car needs at least 6 A: it does not charge.",
      "Raise it to 6 A or more, or take another way in.",
    ],
    [
      "below-six-amps",
      { settings: { carAmps: 5.5 } },
      "car",
      "The onboard charger leaves 5.5 A, and a car needs at least 6 A: it does not charge.",
      "Raise it to 6 A or more, or take another way in.",
    ],
    [
      "below-six-amps",
      { car: { ...car, charger: { ...car.charger, capW: 1_200 } } },
      "car",
      "The onboard charger leaves 5.22 A by its cap of 1.2 kW, and a car needs at least 6 A: it does not charge.",
      "Raise it to 6 A or more, or take another way in.",
    ],
    [
      "below-six-amps",
      { outlet: over(wallSocket, "1.5 mm2", 500), lead: cord("1 mm2", 200) },
      "outlet",
      "The circuit leaves 2.21 A before the voltage sags too far, and a car needs at least 6 A: it does not charge.",
      "Raise it to 6 A or more, or take another way in.",
    ],
    [
      "below-six-amps",
      { settings: { evseAmps: 0 } },
      "evse",
      "The charging unit leaves 0 A, and a car needs at least 6 A: it does not charge.",
      "Raise it to 6 A or more, or take another way in.",
    ],
    [
      "no-common-phases",
      { car: { ...car, charger: three } },
      "car",
      "The onboard charger of ideal car works on three phases only; this path brings one phase.",
      "Take an outlet, a unit and a cable with as many phases as the charger needs.",
    ],
    [
      "no-common-phases",
      { car: { ...car, charger: { ...three, limits: [...three.limits, { phases: 2, amps: 16 }] } } },
      "car",
      "The onboard charger of ideal car works on two phases or three phases only; this path brings one phase.",
      "Take an outlet, a unit and a cable with as many phases as the charger needs.",
    ],
    [
      "no-common-phases",
      { outlet: american, evse: american32, car: { ...car, charger: three } },
      "car",
      "The onboard charger of ideal car works on three phases only; this path brings one phase.",
      "This supply has no more phases to give: take another way in.",
    ],
    [
      "no-common-phases",
      { outlet: bay("it-230", "three"), evse: post(3, 32), car: { ...car, charger: three } },
      "car",
      "The onboard charger of ideal car cannot use 230 V IT: it needs a neutral.",
      "Take a way in with a neutral; the phases are not what is missing.",
    ],
  ])("%s, %#: named by its field, with what to do", (code, change, field, message, remedy) => {
    const refusal = compile(path(change));
    expect(isRefusal(refusal) && refusal).toEqual({ field, code, message, remedy });
  });

  test("a pack that just reaches the station's volts is not refused", () => {
    expect(
      isRefusal(compile(path({ ...station, evse: { ...station.evse, maxVolts: 434, minVolts: 366 } }))),
    ).toBe(false);
  });
});

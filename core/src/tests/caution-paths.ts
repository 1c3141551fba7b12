import {
  bay,
  box as knowing,
  idealCar,
  pathOf,
  post,
  rapid,
  reel,
  socket,
  socketedPost,
  type2Cable,
} from "./parts";
import type { Outlet, Evse } from "../things/parts";
import type { ChargingPath } from "../engine/path";
import type { CautionCode } from "../answers/cautions";

const car = idealCar([{ phases: 1, amps: 32 }]);
type Portable = Extract<Evse, { kind: "portable" }>;
/** A portable that does not know its plug, with a cord for whatever it offers. */
const box = (
  maxAmps: number,
  type: Portable["plugs"][number]["type"],
  change: Partial<Portable> = {},
): Portable =>
  knowing(
    maxAmps,
    { type, amps: maxAmps },
    {
      knowsPlugs: false,
      output: { kind: "tethered", connector: "type2", lengthM: 5, gauge: "6 mm2" },
      ...change,
    },
  );
const wall = socket("230/400", "cee-7", 16);
const circuit = (outlet: Outlet, change: Partial<Outlet["circuit"]>): Outlet => ({
  ...outlet,
  circuit: { ...outlet.circuit, ...change },
});
const run = (gauge: "1.5 mm2" | "2.5 mm2" | "14 AWG" | "10 AWG" | "6 AWG", lengthM: number) => ({
  gauge,
  lengthM,
  temperatureC: 30,
});
const path = (
  change: Partial<Omit<ChargingPath, "houseRule">> = {},
  houseRule: ChargingPath["houseRule"] = "usual",
): ChargingPath => ({
  ...pathOf({ car, outlet: wall, evse: box(10, "cee-7"), ...change }),
  houseRule,
});
const american = socket("split-phase", "nema-14-50", 50);

/** Paths that between them raise every caution, each near the edge at which it begins. */
export const CAUTION_PATHS: Readonly<Record<string, ChargingPath>> = {
  "a sound portable on a wall socket": path(),
  "a lead with a taped joint": path({
    evse: box(8, "cee-7"),
    lead: { ...reel(), coiled: false, state: { wear: ["taped"] } },
  }),
  "a unit that was found faulty": path({
    evse: box(10, "cee-7", { state: { tested: { on: "2026-03-02", by: "R. Moss", result: "faulty" } } }),
  }),
  "16 A in a 16 A socket for hours": path({ evse: box(16, "cee-7") }),
  "20 A in a 16 A socket": path({ evse: box(20, "cee-7") }),
  "16 A by the rated rule": path({ evse: box(16, "cee-7") }, "rated"),
  "a setting the unit can make, below what is moulded": path({
    evse: box(16, "cee-7", { steps: [6, 10, 16] }),
  }),
  "a setting the unit can make, above what is moulded": path({
    evse: box(20, "cee-7", { steps: [6, 10, 20] }),
  }),
  "a setting made in the car": path({
    car: { ...car, charger: { ...car.charger, settable: true } },
    evse: box(20, "cee-7"),
  }),
  "a circuit with other loads over its breaker": path({ outlet: circuit(wall, { otherLoadAmps: 8 }) }),
  "a breaker's continuous share, with other loads": path({
    outlet: circuit(american, { otherLoadAmps: 5 }),
    evse: box(38, "nema-14-50"),
    car: idealCar([{ phases: 1, amps: 48 }]),
  }),
  "a breaker's continuous share, exactly": path({
    outlet: american,
    evse: box(40, "nema-14-50"),
    car: idealCar([{ phases: 1, amps: 48 }]),
  }),
  "a thin run behind a large breaker": path({
    outlet: circuit(socket("230/400", "blue-32", 32), { run: run("1.5 mm2", 10), otherLoadAmps: 2 }),
    evse: box(32, "blue-32"),
  }),
  "a plug that holds less than the unit offers": path({
    outlet: socket("230/400", "blue-16", 16),
    evse: { ...box(16, "blue-16"), plugs: [{ type: "blue-16", amps: 10 }] },
  }),
  "a thin lead": path({ lead: reel({ resistance: { by: "conductor", gauge: "0.75 mm2" } }) }),
  "a lead whose socket should hold less": path({
    outlet: socket("230/400", "blue-16", 16),
    lead: reel({ plug: "blue-16" }),
    evse: box(13, "cee-7"),
  }),
  "a lead above what is moulded": path({
    outlet: socket("230/400", "blue-32", 32),
    lead: reel({
      plug: "blue-32",
      socket: "blue-32",
      amps: 16,
      resistance: { by: "conductor", gauge: "6 mm2" },
    }),
    evse: box(20, "blue-32"),
  }),
  "a lead coiled, chained and over a block": path({
    lead: reel({ coiled: true, chained: true, overBlock: true }),
  }),
  "a short industrial lead": path({
    outlet: socket("230/400", "blue-16", 16),
    lead: reel({ plug: "blue-16", socket: "blue-16" }),
    evse: box(16, "blue-16"),
  }),
  "a lead so long that a breaker no longer trips": path({
    lead: reel({ lengthM: 68, amps: 16, resistance: { by: "loop", loopOhms: 3 } }),
    evse: box(6, "cee-7"),
  }),
  "a long lead that a breaker still protects": path({
    lead: reel({ lengthM: 60, amps: 16, resistance: { by: "loop", loopOhms: 2.8 } }),
    evse: box(6, "cee-7"),
  }),
  "a lead at 8 A": path({ lead: reel(), evse: box(8, "cee-7") }),
  "a lead that loses the earth": path({
    outlet: socket("split-phase", "nema-10-30", 30),
    lead: reel({
      plug: "nema-10-30",
      socket: "nema-14-30",
      amps: 30,
      resistance: { by: "conductor", gauge: "10 AWG" },
    }),
    evse: box(24, "nema-14-30"),
  }),
  "an outlet without earth": path({
    outlet: socket("split-phase", "nema-10-30", 30),
    evse: box(24, "nema-10-30"),
  }),
  "unknown wiring": path({ outlet: { ...wall, condition: "unknown" } }),
  "a worn outlet outdoors": path({ outlet: { ...wall, condition: "worn", exposed: true } }),
  "a breaker too large for its outlet": path({ outlet: circuit(wall, { breakerAmps: 32 }) }),
  "an outlet on an odd supply": path({
    outlet: socket("split-phase", "blue-32", 40),
    evse: box(32, "blue-32"),
  }),
  "a low voltage": path({ outlet: { ...wall, supply: { system: "230/400", measuredVolts: 206 } } }),
  "a high voltage": path({ outlet: { ...wall, supply: { system: "230/400", measuredVolts: 254 } } }),
  "a voltage at the lower edge": path({
    outlet: { ...wall, supply: { system: "230/400", measuredVolts: 207 } },
  }),
  "a voltage at the upper edge": path({
    outlet: { ...wall, supply: { system: "230/400", measuredVolts: 253 } },
  }),
  "a long run that drops the voltage": path({ outlet: circuit(wall, { run: run("1.5 mm2", 90) }) }),
  "a wallbox on a breaker that is too small": path({
    outlet: bay("split-phase", "high", 40),
    evse: { ...post(1, 40, "type1"), kind: "wallbox" },
    car: idealCar([{ phases: 1, amps: 48 }]),
  }),
  "a wallbox on an IEC breaker that is too small": path({
    outlet: bay("230/400", "single", 25),
    evse: { ...post(1, 32), kind: "wallbox" },
  }),
  "a sound wallbox": path({
    outlet: bay("230/400", "single", 32),
    evse: { ...post(1, 32), kind: "wallbox" },
  }),
  "a post on a breaker that is too small": path({
    outlet: bay("208Y", "high", 32),
    evse: post(1, 32, "type1"),
  }),
  "a cable of 12 m": path({
    outlet: bay("230/400", "single", 40),
    evse: socketedPost(1, 32),
    cable: { ...type2Cable(1, 32), lengthM: 12 },
  }),
  "a cable of 10 m": path({
    outlet: bay("230/400", "single", 40),
    evse: socketedPost(1, 32),
    cable: { ...type2Cable(1, 32), lengthM: 10 },
  }),
  "a tether of 11 m": path({
    outlet: bay("230/400", "single", 40),
    evse: { ...post(1, 16), output: { kind: "tethered", connector: "type2", lengthM: 11, gauge: "6 mm2" } },
  }),
  "a cable too thin for its current": path({
    outlet: bay("230/400", "single", 40),
    evse: socketedPost(1, 32),
    cable: { ...type2Cable(1, 32), gauge: "2.5 mm2" },
  }),
  "a tether far too thin": path({
    outlet: bay("230/400", "single", 40),
    evse: { ...post(1, 32), output: { kind: "tethered", connector: "type2", lengthM: 5, gauge: "1.5 mm2" } },
  }),
  "an adapter below the path": path({
    car: { ...car, inlets: ["j3400"] },
    outlet: bay("split-phase", "high", 60),
    evse: post(1, 32, "type1"),
    adapter: { name: "piece", from: "type1", to: "j3400-ac", amps: 24 },
  }),
  "an adapter below a rapid station": path({
    car: { ...car, inlets: ["j3400"] },
    outlet: bay("split-phase", "high", 200),
    evse: {
      ...rapid(150_000, 375),
      output: { kind: "tethered", connector: "ccs1", lengthM: 4, gauge: "35 mm2" },
    },
    adapter: { name: "piece", from: "ccs1", to: "j3400-dc", amps: 200 },
  }),
  "an adapter wide enough for a rapid station": path({
    car: { ...car, inlets: ["j3400"] },
    outlet: bay("split-phase", "high", 200),
    evse: {
      ...rapid(50_000, 125),
      output: { kind: "tethered", connector: "ccs1", lengthM: 4, gauge: "35 mm2" },
    },
    adapter: { name: "piece", from: "ccs1", to: "j3400-dc", amps: 200 },
  }),
  "a rapid station": path({ outlet: bay("230/400", "three"), evse: rapid(50_000, 125) }),
  "a wallbox of 32 A behind 60 A on a thin run": path({
    outlet: circuit(bay("split-phase", "high", 60), { run: run("10 AWG", 5) }),
    evse: { ...post(1, 32, "type1"), kind: "wallbox" },
  }),
  "three pins behind 32 A on 2.5 mm²": path({
    outlet: circuit(socket("230/400", "bs1363", 32), { run: run("2.5 mm2", 5) }),
    evse: box(10, "bs1363"),
  }),
  "a household lead of 10 A behind 20 A": path({
    outlet: socket("230/400", "as3112-10", 20),
    lead: reel({
      plug: "as3112-10",
      socket: "as3112-10",
      amps: 10,
      resistance: { by: "conductor", gauge: "1 mm2" },
    }),
    evse: box(8, "as3112-10"),
  }),
  "a cord that another car would overload": path({
    outlet: bay("230/400", "single", 40),
    evse: socketedPost(1, 32),
    cable: { ...type2Cable(1, 32), gauge: "2.5 mm2" },
    car: idealCar([{ phases: 1, amps: 16 }]),
  }),
  "a unit held down by a setting nobody has spoken of": path({
    outlet: bay("split-phase", "high", 20),
    evse: { ...post(1, 48, "type1"), kind: "wallbox", setAmps: 16 },
  }),
  "a range outlet behind a dryer's breaker": path({
    outlet: socket("split-phase", "nema-14-50", 30),
    evse: box(24, "nema-14-50", {
      output: { kind: "tethered", connector: "type1", lengthM: 5, gauge: "6 mm2" },
    }),
  }),
  "a wallbox in the rain": path({
    outlet: { ...bay("230/400", "single", 32), exposed: true },
    evse: { ...post(1, 32), kind: "wallbox" },
  }),
  "a 10 A plug in a 15 A outlet": path({
    outlet: socket("230/400", "as3112-15", 20),
    evse: box(15, "as3112-10"),
  }),
};

/** A path that raises a caution, with what is asked of the session where it depends on that. */
export interface Example {
  readonly path: ChargingPath;
  readonly toSoc?: number;
  readonly batteryC?: number;
}

const on = (name: string): Example => ({ path: CAUTION_PATHS[name]! });
const station = on("a rapid station").path;
const taking: ChargingPath = {
  ...station,
  evse: rapid(150_000, 500),
  car: {
    ...car,
    battery: {
      ...car.battery,
      packOhms: 0.05,
      acceptance: [
        { soc: 0, watts: 150_000 },
        { soc: 1, watts: 20_000 },
      ],
    },
  },
};

/** An example of every caution there is: a new one without is refused by the compiler. */
export const EXAMPLES: Readonly<Record<CautionCode, Example>> = {
  "outlet-over-rating": on("20 A in a 16 A socket"),
  "outlet-over-sustained": on("16 A in a 16 A socket for hours"),
  "breaker-over-rating": on("20 A in a 16 A socket"),
  "breaker-over-continuous": on("a breaker's continuous share, with other loads"),
  "conductor-over": on("a thin run behind a large breaker"),
  "conductor-over-continuous": on("a wallbox of 32 A behind 60 A on a thin run"),
  "plug-over-rating": on("a plug that holds less than the unit offers"),
  "lead-over-rating": on("a thin lead"),
  "lead-over-sustained": on("a lead whose socket should hold less"),
  "adapter-below-path": on("an adapter below a rapid station"),
  "set-lower": on("a setting the unit can make, above what is moulded"),
  "breaker-over-conductor": on("a wallbox of 32 A behind 60 A on a thin run"),
  "breaker-over-lead": on("a household lead of 10 A behind 20 A"),
  "cable-conductor-thin": on("a cable too thin for its current"),
  "shared-circuit": on("a circuit with other loads over its breaker"),
  "outlet-worn": on("a worn outlet outdoors"),
  "wiring-unknown": on("unknown wiring"),
  "no-earth": on("an outlet without earth"),
  "exposed-outlet": on("a wallbox in the rain"),
  "voltage-out-of-range": on("a low voltage"),
  "outlet-odd-supply": on("an outlet on an odd supply"),
  "breaker-below-outlet": on("a range outlet behind a dryer's breaker"),
  "breaker-over-outlet": on("a breaker too large for its outlet"),
  "voltage-drop": on("a long run that drops the voltage"),
  "socket-as-arrangement": on("a sound portable on a wall socket"),
  "lead-coiled": on("a lead coiled, chained and over a block"),
  "lead-chained": on("a lead coiled, chained and over a block"),
  "lead-over-block": on("a lead coiled, chained and over a block"),
  "lead-over-eight": on("a thin lead"),
  "lead-used": on("a lead at 8 A"),
  "fault-too-weak": on("a lead so long that a breaker no longer trips"),
  "lead-changes-type": on("a lead that loses the earth"),
  "piece-worn": on("a lead with a taped joint"),
  "piece-failed": on("a unit that was found faulty"),
  "cable-long": on("a cable of 12 m"),
  "setting-open": on("a unit held down by a setting nobody has spoken of"),
  "breaker-below-125": on("a wallbox on a breaker that is too small"),
  "breaker-below-evse": on("a wallbox on an IEC breaker that is too small"),
  "fixed-evse": on("a sound wallbox"),
  "residual-current": on("a sound portable on a wall socket"),
  "rapid-minority": on("a rapid station"),
  "rapid-watch": on("a rapid station"),
  "rapid-past-80": { ...on("a rapid station"), toSoc: 0.95 },
  "pack-cold": { path: taking, batteryC: -15 },
  "plugged-in-cold": {
    path: { ...path(), free: true, schools: { cold: "always" } },
    batteryC: -2,
  },
  "ends-itself": { path: { ...taking, car: { ...taking.car, endsAt: { rapid: 0.6 } } }, toSoc: 0.8 },
};

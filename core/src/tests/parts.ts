import type { OutletTypeId } from "../trade/outlets";
import type { Cable, Car, Lead, Outlet, RapidStation, Evse } from "../things/parts";
import type { ChargingPath } from "../engine/path";
import type { SupplyId } from "../trade/supply";

/** A car with no losses and no limits of its own but the charger's: what the published ratings are stated for. */
export const idealCar = (limits: Car["charger"]["limits"], usableWh = 60_000): Car => ({
  name: "ideal car",
  battery: { usableWh, packVolts: 400, packOhms: 0, neverLimits: true },
  charger: { limits, efficiency: 0.99 },
  inlets: ["ccs2", "ccs1"],
  whPerKm: 160,
  ownDrawW: 0,
});

/** A wired-in point with a breaker that never binds. */
export const bay = (system: SupplyId, tap: "single" | "high" | "three", breakerAmps = 200): Outlet => ({
  kind: "hardwired",
  name: "bay",
  condition: "sound",
  exposed: false,
  tap,
  supply: { system },
  circuit: { breakerAmps, otherLoadAmps: 0 },
});

/** A wired-in unit with its own short, thick cable. */
export const post = (
  phases: 1 | 3,
  maxAmps: number,
  connector: "type1" | "type2" = "type2",
): Extract<Evse, { kind: "post" }> => ({
  kind: "post",
  name: "post",
  phases,
  maxAmps,
  steps: [],
  standingW: 0,
  output: { kind: "tethered", connector, lengthM: 0.5, gauge: "35 mm2" },
});

/** A wired-in unit with a Type 2 socket. */
export const socketedPost = (phases: 1 | 3, maxAmps: number): Evse => ({
  ...post(phases, maxAmps),
  output: { kind: "socket", connector: "type2" },
});

export const type2Cable = (phases: 1 | 3, amps: number): Cable => ({
  name: `${phases} × ${amps} A cable`,
  stationEnd: "type2",
  vehicleEnd: "type2",
  phases,
  amps,
  lengthM: 5,
  gauge: amps > 20 ? "6 mm2" : "2.5 mm2",
});

/** A path of these parts under the usual house rule. */
export const pathOf = (parts: Omit<ChargingPath, "houseRule">): ChargingPath => ({
  houseRule: "usual",
  ...parts,
});

/** A sound socket of a type behind a breaker. */
export const socket = (system: SupplyId, type: OutletTypeId, breakerAmps: number): Outlet => ({
  kind: "socket",
  name: "socket",
  condition: "sound",
  exposed: false,
  type,
  supply: { system },
  circuit: { breakerAmps, otherLoadAmps: 0 },
});

/** A rapid station with a CCS2 cable of its own. */
export const rapid = (maxW: number, maxAmps: number): RapidStation => ({
  kind: "rapid",
  name: "station",
  phases: 1,
  maxW,
  maxAmps,
  maxVolts: 920,
  shared: true,
  rectifierEfficiency: 0.95,
  steps: [],
  standingW: 40,
  output: { kind: "tethered", connector: "ccs2", lengthM: 4, gauge: "35 mm2" },
});

type Portable = Extract<Evse, { kind: "portable" }>;

/** A portable unit with one plug, which it knows. */
export const box = (
  maxAmps: number,
  plug: Portable["plugs"][number],
  change: Partial<Portable> = {},
): Portable => ({
  kind: "portable",
  name: "box",
  phases: 1,
  maxAmps,
  steps: [],
  standingW: 0,
  plugs: [plug],
  knowsPlugs: true,
  output: { kind: "tethered", connector: "type2", lengthM: 5, gauge: "2.5 mm2" },
  ...change,
});

/** A lead of 25 m, fully unwound. */
export const reel = (change: Partial<Lead> = {}): Lead => ({
  name: "reel",
  plug: "cee-7",
  socket: "cee-7",
  amps: 16,
  lengthM: 25,
  coiled: false,
  chained: false,
  overBlock: false,
  resistance: { by: "conductor", gauge: "2.5 mm2" },
  ...change,
});

/** A lossless path that stores very nearly a given power, in one phase at 230 V. */
export const storing = (watts: number, car: Partial<Car["battery"]> = {}): ChargingPath => {
  const ideal = idealCar([{ phases: 1, amps: 80 }]);
  return pathOf({
    car: {
      ...ideal,
      battery: { ...ideal.battery, ...car },
      charger: { limits: [{ phases: 1, amps: 80 }], capW: 18_000, efficiency: 0.99 },
    },
    outlet: bay("230/400", "single"),
    evse: post(1, watts / 230, "type1"),
  });
};

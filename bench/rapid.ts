import {
  acceptanceFactor,
  acceptedAt,
  packTemperature,
  packVoltsAt,
  type ChargingPath,
  type RapidStation,
  type SessionRequest,
} from "@kettleback/core";

export interface RapidCase {
  readonly path: ChargingPath & { readonly unit: RapidStation };
  readonly request: SessionRequest & { readonly batteryC: number };
}

const KW = [70, 120, 150, 146, 130, 112, 95, 78, 60, 38, 14, 4];
const PERCENT = [0, 8, 15, 25, 35, 45, 55, 65, 75, 85, 95, 100];

/** A 150 kW station, a cold pack, a curve of twelve points, from 10 to 90 %. */
export const rapidCase = (): RapidCase => ({
  path: {
    car: {
      name: "car",
      battery: {
        usableWh: 71_000,
        packVolts: 396,
        packOhms: 0.07,
        acceptance: PERCENT.map((percent, i) => ({ soc: percent / 100, watts: KW[i]! * 1000 })),
      },
      charger: { limits: [{ lanes: 1, amps: 32 }], efficiency: 0.93 },
      inlets: ["ccs2"],
      whPerKm: 180,
      ownDrawW: 300,
    },
    outlet: {
      kind: "hardwired",
      name: "bay",
      condition: "sound",
      exposed: false,
      tap: "three",
      supply: { system: "230/400" },
      circuit: { breakerAmps: 250, otherLoadAmps: 0 },
    },
    unit: {
      kind: "rapid",
      name: "station",
      lanes: 1,
      maxW: 150_000,
      maxAmps: 375,
      maxVolts: 920,
      shared: false,
      rectifierEfficiency: 0.95,
      steps: [],
      standingW: 40,
      output: { kind: "tethered", connector: "ccs2", lengthM: 4, gauge: "35 mm2" },
    },
    houseRule: "usual",
  },
  request: { fromSoc: 0.1, toSoc: 0.9, batteryC: -8 },
});

/** Seconds to target by marching in equal steps of time, power held over each step. */
export function bruteRapid({ path: { car, unit }, request }: RapidCase, dt: number): number {
  const { battery } = car;
  let [soc, t] = [request.fromSoc, 0];
  for (;;) {
    const volts = packVoltsAt(battery, soc);
    const net = Math.min(unit.maxW, unit.maxAmps * volts) - car.ownDrawW;
    const k = battery.packOhms / (volts * volts);
    const path = (2 * net) / (1 + Math.sqrt(1 + 4 * k * net));
    const factor = acceptanceFactor(packTemperature(request.batteryC, t + dt / 2));
    const gain =
      (Math.min(path, acceptedAt(battery.acceptance, soc) * factor) * dt) / 3600 / battery.usableWh;
    if (soc + gain >= request.toSoc) return t + (dt * (request.toSoc - soc)) / gain;
    [soc, t] = [soc + gain, t + dt];
  }
}

/** The longest step (halving from ten seconds) within a relative error of the exact time. */
export function stepForRapid(rapid: RapidCase, exact: number, error: number): number {
  for (let dt = 10; dt > 1e-4; dt /= 2) if (Math.abs(bruteRapid(rapid, dt) / exact - 1) <= error) return dt;
  throw new Error("the brute force does not converge");
}

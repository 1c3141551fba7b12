import type { Car, DistanceUnit, Garage, Plan, SavedPath, Tariff, Way } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { answerOf, type Answered, type Charging } from "../jobs/answer";
import { draftOf } from "../stores/draft";

/**
 * A car of which every figure is known by hand: 100 kWh, no resistance, nothing of its own, 100 Wh a km. Its charger
 * takes 32 A of 230 V, 7,360 W, and loses 92 + 0.0325·x + x²/294,400 W of what comes (the fitted curve at 93 %).
 */
export const plain: Car = {
  name: "Plain",
  battery: { usableWh: 100_000, packVolts: 400, packOhms: 0, neverLimits: true },
  charger: { limits: [{ phases: 1, amps: 32 }], efficiency: 0.93 },
  inlets: ["ccs2"],
  whPerKm: 100,
  ownDrawW: 0,
};
const THICK = "35 mm2";
/** A tariff of one price a kWh. */
export const flat = (price: number) => ({
  name: "flat",
  elements: [{ price_components: [{ type: "ENERGY" as const, price, step_size: 1 }] }],
});
/** A wired-in point on one phase of 230 V, its breaker alone. */
export const bay = (breakerAmps: number): Way["outlet"] => ({
  kind: "hardwired",
  name: "bay",
  condition: "sound",
  exposed: false,
  tap: "single",
  supply: { system: "230/400" },
  circuit: { breakerAmps, otherLoadAmps: 0 },
});
/** A wired-in unit with a short, thick cable of its own. */
export const post = (maxAmps: number): Way["evse"] => ({
  kind: "post",
  name: "box",
  phases: 1,
  maxAmps,
  steps: [],
  standingW: 0,
  output: { kind: "tethered", connector: "type2", lengthM: 0.5, gauge: THICK },
});

/** A station of 50 kW at its own output, which loses a twentieth before it. */
export const rapid: Way["evse"] = {
  kind: "rapid",
  name: "station",
  phases: 1,
  maxW: 50_000,
  maxAmps: 200,
  maxVolts: 500,
  shared: false,
  rectifierEfficiency: 0.95,
  steps: [],
  standingW: 0,
  output: { kind: "tethered", connector: "ccs2", lengthM: 0.5, gauge: THICK },
};

const kept = <T>(id: string, spec: T, parentId: string | null = null) => ({ id, version: 1, parentId, spec });

/** What is asked of the plain household's one path; the rest is as it comes. */
export interface PlainAsked {
  readonly car?: Car;
  readonly evse?: Way["evse"];
  readonly outlet?: Way["outlet"];
  readonly tariff?: Tariff;
  readonly session?: Partial<Plan["session"]>;
  readonly settings?: Partial<Plan["settings"]>;
  readonly distance?: DistanceUnit;
  readonly limitMinutes?: number;
}

/** A household of the plain car, one bay with a post of 10 A, and one path: from 70 to 80 %, plugged in at 18:00. */
export function plainGarage(asked: PlainAsked = {}): Garage {
  const { household } = fallowQuay;
  const path: SavedPath = {
    name: "Plain at the bay",
    carId: "car",
    outletId: "bay",
    leadId: null,
    evseId: "box",
    cableId: null,
    adapterId: null,
    tariffId: "flat",
    session: {
      fromSoc: 0.7,
      toSoc: 0.8,
      pluggedInAt: "2026-11-23T18:00",
      neededBy: "07:00",
      batteryC: null,
      heatingW: 0,
      ...asked.session,
    },
    settings: { evseAmps: null, carAmps: null, otherBusy: false, ...asked.settings },
    acknowledged: [],
  };
  return {
    household: { ...household, spec: { ...household.spec, distanceUnit: asked.distance ?? "km" } },
    cars: [kept("car", asked.car ?? plain)],
    places: [
      kept(
        "place",
        { name: "Yard", ...(asked.limitMinutes === undefined ? {} : { limitMinutes: asked.limitMinutes }) },
        "flat",
      ),
    ],
    outlets: [kept("bay", asked.outlet ?? bay(16), "place")],
    evses: [kept("box", asked.evse ?? post(10), "bay")],
    cables: [],
    leads: [],
    adapters: [],
    posts: [],
    chargePoints: [],
    devices: [],
    fuelCars: [
      {
        id: "f",
        version: 1,
        parentId: null,
        spec: { name: "the old one", uses: 40, usesUnit: "mpg (imperial)" },
      },
    ],
    tariffs: [kept("flat", asked.tariff ?? flat(0.2))],
    paths: [kept("path", path)],
    lineups: [],
    installations: [],
  } as unknown as Garage;
}

/** The plain household's path, solved. */
export function plainAnswered(asked: PlainAsked = {}): Answered & Charging {
  const garage = plainGarage(asked);
  const found = answerOf(garage, draftOf(garage.paths[0]!.spec, "path"));
  if (found.kind !== "charging") throw new Error(`the plain path is ${found.kind}`);
  return found;
}

import {
  CAR_CLASSES,
  chargerOf,
  plugOf,
  supplySystem,
  REGIONS,
  usualInlets,
  wallPointOf,
  type ConnectorId,
  type FlexibleGauge,
  type HomePoint,
  type Market,
  type OutletTypeId,
  type Region,
  type SpecOf,
  type SupplyId,
} from "@kettleback/core";
import type { EditableKind } from "./Editor";

/** What one adds an outlet for, where it is not the wall socket every room has. */
const PUT_IN: Readonly<Partial<Record<SupplyId, HomePoint["id"]>>> = {
  "split-phase": "range",
  "208Y": "range",
  "100/200": "two-hundred",
};

/** Cords of a portable unit and of a lead, as they are sold. */
const CORDS: Readonly<Record<Market, { readonly unit: FlexibleGauge; readonly lead: FlexibleGauge }>> = {
  "north-america": { unit: "8 AWG", lead: "12 AWG" },
  europe: { unit: "2.5 mm2", lead: "1.5 mm2" },
  japan: { unit: "2.5 mm2", lead: "2.5 mm2" },
};
/** What an adapter from Type 1 usually goes to. */
const ADAPTED_TO: Readonly<Record<Market, ConnectorId>> = {
  "north-america": "j3400-ac",
  europe: "type2",
  japan: "j3400-ac",
};

/** The class of car that is taken where nobody has said. */
const USUAL_CAR = CAR_CLASSES[1]!;

/** The socket a new outlet or unit starts from, among those of the part of the world. */
function socketIn(region: Region, system: SupplyId): { type: OutletTypeId; amps: number; breaker: number } {
  const { points } =
    region.system === system ? region : (REGIONS.find((other) => other.system === system) ?? NORTH_AMERICA);
  const point = points.find(({ id }) => id === PUT_IN[system]) ?? points[0]!;
  return { type: point.outlet!, amps: point.amps, breaker: point.breakerAmps };
}
const NORTH_AMERICA = REGIONS.find(({ id }) => id === "us")!;

/** What a new thing starts from: the commonest figures of where the household lives, so few fields need typing. */
export function blankOf(
  kind: EditableKind,
  system: SupplyId,
  region: Region = REGIONS.find((other) => other.system === system) ?? NORTH_AMERICA,
): object {
  const { market } = supplySystem(system);
  const plug = plugOf("AC", system);
  const wall = wallPointOf(region, system).outlet!;
  const socket = socketIn(region, system);
  const blanks: { [K in EditableKind]: SpecOf<K> } = {
    cars: {
      name: "",
      battery: { usableWh: 60_000, packVolts: 360, packOhms: 0.08 },
      charger: {
        limits: [...chargerOf(USUAL_CAR, system).limits],
        efficiency: 0.93,
      },
      inlets: [...usualInlets(system)],
      whPerKm: 170,
      ownDrawW: 250,
      assumed: ["ownDraw", "efficiency", "economy", "capacity", "charger"],
    },
    places: { name: "" },
    outlets: {
      kind: "socket",
      name: "",
      condition: "sound",
      exposed: false,
      type: socket.type,
      supply: { system },
      circuit: { breakerAmps: socket.breaker, otherLoadAmps: 0 },
    },
    evses: {
      kind: "portable",
      name: "",
      phases: 1,
      maxAmps: socket.amps,
      steps: [],
      standingW: 5,
      plugs: [{ type: socket.type, amps: socket.amps }],
      knowsPlugs: true,
      output: {
        kind: "tethered",
        connector: plug,
        lengthM: 6,
        gauge: CORDS[market].unit,
      },
    },
    cables: {
      name: "",
      stationEnd: "type2",
      vehicleEnd: "type2",
      phases: 1,
      amps: 32,
      lengthM: 5,
      gauge: "6 mm2",
    },
    leads: {
      name: "",
      plug: wall,
      socket: wall,
      amps: 13,
      lengthM: 10,
      coiled: false,
      chained: false,
      overBlock: false,
      resistance: { by: "conductor", gauge: CORDS[market].lead },
    },
    adapters: { name: "", from: "type1", to: ADAPTED_TO[market], amps: 32 },
    fuelCars:
      market === "north-america"
        ? { name: "", uses: 30, usesUnit: "mpg (US)" }
        : { name: "", uses: 6.5, usesUnit: "l/100 km" },
  };
  return blanks[kind];
}

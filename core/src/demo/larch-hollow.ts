import type { Garage } from "../garage";
import { kept } from "./kept";

/** A hillside sugar-maple farm on 120/240 V split-phase, Canadian dollars. All of it invented. */
export const larchHollow: Garage = {
  household: kept("larch-hollow", {
    name: "Larch Hollow",
    currency: "CAD",
    distanceUnit: "km",
    economyUnit: "kWh/100 km",
    houseRule: "usual",
    timeZone: "America/Toronto",
  }),
  cars: [
    kept("lh-grosbeak", {
      name: "Grosbeak",
      battery: {
        usableWh: 131_000,
        packVolts: 400,
        packOhms: 0.05,
        acceptance: [
          { soc: 0, watts: 120_000 },
          { soc: 0.1, watts: 160_000 },
          { soc: 0.5, watts: 140_000 },
          { soc: 0.8, watts: 60_000 },
          { soc: 0.95, watts: 24_000 },
          { soc: 1, watts: 5_000 },
        ],
      },
      charger: { limits: [{ lanes: 1, amps: 48 }], efficiency: 0.93 },
      inlets: ["j3400"],
      whPerKm: 310,
      ownDrawW: 350,
    }),
    kept("lh-siskin", {
      name: "Siskin",
      battery: {
        usableWh: 54_000,
        packVolts: 350,
        packOhms: 0.09,
        acceptance: [
          { soc: 0, watts: 50_000 },
          { soc: 0.5, watts: 54_000 },
          { soc: 0.7, watts: 36_000 },
          { soc: 0.85, watts: 20_000 },
          { soc: 0.96, watts: 7_000 },
          { soc: 1, watts: 2_000 },
        ],
      },
      charger: { limits: [{ lanes: 1, amps: 32 }], efficiency: 0.92 },
      inlets: ["ccs1"],
      whPerKm: 158,
      ownDrawW: 250,
    }),
  ],
  tariffs: [
    kept("lh-farm-rate", { name: "Farm rate", perKWh: 0.118, perSession: 0 }),
    kept("lh-library-rate", { name: "Library rate", perKWh: 0.25, perSession: 0 }),
  ],
  places: [
    kept("lh-barn", { name: "Barn" }, "lh-farm-rate"),
    kept("lh-house", { name: "House" }, "lh-farm-rate"),
    kept("lh-shack", { name: "Sugar shack" }, "lh-farm-rate"),
    kept("lh-library", { name: "Library" }, "lh-library-rate"),
  ],
  outlets: [
    kept(
      "lh-barn-receptacle",
      {
        kind: "socket",
        name: "receptacle",
        type: "nema-5-15",
        supply: { system: "split-phase" },
        circuit: {
          breakerAmps: 15,
          otherLoadAmps: 2,
          run: { gauge: "14 AWG", lengthM: 24, temperatureC: 30 },
        },
      },
      "lh-barn",
    ),
    kept(
      "lh-dryer",
      {
        kind: "socket",
        name: "dryer outlet",
        type: "nema-14-30",
        supply: { system: "split-phase" },
        circuit: {
          breakerAmps: 30,
          otherLoadAmps: 0,
          run: { gauge: "10 AWG", lengthM: 12, temperatureC: 30 },
        },
      },
      "lh-house",
    ),
    kept(
      "lh-shack-outlet",
      {
        kind: "socket",
        name: "14-50 outlet",
        type: "nema-14-50",
        supply: { system: "split-phase", measuredVolts: 233 },
        circuit: {
          breakerAmps: 50,
          otherLoadAmps: 0,
          run: { gauge: "6 AWG", lengthM: 55, temperatureC: 30 },
        },
      },
      "lh-shack",
    ),
    kept(
      "lh-library-bay",
      {
        kind: "hardwired",
        name: "post bay",
        tap: "high",
        supply: { system: "208Y" },
        circuit: { breakerAmps: 40, otherLoadAmps: 0 },
      },
      "lh-library",
    ),
  ],
  units: [
    kept("lh-siskin-box", {
      kind: "portable",
      name: "Siskin’s box",
      lanes: 1,
      maxAmps: 32,
      steps: [6, 8, 10, 12, 16, 24, 32],
      standingW: 5,
      plugs: [
        { type: "nema-5-15", amps: 12 },
        { type: "nema-14-30", amps: 24 },
        { type: "nema-14-50", amps: 32 },
      ],
      output: { kind: "tethered", connector: "type1", lengthM: 6, gauge: "8 AWG" },
    }),
    kept("lh-farm-portable", {
      kind: "portable",
      name: "Farm portable",
      lanes: 1,
      maxAmps: 40,
      steps: [8, 12, 16, 24, 32, 40],
      standingW: 6,
      plugs: [
        { type: "nema-5-15", amps: 12 },
        { type: "nema-14-30", amps: 24 },
        { type: "nema-14-50", amps: 40 },
      ],
      output: { kind: "tethered", connector: "j3400-ac", lengthM: 7, gauge: "8 AWG" },
    }),
    kept(
      "lh-library-post",
      {
        kind: "post",
        name: "Library post",
        lanes: 1,
        maxAmps: 32,
        steps: [],
        standingW: 8,
        output: { kind: "tethered", connector: "type1", lengthM: 6, gauge: "8 AWG" },
      },
      "lh-library-bay",
    ),
  ],
  cables: [],
  leads: [
    kept("lh-barn-cord", {
      name: "orange barn cord",
      plug: "nema-5-15",
      socket: "nema-5-15",
      amps: 13,
      lengthM: 15,
      coiled: false,
      resistance: { by: "loop", loopOhms: 0.37 },
    }),
  ],
  adapters: [
    kept("lh-type1-j3400", { name: "Type 1 to J3400 adapter", from: "type1", to: "j3400-ac", amps: 80 }),
    kept("lh-j3400-type1", { name: "J3400 to Type 1 adapter", from: "j3400-ac", to: "type1", amps: 48 }),
  ],
  paths: [
    kept("lh-path-siskin-barn", {
      name: "Siskin in the barn",
      carId: "lh-siskin",
      outletId: "lh-barn-receptacle",
      leadId: null,
      unitId: "lh-siskin-box",
      cableId: null,
      adapterId: null,
      tariffId: "lh-farm-rate",
      session: { fromSoc: 0.4, toSoc: 0.7, pluggedInAt: "2026-11-23T18:10", neededBy: "07:30" },
      settings: { unitAmps: null, carAmps: null },
    }),
    kept("lh-path-grosbeak-shack", {
      name: "Grosbeak at the sugar shack",
      carId: "lh-grosbeak",
      outletId: "lh-shack-outlet",
      leadId: null,
      unitId: "lh-farm-portable",
      cableId: null,
      adapterId: null,
      tariffId: "lh-farm-rate",
      session: { fromSoc: 0.3, toSoc: 0.8, pluggedInAt: "2026-11-23T18:10", neededBy: "07:30" },
      settings: { unitAmps: null, carAmps: null },
    }),
  ],
};

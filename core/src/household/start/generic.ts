import { CONNECTORS, type ConnectorId, type InletId } from "../../trade/connectors";
import type { OutletTypeId } from "../../trade/outlets";
import type { Outlet, RapidStation, Evse } from "../../things/parts";
import { COMMON_STEPS } from "../../answers/steps";
import { TETHERS, tradeOf } from "../../trade/sizes";
import { supplySystem, type Market, type SupplyId, type Tap } from "../../trade/supply";
import type { Amps } from "../../trade/units";

/** Usual things, made up from what is sold: whatever a household lacks is stood in for by one of these. */

const AC_PLUG: Readonly<Record<Market, ConnectorId>> = {
  "north-america": "type1",
  europe: "type2",
  japan: "type1",
};
const DC_PLUG: Readonly<Record<Market, ConnectorId>> = {
  "north-america": "ccs1",
  europe: "ccs2",
  japan: "chademo",
};

/**
 * The plug that is usual in a region.
 * @example plugOf("AC", "230/400") // "type2"
 */
export const plugOf = (current: "AC" | "DC", system: SupplyId): ConnectorId =>
  (current === "AC" ? AC_PLUG : DC_PLUG)[supplySystem(system).market];

/** Inlets that are usual in a region: a combined one, which takes the AC plug of its type as well, or two (Japan). */
const INLETS_OF: Readonly<Record<Market, readonly InletId[]>> = {
  "north-america": ["ccs1"],
  europe: ["ccs2"],
  japan: ["type1", "chademo"],
};

/**
 * The inlets of a car nobody has described, in a region.
 * @example usualInlets("split-phase")[0] // "ccs1"
 */
export const usualInlets = (system: SupplyId): readonly InletId[] => INLETS_OF[supplySystem(system).market];

const WALL_SOCKETS: Readonly<Record<Market, OutletTypeId>> = {
  "north-america": "nema-5-15",
  europe: "cee-7",
  japan: "nema-5-15",
};

/**
 * The wall socket that is usual on a supply.
 * @example usualWallSocket("split-phase") // "nema-5-15"
 */
export const usualWallSocket = (system: SupplyId): OutletTypeId => WALL_SOCKETS[supplySystem(system).market];

const point = (name: string, system: SupplyId, breakerAmps: Amps) => ({
  name,
  condition: "sound" as const,
  exposed: false,
  supply: { system },
  circuit: { breakerAmps, otherLoadAmps: 0 },
});

/**
 * A usual socket of a type on a supply, behind a breaker (A).
 * @example socketOf("cee-7", "230/400", 16).circuit.breakerAmps // 16
 */
export const socketOf = (type: OutletTypeId, system: SupplyId, breakerAmps: Amps): Outlet => ({
  kind: "socket",
  type,
  ...point("outlet", system, breakerAmps),
});

/**
 * A usual wired-in point at a tap of a supply, behind a breaker (A).
 * @example bayOf("three", "230/400", 20).kind // "hardwired"
 */
export const bayOf = (tap: Tap, system: SupplyId, breakerAmps: Amps): Outlet => ({
  kind: "hardwired",
  tap,
  ...point("bay", system, breakerAmps),
});

const gaugeFor = (system: SupplyId, amps: Amps) =>
  TETHERS[tradeOf(system)].find(([most]) => most >= amps)?.[1] ?? TETHERS[tradeOf(system)].at(-1)![1];

const tether = (connector: ConnectorId, system: SupplyId, amps: Amps) => ({
  kind: "tethered" as const,
  connector,
  lengthM: 5,
  gauge: gaugeFor(system, amps),
});

/** Draw (W) of a unit that stands by (common practice). */
const STANDING_W = 5;

/**
 * A portable unit for one outlet, with the usual steps up to what its plug holds.
 * @example portableOf("cee-7", 1, 10, "type2", "230/400").maxAmps // 10
 */
export function portableOf(
  type: OutletTypeId,
  phases: 1 | 3,
  amps: Amps,
  connector: ConnectorId,
  system: SupplyId,
): Evse {
  return {
    kind: "portable",
    name: `portable unit, ${amps} A`,
    phases: phases === 3 && CONNECTORS[connector].phases === 3 ? 3 : 1,
    maxAmps: amps,
    steps: COMMON_STEPS.filter((step) => step <= amps),
    standingW: STANDING_W,
    plugs: [{ type, amps }],
    knowsPlugs: true,
    output: tether(connector, system, amps),
  };
}

/**
 * A wallbox or post: with a socket where cables are one's own, tethered elsewhere.
 * @example fixedOf("wallbox", 3, 16, "type2", "230/400").kind // "wallbox"
 */
export const fixedOf = (
  kind: "wallbox" | "post",
  phases: 1 | 3,
  amps: Amps,
  connector: ConnectorId,
  system: SupplyId,
): Evse => ({
  kind,
  name: kind === "post" ? "public post" : "wallbox",
  phases,
  maxAmps: amps,
  steps: [],
  standingW: STANDING_W,
  output:
    kind === "post" && supplySystem(system).socketedPosts
      ? { kind: "socket", connector: "type2" }
      : tether(connector, system, amps),
});

/**
 * A usual rapid station by the power on its sign (kW) and its most amps.
 * @example rapidOf(50, 125, "ccs2").maxW // 50000
 */
export const rapidOf = (kW: number, amps: Amps, connector: ConnectorId): RapidStation => ({
  kind: "rapid",
  name: "rapid station",
  phases: 1,
  maxW: kW * 1000,
  maxAmps: Math.min(amps, CONNECTORS[connector].amps),
  maxVolts: kW > 100 ? 920 : 500,
  shared: false,
  rectifierEfficiency: 0.95,
  steps: [],
  standingW: 40,
  output: { kind: "tethered", connector, lengthM: 4, gauge: "35 mm2" },
});

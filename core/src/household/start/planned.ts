import type { Garage } from "../garage";
import { conductorFor } from "../../answers/upgrades";
import { inletFor, plugsFor, type ConnectorId } from "../../trade/connectors";
import { evseTerminals, LAID, NEW_CIRCUITS, tradeOf } from "../../trade/sizes";
import { tapOf, type SupplyId, type Tap } from "../../trade/supply";
import { tapIdOf, type Evse, type Outlet } from "../../things/parts";
import type { Purchase } from "../../answers/lineup";
import type { Amps } from "../../trade/units";
import { fixedOf, plugOf } from "./generic";
import { priceOfSize, USUAL_PRICES, usualPrice } from "./prices";
import { worldOf } from "./world";

/** A wallbox as one would plan it: its phases and amps, the breaker before it, and what it takes from the supply (W). */
export interface WallboxSize {
  readonly phases: 1 | 3;
  readonly amps: Amps;
  readonly breakerAmps: Amps;
  readonly watts: number;
}

const tapFor = (system: SupplyId, phases: 1 | 3): Tap =>
  phases === 3 ? "three" : tapOf(system, "high") ? "high" : "single";

/** The supply at a place: that of its first outlet, else that of the household. */
function systemAt(garage: Garage, placeId: string): SupplyId {
  const outlet = garage.outlets.find(({ parentId }) => parentId === placeId);
  return outlet?.spec.supply.system ?? worldOf(garage);
}

/**
 * The wallboxes that are usually put in at a place, smallest first.
 * @example wallboxSizes(garage, garage.places[0].id).map(({ amps }) => amps).length // 4
 */
export function wallboxSizes(garage: Garage, placeId: string): readonly WallboxSize[] {
  const system = systemAt(garage, placeId);
  // Three phases without a neutral are for cars that are made for them.
  const delta = garage.cars.length === 0 || garage.cars.some(({ spec }) => spec.charger.delta);
  return NEW_CIRCUITS[system]
    .filter(({ outlet, phases }) => !outlet && (delta || !tapOf(system, tapFor(system, phases))!.delta))
    .map(({ phases, evseAmps: amps, breakerAmps }) => {
      const { volts } = tapOf(system, tapFor(system, phases))!;
      return { phases, amps, breakerAmps, watts: phases * amps * volts };
    });
}

/** A wallbox with the circuit laid for it, as two things of the household that are not there yet. */
export interface PlannedWallbox {
  readonly outlet: Outlet;
  readonly evse: Evse;
  readonly buy: readonly Purchase[];
}

/**
 * What such a wallbox and its circuit usually cost, in a currency.
 * @example wallboxPrices({ phases: 1, breakerAmps: 32 }, "EUR").map(({ price }) => price) // [550, 520]
 */
export const wallboxPrices = (
  { phases, breakerAmps }: Pick<WallboxSize, "phases" | "breakerAmps">,
  currency: string,
): Purchase[] => [
  { what: "wallbox", price: usualPrice(USUAL_PRICES.wallbox[phases], currency) },
  {
    what: `circuit of its own, ${breakerAmps} A`,
    price: usualPrice(priceOfSize(USUAL_PRICES.circuit[phases], breakerAmps), currency),
  },
];

const freshName = (name: string, taken: readonly { readonly spec: { readonly name: string } }[]): string => {
  const names = new Set(taken.map(({ spec }) => spec.name));
  for (let n = 1; ; n++) {
    const tried = n === 1 ? name : `${name} (${n})`;
    if (!names.has(tried)) return tried;
  }
};

/** The plug a wallbox here should have: the usual one, unless none of the household's cars takes it. */
function plugFor({ cars }: Garage, system: SupplyId): ConnectorId {
  const usual = plugOf("AC", system);
  const [first] = cars;
  if (!first || cars.some(({ spec }) => inletFor(usual, spec.inlets) !== undefined)) return usual;
  return plugsFor(first.spec.inlets, "AC")[0] ?? usual;
}

/** Temperature (°C) a new run is counted at (common practice). */
const RUN_C = 30;

/**
 * A wallbox planned at a place: its own circuit from the board, laid by the rules new work is judged by.
 * @param runM length of the run from the board (m)
 * @returns undefined where no conductor its terminals take is heavy enough for so long a run
 * @example planWallbox(garage, garage.places[0].id, wallboxSizes(garage, garage.places[0].id)[0], 15)?.outlet.circuit.breakerAmps // 16
 */
export function planWallbox(
  garage: Garage,
  placeId: string,
  { phases, amps, breakerAmps }: WallboxSize,
  runM: number,
): PlannedWallbox | undefined {
  const system = systemAt(garage, placeId);
  const tap = tapFor(system, phases);
  const run = { gauge: LAID[tradeOf(system)][0]!, lengthM: runM, temperatureC: RUN_C };
  const supply = { outlet: { supply: { system }, circuit: { breakerAmps, otherLoadAmps: 0, run } } };
  // A car on one phase of three brings its current back over the neutral: twice the loss, which the run must bear too.
  const gauges = ([tap, tapFor(system, 1)] as const).map((on) =>
    conductorFor(supply, { breakerAmps, amps, live: tapOf(system, on)!, terminals: evseTerminals(amps) }),
  );
  const gauge = LAID[tradeOf(system)].findLast((size) => gauges.includes(size));
  if (!gauge || gauges.includes(undefined)) return undefined;
  const size = `${phases} × ${amps} A`;
  const broughtIn = garage.outlets.some(
    ({ spec, parentId }) =>
      parentId === placeId && (spec.supply.threePhases === true || tapIdOf(spec) === "three"),
  );
  return {
    outlet: {
      kind: "hardwired",
      name: freshName(`wallbox circuit, ${size}`, garage.outlets),
      condition: "sound",
      exposed: false,
      planned: true,
      tap,
      supply: { system, ...(broughtIn ? { threePhases: true } : {}) },
      circuit: { breakerAmps, otherLoadAmps: 0, run: { ...run, gauge } },
    },
    evse: {
      ...fixedOf("wallbox", phases, amps, plugFor(garage, system), system),
      name: freshName(`wallbox, ${size}`, garage.evses),
      planned: true,
    },
    buy: wallboxPrices({ phases, breakerAmps }, garage.household.spec.currency),
  };
}

/**
 * Whether anything a way is made of is planned.
 * @example isPlanned(plan) // false
 */
export const isPlanned = ({
  outlet,
  evse,
}: {
  readonly outlet: Pick<Outlet, "planned">;
  readonly evse: Pick<Evse, "planned">;
}): boolean => outlet.planned === true || evse.planned === true;

import type { FlexibleGauge } from "../../trade/conductors";
import { CONNECTORS } from "../../trade/connectors";
import { batteryBy, USABLE_SHARE } from "../begin";
import { outletType } from "../../trade/outlets";
import { usualDraw, type Car, type Lead, type Outlet, type Evse } from "../../things/parts";
import { plugsOfRatings } from "./ratings";
import type { PlateReading } from "./reading";

/**
 * A charging unit as its plate has it, over the usual figures of a blank one.
 * @example evseFrom(readPlate("AC 1~ 230 V 10 A"), overnight.evse).maxAmps // 10
 */
export function evseFrom(
  { phases, amps, steps, outlet, connectors, tokens, ratings }: PlateReading,
  blank: Evse,
): Evse {
  if (blank.kind === "rapid") return blank;
  const wired = tokens.some(({ said }) => said.what === "mode" && said.mode === 3);
  const plug = connectors.find((id) => CONNECTORS[id].current === "AC");
  const plugs =
    !wired && blank.kind === "portable"
      ? plugsOfRatings(
          ratings,
          blank.plugs.map((p) => p.type),
        )
      : undefined;
  // A plug for each current holds the unit to it; without them nothing may flow that one of its voltages does not bear.
  const rated = ratings.map((rating) => rating.amps);
  const most =
    rated.length === 0 || wired || blank.kind !== "portable"
      ? (amps?.value ?? blank.maxAmps)
      : (plugs ? Math.max : Math.min)(...rated);
  const read = {
    name: blank.name,
    phases: phases?.value ?? blank.phases,
    maxAmps: most,
    steps: steps.filter((a) => a >= 6),
    standingW: blank.standingW,
    output: plug && blank.output.kind === "tethered" ? { ...blank.output, connector: plug } : blank.output,
  };
  if (wired || blank.kind !== "portable") return { ...read, kind: "wallbox" };
  const type = outlet?.value;
  // What is rated by voltage holds each current with its own plug.
  if (plugs && ratings.length > 0) return { ...read, kind: "portable", knowsPlugs: true, plugs: [...plugs] };
  return {
    ...read,
    kind: "portable",
    knowsPlugs: blank.knowsPlugs,
    plugs: type ? [{ type, amps: most }] : blank.plugs.map((p) => ({ ...p, amps: most })),
  };
}

/**
 * An outlet as its plate has it; the breaker is not on it and stays the usual one.
 * @example outletFrom(readPlate("16 A 250 V~"), wallSocket).kind // "socket"
 */
export function outletFrom({ outlet }: PlateReading, blank: Outlet): Outlet {
  if (!outlet || blank.kind !== "socket") return blank;
  const { largestBreaker } = outletType(outlet.value);
  return {
    ...blank,
    type: outlet.value,
    circuit: { ...blank.circuit, breakerAmps: Math.min(blank.circuit.breakerAmps, largestBreaker) },
  };
}

/**
 * A lead as its marking has it.
 * @example leadFrom(readPlate("3G2.5 25 m"), lead).lengthM // 25
 */
export function leadFrom({ amps, gauge, metres, outlet }: PlateReading, blank: Lead): Lead {
  return {
    ...blank,
    amps: amps?.value ?? blank.amps,
    lengthM: metres ?? blank.lengthM,
    ...(outlet ? { plug: outlet.value, socket: outlet.value } : {}),
    ...(gauge ? { resistance: { by: "conductor" as const, gauge: gauge as FlexibleGauge } } : {}),
  };
}

/**
 * A car as its plate has it: the pack, and the rest assumed. Cells stated by volts and amp-hours are more than can be used.
 * @example carFrom(readPlate("58 kWh"), plan.car).battery.usableWh // 58000
 */
export function carFrom({ wattHours, packVolts }: PlateReading, blank: Car): Car {
  if (!wattHours) return blank;
  const volts = packVolts ?? blank.battery.packVolts;
  const cells = wattHours.certainty === "likely";
  const usable = cells ? Math.round(wattHours.value * USABLE_SHARE) : wattHours.value;
  const battery = { ...batteryBy(usable, volts), ...(cells ? { grossWh: wattHours.value } : {}) };
  return {
    ...blank,
    ownDrawW: usualDraw({ ...blank, battery }).usual,
    battery,
    assumed: ["ownDraw", "efficiency", "economy", "charger", ...(cells ? (["capacity"] as const) : [])],
  };
}

import { CONNECTORS, inletFor, plugsFor, type ConnectorId } from "../../trade/connectors";
import { CABLES } from "../../trade/sizes";
import type { Cable, Car, Evse } from "../../things/parts";
import { plugAtCar } from "../../engine/path";
import type { Way } from "./way";

/**
 * A plain cable from a socketed unit to a plug, as strong as the unit where both ends allow it.
 * @example cableTo(plan.evse, "type2", "type1").amps // 32
 */
export function cableTo(evse: Evse, stationEnd: ConnectorId, vehicleEnd: ConnectorId): Cable {
  const ends = [CONNECTORS[stationEnd], CONNECTORS[vehicleEnd]];
  const most = Math.min(evse.maxAmps, ...ends.map((end) => end.amps));
  const size = CABLES.find((c) => c.amps >= most) ?? CABLES.at(-1)!;
  const phases = evse.phases === 3 && ends.every((end) => end.phases === 3) ? 3 : 1;
  return {
    name: `${phases === 3 ? "three-phase" : "single-phase"} cable, ${size.amps} A`,
    stationEnd,
    vehicleEnd,
    phases,
    amps: Math.min(size.amps, ...ends.map((end) => end.amps)),
    lengthM: 5,
    gauge: size.gauge,
  };
}

/**
 * A way as it meets a car. One that follows the car leaves out an adapter the car does not need; one without an adapter
 * turns its last plug into one the car takes, of the same current and no stronger than that plug is standardised for.
 * Every other way stays as it is.
 * @example fittedTo(wayOf(plan), plan.car).cable?.name // "thin three-phase cable"
 */
export function fittedTo(way: Way, car: Car): Way {
  if (!way.followsCar) return way;
  const { evse, cable, adapter } = way;
  const takes = (plug: ConnectorId | undefined) =>
    plug !== undefined && inletFor(plug, car.inlets) !== undefined;
  const brought = plugAtCar(evse, cable ?? undefined);
  if (adapter) return takes(adapter.to) || !takes(brought) ? way : { ...way, adapter: null };
  const { output } = evse;
  const plug = plugsFor(car.inlets, CONNECTORS[output.connector].current)[0];
  if (takes(brought) || !plug) return way;
  if (output.kind === "socket") return { ...way, cable: cableTo(evse, output.connector, plug) };
  const amps = Math.min(evse.maxAmps, CONNECTORS[plug].amps);
  return { ...way, evse: { ...evse, maxAmps: amps, output: { ...output, connector: plug } } as Evse };
}

import { CONNECTORS, inletFor, plugsFor, type ConnectorId } from "../../trade/connectors";
import { CABLES } from "../../trade/sizes";
import type { Cable, Car, Unit } from "../../things/parts";
import { plugAtCar } from "../../engine/path";
import type { Way } from "./way";

/** A plain cable from a socketed unit to a plug, as strong as the unit where both ends allow it. */
export function cableTo(unit: Unit, stationEnd: ConnectorId, vehicleEnd: ConnectorId): Cable {
  const ends = [CONNECTORS[stationEnd], CONNECTORS[vehicleEnd]];
  const most = Math.min(unit.maxAmps, ...ends.map((end) => end.amps));
  const size = CABLES.find((c) => c.amps >= most) ?? CABLES.at(-1)!;
  const lanes = unit.lanes === 3 && ends.every((end) => end.lanes === 3) ? 3 : 1;
  return {
    name: `${lanes === 3 ? "three-phase" : "single-phase"} cable, ${size.amps} A`,
    stationEnd,
    vehicleEnd,
    lanes,
    amps: Math.min(size.amps, ...ends.map((end) => end.amps)),
    lengthM: 5,
    gauge: size.gauge,
  };
}

/**
 * A way as it meets a car. One that follows the car leaves out an adapter the car does not need; one without an adapter
 * turns its last plug into one the car takes, of the same current and no stronger than that plug is standardised for.
 * Every other way stays as it is.
 */
export function fittedTo(way: Way, car: Car): Way {
  if (!way.followsCar) return way;
  const { unit, cable, adapter } = way;
  const takes = (plug: ConnectorId | undefined) =>
    plug !== undefined && inletFor(plug, car.inlets) !== undefined;
  const brought = plugAtCar(unit, cable ?? undefined);
  if (adapter) return takes(adapter.to) || !takes(brought) ? way : { ...way, adapter: null };
  const { output } = unit;
  const plug = plugsFor(car.inlets, CONNECTORS[output.connector].current)[0];
  if (takes(brought) || !plug) return way;
  if (output.kind === "socket") return { ...way, cable: cableTo(unit, output.connector, plug) };
  const amps = Math.min(unit.maxAmps, CONNECTORS[plug].amps);
  return { ...way, unit: { ...unit, maxAmps: amps, output: { ...output, connector: plug } } as Unit };
}

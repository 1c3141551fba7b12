import { compile, isRefusal, type ChargingPath, type Circuit, type Refusal } from "../engine/path";
import { charge, pointOf, type Asked, type OperatingPoint, type Session } from "../engine/plan";
import type { Seconds } from "../trade/units";

/** A path charged over a span, or why not. A warm pack and nobody waiting, unless said. */
export function chargeOver(
  path: ChargingPath,
  asked: Pick<Asked, "fromSoc" | "toSoc"> & Partial<Asked>,
  departure: Seconds | null = null,
): Session | Refusal {
  const circuit = compile(path);
  return isRefusal(circuit) ? circuit : charge(path, circuit, { batteryC: null, ...asked }, departure);
}

/** The same, for a path that must charge. */
export function charged(...args: Parameters<typeof chargeOver>): Session {
  const session = chargeOver(...args);
  if (isRefusal(session)) throw new Error(session.message);
  return session;
}

/** What flows along a path that must charge, from 20 to 80 %. */
export const pointAt = (path: ChargingPath): OperatingPoint =>
  pointOf(path, charged(path, { fromSoc: 0.2, toSoc: 0.8 }));

/** Why a path does not charge. */
export function refusedBy(path: ChargingPath): Refusal {
  const session = chargeOver(path, { fromSoc: 0.2, toSoc: 0.8 });
  if (!isRefusal(session)) throw new Error("it charges");
  return session;
}

/** The circuit of a path that fits together. */
export const circuitOf = (path: ChargingPath): Circuit => {
  const circuit = compile(path);
  if (isRefusal(circuit)) throw new Error(circuit.message);
  return circuit;
};

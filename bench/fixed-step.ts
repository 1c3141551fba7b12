import {
  acceptedAt,
  balanceFor,
  chainOf,
  isRefusal,
  operate,
  storedFromInlet,
  type ChargingPath,
} from "@kettleback/core";

/** What a fixed-step session yields: the time (s) and the energy at the meter (Wh). */
export interface Stepped {
  readonly seconds: number;
  readonly wall: number;
}

/**
 * The usual way to simulate a session: march through time in equal steps, power taken half a step ahead (the
 * midpoint rule), the last step cut where the target is reached. Same losses, same curve; only the integrator
 * differs.
 */
export function fixedStep(path: ChargingPath, fromSoc: number, toSoc: number, stepSeconds: number): Stepped {
  const point = operate(path);
  if (isRefusal(point)) throw new Error(point.message);
  const { battery } = path.car;
  const chain = chainOf(point, path.car, path.unit);
  const pathW = storedFromInlet(chain, point.inletW);
  const storedAt = (soc: number) => Math.min(pathW, acceptedAt(battery.acceptance, soc));
  const gain = stepSeconds / 3600 / battery.usableWh;
  let soc = fromSoc;
  let seconds = 0;
  let wall = 0;
  while (soc < toSoc) {
    const stored = storedAt(Math.min(1, soc + (storedAt(soc) * gain) / 2));
    const share = Math.min(1, (toSoc - soc) / (stored * gain));
    wall += (balanceFor(chain, stored).wall * stepSeconds * share) / 3600;
    seconds += stepSeconds * share;
    soc = share < 1 ? toSoc : soc + stored * gain;
  }
  return { seconds, wall };
}

/** The longest step (halving from an hour) that brings both time and energy within a relative error of the exact answer. */
export function stepFor(
  path: ChargingPath,
  fromSoc: number,
  toSoc: number,
  exact: Stepped,
  error: number,
): number {
  for (let step = 3600; step > 1e-3; step /= 2) {
    const s = fixedStep(path, fromSoc, toSoc, step);
    const off = Math.max(Math.abs(s.seconds / exact.seconds - 1), Math.abs(s.wall / exact.wall - 1));
    if (off <= error) return step;
  }
  throw new Error("the fixed steps do not converge");
}

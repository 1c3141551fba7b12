import {
  acceptedAt,
  balanceFor,
  chainOf,
  isRefusal,
  LOSS_CAUSES,
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
 * The usual way to simulate a session: march through state of charge in equal steps, power taken at each step's
 * middle. Same losses, same curve; only the integrator differs.
 */
export function fixedStep(path: ChargingPath, fromSoc: number, toSoc: number, steps: number): Stepped {
  const point = operate(path);
  if (isRefusal(point)) throw new Error(point.message);
  const { battery } = path.car;
  const chain = chainOf(point, path.car, path.unit);
  const pathW = storedFromInlet(chain, point.inletW);
  const step = (toSoc - fromSoc) / steps;
  let seconds = 0;
  let wall = 0;
  let lost = 0;
  for (let i = 0; i < steps; i++) {
    const stored = Math.min(pathW, acceptedAt(battery.acceptance, fromSoc + (i + 0.5) * step));
    const hours = (step * battery.usableWh) / stored;
    const balance = balanceFor(chain, stored);
    seconds += hours * 3600;
    wall += balance.wall * hours;
    for (const cause of LOSS_CAUSES) lost += balance[cause] * hours;
  }
  return lost > 0 ? { seconds, wall } : { seconds, wall: 0 };
}

/** The fewest steps (doubling) that bring both time and energy within a relative error of the exact answer. */
export function stepsFor(
  path: ChargingPath,
  fromSoc: number,
  toSoc: number,
  exact: Stepped,
  error: number,
): number {
  for (let steps = 8; steps < 1e7; steps *= 2) {
    const s = fixedStep(path, fromSoc, toSoc, steps);
    const off = Math.max(Math.abs(s.seconds / exact.seconds - 1), Math.abs(s.wall / exact.wall - 1));
    if (off <= error) return steps;
  }
  throw new Error("the fixed steps do not converge");
}

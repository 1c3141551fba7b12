import { acceptanceFactor, heatCapacity, WARM_PACK_C, type Circuit } from "@kettleback/core";

/**
 * The rivals: marches in equal steps, second order, as well written as the core: every constant is drawn out of the
 * loop, the place on the curve is kept from step to step, and nothing is allocated. They tell the time to the target
 * and the energy at the meter, as the core does (which tells every cause of loss as well).
 */
export interface Told {
  readonly seconds: number;
  readonly wallWh: number;
}

/** The acceptance curve with its place kept: charge only rises. */
function curve({ pack: { socs, accepts } }: Circuit): (soc: number) => number {
  const last = socs.length - 1;
  let i = 1;
  return (soc) => {
    if (last < 0) return Infinity;
    if (soc <= socs[0]!) return accepts[0]!;
    if (soc >= socs[last]!) return accepts[last]!;
    while (socs[i]! < soc) i++;
    while (socs[i - 1]! > soc) i--;
    const [a, b] = [socs[i - 1]!, socs[i]!];
    return accepts[i - 1]! + ((accepts[i]! - accepts[i - 1]!) * (soc - a)) / (b - a);
  };
}

/** AC: the midpoint rule over state of charge, the path's power level. */
export function marchAc(circuit: Circuit, levelW: number, from: number, to: number, steps: number): Told {
  const { pack, conversion, ownDrawW, ohms, standingW, ways } = circuit;
  const [way] = ways;
  const accepted = curve(circuit);
  const h = (to - from) / steps;
  const { a, b, c } = conversion;
  const slope = 1 - b;
  const k = pack.ohms / (pack.emptyVolts * pack.emptyVolts);
  const volts = way!.phases * way!.volts;
  const loss = way!.conductors * ohms;
  const energy = h * pack.usableWh;
  let [hours, wall] = [0, 0];
  for (let i = 0; i < steps; i++) {
    const power = Math.min(levelW, accepted(from + (i + 0.5) * h));
    const dc = power + k * power * power + ownDrawW;
    const inlet = (2 * (dc + a)) / (slope + Math.sqrt(slope * slope - 4 * c * (dc + a)));
    const amps = (2 * inlet) / (volts + Math.sqrt(volts * volts - 4 * loss * inlet));
    const time = energy / power;
    hours += time;
    wall += time * (inlet + loss * amps * amps + standingW);
  }
  return { seconds: hours * 3600, wallWh: wall };
}

/** Rapid: the midpoint rule over time, the pack warmed by what it loses and by its heater. */
export function marchRapid(circuit: Circuit, from: number, to: number, startC: number, dt: number): Told {
  const { pack, ownDrawW, heatingW, ohms, capW, ways } = circuit;
  const accepted = curve(circuit);
  const most = ways[0]!.most;
  const rise = pack.fullVolts - pack.emptyVolts;
  const capacity = heatCapacity(circuit) * 3600;
  const scale = 1 / (3600 * pack.usableWh);
  const rootOf = 8 * ohms * capW;
  const power = (soc: number, celsius: number): number => {
    const volts = pack.emptyVolts + rise * soc;
    let amps = most;
    if (amps * (volts + 2 * ohms * amps) > capW)
      amps = (2 * capW) / (volts + Math.sqrt(volts * volts + rootOf));
    const net = amps * volts - ownDrawW;
    const stored = (2 * net) / (1 + Math.sqrt(1 + (4 * pack.ohms * net) / (volts * volts)));
    return Math.min(stored, accepted(soc) * acceptanceFactor(celsius));
  };
  let [soc, celsius, t, wall] = [from, startC, 0, 0];
  for (;;) {
    const p1 = power(soc, celsius);
    const v1 = pack.emptyVolts + rise * soc;
    const warm = celsius < WARM_PACK_C;
    const heat1 = (p1 / v1) * (p1 / v1) * pack.ohms + heatingW;
    const halfSoc = soc + (p1 * dt * scale) / 2;
    const halfC = warm ? celsius + (heat1 * dt) / (2 * capacity) : celsius;
    const p2 = power(halfSoc, halfC);
    const v2 = pack.emptyVolts + rise * halfSoc;
    const amps2 = p2 / v2;
    const heat2 = amps2 * amps2 * pack.ohms;
    const inlet = p2 + heat2 + ownDrawW;
    const amps = inlet / v2;
    const gain = p2 * dt * scale;
    const share = soc + gain >= to ? (to - soc) / gain : 1;
    wall += share * dt * (inlet + 2 * ohms * amps * amps);
    t += share * dt;
    if (share < 1 || soc + gain >= to) return { seconds: t, wallWh: wall / 3600 };
    soc += gain;
    if (warm) celsius += ((heat2 + heatingW) * dt) / capacity;
  }
}

/** Step counts that must all lie within the error, so that one which meets it by luck does not count. */
const IN_A_ROW = 4;

/** The fewest steps from which on time and energy stay within a relative error of the exact. */
export function fewest(march: (steps: number) => Told, exact: Told, error: number, start: number): number {
  const within = (steps: number): boolean => {
    const { seconds, wallWh } = march(steps);
    return Math.abs(seconds / exact.seconds - 1) <= error && Math.abs(wallWh / exact.wallWh - 1) <= error;
  };
  for (let steps = start; steps < 1e8; steps = Math.ceil(steps * 1.1))
    if (Array.from({ length: IN_A_ROW }, (_, i) => Math.ceil(steps * 1.13 ** i)).every(within)) return steps;
  throw new Error("the rival does not converge");
}

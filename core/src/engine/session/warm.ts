import type { Celsius, Fraction, Ohms, Seconds, Volts } from "../../trade/units";
import type { Piece } from "./acceptance";
import { flowIn, pathLimiter, pathStores, type Mode } from "./mode";
import { emit } from "./emit";
import { NODES_3 } from "./integrate";
import type { Slice, State } from "./slice";
import { acceptanceFactor, heatCapacity, WARM_PACK_C } from "./temperature";

/** Dormand and Prince's embedded pair of orders 5 and 4 (J. Comp. Appl. Math. 6, 1980); the last stage opens the next step. */
const NODES = [0, 1 / 5, 3 / 10, 4 / 5, 8 / 9, 1] as const;
const STAGES: readonly (readonly number[])[] = [
  [],
  [1 / 5],
  [3 / 40, 9 / 40],
  [44 / 45, -56 / 15, 32 / 9],
  [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
  [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
];
const CLOSING = [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84] as const;
const ERROR = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40] as const;

/** The first few slopes of a step, weighted. */
function weighted(weights: readonly number[], slopes: Float64Array, count: number): number {
  let sum = 0;
  for (let j = 0; j < count; j++) sum += weights[j]! * slopes[j]!;
  return sum;
}

/** Most error of a step: kelvin of pack temperature, and share of its time. */
const KELVIN = 1e-3;
const SHARE = 3e-6;
/** Longest step over state of charge, and most by which power may change over it. */
const LONGEST = 0.1;
const MOST_RATIO = 1.5;
const FIRST = 0.02;
const SHORTEST = 1e-9;
const BISECTIONS = 44;

/** A place on the way: slopes over state of charge (seconds and kelvin), power stored (W), and whether the battery limits it. */
interface Slope {
  readonly seconds: number;
  readonly kelvin: number;
  readonly power: number;
  readonly limited: boolean;
}

/** A step over state of charge: where it ends, the slope there, and its error in units of what is allowed. */
interface Step {
  readonly seconds: Seconds;
  readonly celsius: Celsius;
  readonly last: Slope;
  readonly error: number;
}

/** The step to try next, kept from piece to piece, and room for the slopes of its stages. */
export interface Stride {
  soc: Fraction;
  readonly seconds: Float64Array;
  readonly kelvin: Float64Array;
}

/** What a session tries first. */
export const firstStride = (): Stride => ({
  soc: FIRST,
  seconds: new Float64Array(7),
  kelvin: new Float64Array(7),
});

/**
 * What charges a pack whose temperature counts, over one piece of its curve. The numbers it needs are drawn together
 * once a piece: its stages are the inner loop of every cold session.
 */
class WarmPiece {
  private readonly fromSoc: Fraction;
  private readonly startW: number;
  private readonly slopeW: number;
  /** What the path stores at least: its power only rises with the pack's volts. */
  private readonly leastW: number;
  private readonly emptyVolts: Volts;
  private readonly voltsRise: Volts;
  private readonly ohms: Ohms;
  private readonly heatingW: number;
  private readonly usable: number;
  private readonly capacity: number;

  constructor(
    private readonly mode: Mode,
    piece: Piece,
    private readonly stride: Stride,
  ) {
    const { pack, heatingW } = mode.circuit;
    this.fromSoc = piece.from;
    this.startW = piece.startW;
    // A battery that never limits has no slope to speak of.
    this.slopeW = piece.startW === Infinity ? 0 : (piece.endW - piece.startW) / (piece.to - piece.from);
    this.leastW = pathStores(mode, piece.from);
    this.emptyVolts = pack.emptyVolts;
    this.voltsRise = pack.fullVolts - pack.emptyVolts;
    this.ohms = pack.ohms;
    this.heatingW = heatingW;
    this.usable = pack.usableWh;
    this.capacity = heatCapacity(mode.circuit);
  }

  accepts(soc: Fraction, celsius: Celsius): number {
    return (this.startW + this.slopeW * (soc - this.fromSoc)) * acceptanceFactor(celsius);
  }

  /** What the path would store, where the battery comes near it; else the least it would. */
  private path(soc: Fraction, accepts: number): number {
    return accepts < this.leastW ? this.leastW : pathStores(this.mode, soc);
  }

  power(soc: Fraction, celsius: Celsius): number {
    const accepts = this.accepts(soc, celsius);
    return Math.min(accepts, this.path(soc, accepts));
  }

  batteryLimits(soc: Fraction, celsius: Celsius): boolean {
    const accepts = this.accepts(soc, celsius);
    return accepts < this.path(soc, accepts);
  }

  /** Kelvin over state of charge: the pack is warmed by its own I²R and by a heater that is booked, never by nothing. */
  private warming(soc: Fraction, power: number): number {
    const amps = power / (this.emptyVolts + this.voltsRise * soc);
    return ((this.ohms * amps * amps + this.heatingW) * this.usable) / (power * this.capacity);
  }

  slope(soc: Fraction, celsius: Celsius): Slope {
    const accepts = this.accepts(soc, celsius);
    const path = this.path(soc, accepts);
    const power = Math.min(accepts, path);
    return {
      seconds: (this.usable * 3600) / power,
      kelvin: this.warming(soc, power),
      power,
      limited: accepts < path,
    };
  }

  step(soc: Fraction, celsius: Celsius, first: Slope, h: number): Step {
    const { seconds, kelvin } = this.stride;
    seconds[0] = first.seconds;
    kelvin[0] = first.kelvin;
    for (let i = 1; i < 6; i++) {
      const node = soc + NODES[i]! * h;
      const power = this.power(node, celsius + h * weighted(STAGES[i]!, kelvin, i));
      seconds[i] = (this.usable * 3600) / power;
      kelvin[i] = this.warming(node, power);
    }
    const s = weighted(CLOSING, seconds, 6);
    const end = celsius + h * weighted(CLOSING, kelvin, 6);
    const last = this.slope(soc + h, end);
    seconds[6] = last.seconds;
    kelvin[6] = last.kelvin;
    const ds = weighted(ERROR, seconds, 7);
    const dk = weighted(ERROR, kelvin, 7);
    return {
      seconds: h * s,
      celsius: end,
      last,
      error: Math.max(Math.abs(h * dk) / KELVIN, Math.abs(ds / s) / SHARE),
    };
  }
}

/** Temperature inside a step, by the cubic through its ends and their slopes. */
const inside = (from: Celsius, to: Celsius, h: number, a: Slope, b: Slope, x: number): Celsius => {
  const y = 1 - x;
  return y * y * (1 + 2 * x) * from + x * x * (1 + 2 * y) * to + x * y * h * (y * a.kelvin - x * b.kelvin);
};

/** The largest share of a step for which `within` holds; it holds at zero and not at one. */
function lastWithin(within: (share: number) => boolean): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < BISECTIONS; i++) {
    const middle = (low + high) / 2;
    if (within(middle)) low = middle;
    else high = middle;
  }
  return high;
}

/** How much longer the next step may be: by its error, and by how much power changed over this one. */
const growth = (error: number, ratio: number): number =>
  Math.min(
    4,
    0.9 * Math.max(error, 1e-6) ** -0.2,
    (0.9 * Math.log(MOST_RATIO)) / Math.max(1e-3, Math.abs(Math.log(ratio))),
  );

/**
 * Charges along a piece of the curve while the pack's temperature counts: what it accepts rises as its own losses and
 * a heater warm it. Solved over state of charge by an embedded pair that finds its own steps; a step is cut where the
 * limit passes between path and battery, where the pack is as warm as it gets, and where the window ends.
 * @returns where the car is at the end of the piece or of the window, or once the pack is warm
 */
export function warmUp(
  mode: Mode,
  piece: Piece,
  until: Seconds,
  from: State,
  startC: Celsius,
  slices: Slice[],
  stride: Stride,
): State {
  const warm = new WarmPiece(mode, piece, stride);
  const flow = flowIn(mode, piece.from);
  let at = from;
  let celsius = startC;
  let first = warm.slope(at.soc, celsius);
  let limited = first.limited;
  while (piece.to - at.soc > SHORTEST && at.elapsed < until && celsius < WARM_PACK_C) {
    const h = Math.min(stride.soc, piece.to - at.soc);
    let step = warm.step(at.soc, celsius, first, h);
    const ratio = step.last.seconds / first.seconds;
    if ((step.error > 1 || ratio > MOST_RATIO || ratio < 1 / MOST_RATIO) && h > SHORTEST) {
      stride.soc = Math.max(SHORTEST, h * Math.max(0.2, Math.min(0.9, growth(step.error, ratio))));
      continue;
    }
    const start = at.soc;
    const startedAt = celsius;
    const opened = first;
    let taken = h;
    /** Cuts the step at the last share for which something holds that does not hold at its end. */
    const cutAt = (within: (share: number) => boolean) => {
      taken = Math.max(SHORTEST, taken * lastWithin(within));
      step = warm.step(start, startedAt, opened, taken);
    };
    const within = (share: number): Celsius =>
      inside(startedAt, step.celsius, taken, opened, step.last, share);
    if (step.celsius > WARM_PACK_C) cutAt((x) => within(x) < WARM_PACK_C);
    let switched = step.last.limited !== limited;
    if (switched && taken > SHORTEST)
      cutAt((x) => warm.batteryLimits(start + x * taken, within(x)) === limited);
    let elapsed = at.elapsed + step.seconds;
    if (elapsed > until) {
      const [left, longest] = [until - at.elapsed, taken];
      taken = longest * lastWithin((x) => warm.step(start, startedAt, opened, x * longest).seconds <= left);
      step = { ...warm.step(start, startedAt, opened, taken), seconds: left };
      [elapsed, switched] = [until, false];
    }
    const end = piece.to - start - taken <= SHORTEST ? piece.to : start + taken;
    const closed = Math.abs(step.celsius - WARM_PACK_C) < KELVIN ? WARM_PACK_C : step.celsius;
    const last = end === start + taken && closed === step.celsius ? step.last : warm.slope(end, closed);
    const mean = (taken * mode.circuit.pack.usableWh * 3600) / step.seconds;
    at = emit(
      slices,
      mode.circuit,
      flow,
      at,
      { soc: end, elapsed },
      step.seconds,
      opened.power,
      last.power,
      limited ? "battery" : pathLimiter(mode, start),
      NODES_3.map((share) => {
        const soc = start + share * taken;
        const power = warm.power(soc, within(share));
        return { power, soc, weight: mean / power };
      }),
      closed,
    );
    // The limit has changed hands just behind the step's end, or just before it: which of the two no longer matters.
    if (switched) limited = !limited;
    first = last;
    celsius = closed;
    // A step that the end of its piece cut short says only that the next may be no shorter than was meant.
    const meant = h * growth(step.error, ratio);
    stride.soc = Math.min(LONGEST, h < stride.soc ? Math.max(stride.soc, meant) : meant);
  }
  return at.soc < piece.to && piece.to - at.soc <= SHORTEST ? { ...at, soc: piece.to } : at;
}

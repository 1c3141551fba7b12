import type { Circuit } from "../path";
import { wattHours, type Amps, type Fraction, type Seconds } from "../../trade/units";
import { acceptancePieces, onPiece, type Piece } from "./acceptance";
import { emit, type Node } from "./emit";
import { energyOnLine, NODES_3, timeOnLine, WEIGHTS_3 } from "./integrate";
import { flowIn, modeOf, pathLimiter, pathStores, type Mode } from "./mode";
import { crossing, partsOf, type Part } from "./parts";
import type { Run, Slice, State } from "./slice";
import { acceptedShare, isCold } from "./temperature";
import { firstStride, warmUp, type Stride } from "./warm";

/** A stretch of time in which the car may charge, at a current somebody has asked for or at whatever flows. */
export interface Window {
  readonly from: Seconds;
  /** Infinity where nobody is waiting. */
  readonly to: Seconds;
  /** Amps a phase; undefined for whatever flows. Below 6 A nothing does. */
  readonly amps?: Amps | undefined;
}

/** When the car may charge, and how far. Windows in order, none overlapping. */
export interface Schedule {
  readonly windows: readonly Window[];
  readonly toSoc: Fraction;
}

/**
 * At once, and until the target.
 * @example atOnce(0.8, 3600).windows // [{ from: 0, to: 3600 }]
 */
export const atOnce = (toSoc: Fraction, until: Seconds = Infinity): Schedule => ({
  windows: [{ from: 0, to: until }],
  toSoc,
});

/** Least power (W) that counts as charging: a car that gains less would take weeks. */
export const LEAST_STORED_W = 25;

/** Most by which power may change over a slice, as a ratio, so that everything runs smoothly over it. */
const MOST_RATIO = 1.25;
/** Change of power over a slice, as a share, below which it is level as far as its losses go. */
const NEARLY_LEVEL = 1e-6;

/** Nodes of a slice over which no power changes. */
const STEADY: readonly Node[] = [];

/** Longest slice over state of charge where the path's power changes with the pack's volts. */
const MOST_SPAN = 0.05;

/**
 * Runs a circuit over a schedule from a state. Event-driven and exact: a slice ends where the curve bends, where the
 * limit passes between path and battery, where a window ends. Between windows nothing flows and the pack keeps its
 * temperature.
 * @returns slices in order and the state in which they leave the car; plain data
 * @example run(circuit, atOnce(0.8), { soc: 0.35, packC: null, elapsed: 0 }).end.elapsed // seconds to 80 %
 */
export function run(circuit: Circuit, schedule: Schedule, state: State): Run {
  const slices: Slice[] = [];
  let at = state;
  for (const window of schedule.windows) {
    if (at.soc >= schedule.toSoc) break;
    const elapsed = Math.max(at.elapsed, window.from);
    const mode = elapsed < window.to ? modeOf(circuit, window.amps ?? Infinity) : undefined;
    const from = { soc: at.soc, packC: at.packC, elapsed };
    if (mode) at = advance(mode, schedule.toSoc, window.to, from, slices);
  }
  return { slices, end: at };
}

/** What the curve must say so that a level path limits all along: the share that is accepted only rises as a pack warms. */
const enoughFor = ({ levelW }: Mode, { packC }: State): number =>
  levelW === undefined ? Infinity : levelW / acceptedShare(packC);

/** Charges in one mode until the target or the end of the window. */
function advance(mode: Mode, toSoc: Fraction, until: Seconds, from: State, slices: Slice[]): State {
  let at = from;
  const stride = isCold(from.packC) ? firstStride() : undefined;
  for (const piece of acceptancePieces(mode.circuit.pack, from.soc, toSoc, enoughFor(mode, from))) {
    if (at.elapsed >= until) break;
    // Where nothing is stored the battery would fall rather than rise: the mode ends.
    if (pathStores(mode, piece.from) < LEAST_STORED_W) break;
    at = throughPiece(mode, piece, until, at, slices, stride);
  }
  return at;
}

/** A cold pack warms up; one that needs no warming, or is as warm as it gets, accepts a fixed share of its curve. */
function throughPiece(
  mode: Mode,
  piece: Piece,
  until: Seconds,
  from: State,
  slices: Slice[],
  stride: Stride | undefined,
): State {
  let at = from;
  if (stride && isCold(at.packC)) at = warmUp(mode, piece, until, at, at.packC, slices, stride);
  if (at.soc >= piece.to || at.elapsed >= until) return at;
  const share = acceptedShare(at.packC);
  const rest = {
    from: at.soc,
    to: piece.to,
    startW: share * onPiece(piece, at.soc),
    endW: share * piece.endW,
  };
  return alongPiece(mode, rest, until, at, slices);
}

function alongPiece(mode: Mode, piece: Piece, until: Seconds, from: State, slices: Slice[]): State {
  let at = from;
  for (const part of partsOf(mode, piece)) {
    if (at.elapsed >= until) break;
    at =
      part.limitedBy === "path" && mode.levelW === undefined
        ? alongPath(mode, part, until, at, slices)
        : alongLine(mode, part, until, at, slices);
  }
  return at;
}

/** Share of a slice stored once power has come to some value, after a share of its time, which is all of it on a level. */
const storedBy = (startW: number, endW: number, power: number, share: number): number =>
  Math.abs(endW - startW) > NEARLY_LEVEL * startW ? (power - startW) / (endW - startW) : share;

/** Along a stretch whose power is straight over state of charge: time is a closed form. */
function alongLine(mode: Mode, part: Part, until: Seconds, from: State, slices: Slice[]): State {
  const { usableWh } = mode.circuit.pack;
  const level = part.startW === part.endW;
  // On DC the volts of the pack rise, and with them the losses, while the same is stored.
  const steady = level && mode.levelW !== undefined;
  // Equal ratios of power are equal times: the cuts lie evenly on the clock.
  const count = level
    ? 1
    : Math.ceil(Math.abs(Math.log(part.endW / part.startW)) / Math.log(MOST_RATIO)) || 1;
  const limitedBy = part.limitedBy === "battery" ? "battery" : pathLimiter(mode, part.from);
  const flow = flowIn(mode, part.from);
  let at = from;
  for (let i = 1; i <= count && at.elapsed < until; i++) {
    let endW = i === count ? part.endW : part.startW * (part.endW / part.startW) ** (i / count);
    let soc =
      i === count
        ? part.to
        : part.from + ((endW - part.startW) / (part.endW - part.startW)) * (part.to - part.from);
    const start = at.soc;
    const startW = level ? part.startW : onPiece(part, start);
    const energy = wattHours((soc - start) * usableWh);
    let seconds = timeOnLine(energy, startW, endW);
    let elapsed = at.elapsed + seconds;
    if (elapsed > until) {
      [seconds, elapsed] = [until - at.elapsed, until];
      soc = Math.min(soc, start + energyOnLine(energy, startW, endW, seconds) / usableWh);
      endW = level ? startW : onPiece(part, soc);
    }
    const to = { soc, elapsed };
    const nodes = steady
      ? STEADY
      : NODES_3.map((share) => {
          const power = startW * (endW / startW) ** share;
          return { power, soc: start + storedBy(startW, endW, power, share) * (soc - start), weight: 1 };
        });
    at = emit(slices, mode.circuit, flow, at, to, seconds, startW, endW, limitedBy, nodes);
  }
  return at;
}

/** Along a stretch on which the path limits and its power follows the pack's volts: a quadrature over the charge. */
function alongPath(mode: Mode, part: Part, until: Seconds, from: State, slices: Slice[]): State {
  const { usableWh } = mode.circuit.pack;
  const count = Math.ceil((part.to - part.from) / MOST_SPAN);
  let at = from;
  const secondsTo = (soc: Fraction): Seconds => {
    let pace = 0;
    for (let i = 0; i < 3; i++)
      pace += WEIGHTS_3[i]! / pathStores(mode, at.soc + NODES_3[i]! * (soc - at.soc));
    return pace * (soc - at.soc) * usableWh * 3600;
  };
  for (let i = 1; i <= count && at.elapsed < until; i++) {
    let soc = i === count ? part.to : part.from + ((part.to - part.from) * i) / count;
    let seconds = secondsTo(soc);
    let elapsed = at.elapsed + seconds;
    if (elapsed > until) {
      [seconds, elapsed] = [until - at.elapsed, until];
      soc = crossing((s) => secondsTo(s) - seconds, at.soc, soc);
    }
    const start = at.soc;
    const flow = flowIn(mode, start);
    const [startW, endW] = [pathStores(mode, start), pathStores(mode, soc)];
    const mean = ((soc - start) * usableWh * 3600) / seconds;
    at = emit(
      slices,
      mode.circuit,
      flow,
      at,
      { soc, elapsed },
      seconds,
      startW,
      endW,
      pathLimiter(mode, start),
      NODES_3.map((share) => {
        const s = start + share * (soc - start);
        const power = pathStores(mode, s);
        // A node of the charge stands for the time its power takes.
        return { power, soc: s, weight: mean / power };
      }),
    );
  }
  return at;
}

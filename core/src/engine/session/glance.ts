import type { Circuit } from "../path";
import { wattHours, type Fraction, type Seconds } from "../../trade/units";
import { acceptancePieces } from "./acceptance";
import { timeOnLine } from "./integrate";
import { modeOf } from "./mode";
import { fullest, type Fullest } from "./moment";
import { partsOf } from "./parts";
import { atOnce, LEAST_STORED_W, run } from "./run";
import type { State } from "./slice";
import { acceptedShare, isCold } from "./temperature";

/** What a whole session comes to, without its slices. */
export interface Glance {
  readonly fullest: Fullest;
  /** Time (s) to the target. */
  readonly seconds: Seconds;
  /** State of charge at which it ends: the target, or where nothing more is stored. */
  readonly endSoc: Fraction;
}

/** A session whose power is straight over charge all the way is told by its ends: on AC, with a pack as warm as it gets. */
function straight(circuit: Circuit, toSoc: Fraction, start: State): Glance | undefined {
  const mode = isCold(start.packC) ? undefined : modeOf(circuit, Infinity);
  if (mode?.levelW === undefined || mode.levelW < LEAST_STORED_W) return undefined;
  const share = acceptedShare(start.packC);
  const { packC } = start;
  let best: Fullest = { soc: start.soc, packC, elapsed: start.elapsed, storedW: 0 };
  let seconds = start.elapsed;
  const see = (soc: Fraction, storedW: number) => {
    if (storedW > best.storedW * (1 + 1e-12)) best = { soc, packC, elapsed: seconds, storedW };
  };
  for (const piece of acceptancePieces(circuit.pack, start.soc, toSoc, mode.levelW / share)) {
    const accepted = {
      from: piece.from,
      to: piece.to,
      startW: share * piece.startW,
      endW: share * piece.endW,
    };
    for (const part of partsOf(mode, accepted)) {
      see(part.from, part.startW);
      seconds += timeOnLine(wattHours((part.to - part.from) * circuit.pack.usableWh), part.startW, part.endW);
      see(part.to, part.endW);
    }
  }
  return { fullest: best, seconds, endSoc: toSoc };
}

/**
 * A whole session at a glance: the same moment and time as {@link run} gives, without the losses of every slice, where
 * they can be told from the ends alone; else by running it.
 * @example glance(circuit, 0.8, start).endSoc // 0.8
 */
export function glance(circuit: Circuit, toSoc: Fraction, start: State): Glance {
  const told = straight(circuit, toSoc, start);
  if (told) return told;
  const whole = run(circuit, atOnce(toSoc), start);
  return { fullest: fullest(whole, start), seconds: whole.end.elapsed, endSoc: whole.end.soc };
}

import { watts, type Seconds, type WattHours } from "../units";
import { onPiece, type Piece } from "./acceptance";
import type { Segment } from "./integrate";
import { WARM_UP_SECONDS } from "./temperature";

/** Longest step over state of charge. Short enough that power is straight over a step for every purpose here. */
const STEP = 0.01;
/** Longest step in time while the pack still warms up: a small part of the time that takes. */
const STEP_SECONDS = 120;
const WARM_AFTER = 8 * WARM_UP_SECONDS;
/** Most by which acceptance may change over a step, as a share. */
const GENTLE = 0.08;
/** State of charge to which the place is found where the limit changes hands. */
const SWITCH = 1e-10;
const NOTHING = 1e-12;

/**
 * Charges where no closed form exists: the path's power changes with the pack's volts, or acceptance with the
 * pack's temperature, which changes with time. Solves dt/dE = 1/P(E, t) by the classical fourth-order rule, piece
 * by piece of the acceptance curve; a step in which the limit passes from path to battery is cut where it does, so
 * every step is smooth.
 * @param storedAt what the path would store at a state of charge (W), above zero
 * @param factorAt share of the curve accepted after a time (s); left out for a pack that is warm all along
 */
export function march(
  pieces: readonly Piece[],
  usable: WattHours,
  storedAt: (soc: number) => number,
  factorAt?: (time: Seconds) => number,
): Segment[] {
  const segments: Segment[] = [];
  const scale = usable * 3600;
  let time = 0;
  for (const piece of pieces) {
    const accepted = (soc: number, t: number) =>
      factorAt ? onPiece(piece, soc) * factorAt(t) : onPiece(piece, soc);
    const pace = (soc: number, t: number) => scale / Math.min(storedAt(soc), accepted(soc, t));
    const batteryLimits = (soc: number, t: number) => accepted(soc, t) < storedAt(soc);
    /** Time at the end of a step of h from (soc, t), the pace at its start being known. */
    const stepped = (soc: number, t: number, h: number, k1: number): number => {
      const k2 = pace(soc + h / 2, t + (h / 2) * k1);
      const k3 = pace(soc + h / 2, t + (h / 2) * k2);
      const k4 = pace(soc + h, t + h * k3);
      return t + (h / 6) * (k1 + 2 * k2 + 2 * k3 + k4);
    };

    const rise = Number.isFinite(piece.startW) ? Math.abs(piece.endW - piece.startW) : 0;
    const slope = rise / (piece.to - piece.from);
    let soc = piece.from;
    let k1 = pace(soc, time);
    let limited = batteryLimits(soc, time);
    while (piece.to - soc > NOTHING) {
      const patient = !factorAt || time > WARM_AFTER ? Infinity : STEP_SECONDS / k1;
      const gentle = slope > 0 ? (GENTLE * onPiece(piece, soc)) / slope : Infinity;
      let h = Math.min(STEP, patient, gentle, piece.to - soc);
      let next = stepped(soc, time, h, k1);
      if (batteryLimits(soc + h, next) !== limited) {
        // The limit changes hands inside this step: find where, and step just over it.
        let [low, high] = [0, h];
        while (high - low > SWITCH) {
          const middle = (low + high) / 2;
          if (batteryLimits(soc + middle, stepped(soc, time, middle, k1)) === limited) low = middle;
          else high = middle;
        }
        h = high;
        next = stepped(soc, time, h, k1);
      }
      const end = piece.to - soc - h < NOTHING ? piece.to : soc + h;
      const paceAtEnd = pace(end, next);
      segments.push({
        fromSoc: soc,
        toSoc: end,
        startW: watts(scale / k1),
        endW: watts(scale / paceAtEnd),
        seconds: next - time,
        limitedBy: limited ? "battery" : "path",
      });
      [soc, time, k1] = [end, next, paceAtEnd];
      limited = batteryLimits(soc, time);
    }
  }
  return segments;
}

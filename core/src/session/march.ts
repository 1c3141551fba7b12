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
const BISECTIONS = 40;

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
  let time = 0;
  for (const piece of pieces) {
    const accepted = (soc: number, t: number) =>
      factorAt ? onPiece(piece, soc) * factorAt(t) : onPiece(piece, soc);
    const power = (soc: number, t: number) => Math.min(storedAt(soc), accepted(soc, t));
    const pace = (soc: number, t: number) => (usable * 3600) / power(soc, t);
    /** Time at the end of a step of h from (soc, t). */
    const stepped = (soc: number, t: number, h: number): number => {
      const k1 = pace(soc, t);
      const k2 = pace(soc + h / 2, t + (h / 2) * k1);
      const k3 = pace(soc + h / 2, t + (h / 2) * k2);
      const k4 = pace(soc + h, t + h * k3);
      return t + (h / 6) * (k1 + 2 * k2 + 2 * k3 + k4);
    };
    const batteryLimits = (soc: number, t: number) => accepted(soc, t) < storedAt(soc);

    const rise = Number.isFinite(piece.startW) ? Math.abs(piece.endW - piece.startW) : 0;
    const slope = rise / (piece.to - piece.from);
    let soc = piece.from;
    while (piece.to - soc > 1e-12) {
      const patient = !factorAt || time > WARM_AFTER ? Infinity : STEP_SECONDS / pace(soc, time);
      const gentle = slope > 0 ? (GENTLE * onPiece(piece, soc)) / slope : Infinity;
      let h = Math.min(STEP, patient, gentle, piece.to - soc);
      const limited = batteryLimits(soc, time);
      if (batteryLimits(soc + h, stepped(soc, time, h)) !== limited) {
        // The limit changes hands inside this step: find where, and step just over it.
        let [low, high] = [0, h];
        for (let i = 0; i < BISECTIONS && high - low > 1e-12; i++) {
          const middle = (low + high) / 2;
          if (batteryLimits(soc + middle, stepped(soc, time, middle)) === limited) low = middle;
          else high = middle;
        }
        h = Math.max(high, 1e-12);
      }
      const next = stepped(soc, time, h);
      const end = piece.to - soc - h < 1e-12 ? piece.to : soc + h;
      segments.push({
        fromSoc: soc,
        toSoc: end,
        startW: watts(power(soc, time)),
        endW: watts(power(end, next)),
        seconds: next - time,
        limitedBy: batteryLimits(soc + h / 2, (time + next) / 2) ? "battery" : "path",
      });
      soc = end;
      time = next;
    }
  }
  return segments;
}

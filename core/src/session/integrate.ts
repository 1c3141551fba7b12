import { watts, type Fraction, type Seconds, type WattHours, type Watts } from "../units";
import { onPiece, type Piece } from "./acceptance";

/** A stretch of the session in which stored power runs straight over state of charge. */
export interface Segment {
  readonly fromSoc: Fraction;
  readonly toSoc: Fraction;
  readonly startW: Watts;
  readonly endW: Watts;
  readonly seconds: Seconds;
  /** Whether the path or the battery sets the power here. */
  readonly limitedBy: "path" | "battery";
}

/** ln(1 + x)/x without loss of digits near zero. */
const log1pOver = (x: number): number => (Math.abs(x) < 1e-8 ? 1 - x / 2 : Math.log1p(x) / x);
/** (eˣ − 1)/x without loss of digits near zero. */
const expm1Over = (x: number): number => (Math.abs(x) < 1e-8 ? 1 + x / 2 : Math.expm1(x) / x);

/**
 * Time (s) to store an energy (Wh) while power runs straight from P₁ to P₂ over it:
 * E/(P₂ − P₁)·ln(P₂/P₁), exact; the limit E/P where the power is level.
 */
export const timeOnLine = (energy: WattHours, startW: number, endW: number): Seconds =>
  ((energy * 3600) / startW) * log1pOver((endW - startW) / startW);

/** Energy (Wh) stored after a time on such a line; the inverse of {@link timeOnLine}. */
export const energyOnLine = (energy: WattHours, startW: number, endW: number, time: Seconds): number => {
  const growth = (endW - startW) / (energy * 3600);
  return (startW * time * expm1Over(growth * time)) / 3600;
};

const segment = (usable: WattHours, piece: Piece, limitedBy: Segment["limitedBy"]): Segment => ({
  fromSoc: piece.from,
  toSoc: piece.to,
  startW: watts(piece.startW),
  endW: watts(piece.endW),
  seconds: timeOnLine(((piece.to - piece.from) * usable) as WattHours, piece.startW, piece.endW),
  limitedBy,
});

/**
 * Charges from piece to piece, stored power being the lesser of what the path delivers and what the battery
 * accepts. Event-driven: a piece is cut where acceptance crosses the path's power, and each part is exact.
 * @param pathW power the path would store, constant, above zero
 */
export function integrate(pieces: readonly Piece[], usable: WattHours, pathW: Watts): Segment[] {
  const segments: Segment[] = [];
  for (const piece of pieces) {
    const startsBelow = piece.startW < pathW;
    const endsBelow = piece.endW < pathW;
    const level = (from: Fraction, to: Fraction): Piece => ({ from, to, startW: pathW, endW: pathW });
    if (startsBelow && endsBelow) segments.push(segment(usable, piece, "battery"));
    else if (!startsBelow && !endsBelow) segments.push(segment(usable, level(piece.from, piece.to), "path"));
    else {
      const share = (pathW - piece.startW) / (piece.endW - piece.startW);
      const crossing = piece.from + share * (piece.to - piece.from);
      const before: Piece = { ...piece, to: crossing, endW: pathW };
      const after: Piece = { ...piece, from: crossing, startW: pathW };
      const [first, second]: [Segment, Segment] = startsBelow
        ? [segment(usable, before, "battery"), segment(usable, level(crossing, piece.to), "path")]
        : [segment(usable, level(piece.from, crossing), "path"), segment(usable, after, "battery")];
      if (first.toSoc > first.fromSoc) segments.push(first);
      if (second.toSoc > second.fromSoc) segments.push(second);
    }
  }
  return segments;
}

/** The segments up to a deadline (s from the start); the last is cut exactly where time runs out. */
export function cutAt(segments: readonly Segment[], usable: WattHours, deadline: Seconds): Segment[] {
  const kept: Segment[] = [];
  let left = deadline;
  for (const s of segments) {
    if (s.seconds <= left) {
      kept.push(s);
      left -= s.seconds;
      continue;
    }
    if (left > 0) {
      const energy = ((s.toSoc - s.fromSoc) * usable) as WattHours;
      const toSoc = s.fromSoc + energyOnLine(energy, s.startW, s.endW, left) / usable;
      kept.push({
        ...s,
        toSoc,
        endW: watts(onPiece({ from: s.fromSoc, to: s.toSoc, startW: s.startW, endW: s.endW }, toSoc)),
        seconds: left,
      });
    }
    break;
  }
  return kept;
}

/** State of charge after a time (s) from the start; stays at the end once the session is over. */
export function socAfter(segments: readonly Segment[], usable: WattHours, time: Seconds): Fraction {
  const kept = cutAt(segments, usable, time);
  return kept.at(-1)?.toSoc ?? segments[0]!.fromSoc;
}

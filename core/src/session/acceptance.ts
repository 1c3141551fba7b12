import type { AcceptancePoint } from "../parts";
import type { Fraction, Watts } from "../units";

/** A straight piece of the acceptance curve: power at its two ends. */
export interface Piece {
  readonly from: Fraction;
  readonly to: Fraction;
  readonly startW: number;
  readonly endW: number;
}

/** A battery that never limits: what the path delivers is what it takes. */
const UNLIMITED = Infinity;

/** Power (W) on a piece at a state of charge. */
export const onPiece = ({ from, to, startW, endW }: Piece, soc: Fraction): number =>
  startW === endW ? startW : startW + ((endW - startW) * (soc - from)) / (to - from);

/**
 * The acceptance curve between two states of charge as straight pieces. Beyond its outer points the curve stays
 * level; without points the battery takes whatever comes.
 */
export function acceptancePieces(
  points: readonly AcceptancePoint[] | undefined,
  from: Fraction,
  to: Fraction,
): Piece[] {
  if (!points || points.length === 0) return [{ from, to, startW: UNLIMITED, endW: UNLIMITED }];
  const first = points[0]!;
  const last = points.at(-1)!;
  const whole: Piece[] = [{ from: -Infinity, to: first.soc, startW: first.watts, endW: first.watts }];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    whole.push({ from: a.soc, to: b.soc, startW: a.watts, endW: b.watts });
  }
  whole.push({ from: last.soc, to: Infinity, startW: last.watts, endW: last.watts });
  const pieces: Piece[] = [];
  for (const piece of whole) {
    const a = Math.max(piece.from, from);
    const b = Math.min(piece.to, to);
    if (a < b) pieces.push({ from: a, to: b, startW: onPiece(piece, a), endW: onPiece(piece, b) });
  }
  return pieces;
}

/** Power the battery accepts (W) at a state of charge. */
export const acceptedAt = (points: readonly AcceptancePoint[] | undefined, soc: Fraction): Watts =>
  onPiece(acceptancePieces(points, soc, soc + 1e-12)[0]!, soc) as Watts;

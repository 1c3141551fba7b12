import type { Pack } from "../path";
import type { Fraction } from "../../trade/units";

/** A straight piece of the acceptance curve: power (W) at its two ends. */
export interface Piece {
  readonly from: Fraction;
  readonly to: Fraction;
  readonly startW: number;
  readonly endW: number;
}

/**
 * Power on a piece at a state of charge.
 * @example onPiece({ from: 0, to: 0.5, startW: 10_000, endW: 20_000 }, 0.25) // 15000
 */
export const onPiece = ({ from, to, startW, endW }: Piece, soc: Fraction): number =>
  startW === endW ? startW : startW + ((endW - startW) * (soc - from)) / (to - from);

/**
 * Power (W, stored) a warm battery accepts at a state of charge: straight between its points, level beyond the outer
 * ones, Infinity for a battery that never limits.
 * @example acceptedAt(circuit.pack, 0.8) // 50000
 */
export function acceptedAt({ socs, accepts }: Pack, soc: Fraction): number {
  const last = socs.length - 1;
  if (last < 0) return Infinity;
  if (soc <= socs[0]!) return accepts[0]!;
  if (soc >= socs[last]!) return accepts[last]!;
  let i = 1;
  while (socs[i]! < soc) i++;
  const [a, b] = [socs[i - 1]!, socs[i]!];
  return accepts[i - 1]! + ((accepts[i]! - accepts[i - 1]!) * (soc - a)) / (b - a);
}

/**
 * The acceptance curve between two states of charge as straight pieces, in order and without gap.
 * @param enough power (W) beyond which it does not matter how much is accepted: a stretch on which at least this is, is
 * one piece of Infinity
 * @example acceptancePieces(circuit.pack, 0.35, 0.8).length // 3
 */
export function acceptancePieces(pack: Pack, from: Fraction, to: Fraction, enough = Infinity): Piece[] {
  const pieces: Piece[] = [];
  let at = from;
  let ampleFrom = from;
  let startW = acceptedAt(pack, from);
  for (let i = 0; at < to; i++) {
    const end = Math.min(pack.socs[i] ?? Infinity, to);
    if (end <= at) continue;
    const endW = acceptedAt(pack, end);
    const ample = startW >= enough && endW >= enough;
    if (!ample) {
      if (at > ampleFrom) pieces.push({ from: ampleFrom, to: at, startW: Infinity, endW: Infinity });
      pieces.push({ from: at, to: end, startW, endW });
      ampleFrom = end;
    }
    [at, startW] = [end, endW];
  }
  if (at > ampleFrom) pieces.push({ from: ampleFrom, to: at, startW: Infinity, endW: Infinity });
  return pieces;
}

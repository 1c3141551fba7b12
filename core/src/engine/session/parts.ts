import type { Circuit } from "../path";
import type { Fraction } from "../../trade/units";
import { onPiece, type Piece } from "./acceptance";
import { pathStores, type Mode } from "./mode";

/** A part of a piece over which one side limits, path or battery. */
export interface Part extends Piece {
  readonly limitedBy: "path" | "battery";
}

/** One way of writing a part, so that every part has one shape in memory. */
const partOf = (
  from: Fraction,
  to: Fraction,
  startW: number,
  endW: number,
  limitedBy: Part["limitedBy"],
): Part => ({ from, to, startW, endW, limitedBy });

const BISECTIONS = 50;

/** Where on a piece the limit passes between path and battery; both change monotonically over half a piece. */
export function crossing(gap: (soc: Fraction) => number, low: Fraction, high: Fraction): Fraction {
  const sign = gap(low) > 0;
  let [a, b] = [low, high];
  for (let i = 0; i < BISECTIONS && b - a > 1e-15; i++) {
    const middle = (a + b) / 2;
    if (gap(middle) > 0 === sign) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

/** The state of charge at which a station passes from its amps to the power on its sign; beyond the pack where it never does. */
function signMet({ pack, capW, ohms, ways }: Circuit): Fraction {
  const { most, conductors } = ways[0]!;
  const volts = capW / most - conductors * ohms * most;
  return (volts - pack.emptyVolts) / (pack.fullVolts - pack.emptyVolts);
}

/** Cuts a piece where the limit changes hands, and where the path's own power bends. */
export function partsOf(mode: Mode, piece: Piece): Part[] {
  const { levelW } = mode;
  if (levelW !== undefined) return levelParts(piece, levelW);
  // What the path stores only rises with the pack's volts: a battery that takes less than its least limits all along.
  if (Math.max(piece.startW, piece.endW) < pathStores(mode, piece.from))
    return [partOf(piece.from, piece.to, piece.startW, piece.endW, "battery")];
  const gap = (soc: Fraction) => onPiece(piece, soc) - pathStores(mode, soc);
  const cuts = [piece.from];
  // Path and acceptance may cross twice where the one bends and the other is straight.
  const grid = [0, 0.25, 0.5, 0.75, 1].map((share) => piece.from + share * (piece.to - piece.from));
  for (let i = 1; i < grid.length; i++)
    if (gap(grid[i - 1]!) > 0 !== gap(grid[i]!) > 0) cuts.push(crossing(gap, grid[i - 1]!, grid[i]!));
  const kink = signMet(mode.circuit);
  if (kink > piece.from && kink < piece.to) cuts.push(kink);
  cuts.push(piece.to);
  cuts.sort((a, b) => a - b);
  return cuts.slice(1).flatMap((to, i): Part[] => {
    const from = cuts[i]!;
    if (to <= from) return [];
    const battery = gap((from + to) / 2) < 0;
    const power = (soc: Fraction) => (battery ? onPiece(piece, soc) : pathStores(mode, soc));
    return [partOf(from, to, power(from), power(to), battery ? "battery" : "path")];
  });
}

function levelParts(piece: Piece, pathW: number): Part[] {
  const { from, to, startW, endW } = piece;
  const starts = startW < pathW;
  const ends = endW < pathW;
  if (starts && ends) return [partOf(from, to, startW, endW, "battery")];
  const level = (a: Fraction, b: Fraction) => partOf(a, b, pathW, pathW, "path");
  if (!starts && !ends) return [level(from, to)];
  const cut = from + ((pathW - startW) / (endW - startW)) * (to - from);
  const parts: Part[] = starts
    ? [partOf(from, cut, startW, pathW, "battery"), level(cut, to)]
    : [level(from, cut), partOf(cut, to, pathW, endW, "battery")];
  return parts.filter((part) => part.to > part.from);
}

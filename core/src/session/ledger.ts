import { wattHours, type WattHours } from "../units";
import { balanceFor, LOSS_CAUSES, type Chain, type LossCause, type PowerBalance } from "./chain";
import type { Segment } from "./integrate";

/** Energy of a session by where it went: wall = stored + the sum of all causes. */
export type Ledger = Readonly<Record<LossCause | "wall" | "stored" | "lost", WattHours>>;

/** Nodes and weights of the 8-point Gauss–Legendre rule on [−1, 1] (Abramowitz and Stegun, table 25.4). */
const GAUSS: readonly (readonly [number, number])[] = [
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.3137066458778873],
  [0.7966664774136267, 0.2223810344533745],
  [0.9602898564975363, 0.1012285362903763],
].flatMap(([x, w]) => [[x!, w!] as const, [-x!, w!] as const]);

type Sums = { -readonly [entry in keyof PowerBalance]: number };

/** Adds a balance held for some hours. Written out: this is the inner loop of every session. */
function add(sum: Sums, balance: PowerBalance, hours: number): void {
  sum.circuit += balance.circuit * hours;
  sum.contacts += balance.contacts * hours;
  sum.lead += balance.lead * hours;
  sum.unit += balance.unit * hours;
  sum.cable += balance.cable * hours;
  sum.conversion += balance.conversion * hours;
  sum.ownDraw += balance.ownDraw * hours;
  sum.battery += balance.battery * hours;
  sum.stored += balance.stored * hours;
  sum.wall += balance.wall * hours;
}

const emptySums = (): Sums => ({
  circuit: 0,
  contacts: 0,
  lead: 0,
  unit: 0,
  cable: 0,
  conversion: 0,
  ownDraw: 0,
  battery: 0,
  stored: 0,
  wall: 0,
});

/**
 * Sums the balance of power over the segments. Level stretches are one multiplication; where the battery tapers,
 * each cause is integrated over state of charge by Gauss–Legendre, whose every node balances.
 */
export function ledgerOf(segments: readonly Segment[], usable: WattHours, chain: Chain): Ledger {
  const sum = emptySums();
  for (const s of segments) {
    if (s.startW === s.endW) {
      add(sum, balanceFor(chain, s.startW), s.seconds / 3600);
      continue;
    }
    const energy = (s.toSoc - s.fromSoc) * usable;
    for (const [x, w] of GAUSS) {
      const stored = s.startW + ((s.endW - s.startW) * (1 + x)) / 2;
      add(sum, balanceFor(chain, stored), ((w / 2) * energy) / stored);
    }
  }
  const lost = LOSS_CAUSES.reduce((total, cause) => total + sum[cause], 0);
  return { ...(sum as Record<keyof Sums, WattHours>), lost: wattHours(lost) };
}

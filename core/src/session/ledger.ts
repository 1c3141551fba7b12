import { wattHours, type WattHours } from "../units";
import { LOSS_CAUSES, type LossCause, type PowerBalance } from "./chain";
import type { Delivery } from "./delivery";
import type { Segment } from "./integrate";

/** Energy of a session by where it went: wall = stored + the sum of all causes. */
export type Ledger = Readonly<Record<LossCause | "wall" | "stored" | "lost", WattHours>>;

type Rule = readonly (readonly [node: number, weight: number])[];
const mirrored = (half: Rule): Rule => half.flatMap(([x, w]) => [[x, w] as const, [-x, w] as const]);

/** Gauss–Legendre on [−1, 1] (Abramowitz and Stegun, table 25.4): 8 points for a whole taper. */
const LONG: Rule = mirrored([
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.3137066458778873],
  [0.7966664774136267, 0.2223810344533745],
  [0.9602898564975363, 0.1012285362903763],
]);
/** … and 3 where power hardly changes, as in the short steps of a march. */
const SHORT: Rule = [[0, 8 / 9], ...mirrored([[Math.sqrt(0.6), 5 / 9]])];
const NEARLY_LEVEL = 0.1;

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
 * each cause is integrated over time by Gauss–Legendre, whose every node balances.
 */
export function ledgerOf(segments: readonly Segment[], delivery: Delivery): Ledger {
  const sum = emptySums();
  for (const s of segments) {
    if (s.startW === s.endW && delivery.constant) {
      add(sum, delivery.balance(s.startW, s.fromSoc), s.seconds / 3600);
      continue;
    }
    const span = s.toSoc - s.fromSoc;
    const ratio = s.endW / s.startW;
    for (const [x, w] of Math.abs(ratio - 1) < NEARLY_LEVEL ? SHORT : LONG) {
      // Where power runs straight over charge it runs exponentially over time.
      const stored = s.startW * ratio ** ((1 + x) / 2);
      const share = ratio === 1 ? (1 + x) / 2 : (stored - s.startW) / (s.endW - s.startW);
      add(sum, delivery.balance(stored, s.fromSoc + span * share), ((w / 2) * s.seconds) / 3600);
    }
  }
  const lost = LOSS_CAUSES.reduce((total, cause) => total + sum[cause], 0);
  return { ...(sum as Record<keyof Sums, WattHours>), lost: wattHours(lost) };
}

import type { Kilometres, Micros, Seconds, WattHours } from "../../trade/units";
import { bill } from "../../engine/tariff";
import { socAt, cutRun, ledgerOf } from "../../engine/session";
import { connectionOf } from "../../engine/plan";
import { STAYS, type Row } from "./row";

export { STAYS };

/** What a way gives in the time one has here. */
export interface Stay {
  readonly row: Row;
  /** Time at the plug (s): the stay, less what moving the car takes, no longer than the place allows. */
  readonly plugged: Seconds;
  /** A time limit ends it before the stay does. */
  readonly limited: boolean;
  /** The target is reached before the stay ends. */
  readonly full: boolean;
  readonly wallWh: WattHours;
  readonly km: Kilometres;
  readonly cost: Micros;
  /** Range (km) and money more than at the way one stands at. */
  readonly moreKm: Kilometres;
  readonly moreCost: Micros;
}

/** A stay as asked: how long one is here, and how much of it goes on moving the car to another way and back. */
export interface StayAsked {
  readonly hours: number;
  readonly moveMinutes: number;
  /** The way one stands at already; the others ask for a move. */
  readonly here: Row | undefined;
  readonly limitOf: (row: Row) => number | null;
}

/** Range (km) below which two ways give the same. */
const SAME_KM = 0.5;

/**
 * What each way gives in a stay, most range first; of ways that give the same, the one that asks for no move.
 * @example staysOf([lineupRow], { hours: 3, moveMinutes: 10, here: lineupRow, limitOf: () => 120 })[0].plugged // 7200
 */
export function staysOf(rows: readonly Row[], { hours, moveMinutes, here, limitOf }: StayAsked): Stay[] {
  const at = (row: Row): Omit<Stay, "moreKm" | "moreCost"> => {
    const free = Math.max(0, hours * 3600 - (row === here ? 0 : moveMinutes * 60));
    const limit = (limitOf(row) ?? Infinity) * 60;
    const plugged = Math.min(free, limit);
    const { solution, plan } = row;
    const [part] = cutRun(solution.whole, solution.start, plugged);
    const gained =
      (socAt(solution.whole, solution.start, plugged) - solution.start.soc) * plan.car.battery.usableWh;
    return {
      row,
      plugged,
      limited: limit < free && solution.secondsToTarget > limit,
      full: solution.secondsToTarget <= plugged,
      wallWh: ledgerOf(part.slices).wall,
      km: gained / plan.car.whPerKm,
      cost: bill(plan.tariff, part, solution.clock, {
        ...connectionOf(plan, solution.circuit, solution.clock),
        to: plugged,
      }).total,
    };
  };
  const base = here && at(here);
  const rank = ({ row }: { readonly row: Row }) => (row === here ? 0 : 1);
  return rows
    .map(at)
    .map((stay): Stay => ({
      ...stay,
      moreKm: stay.km - (base?.km ?? 0),
      moreCost: (stay.cost - (base?.cost ?? 0)) as Micros,
    }))
    .sort((a, b) => (Math.abs(b.km - a.km) > SAME_KM ? b.km - a.km : rank(a) - rank(b) || a.cost - b.cost));
}

/** Range (km) a move must bring to be worth getting up for (common practice: about a quarter of an hour's drive). */
export const WORTH_MOVING_KM = 15;

/**
 * Whether moving to another way is worth it, in one sentence.
 * @example moveVerdict(staysOf([lineupRow], { hours: 3, moveMinutes: 10, here: lineupRow, limitOf: () => null }), lineupRow).worth // false
 */
export function moveVerdict(
  stays: readonly Stay[],
  here: Row | undefined,
): { worth: boolean; best: Stay | undefined } {
  const best = stays[0];
  if (!here || !best || best.row === here) return { worth: false, best };
  return { worth: best.moreKm >= WORTH_MOVING_KM, best };
}

import { amountOf, WEEKS_A_YEAR, weekSums, type WeekAnswer } from "@kettleback/core";
import type { SolvedWeek } from "../../jobs/week";
import { moneyStoreOf, type MoneyTyped } from "../../stores/money";
import { smallestAt } from "./Verdict";
import { chargingOf } from "./view";

const NOTHING_TYPED: MoneyTyped = { lead: {}, fuel: {}, payback: {}, member: {}, home: {} };

/** A way as Money sets it against another: what 100 km cost at its plug, and the share of the distance that comes from it. */
function costOf(answer: WeekAnswer) {
  const { plugs, addedKm, shortKm } = weekSums(answer.longRun);
  return {
    name: answer.plan.name.slice(0, 80),
    per100Km: addedKm > 0 ? (100 * amountOf(plugs)) / addedKm : 0,
    aYear: 0,
    share: addedKm + shortKm > 0 ? addedKm / (addedKm + shortKm) : 1,
  };
}

/** Hands the smallest way that suffices to what pays back, against the way that is looked at, with a year's distance and shares. */
export function toPayback(solved: SolvedWeek, selected: number): void {
  const then = chargingOf(solved.cells[smallestAt(solved)]);
  const now = chargingOf(solved.cells[selected]);
  if (!then || !now) return;
  const store = moneyStoreOf(solved.garage.household.id);
  const typed = store.getState().draft ?? NOTHING_TYPED;
  const { stops, drivenKm, shortKm } = weekSums(now.longRun);
  const kmAYear = Math.round(drivenKm * WEEKS_A_YEAR);
  store.getState().set({
    ...typed,
    payback: {
      ...typed.payback,
      ...(kmAYear >= 100 ? { kmAYear } : {}),
      now: costOf(now),
      then: costOf(then),
      items: [{ what: then.plan.name.slice(0, 60), sign: 1, cost: { low: then.price, high: then.price } }],
      ...(shortKm > 0 && stops !== null ? { elsewhere: (100 * amountOf(stops)) / shortKm } : {}),
    },
  });
}

import { amountOf, WEEKS_A_YEAR, weekSums, type WeekAnswer } from "@kettleback/core";
import type { SolvedWeek } from "../../jobs/week";
import { moneyStoreOf, type MoneyTyped } from "../../stores/money";
import { smallestAt } from "./Verdict";
import { chargingOf } from "./view";

const NOTHING_TYPED: MoneyTyped = { lead: {}, fuel: {}, payback: {}, member: {}, home: {} };

/** A way as Money sets it against another: what 100 km cost at its plug, and the share of the distance that comes from it. */
function costOf(answer: WeekAnswer) {
  const week = answer.weeks.at(-1)!;
  const km = week.days.reduce((sum, { addedKm }) => sum + addedKm, 0);
  const short = week.days.reduce((sum, { shortKm }) => sum + shortKm, 0);
  const { plugs } = weekSums(week);
  return {
    name: answer.plan.name.slice(0, 80),
    per100Km: km > 0 ? (100 * amountOf(plugs)) / km : 0,
    aYear: 0,
    share: km + short > 0 ? km / (km + short) : 1,
  };
}

/** Hands the smallest way that suffices to what pays back, against the way that is looked at, with a year's distance and shares. */
export function toPayback(solved: SolvedWeek, selected: number): void {
  const then = chargingOf(solved.cells[smallestAt(solved)]);
  const now = chargingOf(solved.cells[selected]);
  if (!then || !now) return;
  const store = moneyStoreOf(solved.garage.household.id);
  const typed = store.getState().draft ?? NOTHING_TYPED;
  const week = now.weeks.at(-1)!;
  const kmAWeek = week.days.reduce((sum, { drivenKm }) => sum + drivenKm, 0);
  const put = week.stops.reduce((sum, { km }) => sum + km, 0);
  const { stops } = weekSums(week);
  const kmAYear = Math.round(kmAWeek * WEEKS_A_YEAR);
  store.getState().set({
    ...typed,
    payback: {
      ...typed.payback,
      ...(kmAYear >= 100 ? { kmAYear } : {}),
      now: costOf(now),
      then: costOf(then),
      items: [{ what: then.plan.name.slice(0, 60), sign: 1, cost: { low: then.price, high: then.price } }],
      ...(put > 0 && stops !== null ? { elsewhere: (100 * amountOf(stops)) / put } : {}),
    },
  });
}

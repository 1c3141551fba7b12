import { ownWay, savedWayOfPath, startLineup, type Garage, type Plan } from "@kettleback/core";
import { sayDone } from "./notices";
import type { Draft } from "./draft";
import { freshId, lineupDraftOf, lineupStoreOf } from "./lineup";

/** Puts a path first in the line-up, on its first page, as its baseline, with its car where that is not in it yet. */
export function sendPath(garage: Garage, draft: Draft, plan: Plan): void {
  const store = lineupStoreOf(garage.household.id);
  const lineup = store.getState().draft ?? lineupDraftOf(startLineup(garage, plan.session), null);
  const way = { ...savedWayOfPath(garage, plan, freshId(lineup.ways)), first: true };
  const known = lineup.cars.indexOf(draft.carId);
  const cars = known < 0 ? [...lineup.cars, draft.carId] : lineup.cars;
  store.getState().set({
    ...lineup,
    cars,
    carAt: known < 0 ? cars.length - 1 : known,
    ways: [way, ...lineup.ways],
    baseline: way.id,
  });
  sayDone(`“${way.name}” stands first in the line-up, as its baseline.`);
}

/**
 * Puts an outlet of one's own, with the unit that is wired in there, on the first page of the line-up. A line-up nobody has
 * worked on yet is begun with all that the household has, this among it.
 */
export function sendOutlet(garage: Garage, outletId: string): void {
  const store = lineupStoreOf(garage.household.id);
  const lineup = store.getState().draft;
  if (!lineup || lineup.ways.some(({ outlet }) => outlet === outletId)) return;
  const car = lineup.cars[lineup.carAt];
  const way = ownWay(garage, typeof car === "string" ? car : undefined, outletId, freshId(lineup.ways));
  if (way) store.getState().set({ ...lineup, ways: [...lineup.ways, { ...way, first: true }] });
}

import { isRefusal } from "../../engine/path";
import { connectionOf, solvePlan, type Plan } from "../../engine/plan";
import { cutRun, ledgerOf, socAt } from "../../engine/session";
import { bill, type Bill } from "../../engine/tariff";
import { amountOf, type Seconds, type WattHours } from "../../trade/units";
import { withPart } from "./choose";
import type { Garage } from "./kinds";
import type { SavedPath } from "./saved-path";
import { planOf } from "./plan";

/** What one's car would pay at one outlet of the household's places, with unit and cable as they come. */
export interface Offer {
  readonly outletId: string;
  readonly place: string;
  readonly outlet: string;
  readonly tariff: string;
  /** The path it stands for, to open it. */
  readonly path: SavedPath;
  readonly charging: OfferFigures | null;
  /** Why nothing charges, in a sentence. */
  readonly refusal: string | null;
}

/** Figures of an offer until its target, the departure, or the time limit of its place. Money in currency units. */
export interface OfferFigures {
  readonly plan: Plan;
  readonly bill: Bill;
  readonly plugged: Seconds;
  /** The place's limit ends it before target or departure do. */
  readonly limited: boolean;
  readonly wallWh: WattHours;
  readonly storedWh: WattHours;
  readonly cost: number;
  readonly perKWhStored: number;
  readonly per100Km: number;
}

function figuresOf(plan: Plan, limit: Seconds): OfferFigures | string {
  const solution = solvePlan(plan);
  if (isRefusal(solution)) return solution.message;
  const { run, start, clock, circuit, whole } = solution;
  const until = Math.min(limit, clock.departure ?? Infinity);
  const limited = limit < run.end.elapsed;
  const done = limited ? cutRun(whole, start, limit)[0] : run;
  const connection = connectionOf(plan, circuit, clock);
  const billed = bill(plan.tariff, done, clock, {
    ...connection,
    // With nothing said of when it is needed nobody waits there: it leaves when it is done.
    to: clock.departure === null ? undefined : until,
  });
  const storedWh = (socAt(done, start, Infinity) - start.soc) * circuit.pack.usableWh;
  const cost = amountOf(billed.total);
  return {
    plan,
    bill: billed,
    plugged: done.end.elapsed,
    limited,
    wallWh: ledgerOf(done.slices).wall,
    storedWh: storedWh as WattHours,
    cost,
    perKWhStored: cost / (storedWh / 1000),
    per100Km: (100 * cost * plan.car.whPerKm) / storedWh,
  };
}

/**
 * Every outlet of a household for the car and session of a path, cheapest a kWh in the battery first.
 * @example everywhereOf(garage, garage.paths[0].spec).length // 5
 */
export function everywhereOf(garage: Garage, path: SavedPath): Offer[] {
  const offers = garage.outlets.map(({ id, parentId, spec }): Offer => {
    const there = { ...path, ...withPart(garage, path, { outletId: id }) };
    const plan = planOf(garage, there);
    const found = plan.ok
      ? figuresOf(plan.value, (plan.value.place?.limitMinutes ?? Infinity) * 60)
      : (plan.problems[0]?.message ?? "");
    return {
      outletId: id,
      place: garage.places.find((place) => place.id === parentId)?.spec.name ?? "",
      outlet: spec.name,
      tariff: garage.tariffs.find((tariff) => tariff.id === there.tariffId)?.spec.name ?? "",
      path: there,
      charging: typeof found === "string" ? null : found,
      refusal: typeof found === "string" ? found : null,
    };
  });
  const rank = ({ charging }: Offer) => charging?.perKWhStored ?? Infinity;
  return offers.sort((a, b) => rank(a) - rank(b));
}

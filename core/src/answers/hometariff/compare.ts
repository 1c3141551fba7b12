import { clockOf, minuteOfDayAt } from "../../engine/clock";
import { isRefusal } from "../../engine/path";
import { solvePlan, type Plan } from "../../engine/plan";
import type { Tariff } from "../../things/parts";
import { amountOf, type Kilometres } from "../../trade/units";
import { schedulesOf } from "../schedule";
import { cheapNight, houseYear } from "./house";
import type { HomeTariffQuestion } from "./question";

/** Weeks in a year, leap years among them. */
const WEEKS = 365.25 / 7;
const MONTHS = 12;
/** Kilometres beyond which nobody drives day for day. */
const MOST_KM = 1_000;

/** What one tariff comes to in a year. Money in currency units. */
export interface TariffYear {
  readonly name: string;
  /** The car, charged in the cheapest hours of every night, and as soon as it is plugged in. */
  readonly car: number;
  readonly carAtOnce: number;
  /** The house itself; null where its prices do not go by the week. */
  readonly house: number | null;
  readonly standing: number;
  /** All of it; without the house where that is not known. */
  readonly total: number;
  /** Nights of the week for some of which it has no price at all: such a year cannot be set beside others. */
  readonly unpricedNights: number;
  /** Hours of its cheapest price in a night, and the distance a day they carry; null where it has one price. */
  readonly cheap: { readonly hours: number; readonly price: number; readonly km: Kilometres } | null;
}

/** What would turn the choice between the two best. */
export interface Turning {
  /** A day's drive at which the other becomes the cheaper; null where none does. */
  readonly km: Kilometres | null;
  /** What the standing charge of the better may rise by, a month, before the other is. */
  readonly standingMore: number;
}

/** Tariffs side by side, the cheapest first, and what would turn the first two. */
export interface HomeTariffs {
  readonly years: readonly TariffYear[];
  readonly turning: Turning | null;
  /** Whether a night carries the day's drive at all. */
  readonly holds: boolean;
}

/** The days of a week, as dates, from the day of a session. */
const weekFrom = (pluggedInAt: string): readonly string[] => {
  const [date, time] = [pluggedInAt.slice(0, 10), pluggedInAt.slice(11, 16)];
  return Array.from(
    { length: 7 },
    (_, i) => `${new Date(Date.parse(date) + i * 86_400_000).toISOString().slice(0, 10)}T${time}`,
  );
};

/** A plan that puts a day's drive back, as far as the battery goes. */
const dayOf = (plan: Plan, km: Kilometres, tariff: Tariff, pluggedInAt: string): Plan => {
  const { ac = 1, rapid = 1 } = plan.car.endsAt ?? {};
  // A car that ends by itself is charged so far every night.
  const toSoc = Math.min(plan.session.toSoc, plan.evse.kind === "rapid" ? rapid : ac);
  const fromSoc = Math.max(0, toSoc - (km * plan.car.whPerKm) / plan.car.battery.usableWh);
  return { ...plan, tariff, session: { ...plan.session, fromSoc, pluggedInAt } };
};

/** A car's week of nights under a tariff. Money in currency units. */
interface CarWeek {
  readonly cheapest: number;
  readonly atOnce: number;
  readonly unpricedNights: number;
}

/** What the car's week costs under a tariff, in the cheapest hours and at once; undefined where nothing flows. */
function carWeek(plan: Plan, km: Kilometres, tariff: Tariff): CarWeek | undefined {
  let [cheapest, atOnce, unpricedNights] = [0, 0, 0];
  for (const pluggedInAt of weekFrom(plan.session.pluggedInAt)) {
    const night = dayOf(plan, km, tariff, pluggedInAt);
    const solution = solvePlan(night);
    if (isRefusal(solution)) return undefined;
    const found = schedulesOf(night, solution);
    // A night too short for the drive charges all of it, past departure, at once.
    const once = solution.reached ? amountOf(found.atOnce.bill.total) : wholeCost(night);
    atOnce += once;
    const best = solution.reached ? found.by.cheapest : undefined;
    cheapest += best ? amountOf(best.bill.total) : once;
    if ((best ?? found.atOnce).bill.unpriced > 0 || found.atOnce.bill.unpriced > 0) unpricedNights += 1;
  }
  return { cheapest, atOnce, unpricedNights };
}

/** What a charge costs that nobody interrupts. */
function wholeCost(plan: Plan): number {
  const solution = solvePlan({ ...plan, session: { ...plan.session, neededBy: null } });
  return isRefusal(solution) ? Number.NaN : amountOf(solution.bill.total);
}

const standingOf = ({ kettleback }: Tariff): number => (kettleback?.standing_monthly ?? 0) * MONTHS;

/** Everything but the house, a year. */
const yearOf = (plan: Plan, km: Kilometres, tariff: Tariff): number =>
  (carWeek(plan, km, tariff)?.cheapest ?? Number.NaN) * WEEKS + standingOf(tariff);

/** Steps by which a day's drive is closed in on: to a thousandth of where it turns. */
const HALVINGS = 9;
/** Shares of the day's drive at which the order of two tariffs is looked at, those nearest it first, the ends last. */
const LOOKED_AT = [0.75, 1.5, 0.5, 2, 0.25, 3, 0.1, 5, 0, Infinity];

/** The day's drive at which another tariff becomes the cheaper, the nearest to the one that is driven. */
function* turningKm(
  plan: Plan,
  km: Kilometres,
  [first, second]: readonly [Tariff, Tariff],
  houseMore: number,
  told: number,
): Generator<number, Kilometres | null> {
  const most = Math.min(MOST_KM, (plan.session.toSoc * plan.car.battery.usableWh) / plan.car.whPerKm);
  const more = (at: Kilometres) => yearOf(plan, at, second) - yearOf(plan, at, first) + houseMore;
  let turned: Kilometres | undefined;
  for (const share of LOOKED_AT) {
    const at = Math.min(most, Math.max(1, km * share));
    if (more(at) < 0) {
      turned = at;
      break;
    }
    yield told;
  }
  if (turned === undefined) return null;
  let [low, high] = [km, turned];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (more(middle) < 0) high = middle;
    else low = middle;
    yield told;
  }
  return high;
}

/**
 * Home tariffs side by side for a week of nights like a plan's own: what a year costs under each, with its standing
 * charge and the house's own use, and what would turn the choice. Work in steps: it yields how far it is.
 * @example homeTariffs(plan, [plan.tariff], { kmADay: 40, house: { day: 0, evening: 0, night: 0 } }).next().done // false
 */
export function* homeTariffs(
  plan: Plan,
  tariffs: readonly Tariff[],
  { kmADay, house }: Pick<HomeTariffQuestion, "kmADay" | "house">,
): Generator<number, HomeTariffs> {
  const clock = clockOf(plan.session, plan.household.timeZone);
  const from = minuteOfDayAt(clock, 0);
  const to = clock.departure === null ? from : minuteOfDayAt(clock, clock.departure);
  const first = solvePlan(dayOf(plan, kmADay, plan.tariff, plan.session.pluggedInAt));
  const kmPerHour = isRefusal(first) ? 0 : first.range.kmPerHour;
  const years: (TariffYear & { tariff: Tariff })[] = [];
  for (const tariff of tariffs) {
    const week = carWeek(plan, kmADay, tariff);
    yield (years.length + 0.5) / (tariffs.length + 1);
    if (!week) continue;
    const [car, carAtOnce] = [week.cheapest * WEEKS, week.atOnce * WEEKS];
    const own = houseYear(tariff, house);
    const standing = standingOf(tariff);
    const cheap = cheapNight(tariff, from, to);
    years.push({
      tariff,
      name: tariff.name,
      car,
      carAtOnce,
      house: own,
      standing,
      total: car + standing + (own ?? 0),
      unpricedNights: week.unpricedNights,
      cheap: cheap && { ...cheap, km: cheap.hours * kmPerHour },
    });
  }
  // What leaves the house out cannot be set beside what counts it.
  const counted = Object.values(house).some((kWh) => kWh > 0);
  const rank = (year: TariffYear) =>
    year.unpricedNights > 0 || (counted && year.house === null) ? Infinity : year.total;
  years.sort((a, b) => rank(a) - rank(b));
  const [best, next] = years;
  const turning =
    best && next && Number.isFinite(rank(next))
      ? {
          km: yield* turningKm(
            plan,
            kmADay,
            [best.tariff, next.tariff],
            (next.house ?? 0) - (best.house ?? 0),
            1 - 0.5 / (tariffs.length + 1),
          ),
          standingMore: (next.total - best.total) / MONTHS,
        }
      : null;
  return {
    years: years.map(({ tariff: _, ...year }) => year),
    turning,
    holds:
      !isRefusal(first) &&
      first.reached &&
      kmADay * plan.car.whPerKm <= plan.session.toSoc * plan.car.battery.usableWh,
  };
}

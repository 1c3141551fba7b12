import type { Fraction, Kilometres } from "../../trade/units";
import { DAY_MINUTES, minuteOf } from "./away";
import { DAYS_A_WEEK, MOST_KM_A_DAY, type Day, type Drive } from "./pattern";
import { byCurve, type Rider } from "./rider";
import { NOTHING, walk, type Charger } from "./walk";

/** Weeks after which a decline that goes on is taken to go on for good. */
const WEEKS = 60;
/** Charge (as a share) a week may lose and still be sustained. */
const LOSES = 1e-10;

/** Whether a car that begins at its limit gets through week after week without a stop on the way. */
function sustained(rider: Rider, charger: Charger, scale: number): boolean {
  const { timeline, ride } = rider;
  let soc: Fraction = ride.limit;
  let short = false;
  const see = {
    drove: (_: unknown, __: unknown, ___: unknown, ____: unknown, missing: Fraction) => {
      if (missing > NOTHING) short = true;
    },
  };
  for (let week = 0; week < WEEKS; week++) {
    const end = walk(timeline, ride, charger, soc, see, scale);
    if (short) return false;
    if (soc - end <= LOSES) return true;
    soc = end;
  }
  return false;
}

/** The largest value in a range for which something holds that holds below it; the lower end where it holds nowhere. */
function largest(low: number, high: number, close: number, holds: (value: number) => boolean): number {
  if (holds(high)) return high;
  let [holding, failing] = [low, high];
  while (failing - holding > close) {
    const middle = (holding + failing) / 2;
    if (holds(middle)) holding = middle;
    else failing = middle;
  }
  return holding;
}

/** Where nothing is driven all week, a day is away from then till then. */
const USUAL: Drive = { leave: "08:00", back: "18:00", km: 0, stands: "nowhere" };

/** One drive a day of one kilometre, at the hours of the day's own drives, else of the nearest day before that has any. */
export function evenDays(days: readonly Day[]): Day[] {
  const hours = days.map(({ drives }): Drive | undefined => {
    const [first, last] = [drives[0], drives.at(-1)];
    if (!first || !last) return undefined;
    const back = Math.max(...drives.map(({ back: at }) => minuteOf(at)));
    const late = drives.find(({ back: at }) => minuteOf(at) === back) ?? last;
    // A drive over nights is taken at its own hours of one day.
    const same = minuteOf(late.back) > minuteOf(first.leave);
    return { leave: first.leave, back: same ? late.back : last.back, km: 1, stands: first.stands };
  });
  return days.map((day, i): Day => {
    const found = Array.from(
      { length: DAYS_A_WEEK },
      (_, back) => hours[(i - back + DAYS_A_WEEK) % DAYS_A_WEEK],
    ).find((drive) => drive);
    const drive = found ?? { ...USUAL, km: 1 };
    const nights = minuteOf(drive.back) <= minuteOf(drive.leave) ? 1 : 0;
    // A day that is away all round the clock has an hour at home all the same.
    const span = minuteOf(drive.back) + nights * DAY_MINUTES - minuteOf(drive.leave);
    return { drives: span > 23 * 60 ? [{ ...USUAL, km: 1 }] : [drive], home: day.home };
  });
}

/**
 * The largest even distance a day that is sustained week after week from the limit, without a stop on the way.
 * @param even the rider of {@link evenDays}
 */
export const sustainedKm = (even: Rider): Kilometres => {
  const { ride } = even;
  const charger = byCurve(even, "near");
  const most = Math.min(MOST_KM_A_DAY, (8 * ride.usableWh) / ride.whPerKm);
  return largest(0, most, 0.01, (km) => sustained(even, charger, km));
};

/** How a rider charges that is plugged in for some hours each day at home, whatever its drives leave. */
function forHours(rider: Rider, seconds: number): Charger {
  const near = byCurve(rider, "near");
  return (stay, at, soc, limit) => {
    if (stay.at !== "home") return near(stay, at, soc, limit);
    const plug = rider.plugs.home;
    return plug && stay.last ? plug.gain.near(soc, seconds, plug.targetOf(limit)) : soc;
  };
}

const HOURS_A_DAY = 24;

/** The least hours of charging a day at home, all at once, with which the week is sustained; null where no day has so many. */
export function hoursNeeded(rider: Rider): number | null {
  if (!rider.plugs.home) return null;
  const enough = (hours: number) => sustained(rider, forHours(rider, hours * 3600), 1);
  if (!enough(HOURS_A_DAY)) return null;
  return HOURS_A_DAY - largest(0, HOURS_A_DAY, 1e-3, (less) => enough(HOURS_A_DAY - less));
}

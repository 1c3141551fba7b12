import { isWeekly, weekOf, type Hours, type Week } from "../../engine/tariff";
import type { Tariff } from "../../things/parts";
import { HOUSE_HOURS, type HomeTariffQuestion, type HousePart } from "./question";

const HOUR = 60;
const DAY = 24 * HOUR;

/** What a kWh costs with its VAT over a stretch of a day, each minute alike; NaN where any of it has no price. */
function meanPrice(day: readonly Hours[], { bands }: Week, from: number, to: number): number {
  return day.reduce((sum, hours) => {
    const minutes = Math.max(0, Math.min(hours.to, to) - Math.max(hours.from, from));
    if (minutes === 0) return sum;
    const band = hours.band === null ? undefined : bands[hours.band];
    const price = band ? band.price * (1 + (band.vat ?? 0) / 100) : Number.NaN;
    return sum + (price * minutes) / (to - from);
  }, 0);
}

/** What a kWh of a part of the day costs on average over the week, used evenly over its hours. */
function partPrice(week: Week, part: HousePart): number {
  const { from, to } = HOUSE_HOURS[part];
  const spans =
    from < to
      ? [[from, to]]
      : [
          [0, to],
          [from, 24],
        ];
  const hours = spans.reduce((sum, [a, b]) => sum + b! - a!, 0);
  const total = week.days.reduce(
    (sum, day) =>
      sum +
      spans.reduce(
        (part, [a, b]) => part + (meanPrice(day, week, a! * HOUR, b! * HOUR) * (b! - a!)) / hours,
        0,
      ),
    0,
  );
  return total / week.days.length;
}

/**
 * What a house's own use costs a year under a tariff; null where its prices do not go by the hours of the week alone, or
 * some hour has none.
 * @example houseYear(flatTariff("One price", 0.3), { day: 1000, evening: 500, night: 500 }) // 600
 */
export function houseYear(tariff: Tariff, house: HomeTariffQuestion["house"]): number | null {
  if (!isWeekly(tariff)) return null;
  const week = weekOf(tariff);
  const cost = (Object.keys(HOUSE_HOURS) as HousePart[]).reduce(
    (sum, part) => sum + (house[part] === 0 ? 0 : house[part] * partPrice(week, part)),
    0,
  );
  return Number.isFinite(cost) ? cost : null;
}

/** The cheapest hours of a tariff's days, between plugging in and departure. */
export interface CheapHours {
  /** Least of them on any night (h). */
  readonly hours: number;
  readonly price: number;
}

/**
 * How many hours of the cheapest price lie between two times of the day (minutes), on the night that has fewest; null
 * where there is one price only, or prices do not go by the week.
 * @example cheapNight(dayNight, 1090, 450).hours // 8
 */
export function cheapNight(tariff: Tariff, fromMinute: number, toMinute: number): CheapHours | null {
  if (!isWeekly(tariff)) return null;
  const week = weekOf(tariff);
  const priced = [...new Set(week.days.flat().flatMap(({ band }) => (band === null ? [] : [band])))];
  if (priced.length < 2) return null;
  const price = Math.min(...priced.map((band) => week.bands[band]!.price));
  const inDay = (day: number, from: number, to: number) =>
    week.days[day % 7]!.reduce(
      (sum, { from: a, to: b, band }) =>
        band !== null && week.bands[band]!.price === price
          ? sum + Math.max(0, Math.min(b, to) - Math.max(a, from))
          : sum,
      0,
    );
  const nights = week.days.map((_, day) =>
    fromMinute < toMinute
      ? inDay(day, fromMinute, toMinute)
      : inDay(day, fromMinute, DAY) + inDay(day + 1, 0, toMinute),
  );
  return { hours: Math.min(...nights) / HOUR, price };
}

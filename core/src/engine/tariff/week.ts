import { WEEKDAYS, type PriceComponent, type Tariff, type TariffElement } from "../../things/parts";
import { pricesOf, ruleAt, type PriceMoment } from "./prices";

/** A price of energy that holds over some hours of the week. */
export interface Band {
  readonly price: number;
  readonly vat?: number | undefined;
  /** Blocks it is billed in (Wh); left out for none. */
  readonly step?: number | undefined;
}

/** A stretch of a day (minutes, 0–1440) and the band that prices it; null where none does. */
export interface Hours {
  readonly from: number;
  readonly to: number;
  readonly band: number | null;
}

/** The energy prices of a week, day by day from Monday, each day without gap. */
export interface Week {
  readonly bands: readonly Band[];
  readonly days: readonly (readonly Hours[])[];
}

const HOURS_ONLY = new Set(["start_time", "end_time", "day_of_week"]);
const DAY = 1440;

const energyOf = ({ price_components }: TariffElement): PriceComponent | undefined =>
  price_components.find(({ type }) => type === "ENERGY");

/**
 * Whether a tariff's energy prices hang on the hours of the week alone, so that a strip of hours shows all of them.
 * @example isWeekly(dayNight) // true
 */
export const isWeekly = ({ elements, kettleback }: Tariff): boolean =>
  !kettleback?.hourly &&
  elements.every(
    (element) =>
      !energyOf(element) ||
      (!element.kettleback && Object.keys(element.restrictions ?? {}).every((key) => HOURS_ONLY.has(key))),
  );

const NEVER: Omit<PriceMoment, "minute" | "weekday"> = {
  day: 0,
  ms: 0,
  wh: 0,
  seconds: 0,
  watts: 0,
  amps: 0,
  chosenAmps: 0,
};

const join = (spans: readonly Hours[]): Hours[] =>
  spans.reduce<Hours[]>((joined, span) => {
    const last = joined.at(-1);
    if (span.to <= span.from) return joined;
    if (last && last.band === span.band) joined[joined.length - 1] = { ...last, to: span.to };
    else joined.push(span);
    return joined;
  }, []);

/**
 * What of a tariff its strip of hours does not show, a sentence each: it stays as it is when the hours are changed.
 * @example besideTheWeek(dayNight) // []
 */
export function besideTheWeek(tariff: Tariff): string[] {
  const { elements, start_date_time, end_date_time, min_price, max_price, kettleback } = tariff;
  const has = (type: PriceComponent["type"]) =>
    elements.some(({ price_components }) => price_components.some((c) => c.type === type));
  return [
    ...(has("FLAT") ? ["A fee a session comes on top."] : []),
    ...(has("TIME") ? ["Time charging is priced as well."] : []),
    ...(has("PARKING_TIME") ? ["Standing without charging is priced as well."] : []),
    ...(elements.some((element) => (energyOf(element)?.step_size ?? 1) > 1)
      ? ["Energy is billed in whole blocks."]
      : []),
    ...(min_price || max_price ? ["A session has a least or a most."] : []),
    ...(start_date_time || end_date_time
      ? ["It holds between dates only; outside them nothing is priced."]
      : []),
    ...(kettleback?.membership?.joined ? ["A member's discount comes off these prices."] : []),
  ];
}

/**
 * A tariff's week, on a day on which it holds. Only what {@link isWeekly} accepts is told whole.
 * @example weekOf(dayNight).bands.length // 2
 */
export function weekOf(tariff: Tariff): Week {
  // Which days of the calendar it holds on is told beside the strip, not by emptying it.
  const { start_date_time: _, end_date_time: __, ...always } = tariff;
  const prices = pricesOf(always);
  const cuts = [...new Set([0, ...prices.minutes, DAY])].sort((a, b) => a - b);
  const bands: Band[] = [];
  const bandOf = (element: TariffElement): number => {
    const { price, vat, step_size } = energyOf(element)!;
    const step = step_size > 1 ? step_size : undefined;
    const found = bands.findIndex((band) => band.price === price && band.vat === vat && band.step === step);
    const band: Band = {
      price,
      ...(vat === undefined ? {} : { vat }),
      ...(step === undefined ? {} : { step }),
    };
    return found >= 0 ? found : bands.push(band) - 1;
  };
  // Bands in the order of the elements, also those that never come up.
  for (const element of tariff.elements) if (energyOf(element)) bandOf(element);
  const days = WEEKDAYS.map((_, weekday) =>
    join(
      cuts.slice(1).map((to, i): Hours => {
        const from = cuts[i]!;
        const rule = ruleAt(prices, "ENERGY", { ...NEVER, minute: (from + to) / 2, weekday });
        return { from, to, band: rule ? bandOf(tariff.elements[rule.element]!) : null };
      }),
    ),
  );
  return { bands, days };
}

/**
 * Paints a stretch of some days with a band.
 * @example paint(weekOf(dayNight), [0], 0, 4, 0).bands.length // 2
 */
export const paint = (
  week: Week,
  days: readonly number[],
  from: number,
  to: number,
  band: number | null,
): Week => ({
  ...week,
  days: week.days.map((spans, day) =>
    days.includes(day)
      ? join([
          ...spans.filter((s) => s.from < from).map((s) => ({ ...s, to: Math.min(s.to, from) })),
          { from, to, band },
          ...spans.filter((s) => s.to > to).map((s) => ({ ...s, from: Math.max(s.from, to) })),
        ])
      : spans,
  ),
});

const clock = (minute: number): string =>
  `${String(Math.floor((minute % DAY) / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;

const ALL = WEEKDAYS.map((_, i) => i);

interface Placed {
  readonly band: number;
  readonly from: number;
  readonly to: number;
  readonly days: readonly number[];
}

/** Spans of the same hours on several days together; those of every day through midnight as one. */
function placedOf(week: Week, base: number | null): Placed[] {
  const byHours = new Map<string, { band: number; from: number; to: number; days: number[] }>();
  week.days.forEach((spans, day) => {
    for (const { from, to, band } of spans) {
      if (band === null || band === base) continue;
      const key = `${band} ${from} ${to}`;
      const found = byHours.get(key);
      if (found) found.days.push(day);
      else byHours.set(key, { band, from, to, days: [day] });
    }
  });
  const placed = [...byHours.values()];
  const daily = (p: Placed) => p.days.length === ALL.length;
  return placed.flatMap((p): Placed[] => {
    const late = placed.find((q) => q.band === p.band && q.to === DAY && q.from > 0 && daily(q));
    const early = placed.find((q) => q.band === p.band && q.from === 0 && q.to < DAY && daily(q));
    if (!late || !early || (p !== late && p !== early)) return [p];
    return p === late ? [{ ...late, to: early.to }] : [];
  });
}

/** The band that holds longest stands without hours, last, where nothing is left unpriced. */
function baseOf(week: Week): number | null {
  if (week.days.some((spans) => spans.some(({ band }) => band === null))) return null;
  const minutes = week.bands.map((_, band) =>
    week.days.reduce(
      (sum, spans) => sum + spans.reduce((s, span) => s + (span.band === band ? span.to - span.from : 0), 0),
      0,
    ),
  );
  return minutes.indexOf(Math.max(...minutes));
}

/**
 * A tariff with its prices of energy taken from a week; everything else of it stays.
 * @example withWeek(dayNight, weekOf(dayNight)).elements.length // 2
 */
export function withWeek(tariff: Tariff, week: Week): Tariff {
  const energy = ({ price, vat, step }: Band): PriceComponent => ({
    type: "ENERGY",
    price,
    ...(vat === undefined ? {} : { vat }),
    step_size: step ?? 1,
  });
  const base = baseOf(week);
  const banded = placedOf(week, base).map(({ band, from, to, days }): TariffElement => {
    const restrictions = {
      ...(from === 0 && to === DAY ? {} : { start_time: clock(from), end_time: clock(to) }),
      ...(days.length === ALL.length ? {} : { day_of_week: days.map((day) => WEEKDAYS[day]!) }),
    };
    return {
      price_components: [energy(week.bands[band]!)],
      ...(Object.keys(restrictions).length > 0 ? { restrictions } : {}),
    };
  });
  const others = tariff.elements.flatMap((element): TariffElement[] => {
    const rest = element.price_components.filter(({ type }) => type !== "ENERGY");
    return rest.length > 0 ? [{ ...element, price_components: rest }] : [];
  });
  const last: TariffElement[] = base === null ? [] : [{ price_components: [energy(week.bands[base]!)] }];
  return { ...tariff, elements: [...banded, ...last, ...others] };
}

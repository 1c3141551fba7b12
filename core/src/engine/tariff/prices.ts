import {
  tariffMs,
  WEEKDAYS,
  type Component,
  type Restrictions,
  type Tariff,
  type TariffElement,
} from "../../things/parts";
import { micros, type Amps, type Micros, type Seconds } from "../../trade/units";

/** What is so at one moment of a session, as far as a tariff asks. */
export interface PriceMoment {
  /** Minute of the local day, its weekday (Monday is 0) and its date as days since 1970. */
  readonly minute: number;
  readonly weekday: number;
  readonly day: number;
  /** Milliseconds since 1970. */
  readonly ms: number;
  /** Since plugging in: energy on the meter (Wh) and time (s). */
  readonly wh: number;
  readonly seconds: Seconds;
  /** Power (W) and amps over all phases. */
  readonly watts: number;
  readonly amps: Amps;
  /** Amps a phase chosen at the post. */
  readonly chosenAmps: Amps;
}

/** One price of one element, ready to be asked. */
export interface PriceRule {
  /** Index of the tariff's element. */
  readonly element: number;
  /** Micros a kWh, an hour or a session, without VAT, a member's discount taken off. */
  readonly price: Micros;
  /** Per cent on top; undefined where none applies. */
  readonly vat: number | undefined;
  /** Wh or seconds. */
  readonly step: number;
  /** Whether it holds at a moment; undefined where it always does. */
  readonly holds: ((at: PriceMoment) => boolean) | undefined;
}

/** Index said of a price that comes from a series of hourly prices rather than from an element. */
export const HOURLY = -1;

interface Hourly {
  readonly startsMs: number;
  readonly stepMs: number;
  readonly count: number;
  /** The price of one of them, made when it is asked for: of a year of quarter hours a night asks for some forty. */
  rule(i: number): PriceRule | undefined;
}

/** A tariff made ready: its prices by component, and everything at which one of them may change. */
export interface Prices {
  readonly rules: Readonly<Record<Component, readonly PriceRule[]>>;
  readonly hourly: Hourly | undefined;
  /** Minutes of the local day; durations (s) and energies (Wh) since plugging in; watts; amps; moments (ms). */
  readonly minutes: readonly number[];
  readonly durations: readonly Seconds[];
  readonly wattHours: readonly number[];
  readonly watts: readonly number[];
  readonly amps: readonly Amps[];
  readonly moments: readonly number[];
  readonly grace: Seconds;
  /** Energy or time is priced at all, so that some of it without a price is a gap rather than what was meant. */
  readonly metered: boolean;
  /** One price, always: nothing has to be cut or looked up. */
  readonly plain: boolean;
}

const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
const dayOf = (date: string): number => Date.parse(`${date}T00:00:00Z`) / 86_400_000;

type Test = (at: PriceMoment) => boolean;

/**
 * Whether hours hold at a minute of the local day: the start is in, the end is out; through midnight where it is not after the start.
 * @example hoursHold(23 * 60, 7 * 60, 6 * 60) // true
 */
export const hoursHold = (from: number, to: number, minute: number): boolean =>
  from < to ? minute >= from && minute < to : minute >= from || minute < to;

function hoursTest({ start_time, end_time }: Restrictions): Test | undefined {
  if (start_time === undefined && end_time === undefined) return undefined;
  const [from, to] = [minutesOf(start_time ?? "00:00"), minutesOf(end_time ?? "00:00") || 1440];
  if (from === 0 && to === 1440) return undefined;
  return ({ minute }) => hoursHold(from, to, minute);
}

const rangeTest = (
  low: number | undefined,
  high: number | undefined,
  scale: number,
  value: (at: PriceMoment) => number,
): Test | undefined => {
  if (low === undefined && high === undefined) return undefined;
  const [from, to] = [(low ?? -Infinity) * scale, (high ?? Infinity) * scale];
  return (at) => value(at) >= from && value(at) < to;
};

function daysTest(days: Restrictions["day_of_week"]): Test | undefined {
  if (days === undefined) return undefined;
  const open = WEEKDAYS.map((day) => days.includes(day));
  return ({ weekday }) => open[weekday]!;
}

function datesTest(dates: readonly string[] | undefined): Test | undefined {
  if (dates === undefined) return undefined;
  const days = new Set(dates.map(dayOf));
  return ({ day }) => days.has(day);
}

/** All of an element's restrictions as tests, cheapest first. */
function testsOf({ restrictions: r = {}, kettleback }: TariffElement): Test[] {
  const dates = { low: r.start_date && dayOf(r.start_date), high: r.end_date && dayOf(r.end_date) };
  return [
    hoursTest(r),
    daysTest(r.day_of_week),
    rangeTest(dates.low || undefined, dates.high || undefined, 1, (at) => at.day),
    rangeTest(r.min_duration, r.max_duration, 1, (at) => at.seconds),
    rangeTest(r.min_kwh, r.max_kwh, 1000, (at) => at.wh),
    rangeTest(r.min_power, r.max_power, 1000, (at) => at.watts),
    rangeTest(r.min_current, r.max_current, 1, (at) => at.amps),
    rangeTest(kettleback?.min_amps, kettleback?.max_amps, 1, (at) => at.chosenAmps),
    datesTest(kettleback?.on_dates),
  ].filter((test) => test !== undefined);
}

const all = (tests: readonly Test[]): Test | undefined =>
  tests.length === 0 ? undefined : tests.length === 1 ? tests[0] : (at) => tests.every((test) => test(at));

/** Which prices a membership lowers: what is used, never a fee. */
const DISCOUNTED: readonly Component[] = ["ENERGY", "TIME"];

function rulesOf(tariff: Tariff, component: Component): PriceRule[] {
  const { membership } = tariff.kettleback ?? {};
  const share = membership?.joined && DISCOUNTED.includes(component) ? 1 - membership.discount : 1;
  const from = tariff.start_date_time && tariffMs(tariff.start_date_time);
  const to = tariff.end_date_time && tariffMs(tariff.end_date_time);
  const valid = rangeTest(from || undefined, to || undefined, 1, (at) => at.ms);
  return tariff.elements.flatMap((element, i): PriceRule[] => {
    const found = element.price_components.find(({ type }) => type === component);
    if (!found || element.restrictions?.reservation) return [];
    return [
      {
        element: i,
        price: micros(found.price * share),
        vat: found.vat,
        step: found.step_size,
        holds: all([...testsOf(element), ...(valid ? [valid] : [])]),
      },
    ];
  });
}

function hourlyOf(tariff: Tariff): Hourly | undefined {
  const { hourly, membership } = tariff.kettleback ?? {};
  if (!hourly) return undefined;
  const share = membership?.joined ? 1 - membership.discount : 1;
  const { prices, markup, vat } = hourly;
  // The same rule each time it is asked for: what is billed is told apart by it.
  const made = new Map<number, PriceRule>();
  return {
    startsMs: tariffMs(hourly.starts_at),
    stepMs: hourly.minutes * 60_000,
    count: prices.length,
    rule(i) {
      const price = prices[i];
      if (price === undefined) return undefined;
      const known = made.get(i);
      if (known) return known;
      const rule = {
        element: HOURLY,
        price: micros((price + markup) * share),
        vat,
        step: 1,
        holds: undefined,
      };
      made.set(i, rule);
      return rule;
    },
  };
}

const distinct = (values: readonly (number | undefined)[]): number[] =>
  [...new Set(values.filter((value) => value !== undefined))].sort((a, b) => a - b);

function make(tariff: Tariff): Prices {
  const rules = {
    ENERGY: rulesOf(tariff, "ENERGY"),
    TIME: rulesOf(tariff, "TIME"),
    PARKING_TIME: rulesOf(tariff, "PARKING_TIME"),
    FLAT: rulesOf(tariff, "FLAT"),
  };
  const restrictions = tariff.elements.map(({ restrictions: r }) => r ?? {});
  const each = (value: (r: Restrictions) => readonly (number | undefined)[], scale = 1) =>
    distinct(restrictions.flatMap(value).map((n) => n && n * scale));
  const days =
    restrictions.some((r) => r.day_of_week ?? r.start_date ?? r.end_date) ||
    tariff.elements.some(({ kettleback }) => kettleback?.on_dates);
  const hours = restrictions.flatMap((r) =>
    r.start_time === undefined && r.end_time === undefined
      ? []
      : [minutesOf(r.start_time ?? "00:00"), minutesOf(r.end_time ?? "00:00")],
  );
  const hourly = hourlyOf(tariff);
  return {
    rules,
    hourly,
    minutes: distinct([...hours, ...(days ? [0] : [])]),
    durations: each((r) => [r.min_duration, r.max_duration]),
    wattHours: each((r) => [r.min_kwh, r.max_kwh], 1000),
    watts: each((r) => [r.min_power, r.max_power], 1000),
    amps: each((r) => [r.min_current, r.max_current]),
    moments: distinct(
      [tariff.start_date_time, tariff.end_date_time].map((text) => (text ? tariffMs(text) : undefined)),
    ),
    grace: (tariff.kettleback?.grace_minutes ?? 0) * 60,
    metered: !!hourly || rules.ENERGY.length + rules.TIME.length > 0,
    plain:
      !hourly &&
      rules.TIME.length === 0 &&
      rules.PARKING_TIME.length === 0 &&
      rules.ENERGY.every(({ holds }) => !holds) &&
      rules.FLAT.every(({ holds }) => !holds),
  };
}

const made = new WeakMap<Tariff, Prices>();

/**
 * A tariff's prices, made once for each tariff.
 * @example pricesOf(flatTariff("Flat", 0.31)).plain // true
 */
export function pricesOf(tariff: Tariff): Prices {
  const found = made.get(tariff);
  if (found) return found;
  const prices = make(tariff);
  made.set(tariff, prices);
  return prices;
}

/**
 * The price of a component at a moment: an hourly one where it reaches, else the first element that holds.
 * @example ruleAt(pricesOf(flatTariff("Flat", 0.31)), "ENERGY", priceMoment)?.price // 310000
 */
export function ruleAt(prices: Prices, component: Component, at: PriceMoment): PriceRule | undefined {
  const { hourly } = prices;
  if (hourly && component === "ENERGY") {
    const found = hourly.rule(Math.floor((at.ms - hourly.startsMs) / hourly.stepMs));
    if (found) return found;
  }
  for (const rule of prices.rules[component]) if (!rule.holds || rule.holds(at)) return rule;
  return undefined;
}

import { dayAt, minuteOfDayAt, msAt, type Clock } from "../clock";
import type { Run } from "../session";
import {
  micros,
  priceEnergy,
  sumMicros,
  wattHours,
  type Amps,
  type Micros,
  type Seconds,
  type Volts,
  type WattHours,
} from "../units";
import type { Component, Tariff } from "../parts";
import { pricesOf, ruleAt, type PriceMoment, type Prices, type PriceRule } from "./prices";
import { stretchesOf, type Stretch } from "./stretches";

/** What a line is for: a component of the tariff, or what brings a session up to its least or down to its most. */
export type LineKind = Component | "MIN_PRICE" | "MAX_PRICE";

/** One line of a bill: what was priced, over which stretch, how much of it, and what it came to. */
export interface BillLine {
  readonly component: LineKind;
  /** Index of the tariff's element it was priced by; −1 for an hourly price, a least or a most. */
  readonly element: number;
  /** Seconds from plugging in. */
  readonly from: Seconds;
  readonly to: Seconds;
  /** As billed: kWh for ENERGY, hours for TIME and PARKING_TIME, sessions for FLAT. */
  readonly quantity: number;
  /** As measured; less than billed where a block is billed whole. */
  readonly used: number;
  /** Micros a kWh, an hour or a session, without VAT. */
  readonly price: Micros;
  /** Without VAT. */
  readonly amount: Micros;
  /** Per cent; null where none applies or it is inside the price. */
  readonly vatPercent: number | null;
  readonly vat: Micros;
  /** Of the energy, what never reached the cells, and what that came to with VAT. */
  readonly lostWh: WattHours;
  readonly lost: Micros;
}

/** What a connection costs, line by line; totals are the sums of the lines. */
export interface Bill {
  readonly lines: readonly BillLine[];
  /** Without VAT, the VAT, and both. */
  readonly net: Micros;
  readonly vat: Micros;
  readonly total: Micros;
  readonly lost: Micros;
  /** Energy at the meter (kWh) for which a tariff that prices energy or time has no price at all. */
  readonly unpriced: number;
}

/** How the car is connected, beside what it takes. All times in seconds of the session's clock. */
export interface Connection {
  /** Plugging in and unplugging; the run's own start and end where nothing is said. */
  readonly from?: Seconds;
  readonly to?: Seconds | undefined;
  /** Volts a lane, to tell amps from power. */
  readonly volts?: Volts;
  /** Amps a lane chosen at the post. */
  readonly chosenAmps?: Amps;
}

const NOTHING: Bill = {
  lines: [],
  net: 0 as Micros,
  vat: 0 as Micros,
  total: 0 as Micros,
  lost: 0 as Micros,
  unpriced: 0,
};

/** A line that is still growing. */
interface Open {
  readonly component: Component;
  readonly rule: PriceRule;
  readonly from: Seconds;
  to: Seconds;
  used: number;
  billed: number;
  lostWh: number;
}

const vatOf = (amount: Micros, percent: number | undefined): Micros =>
  (percent === undefined ? 0 : Math.round((amount * percent) / 100) + 0) as Micros;

function closed({ component, rule, from, to, used, billed, lostWh }: Open): BillLine {
  const { element, price, vat } = rule;
  const amount = (Math.round(billed * price) + 0) as Micros;
  const lost = priceEnergy(wattHours(lostWh), price);
  return {
    component,
    element,
    from,
    to,
    quantity: billed,
    used,
    price,
    amount,
    vatPercent: vat ?? null,
    vat: vatOf(amount, vat),
    lostWh: wattHours(lostWh),
    lost: (lost + vatOf(lost, vat)) as Micros,
  };
}

/** Share of a block by which a full one may be missed without another being begun. */
const FULL_BLOCK = 1e-9;

/**
 * Bills the last block whole. The step is that of the price used last, taken once a session for energy and once for
 * time; where time is paid both charging and standing, only the standing is rounded (OCPI 2.2.1, mod_tariffs, from
 * memory).
 */
function fillBlocks(lines: readonly Open[]): void {
  const fill = (component: Component, unit: number) => {
    const own = lines.filter((line) => line.component === component);
    const last = own.at(-1);
    if (!last || last.rule.step <= 1) return;
    const block = last.rule.step / unit;
    const used = own.reduce((sum, line) => sum + line.used, 0);
    last.billed += Math.max(0, Math.ceil(used / block - FULL_BLOCK) * block - used);
  };
  fill("ENERGY", 1000);
  fill(lines.some((line) => line.component === "PARKING_TIME") ? "PARKING_TIME" : "TIME", 3600);
}

/** What every moment of a connection has in common. */
interface Connected {
  readonly clock: Clock;
  readonly from: Seconds;
  readonly volts: Volts;
  readonly chosenAmps: Amps;
}

/** The middle of a stretch, as a tariff sees it. */
function momentOf(stretch: Stretch, wh: number, { clock, from, volts, chosenAmps }: Connected): PriceMoment {
  const middle = (stretch.from + stretch.to) / 2;
  const day = dayAt(clock, middle);
  const watts = stretch.slice ? (stretch.wall / (stretch.to - stretch.from)) * 3600 : 0;
  return {
    minute: minuteOfDayAt(clock, middle),
    day,
    // The first of January 1970 was a Thursday.
    weekday: (((day + 3) % 7) + 7) % 7,
    ms: msAt(clock, middle),
    wh: wh + stretch.wall / 2,
    seconds: middle - from,
    watts,
    amps: watts / volts,
    chosenAmps,
  };
}

/** Grows the line a price is already on, or begins the next. */
function grow(
  lines: Open[],
  component: Component,
  rule: PriceRule,
  { from, to }: Stretch,
  amount: number,
  lostWh = 0,
): void {
  const open = lines.findLast((line) => line.component === component);
  if (open && open.to === from && open.rule.element === rule.element && open.rule.price === rule.price) {
    open.to = to;
    open.used += amount;
    open.billed += amount;
    open.lostWh += lostWh;
  } else lines.push({ component, rule, from, to, used: amount, billed: amount, lostWh });
}

const lostIn = ({ slice, wall }: Stretch): number =>
  slice && slice.wall > 0 ? (wall / slice.wall) * (slice.wall - slice.stored) : 0;

/** Lines of energy and time, stretch by stretch; and the energy that nothing priced. */
function priced(
  prices: Prices,
  stretches: readonly Stretch[],
  connected: Connected & { readonly grace: { readonly from: Seconds; readonly to: Seconds } },
): { lines: Open[]; unpriced: number } {
  const lines: Open[] = [];
  let [wh, unpriced] = [0, 0];
  for (const stretch of stretches) {
    const at = momentOf(stretch, wh, connected);
    const { grace } = connected;
    const hours = (stretch.to - stretch.from) / 3600;
    wh += stretch.wall;
    if (stretch.slice) {
      const energy = ruleAt(prices, "ENERGY", at);
      const time = ruleAt(prices, "TIME", at);
      if (energy && stretch.wall > 0)
        grow(lines, "ENERGY", energy, stretch, stretch.wall / 1000, lostIn(stretch));
      if (time) grow(lines, "TIME", time, stretch, hours);
      if (!energy && !time && prices.metered) unpriced += stretch.wall / 1000;
    } else if (stretch.from < grace.from || stretch.from >= grace.to) {
      const parking = ruleAt(prices, "PARKING_TIME", at);
      if (parking) grow(lines, "PARKING_TIME", parking, stretch, hours);
    }
  }
  return { lines, unpriced };
}

/** The line that brings a session up to its least or down to its most; none where it lies between. */
function bound(tariff: Tariff, net: Micros, vat: Micros, span: readonly [Seconds, Seconds]): BillLine[] {
  const { min_price, max_price } = tariff;
  const to = (component: "MIN_PRICE" | "MAX_PRICE", limit: NonNullable<Tariff["min_price"]>): BillLine => {
    const amount = (micros(limit.excl_vat) - net) as Micros;
    const share = net > 0 ? vat / net : 0;
    const rest =
      limit.incl_vat === undefined ? Math.round(amount * share) : micros(limit.incl_vat) - net - vat - amount;
    return {
      component,
      element: -1,
      from: span[0],
      to: span[1],
      quantity: 1,
      used: 1,
      price: amount,
      amount,
      vatPercent: null,
      vat: (rest + 0) as Micros,
      lostWh: wattHours(0),
      lost: 0 as Micros,
    };
  };
  if (min_price && net < micros(min_price.excl_vat)) return [to("MIN_PRICE", min_price)];
  return max_price && net > micros(max_price.excl_vat) ? [to("MAX_PRICE", max_price)] : [];
}

/** A tariff of one price: the whole run is one stretch. */
function plainLines(prices: Prices, { slices }: Run): Open[] {
  const rule = prices.rules.ENERGY[0];
  if (!rule) return [];
  let [wall, stored] = [0, 0];
  for (const slice of slices) {
    wall += slice.wall;
    stored += slice.stored;
  }
  const used = wall / 1000;
  const span = { from: slices[0]!.from, to: slices.at(-1)!.to };
  return wall > 0 ? [{ component: "ENERGY", rule, ...span, used, billed: used, lostWh: wall - stored }] : [];
}

/**
 * Prices a connection, split exactly where a price changes.
 * @param clock tells local time at each second; a tariff of one price never asks
 * @returns lines in order of time; nothing that was not delivered is billed, and no session that stored nothing
 * @example bill(tariff, run, clock, { to: clock.departure ?? undefined }).total
 */
export function bill(tariff: Tariff, run: Run, clock: Clock, connection: Connection = {}): Bill {
  const { slices } = run;
  if (slices.length === 0) return NOTHING;
  const prices = pricesOf(tariff);
  const last = slices.at(-1)!.to;
  const from = connection.from ?? slices[0]!.from;
  const to = Math.max(connection.to ?? last, last);
  const { volts = 230, chosenAmps = 0 } = connection;
  const stretches = prices.plain ? [] : stretchesOf(prices, run, clock, from, to, volts);
  const { lines, unpriced } = prices.plain
    ? { lines: plainLines(prices, run), unpriced: 0 }
    : priced(prices, stretches, {
        clock,
        from,
        grace: { from: last, to: last + prices.grace },
        volts,
        chosenAmps,
      });
  fillBlocks(lines);
  const fee = prices.plain
    ? prices.rules.FLAT[0]
    : ruleAt(prices, "FLAT", momentOf(stretches[0]!, 0, { clock, from, volts, chosenAmps }));
  const all = fee && fee.price !== 0 ? [feeLine(fee, from, to), ...lines] : lines;
  return totalOf(tariff, all.map(closed), [from, to], unpriced);
}

const feeLine = (rule: PriceRule, from: Seconds, to: Seconds): Open => ({
  component: "FLAT",
  rule,
  from,
  to,
  used: 1,
  billed: 1,
  lostWh: 0,
});

function totalOf(
  tariff: Tariff,
  own: readonly BillLine[],
  span: readonly [Seconds, Seconds],
  unpriced: number,
): Bill {
  const sum = (lines: readonly BillLine[], of: "amount" | "vat" | "lost") =>
    sumMicros(lines.map((line) => line[of]));
  const bounds =
    tariff.min_price || tariff.max_price ? bound(tariff, sum(own, "amount"), sum(own, "vat"), span) : [];
  const lines = bounds.length > 0 ? [...own, ...bounds] : own;
  const [net, vat] = [sum(lines, "amount"), sum(lines, "vat")];
  return { lines, net, vat, total: (net + vat) as Micros, lost: sum(lines, "lost"), unpriced };
}

/** What a share of a bill's energy came to, told by an amount of it (Wh): a cause of loss, say. */
export function energyShare({ lines }: Bill, energy: WattHours): Micros {
  const energies = lines.filter((line) => line.component === "ENERGY");
  const kWh = energies.reduce((sum, line) => sum + line.used, 0);
  const amount = energies.reduce((sum, line) => sum + line.amount + line.vat, 0);
  return (kWh > 0 ? Math.round((amount * energy) / 1000 / kWh) : 0) as Micros;
}

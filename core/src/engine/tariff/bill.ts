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
} from "../../trade/units";
import type { Component, Tariff } from "../../things/parts";
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
  /** Volts a phase, to tell amps from power. */
  readonly volts?: Volts;
  /** Amps a phase chosen at the post. */
  readonly chosenAmps?: Amps;
  /** … and stretches for which others are chosen, in order; before one of them its own, after the last still that. */
  readonly chosen?: readonly ChosenAmps[];
}

/** Amps a phase chosen at the post for a while. */
export interface ChosenAmps {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly amps: Amps;
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
/** Energy (kWh) and time (h) that are what rounding leaves at the edge of a tier: no line, and no block, begins for them. */
const A_TRIFLE = 1e-7;

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
    const over = Math.max(FULL_BLOCK, A_TRIFLE / block);
    last.billed += Math.max(0, Math.ceil(used / block - over) * block - used);
  };
  fill("ENERGY", 1000);
  fill(lines.some((line) => line.component === "PARKING_TIME") ? "PARKING_TIME" : "TIME", 3600);
}

/** What every moment of a connection has in common. */
interface Connected {
  readonly clock: Clock;
  readonly from: Seconds;
  readonly volts: Volts;
  chosenAt(time: Seconds): Amps;
}

/** The amps chosen at a moment: those of the stretch it lies in, else of the next one to come, else of the last. */
const chosenBy =
  ({ chosen = [], chosenAmps = 0 }: Connection) =>
  (time: Seconds): Amps =>
    (chosen.find(({ to }) => time < to) ?? chosen.at(-1))?.amps ?? chosenAmps;

/** The middle of a stretch, as a tariff sees it. */
function momentOf(stretch: Stretch, wh: number, { clock, from, volts, chosenAt }: Connected): PriceMoment {
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
    chosenAmps: chosenAt(middle),
  };
}

/** Plugging in, as a tariff sees it: nothing taken yet, and the power that the session begins with. */
function momentAtStart({ slices }: Run, { clock, from, volts, chosenAt }: Connected): PriceMoment {
  const day = dayAt(clock, from);
  const watts = slices[0]!.startWallW;
  return {
    minute: minuteOfDayAt(clock, from),
    day,
    weekday: (((day + 3) % 7) + 7) % 7,
    ms: msAt(clock, from),
    wh: 0,
    seconds: 0,
    watts,
    amps: watts / volts,
    chosenAmps: chosenAt(from),
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
  const same = open && open.rule.element === rule.element && open.rule.price === rule.price;
  if (open && open.to === from && (same || amount < A_TRIFLE)) {
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

/**
 * Lines that bring a session up to its least or down to its most. Each of a bound's two figures holds on its own total,
 * the one without VAT and the one with it; where only one is stated the other follows by the session's own VAT. A least
 * never lowers and a most never raises either of them.
 */
function bounds(tariff: Tariff, net: Micros, vat: Micros, span: readonly [Seconds, Seconds]): BillLine[] {
  const share = net > 0 ? vat / net : 0;
  let [without, withVat] = [net as number, net + vat];
  const lines: BillLine[] = [];
  const bring = (component: "MIN_PRICE" | "MAX_PRICE", bound: NonNullable<Tariff["min_price"]>) => {
    const pick = component === "MIN_PRICE" ? Math.max : Math.min;
    const toNet = pick(without, micros(bound.excl_vat));
    // A figure for the total with VAT that nobody stated binds only as far as the other one does.
    const toGross =
      bound.incl_vat !== undefined
        ? pick(withVat, micros(bound.incl_vat))
        : toNet === without
          ? withVat
          : pick(withVat, Math.round(toNet * (1 + share)));
    const amount = (toNet - without + 0) as Micros;
    const more = (toGross - withVat - amount + 0) as Micros;
    [without, withVat] = [toNet, toGross];
    if (amount === 0 && more === 0) return;
    lines.push({
      component,
      element: -1,
      from: span[0],
      to: span[1],
      quantity: 1,
      used: 1,
      price: amount,
      amount,
      vatPercent: null,
      vat: more,
      lostWh: wattHours(0),
      lost: 0 as Micros,
    });
  };
  if (tariff.min_price) bring("MIN_PRICE", tariff.min_price);
  if (tariff.max_price) bring("MAX_PRICE", tariff.max_price);
  return lines;
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
 * @example bill(tariff, whole, clock, { to: clock.departure ?? undefined }).total
 */
export function bill(tariff: Tariff, run: Run, clock: Clock, connection: Connection = {}): Bill {
  const { slices } = run;
  if (slices.length === 0) return NOTHING;
  const prices = pricesOf(tariff);
  const last = slices.at(-1)!.to;
  const from = connection.from ?? slices[0]!.from;
  const to = Math.max(connection.to ?? last, last);
  const { volts = 230 } = connection;
  const connected: Connected = { clock, from, volts, chosenAt: chosenBy(connection) };
  const stretches = prices.plain ? [] : stretchesOf(prices, run, clock, from, to, volts);
  const { lines, unpriced } = prices.plain
    ? { lines: plainLines(prices, run), unpriced: 0 }
    : priced(prices, stretches, {
        ...connected,
        grace: { from: last, to: last + prices.grace },
      });
  fillBlocks(lines);
  const fee = prices.plain ? prices.rules.FLAT[0] : ruleAt(prices, "FLAT", momentAtStart(run, connected));
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
  const brought =
    tariff.min_price || tariff.max_price ? bounds(tariff, sum(own, "amount"), sum(own, "vat"), span) : [];
  const lines = brought.length > 0 ? [...own, ...brought] : own;
  const [net, vat] = [sum(lines, "amount"), sum(lines, "vat")];
  return { lines, net, vat, total: (net + vat) as Micros, lost: sum(lines, "lost"), unpriced };
}

/**
 * What one of the losses came to: its share of all that was lost, so that the parts add up to the one figure a bill has
 * for losses ({@link Bill.lost}).
 * @example lossShare({ ...receipt, lost: 1_500_000 }, wattHours(200), wattHours(600)) // 500000
 */
export const lossShare = ({ lost }: Bill, energy: WattHours, all: WattHours): Micros =>
  (all > 0 ? Math.round((lost * energy) / all) : 0) as Micros;

/**
 * What a bill's energy came to, VAT with it: what its losses are a share of.
 * @example energyCost(receipt) // 7412880
 */
export const energyCost = ({ lines }: Bill): Micros =>
  sumMicros(lines.flatMap(({ component, amount, vat }) => (component === "ENERGY" ? [amount, vat] : [])));

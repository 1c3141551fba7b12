import { jumps, minuteOfDayAt, passings, type Clock } from "../clock";
import { wallInside, type Run, type Slice } from "../session";
import { priceEnergy, sumMicros, wattHours, type Micros, type Seconds, type WattHours } from "../units";
import { holdsAt, type Component, type TariffElement } from "./elements";

/** One line of a bill: what was priced, over which stretch, how much of it, and what it came to. */
export interface BillLine {
  readonly component: Component;
  /** Index of the tariff's element it was priced by. */
  readonly element: number;
  /** Seconds from plugging in. */
  readonly from: Seconds;
  readonly to: Seconds;
  /** kWh for ENERGY, sessions for FLAT. */
  readonly quantity: number;
  /** Micros a kWh or a session. */
  readonly price: Micros;
  readonly amount: Micros;
  /** Of the energy, what never reached the cells, and what that came to. */
  readonly lostWh: WattHours;
  readonly lost: Micros;
}

/** What a run costs, line by line; totals are the sums of the lines. */
export interface Bill {
  readonly lines: readonly BillLine[];
  readonly total: Micros;
  readonly lost: Micros;
}

/** The times within a span at which a price may change. */
function boundaries(elements: readonly TariffElement[], clock: Clock, from: Seconds, to: Seconds): Seconds[] {
  const times = new Set<Seconds>();
  for (const { hours } of elements)
    if (hours)
      for (const minute of [hours.from, hours.to])
        for (const at of passings(clock, minute, from, to)) times.add(at);
  if (times.size > 0) for (const at of jumps(clock, from, to)) times.add(at);
  return [...times].filter((at) => at > from && at < to).sort((a, b) => a - b);
}

const elementFor = (
  elements: readonly TariffElement[],
  component: Component,
  clock: Clock,
  time: Seconds,
): number =>
  elements.findIndex(
    (e) => e.prices[component] !== undefined && (!e.hours || holdsAt(e, minuteOfDayAt(clock, time))),
  );

/** Energy on the meter and lost, of a run, between two times. */
function energyBetween(slices: readonly Slice[], from: Seconds, to: Seconds): { wall: number; lost: number } {
  let [wall, lost] = [0, 0];
  for (const slice of slices) {
    if (slice.to <= from || slice.from >= to) continue;
    const whole = slice.from >= from && slice.to <= to;
    const part = whole
      ? slice.wall
      : wallInside(slice, Math.min(to, slice.to)) - wallInside(slice, Math.max(from, slice.from));
    wall += part;
    lost += slice.wall > 0 ? (part / slice.wall) * (slice.wall - slice.stored) : 0;
  }
  return { wall, lost };
}

/**
 * Prices a run, split exactly where the price changes.
 * @param clock tells local time at each second; a tariff without hours never asks
 * @returns lines in order of time; nothing that was not delivered is billed, and no session that stored nothing
 */
export function bill(elements: readonly TariffElement[], { slices }: Run, clock: Clock): Bill {
  if (slices.length === 0) return { lines: [], total: 0 as Micros, lost: 0 as Micros };
  const [start, end] = [slices[0]!.from, slices.at(-1)!.to];
  const cuts = [start, ...boundaries(elements, clock, start, end), end];
  const lines: BillLine[] = [];
  const flat = elementFor(elements, "FLAT", clock, start);
  const fee = elements[flat]?.prices.FLAT;
  if (fee)
    lines.push({
      component: "FLAT",
      element: flat,
      from: start,
      to: end,
      quantity: 1,
      price: fee,
      amount: fee,
      lostWh: wattHours(0),
      lost: 0 as Micros,
    });
  for (let i = 1; i < cuts.length; i++) {
    const [from, to] = [cuts[i - 1]!, cuts[i]!];
    const element = elementFor(elements, "ENERGY", clock, from);
    const price = elements[element]?.prices.ENERGY;
    if (price === undefined) continue;
    const { wall, lost } = energyBetween(slices, from, to);
    if (wall <= 0) continue;
    lines.push({
      component: "ENERGY",
      element,
      from,
      to,
      quantity: wall / 1000,
      price,
      amount: priceEnergy(wattHours(wall), price),
      lostWh: wattHours(lost),
      lost: priceEnergy(wattHours(lost), price),
    });
  }
  return {
    lines,
    total: sumMicros(lines.map((line) => line.amount)),
    lost: sumMicros(lines.map((line) => line.lost)),
  };
}

/** What a share of a bill's energy came to, told by an amount of it (Wh): a cause of loss, say. */
export function energyShare({ lines }: Bill, energy: WattHours): Micros {
  const priced = lines.filter((line) => line.component === "ENERGY");
  const kWh = priced.reduce((sum, line) => sum + line.quantity, 0);
  const amount = priced.reduce((sum, line) => sum + line.amount, 0);
  return (kWh > 0 ? Math.round((amount * energy) / 1000 / kWh) : 0) as Micros;
}
